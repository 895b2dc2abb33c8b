using CsCheck;
using Stampo.Core.Calendar;
using Stampo.Core.Comparison;
using Stampo.Core.Jobs;
using Stampo.Core.Routes;
using Stampo.Core.Working;

namespace Stampo.Core.Tests.Comparison;

public class DatesTests
{
    private static readonly DateOnly Friday = new(2026, 3, 6);

    private static RouteEstimate Estimate(double leadDays, double partsPerDay) =>
        new(1, [], null, Figure.Given("good parts", 1, "share"), null, [new LeadStep("Make it", leadDays)], partsPerDay, 0.1);

    [Theory]
    [InlineData(0, 6)]
    [InlineData(0.2, 9)]
    [InlineData(1, 9)]
    [InlineData(5, 13)]
    [InlineData(6, 16)]
    public void Working_days_are_counted_from_Monday_to_Friday(double days, int dayOfMarch) =>
        Assert.Equal(new DateOnly(2026, 3, dayOfMarch), WorkingDays.Add(Friday, days));

    [Fact]
    public void Counting_back_gives_the_days_added() =>
        Gen.Int[0, 400].Sample(days => WorkingDays.Between(Friday, WorkingDays.Add(Friday, days)) == days);

    [Fact]
    public void The_last_part_follows_the_first_at_the_rate_of_one_tool()
    {
        var dates = Dates.Of(Estimate(3, 10), 45, Friday);
        Assert.Equal(new DateOnly(2026, 3, 11), dates.FirstArticle);
        Assert.Equal(new DateOnly(2026, 3, 18), dates.LastPart);
    }

    [Fact]
    public void A_hundred_million_parts_end_on_some_day() =>
        Assert.InRange(Dates.Of(Estimate(3, 1), 1e8, Friday).LastPart.Year, 2040, 2060);
}
