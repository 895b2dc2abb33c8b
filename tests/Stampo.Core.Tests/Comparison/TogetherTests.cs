using Stampo.Core.Briefs;
using Stampo.Core.Comparison;
using Stampo.Core.Materials;
using Stampo.Core.Ranges;
using Stampo.Core.Reference;
using Stampo.Core.Routes;

namespace Stampo.Core.Tests.Comparison;

/// <summary>Estimates of one hand err together: a tool's quotes do not agree to ten per cent.</summary>
public class TogetherTests
{
    private const int Count = 10_000;

    private static Way WayOf(string routeId, Brief brief, double together)
    {
        var rates = RateCard.Shipped;
        var inputs = new JobInputs(TheHousing.Part, brief, rates, MaterialLibrary.All, TheHousing.Monday);
        var source = new SharedDraws(new Draws(Draws.DefaultSeed), Count, together);
        return CandidateRoute.For(RouteCatalogue.Find(routeId)!, inputs, source)!.BestWay(1_000);
    }

    private static double Spread(ReadOnlySpan<double> values)
    {
        var sorted = values.ToArray();
        Array.Sort(sorted);
        return sorted[9 * sorted.Length / 10] / sorted[sorted.Length / 10];
    }

    private static Brief Bought =>
        TheHousing.Plain with
        {
            Sources = new Sources { MetalTools = Source.BoughtIn },
            Demand = [new DemandRow(TheHousing.Monday.AddDays(200), 1_000, Purpose.Sale)],
        };

    private static double OrderSpread(Way way, double quantity)
    {
        var totals = new double[Count];
        way.Drawn.Totals(quantity, totals);
        return Spread(totals);
    }

    [Fact]
    public void A_bought_in_tool_an_order_with_it_and_casting_in_house_spread_as_the_trade_finds_them()
    {
        var tool = WayOf("inject-aluminium", Bought, 0.6);
        Assert.InRange(Spread(tool.Drawn.Tool), 1.58, 2.2);
        Assert.InRange(OrderSpread(tool, 1_000), 1.4, 1.8);
        Assert.InRange(OrderSpread(WayOf("cast-silicone", TheHousing.Plain, 0.6), 40), 1.3, 1.6);
        // Each line drawn on its own, the errors cancelled.
        Assert.True(Spread(WayOf("inject-aluminium", Bought, 0).Drawn.Tool) < Spread(tool.Drawn.Tool) - 0.1);
    }

    [Fact]
    public void A_range_keeps_its_shape_and_a_group_moves_as_far_as_it_is_said_to()
    {
        var range = new ThreePoint(10, 20, 50);
        var draws = new Draws(7);
        var group = new double[Count];
        draws.Normal("hand", group);
        var (one, other, alone) = (new double[Count], new double[Count], new double[Count]);
        draws.SampleTogether(range, "one", group, 0.6, one);
        draws.SampleTogether(range, "other", group, 0.6, other);
        draws.Sample(range, "one", alone);
        foreach (var share in new[] { 0.1, 0.5, 0.9 })
            Assert.Equal(Quantile(alone, share), Quantile(one, share), 0.6);
        Assert.InRange(MathNet.Numerics.Statistics.Correlation.Pearson(one, other), 0.5, 0.65);
        draws.SampleTogether(range, "one", group, 0.6, alone);
        Assert.Equal(one, alone);
    }

    /// <summary>Two toolmakers' routes share what the toolmaker gets wrong: which is dearer stays surer than either price.</summary>
    [Fact]
    public void Odds_between_routes_of_one_toolmaker_stay_sharp()
    {
        var inputs = new JobInputs(TheHousing.Part, Bought, RateCard.Shipped, MaterialLibrary.All, TheHousing.Monday);
        var source = new SharedDraws(new Draws(Draws.DefaultSeed), Count, 0.6);
        double[] Tool(string id) => CandidateRoute.For(RouteCatalogue.Find(id)!, inputs, source)!.BestWay(1_000).Drawn.Tool;
        var (aluminium, steel) = (Tool("inject-aluminium"), Tool("inject-steel-pre"));
        Assert.InRange(MathNet.Numerics.Statistics.Correlation.Pearson(aluminium, steel), 0.5, 1);
        Assert.True(aluminium.Zip(steel, (a, s) => a < s ? 1.0 : 0).Average() > 0.93);
    }

    private static double Quantile(double[] values, double share)
    {
        var sorted = values.ToArray();
        Array.Sort(sorted);
        return sorted[(int)(share * sorted.Length)];
    }
}
