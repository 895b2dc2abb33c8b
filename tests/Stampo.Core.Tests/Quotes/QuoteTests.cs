using CsCheck;
using Stampo.Core.Briefs;
using Stampo.Core.Comparison;
using Stampo.Core.Quotes;
using Stampo.Core.Routes;
using Stampo.Core.Sequences;
using Stampo.Core.Wording;
using static Stampo.Core.Tests.TheHousing;

namespace Stampo.Core.Tests.Quotes;

public class QuoteTests
{
    private static readonly Brief Series = new()
    {
        ProductionMaterial = "abs",
        Demand = [new DemandRow(Monday.AddDays(200), 3_000, Purpose.Sale)],
    };

    private static readonly Quote Steel = new(
        "q1",
        "inject-steel-pre",
        "Kestrelmere Tooling",
        1,
        2_000,
        true,
        [new(100, 2.4), new(1_000, 1.5), new(5_000, 0.9)],
        50_000,
        20,
        Monday.AddDays(60),
        null,
        true
    );

    private static RouteComparison Compare(params Quote[] quotes) => TheHousing.Compare(Series, quotes: quotes);

    private static Lane LaneAt(RouteComparison comparison, double quantity, string route = "inject-steel-pre") =>
        comparison.LanesAt(quantity).Single(l => l.Route.Id == route);

    [Theory]
    [InlineData(50, 2_000 + 50 * 2.4)] // below the first price: that one, and a warning
    [InlineData(100, 2_000 + 100 * 2.4)]
    [InlineData(999, 2_000 + 999 * 2.4)]
    [InlineData(1_000, 2_000 + 1_000 * 1.5)]
    [InlineData(5_000, 2_000 + 5_000 * 0.9)]
    [InlineData(60_000, 2 * 2_000 + 60_000 * 0.9)] // more than is guaranteed of one tool
    public void A_quote_that_counts_is_what_it_says_at_every_quantity(double quantity, double total)
    {
        var lane = LaneAt(Compare(Steel), quantity);
        Assert.Equal((total, total, total), (lane.Total.P10, lane.Total.P50, lane.Total.P90));
        var beside = Assert.Single(lane.Quotes);
        Assert.Equal((total, total / quantity), (beside.Total, beside.Each));
        Assert.Equal(beside.Difference, total - LaneAt(Compare(), quantity).Total.P50, 1e-6);
        Assert.Equal(quantity < 100, beside.Warning is not null);
    }

    [Fact]
    public void Price_breaks_are_stairs_in_the_curve()
    {
        var curve = Compare(Steel).Overview.Curves.Single(c => c.Id == "inject-steel-pre").Likely;
        var at = curve.Quantities.ToList().IndexOf(999);
        Assert.Equal([999, 1_000], curve.Quantities.Skip(at).Take(2));
        Assert.Equal([2_000 + 999 * 2.4, 2_000 + 1_000 * 1.5], curve.Totals.Skip(at).Take(2));
    }

    [Fact]
    public void It_changes_the_answer_while_it_is_valid_and_while_it_counts()
    {
        Answer On(params Quote[] quotes) => Answering.Of(Compare(quotes), RouteCatalogue.All);
        var without = On().Best!;
        Assert.DoesNotContain("inject-steel-pre", without.RouteIds);
        var with = On(Steel).Best!;
        Assert.Equal(["inject-steel-pre"], with.RouteIds);
        Assert.Equal(2_000 + 3_000 * 1.5, with.Stretches[0].Cost.Made);
        Assert.True(with.Total < without.Total);
        Assert.Equal(without.RouteIds, On(Steel with { Counts = false }).Best!.RouteIds);

        // The day after its last it counts no more, and that is said.
        var expired = Compare(Steel with { ValidUntil = Monday.AddDays(-1) });
        Assert.Equal(without.RouteIds, Answering.Of(expired, RouteCatalogue.All).Best!.RouteIds);
        Assert.Contains(
            LaneAt(expired, 3_000).Gates,
            g => g is { Name: "Quote", Verdict: Verdict.AtRisk } && g.Reason.Contains("the estimate counts again", StringComparison.Ordinal)
        );
        Assert.True(LaneAt(expired, 3_000).Quotes[0].IsExpired);
        Assert.Equal(LaneAt(Compare(), 3_000).Total, LaneAt(expired, 3_000).Total);
    }

    [Fact]
    public void Its_lead_days_and_guaranteed_shots_stand_in_the_lane_and_in_the_sequence()
    {
        var lane = LaneAt(Compare(Steel), 3_000);
        Assert.Equal(50_000, lane.LifeShots!.Value.Likely);
        Assert.Equal(Calendar.WorkingDays.Add(Monday, 20), lane.FirstArticle);
        var hand = Answering.HandMade(Compare(Steel with { LeadDays = 120 }), [new HandStretch("inject-steel-pre")]);
        var late = Answering.Of(Compare(Steel with { ValidUntil = Monday.AddDays(10) }), RouteCatalogue.All);
        Assert.Contains(late.Sentences, s => s.Contains("before this is ordered", StringComparison.Ordinal));
        Assert.Equal(Verdict.AtRisk, late.Best!.Stretches[0].Verdict);
        Assert.True(hand.OrderByOf() < Answering.HandMade(Compare(Steel), [new HandStretch("inject-steel-pre")]).OrderByOf());
    }

    [Fact]
    public void Of_several_that_count_the_cheapest_at_the_quantity_is_taken_also_in_the_search() =>
        Gen.Select(Gen.Int[100, 20_000], Gen.Double[500, 9_000], Gen.Double[0.5, 4])
            .Sample(
                (quantity, tool, each) =>
                {
                    var other = Steel with
                    {
                        Id = "q2",
                        Supplier = "Ostwick Castings",
                        ToolPrice = tool,
                        Prices = [new(1, each)],
                        GuaranteedShots = null,
                    };
                    var lane = LaneAt(Compare(Steel, other), quantity);
                    return Math.Abs(lane.Total.P50 - lane.Quotes.Min(q => q.Total)) < 0.01;
                },
                iter: 20
            );

    [Theory]
    [InlineData("all[0].prices", null)]
    [InlineData("all[0].prices[1].from", "quote.breaks")]
    [InlineData("all[0].supplier", "input.length")]
    [InlineData("all[0].toolPrice", "input.out-of-range")]
    [InlineData("all[0].routeId", "quote.no-route")]
    public void What_can_not_be_a_quote_is_refused_at_its_field(string field, string? code)
    {
        var bad = field switch
        {
            "all[0].prices" => Steel with { Prices = [] },
            "all[0].prices[1].from" => Steel with { Prices = [new(100, 1), new(100, 2)] },
            "all[0].supplier" => Steel with { Supplier = " " },
            "all[0].toolPrice" => Steel with { ToolPrice = -1 },
            _ => Steel with { RouteId = "nowhere" },
        };
        var refusal = Assert.Throws<RefusalException>(() => new QuoteBook([bad]).Checked(["inject-steel-pre"]));
        Assert.Equal(field, refusal.Field);
        Assert.Equal(code ?? refusal.Code, refusal.Code);
        Assert.Equal("all", Assert.Throws<RefusalException>(() => new QuoteBook([Steel, Steel]).Checked(["inject-steel-pre"])).Field);
    }
}

internal static class SequenceDates
{
    public static DateOnly OrderByOf(this Sequence sequence) => sequence.Stretches[0].OrderBy;
}
