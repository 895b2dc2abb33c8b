using CsCheck;
using Stampo.Core.Bridging;
using Stampo.Core.Briefs;
using Stampo.Core.Comparison;
using Stampo.Core.Materials;
using Stampo.Core.Parts;
using Stampo.Core.Ranges;
using Stampo.Core.Reference;
using Stampo.Core.Routes;
using Stampo.Core.Working;

namespace Stampo.Core.Tests.Comparison;

public class PickTests
{
    private static readonly DateOnly Monday = new(2030, 3, 4);

    private static readonly PartFacts Housing = new(118, 82, 34, 46, 480, new PartDeclaration { NominalWallMm = 2.2, ThinnestWallMm = 1.6 });

    private static readonly Brief Plain = new() { ProductionMaterial = "abs", Demand = [new DemandRow(Monday.AddDays(200), 60, Purpose.Function)], Hardness = new HardnessTarget(ShoreScale.D, 76, 8, true) };

    private static RouteComparison Compare(Brief brief, RateCard? rates = null, int draws = 200) =>
        new(new JobInputs(Housing, brief, rates ?? RateCard.Shipped, MaterialLibrary.All, Monday), RouteCatalogue.All, draws);

    private static Pick Of(Brief brief, Weights? weights = null) => Picking.Of(Compare(brief), RouteCatalogue.All, weights ?? new Weights());

    [Fact]
    public void The_cheapest_that_meets_every_must_and_date_is_recommended() => Gen.Select(Gen.Int[1, 20_000], Gen.Int[20, 400]).Sample((quantity, days) =>
    {
        var pick = Of(Plain with { Demand = [new DemandRow(Monday.AddDays(days), quantity, Purpose.Function)] });
        var inTime = pick.Contenders.Where(c => c.DaysLate == 0).ToList();
        return pick.Recommended is { } id && (inTime.Count > 0
            ? pick.MeetsDates && id == inTime.Where(c => c.DominatedBy is null).MinBy(c => c.Cost)!.RouteId
            : !pick.MeetsDates && id == pick.Contenders.MinBy(c => c.DaysLate)!.RouteId) && pick.RunnerUp != id;
    }, iter: 25);

    [Fact]
    public void What_another_beats_on_every_aim_is_named_and_never_on_the_front() => Gen.Int[1, 5_000].Sample(quantity =>
    {
        var all = Of(Plain with { Demand = [new DemandRow(Monday.AddDays(300), quantity, Purpose.Function)] }).Contenders;
        return all.All(c => all.Any(o => o.Cost < c.Cost && o.LastPart <= c.LastPart && o.Likeness >= c.Likeness && o.ToleranceMm <= c.ToleranceMm) ? c.DominatedBy is not null : true)
            && all.Where(c => c.DominatedBy is not null).All(c => all.Any(o => o.Name == c.DominatedBy && o.Cost <= c.Cost));
    }, iter: 15);

    [Fact]
    public void Weights_reorder_what_nothing_dominates_and_only_that()
    {
        var (byCost, byLikeness) = (Of(Plain), Of(Plain, new Weights(0, 0, 5, 0)));
        Assert.NotEqual(byCost.Recommended, byLikeness.Recommended);
        Assert.Equal(byCost.Contenders.Select(c => c.RouteId).Order(), byLikeness.Contenders.Select(c => c.RouteId).Order());
        Assert.Null(byLikeness.Contenders[0].DominatedBy);
        Assert.Equal("weights.date", Assert.Throws<RefusalException>(() => new Weights(1, -1).Checked()).Field);
    }

    [Fact]
    public void Sentences_say_what_would_change_it()
    {
        // Molded plastics here stop at 120 °C: without that must a tool would do.
        var pick = Of(Plain with { Demand = [new DemandRow(Monday.AddDays(200), 2_000, Purpose.Function)], ServiceTemperature = new TemperatureTarget(125, true), Hardness = null });
        Assert.Contains(pick.Sentences, s => s.EndsWith("if it need not hold 125 °C.", StringComparison.Ordinal));
        Assert.Contains(Of(Plain).Sentences, s => s.Contains("if fewer than", StringComparison.Ordinal) || s.Contains("if more than", StringComparison.Ordinal));
    }

    [Fact]
    public void When_a_must_rules_everything_out_the_least_bad_say_what_to_relax()
    {
        var pick = Of(Plain with { ServiceTemperature = new TemperatureTarget(390, true) });
        Assert.Null(pick.Recommended);
        Assert.InRange(pick.LeastBad.Count, 3, 5);
        Assert.All(pick.LeastBad, l => Assert.NotEmpty(l.Relax));
        Assert.All(pick.LeastBad, l => Assert.Contains(l.Reasons, r => r.Contains("390", StringComparison.Ordinal)));
    }

    [Fact]
    public void The_bridge_of_a_brief_goes_from_soft_to_metal_with_dates()
    {
        var brief = Plain with
        {
            Demand = [new DemandRow(Monday.AddDays(4), 3, Purpose.Fit), new DemandRow(Monday.AddDays(70), 40, Purpose.Function), new DemandRow(Monday.AddDays(260), 1_200, Purpose.Sale, 3)],
            ChangeRisk = new ChangeRisk(0.12, ChangeSize.Large),
        };
        var bridge = ProjectBridge.Of(Compare(brief));
        var chain = bridge.Stretches.Select(s => ProjectBridge.RouteIdOf(s.RouteId)).ToList();
        Assert.InRange(chain.Count, 2, 3);
        Assert.All(chain.SkipLast(1), id => Assert.True(id == "print" || id.StartsWith("cast-", StringComparison.Ordinal)));
        Assert.Equal("inject-aluminium", chain[^1]);
        Assert.All(bridge.Stretches, s => Assert.True(Monday <= s.OrderBy && s.OrderBy <= s.From && s.From <= s.Until));
        Assert.Equal(3_643, bridge.Stretches.Sum(s => s.Quantity));
        Assert.True(bridge.BestSingle is null || bridge.Total <= bridge.BestSingle.Total);
        var comparison = Compare(brief);
        var ways = ProjectBridge.RequestOf(comparison).Routes.Select(r => r.Id).ToHashSet();
        var silicone = comparison.Candidates.Single(c => c.Route.Card.Id == "cast-silicone");
        Assert.All(brief.Demand, row => Assert.Contains($"cast-silicone/{silicone.BestWay(row.Quantity).Estimate.Cavities}", ways));
    }

    [Fact]
    public void Twenty_years_of_yearly_rows_still_make_a_bridge()
    {
        var rows = Enumerable.Range(0, 50).Select(i => new DemandRow(Monday.AddDays(200 + i), 900, Purpose.Sale, 20)).ToList();
        var bridge = ProjectBridge.Of(Compare(Plain with { Demand = rows }));
        Assert.Equal(50 * 900 * 20, bridge.Stretches.Sum(s => s.Quantity));
    }

    [Fact]
    public void A_brief_without_demand_has_no_bridge() =>
        Assert.Equal("bridge.no-demand", Assert.Throws<RefusalException>(() => ProjectBridge.Of(Compare(Plain with { Demand = [] }))).Code);

    [Fact]
    public void A_swing_that_loses_the_lead_names_who_takes_it() => Gen.Int[2, 3_000].Sample(quantity =>
    {
        var sensitivity = Sensitivity.Of(Compare(Plain), quantity)!;
        return sensitivity.Margin >= 0 && sensitivity.Swings.Count is > 3 and <= 10
            && sensitivity.Swings.Select(s => s.Span).SequenceEqual(sensitivity.Swings.Select(s => s.Span).OrderDescending())
            && sensitivity.Swings.All(s => (s.MarginLow < 0) == (s.LeaderLow != sensitivity.Leader) && (s.MarginHigh < 0) == (s.LeaderHigh != sensitivity.Leader));
    }, iter: 30);

    [Fact]
    public void The_margin_at_the_likely_value_is_that_of_the_likely_totals()
    {
        var comparison = Compare(Plain);
        var totals = comparison.Candidates.Where(c => !c.IsOutAt(500)).Select(c => c.BestWay(500).Likely.Total(500)).Order().ToList();
        Assert.Equal(totals[1] - totals[0], Sensitivity.Of(comparison, 500)!.Margin, 1e-6);
    }

    [Fact]
    public void What_if_changes_only_what_it_names_and_is_refused_when_unknown()
    {
        var whatIf = new WhatIf([new HeldInput("labour.bench", 100), new HeldInput("material.abs", new ThreePoint(5, 6, 7))]).Checked(RateCard.Shipped, MaterialLibrary.All);
        Assert.Equal(100, whatIf.On(RateCard.Shipped)["labour.bench"].Likely);
        Assert.Equal(RateCard.Shipped["labour.engineer"], whatIf.On(RateCard.Shipped)["labour.engineer"]);
        Assert.Equal(6, whatIf.On(MaterialLibrary.All).Single(m => m.Id == "abs").PricePerKg.Likely);
        Assert.Same(MaterialLibrary.All, WhatIf.None.On(MaterialLibrary.All));
        Assert.True(Compare(Plain, whatIf.On(RateCard.Shipped)).LanesAt(60).Single(l => l.Route.Id == "cast-silicone").Total.P50 > Compare(Plain).LanesAt(60).Single(l => l.Route.Id == "cast-silicone").Total.P50);
        Assert.Equal("whatif.unknown", Assert.Throws<RefusalException>(() => new WhatIf([new HeldInput("labour.ghost", 1)]).Checked(RateCard.Shipped, MaterialLibrary.All)).Code);
        Assert.Throws<RefusalException>(() => new WhatIf([new HeldInput("labour.bench", -1)]).Checked(RateCard.Shipped, MaterialLibrary.All));
    }

    /// <summary>At the ends of what is let in, and through every route: no division by nought, no date beyond the calendar.</summary>
    [Fact]
    public void Whatever_figure_is_let_in_every_lane_stands() => Parallel.ForEach(RateCard.Shipped.All, rate =>
    {
        foreach (var end in new[] { rate.Low / 100, rate.Unit == "share" ? Math.Min(1, rate.High * 100) : rate.High * 100 })
        {
            var rates = new WhatIf([new HeldInput(rate.Key, end)]).Checked(RateCard.Shipped, MaterialLibrary.All).On(RateCard.Shipped);
            Assert.All(Compare(Plain, rates, draws: 30).LanesAt(60), l => Assert.True(double.IsFinite(l.Total.P10) && double.IsFinite(l.Total.P90) && l.Total.P10 >= 0, $"{rate.Key} at {end}: {l.Route.Id} {l.Total}"));
        }

        Assert.Throws<RefusalException>(() => (rate with { Low = 0 }).Checked());
        Assert.Throws<RefusalException>(() => (rate with { High = 1e9 }).Checked());
    });
}
