using Stampo.Core.Working;

namespace Stampo.Core.Planning;

/// <summary>When hands are there: Monday to Friday between two hours of the day. Cures run on through nights and weekends.</summary>
public sealed record WorkingHours(double FromH = 8, double ToH = 17)
{
    public double MinutesADay => 60 * (ToH - FromH);

    public WorkingHours Checked()
    {
        Check.Between(FromH, 0, 23, "hours.fromH", "h", "an hour of the day");
        Check.Between(ToH, FromH + 1, 24, "hours.toH", "h", "a working day has at least an hour");
        return this;
    }

    /// <summary>When work begins that is decided on a day: the next working morning, whatever the hour.</summary>
    public DateTime NextMorning(DateOnly decided) => WorkFrom(decided.AddDays(1).ToDateTime(TimeOnly.MinValue));

    /// <summary>
    /// The first moment from which so many minutes of work fit into one day; more than a day's begin as soon as hands are there.
    /// </summary>
    public DateTime StartFor(double minutes, DateTime from)
    {
        var at = WorkFrom(from);
        return minutes <= MinutesADay && at.AddMinutes(minutes) > End(at) ? WorkFrom(at.Date.AddDays(1)) : at;
    }

    /// <summary>When work begun at a working moment is done, going on the next day when the day ends.</summary>
    public DateTime After(DateTime start, double minutes)
    {
        var at = start;
        while (at.AddMinutes(minutes) > End(at))
        {
            minutes -= (End(at) - at).TotalMinutes;
            at = WorkFrom(at.Date.AddDays(1));
        }

        return at.AddSeconds(Math.Round(60 * minutes));
    }

    private DateTime WorkFrom(DateTime at)
    {
        if (at < at.Date.AddHours(FromH))
            at = at.Date.AddHours(FromH);
        else if (at >= End(at))
            at = at.Date.AddDays(1).AddHours(FromH);
        while (at.DayOfWeek is DayOfWeek.Saturday or DayOfWeek.Sunday)
            at = at.Date.AddDays(1).AddHours(FromH);
        return at;
    }

    private DateTime End(DateTime at) => at.Date.AddHours(ToH);
}
