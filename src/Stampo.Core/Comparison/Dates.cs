using Stampo.Core.Routes;

namespace Stampo.Core.Comparison;

/// <summary>When the first good part and the last one are in hand, Monday to Friday, one tool set.</summary>
public sealed record Dates(DateOnly FirstArticle, DateOnly LastPart)
{
    /// <summary>Longer than anybody plans; also keeps the calendar finite.</summary>
    private const double MostDays = 5_000;

    public static Dates Of(RouteEstimate estimate, double quantity, DateOnly today)
    {
        var first = estimate.FirstArticleDays.Likely;
        return new Dates(AddWorkingDays(today, first), AddWorkingDays(today, first + quantity / estimate.PartsPerDay));
    }

    public static DateOnly AddWorkingDays(DateOnly day, double workingDays)
    {
        var left = (int)Math.Ceiling(Math.Min(workingDays, MostDays));
        while (left > 0)
        {
            day = day.AddDays(1);
            if (IsWorkingDay(day))
                left--;
        }

        return day;
    }

    public static int WorkingDaysBetween(DateOnly from, DateOnly to)
    {
        var days = 0;
        for (var day = from.AddDays(1); day <= to; day = day.AddDays(1))
            days += IsWorkingDay(day) ? 1 : 0;
        return days;
    }

    private static bool IsWorkingDay(DateOnly day) => day.DayOfWeek is not (DayOfWeek.Saturday or DayOfWeek.Sunday);
}
