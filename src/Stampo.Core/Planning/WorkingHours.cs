using NodaTime;
using Stampo.Core.Calendar;
using Stampo.Core.Wording;

namespace Stampo.Core.Planning;

/// <summary>When hands are there: Monday to Friday between two hours of the day. Cures run on through nights and weekends.</summary>
[Whole]
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
    public LocalDateTime NextMorning(DateOnly decided) => WorkFrom(LocalDate.FromDateOnly(decided).PlusDays(1).AtMidnight());

    /// <summary>
    /// The first moment from which so many minutes of work fit into one day; more than a day's begin as soon as hands are there.
    /// </summary>
    public LocalDateTime StartFor(double minutes, LocalDateTime from)
    {
        var at = WorkFrom(from);
        return minutes <= MinutesADay && at.AfterMinutes(minutes) > End(at) ? WorkFrom(NextDay(at)) : at;
    }

    /// <summary>When work begun at a working moment is done, going on the next day when the day ends.</summary>
    public LocalDateTime After(LocalDateTime start, double minutes)
    {
        var at = start;
        while (at.AfterMinutes(minutes) > End(at))
        {
            minutes -= at.MinutesUntil(End(at));
            at = WorkFrom(NextDay(at));
        }

        return at.AfterWholeSeconds(minutes);
    }

    private LocalDateTime WorkFrom(LocalDateTime at)
    {
        if (at < at.Date.At(FromH))
            at = at.Date.At(FromH);
        else if (at >= End(at))
            at = NextDay(at).Date.At(FromH);
        while (at.DayOfWeek is IsoDayOfWeek.Saturday or IsoDayOfWeek.Sunday)
            at = NextDay(at).Date.At(FromH);
        return at;
    }

    private static LocalDateTime NextDay(LocalDateTime at) => at.Date.PlusDays(1).AtMidnight();

    private LocalDateTime End(LocalDateTime at) => at.Date.At(ToH);
}
