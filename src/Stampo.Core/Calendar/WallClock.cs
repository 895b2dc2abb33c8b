using NodaTime;

namespace Stampo.Core.Calendar;

/// <summary>
/// Times on the shop's own wall clock: a plan says eight in the morning and means it, also on the day after the clocks have changed.
/// </summary>
public static class WallClock
{
    public static LocalDateTime At(this LocalDate day, double hour) => day.AtMidnight().AfterMinutes(60 * hour);

    public static LocalDateTime AfterMinutes(this LocalDateTime from, double minutes) =>
        from.PlusTicks((long)Math.Round(minutes * NodaConstants.TicksPerMinute));

    /// <summary>The same to the full second, as times are written down.</summary>
    public static LocalDateTime AfterWholeSeconds(this LocalDateTime from, double minutes) =>
        from.PlusSeconds((long)Math.Round(60 * minutes));

    public static double MinutesUntil(this LocalDateTime from, LocalDateTime to) =>
        Period.Between(from, to, PeriodUnits.Ticks).Ticks / (double)NodaConstants.TicksPerMinute;

    public static double HourOfDay(this LocalDateTime at) => at.TickOfDay / (double)NodaConstants.TicksPerHour;

    public static DateOnly Day(this LocalDateTime at) => at.Date.ToDateOnly();
}
