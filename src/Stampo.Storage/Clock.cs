using NodaTime;

namespace Stampo.Storage;

/// <summary>What time it is: an instant for what happened, the shop's own day for what is planned.</summary>
public static class Clock
{
    public static Instant Now(this TimeProvider clock) => Instant.FromDateTimeOffset(clock.GetUtcNow());

    /// <summary>Which day of the shop's own clock a moment fell on.</summary>
    public static DateOnly DayOf(this TimeProvider clock, Instant at) =>
        DateOnly.FromDateTime(TimeZoneInfo.ConvertTimeFromUtc(at.ToDateTimeUtc(), clock.LocalTimeZone));

    public static DateOnly Today(this TimeProvider clock) => DateOnly.FromDateTime(clock.GetLocalNow().DateTime);
}
