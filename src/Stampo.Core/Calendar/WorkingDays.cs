namespace Stampo.Core.Calendar;

/// <summary>Monday to Friday.</summary>
public static class WorkingDays
{
    /// <summary>Longer than anybody plans; also keeps the calendar finite.</summary>
    private const double MostDays = 5_000;

    public static DateOnly Add(DateOnly day, double workingDays)
    {
        var days = Whole(workingDays);
        if (days == 0)
            return day;
        // Counted from the last working day, whole weeks go by at once; what is left over is walked.
        while (!IsWorkingDay(day))
            day = day.AddDays(-1);
        day = day.AddDays(days / 5 * 7);
        for (var left = days % 5; left > 0; left -= IsWorkingDay(day) ? 1 : 0)
            day = day.AddDays(1);
        return day;
    }

    /// <summary>Days begun count whole.</summary>
    public static int Whole(double workingDays) => (int)Math.Ceiling(Math.Min(workingDays, MostDays));

    public static int Between(DateOnly from, DateOnly to)
    {
        var weeks = Math.Max(0, to.DayNumber - from.DayNumber) / 7;
        var days = 5 * weeks;
        for (var day = from.AddDays(7 * weeks + 1); day <= to; day = day.AddDays(1))
            days += IsWorkingDay(day) ? 1 : 0;
        return days;
    }

    private static bool IsWorkingDay(DateOnly day) => day.DayOfWeek is not (DayOfWeek.Saturday or DayOfWeek.Sunday);
}
