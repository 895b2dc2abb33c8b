using Microsoft.Extensions.Time.Testing;
using NodaTime;
using Stampo.Core.Calendar;
using Stampo.Core.Planning;
using Stampo.Server.Hosting;
using Stampo.Storage;

namespace Stampo.Server.Tests;

/// <summary>In the night to 25 October 2026 the clocks of central Europe go back from three to two.</summary>
public class ClockTests
{
    private static FakeTimeProvider At(int day, int hourUtc, int minute)
    {
        var clock = new FakeTimeProvider(new DateTimeOffset(2026, 10, day, hourUtc, minute, 0, TimeSpan.Zero));
        clock.SetLocalTimeZone(TimeZoneInfo.FindSystemTimeZoneById("Europe/Berlin"));
        return clock;
    }

    [Fact]
    public void The_shops_day_turns_at_its_own_midnight_before_and_after_the_clocks_change()
    {
        Assert.Equal([24, 25], [At(24, 21, 59).Today().Day, At(24, 22, 1).Today().Day]);
        Assert.Equal([25, 26], [At(25, 22, 59).Today().Day, At(25, 23, 1).Today().Day]);
    }

    [Fact]
    public void Half_past_two_comes_twice_and_is_two_instants()
    {
        var (first, second) = (At(25, 0, 30), At(25, 1, 30));
        Assert.Equal(first.GetLocalNow().DateTime, second.GetLocalNow().DateTime);
        Assert.Equal(Duration.FromHours(1), second.Now() - first.Now());
    }

    [Fact]
    public void A_plan_over_the_change_still_begins_at_eight_and_is_written_without_a_zone()
    {
        var hours = new WorkingHours();
        var friday = hours.NextMorning(At(22, 12, 0).Today());
        var monday = hours.After(friday, 60 + hours.MinutesADay);
        Assert.Equal((new LocalDateTime(2026, 10, 23, 8, 0), new LocalDateTime(2026, 10, 26, 9, 0)), (friday, monday));
        Assert.Equal((26, 9.0), (monday.Day().Day, monday.HourOfDay()));
        Assert.Equal("\"2026-10-26T09:00:00\"", Json.Write(monday));
        Assert.Equal("\"2026-10-25T01:30:00Z\"", Json.Write(At(25, 1, 30).Now()));
        Assert.Equal(monday, Json.Read<LocalDateTime>(Json.Write(monday)));
    }
}
