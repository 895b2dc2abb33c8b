using CsCheck;
using Stampo.Core.Comparison;
using Stampo.Core.Materials;
using Stampo.Core.Ranges;
using Stampo.Core.Reference;
using Stampo.Core.Routes;
using Stampo.Core.Wording;
using static Stampo.Core.Tests.TheHousing;

namespace Stampo.Core.Tests.Comparison;

public class SensitivityTests
{
    [Fact]
    public void A_swing_that_loses_the_lead_names_who_takes_it() =>
        Gen.Int[2, 3_000]
            .Sample(
                quantity =>
                {
                    var sensitivity = Sensitivity.Of(Compare(Plain), quantity)!;
                    return sensitivity.Margin >= 0
                        && sensitivity.Swings.Count is > 3 and <= 10
                        && sensitivity.Swings.Select(s => s.Span).SequenceEqual(sensitivity.Swings.Select(s => s.Span).OrderDescending())
                        && sensitivity.Swings.All(s =>
                            (s.MarginLow < 0) == (s.LeaderLow != sensitivity.Leader)
                            && (s.MarginHigh < 0) == (s.LeaderHigh != sensitivity.Leader)
                        );
                },
                iter: 30
            );

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
        var whatIf = new WhatIf([new HeldInput("labour.bench", 100), new HeldInput("material.abs", new ThreePoint(5, 6, 7))]).Checked(
            RateCard.Shipped,
            MaterialLibrary.All
        );
        Assert.Equal(100, whatIf.On(RateCard.Shipped)["labour.bench"].Likely);
        Assert.Equal(RateCard.Shipped["labour.engineer"], whatIf.On(RateCard.Shipped)["labour.engineer"]);
        Assert.Equal(6, whatIf.On(MaterialLibrary.All).Single(m => m.Id == "abs").PricePerKg.Likely);
        Assert.Same(MaterialLibrary.All, WhatIf.None.On(MaterialLibrary.All));
        Assert.True(
            Compare(Plain, whatIf.On(RateCard.Shipped)).LanesAt(60).Single(l => l.Route.Id == "cast-silicone").Total.P50
                > Compare(Plain).LanesAt(60).Single(l => l.Route.Id == "cast-silicone").Total.P50
        );
        Assert.Equal(
            "whatif.unknown",
            Assert
                .Throws<RefusalException>(() =>
                    new WhatIf([new HeldInput("labour.ghost", 1)]).Checked(RateCard.Shipped, MaterialLibrary.All)
                )
                .Code
        );
        Assert.Throws<RefusalException>(() =>
            new WhatIf([new HeldInput("labour.bench", -1)]).Checked(RateCard.Shipped, MaterialLibrary.All)
        );
    }

    /// <summary>At the ends of what is let in, and through every route: no division by nought, no date beyond the calendar.</summary>
    [Fact]
    public void Whatever_figure_is_let_in_every_lane_stands() =>
        Parallel.ForEach(
            RateCard.Shipped.All.Chunk(FiguresAtOnce).SelectMany(few => new[] { few.Select(Least), few.Select(Most) }),
            few =>
            {
                var whatIf = new WhatIf([.. few]);
                var rates = whatIf.Checked(RateCard.Shipped, MaterialLibrary.All).On(RateCard.Shipped);
                Assert.All(
                    Compare(Plain, rates, draws: 30).LanesAt(60),
                    l =>
                        Assert.True(
                            double.IsFinite(l.Total.P10) && double.IsFinite(l.Total.P90) && l.Total.P10 >= 0,
                            $"{string.Join(", ", whatIf.Inputs)}: {l.Route.Id} {l.Total}"
                        )
                );
            }
        );

    [Fact]
    public void No_figure_is_nought_or_beyond_its_likes() =>
        Assert.All(
            RateCard.Shipped.All,
            rate =>
            {
                Assert.Throws<RefusalException>(() => (rate with { Low = 0 }).Checked());
                Assert.Throws<RefusalException>(() => (rate with { High = 1e9 }).Checked());
            }
        );

    /// <summary>A comparison for each figure alone would say the same and take minutes.</summary>
    private const int FiguresAtOnce = 6;

    private static HeldInput Least(Rate rate) => new(rate.Key, rate.Low / 100);

    private static HeldInput Most(Rate rate) => new(rate.Key, rate.Unit == "share" ? Math.Min(1, rate.High * 100) : rate.High * 100);
}
