using CsCheck;
using Stampo.Core.Comparison;
using Stampo.Core.Ranges;
using Stampo.Core.Wording;

namespace Stampo.Core.Tests.Comparison;

public class CostCurveTests
{
    private static readonly BareRoute Printing = new("a", 0, 0, null, 1, 1, 140);
    private static readonly BareRoute Silicone = new("b", 650, 900, 25, 1, 0.92, 46);
    private static readonly BareRoute Aluminium = new("c", 0, 9800, 20_000, 1, 0.97, 3.1);

    private static readonly Gen<BareRoute> AnyRoute = Gen.Select(
            Gen.Double[0, 3000],
            Gen.Double[0, 3000],
            Gen.Int[0, 60],
            Gen.Int[1, 3],
            Gen.Double[0.5, 1],
            Gen.Double[0.5, 200]
        )
        .Select(
            (oneOff, tool, life, cavities, yield, piece) => new BareRoute("", oneOff, tool, life == 0 ? null : life, cavities, yield, piece)
        );

    [Fact]
    public void The_worked_example_has_its_totals_and_sets()
    {
        var b = CostCurve.Compute(new CostCurveRequest([Printing, Silicone], [20, 23, 24, 46, 47])).Curves[1];
        Assert.Equal([2550, 2700, 3650, 4750, 5700], b.LikelyTotals!.Select(t => Math.Round(t, 6)));
        Assert.Equal([1, 1, 2, 2, 3], b.Sets);
        Assert.Equal(127.5, b.LikelyUnits![0], 1e-9);
    }

    [Fact]
    public void The_worked_example_has_its_crossovers() =>
        Assert.Equal(
            [new Crossover("a", "b", 18, 28), new Crossover("b", "c", 100, 100)],
            CostCurve.Compute(new CostCurveRequest([Printing, Silicone, Aluminium], [1])).Crossovers
        );

    [Fact]
    public void Crossovers_match_counting_through_every_quantity() =>
        AnyRoute
            .Array[2, 4]
            .Sample(
                some =>
                {
                    const int upTo = 400;
                    BareRoute[] routes = [.. some.Select((r, i) => r with { Id = $"r{i}" })];
                    var answer = CostCurve.Compute(new CostCurveRequest(routes, [1], CrossoverUpTo: upTo)).Crossovers;
                    return answer.SequenceEqual(ByCounting(routes, upTo));
                },
                iter: 2_000
            );

    private static List<Crossover> ByCounting(BareRoute[] routes, int upTo)
    {
        var leader = routes.MinBy(r => r.Likely.Total(1))!;
        List<(BareRoute Route, int From)> chain = [(leader, 1)];
        for (var q = 2; q <= upTo; q++)
        {
            var best = routes.MinBy(r => r.Likely.Total(q))!;
            if (best.Likely.Total(q) < leader.Likely.Total(q))
                leader = best;
            if (chain.All(c => c.Route != leader))
                chain.Add((leader, q));
        }

        return [.. chain.Zip(chain.Skip(1), (from, to) => Count(from.Route, to.Route, from.From, upTo))];
    }

    private static Crossover Count(BareRoute from, BareRoute to, int start, int upTo)
    {
        int[] all = [.. Enumerable.Range(start, upTo - start + 1)];
        var first = all.First(q => to.Likely.Total(q) < from.Likely.Total(q));
        var lastLost = all.Where(q => q >= first && to.Likely.Total(q) >= from.Likely.Total(q)).DefaultIfEmpty(0).Max();
        return new Crossover(
            from.Id,
            to.Id,
            first,
            lastLost == 0 ? first
                : lastLost == upTo ? null
                : lastLost + 1
        );
    }

    [Fact]
    public void The_total_never_falls_as_the_quantity_rises_within_one_tool_set() =>
        Gen.Select(AnyRoute, Gen.Int[1, 100_000])
            .Sample(
                (route, q) =>
                {
                    var point = route.Likely;
                    return point.Sets(q + 1) < point.Sets(q) ? false : point.Total(q + 1) >= point.Total(q) - 1e-9;
                }
            );

    [Fact]
    public void Half_the_life_is_never_cheaper() =>
        Gen.Select(AnyRoute, Gen.Int[2, 60], Gen.Int[1, 5000])
            .Sample(
                (route, life, q) =>
                    (route with { LifeShots = life / 2.0 }).Likely.Total(q) >= (route with { LifeShots = life }).Likely.Total(q) - 1e-9
            );

    [Fact]
    public void A_range_gives_bands_in_order_and_chances_that_add_up()
    {
        var ranged = Silicone with { Piece = new ThreePoint(40, 46, 60), LifeShots = new ThreePoint(12, 25, 50) };
        var answer = CostCurve.Compute(new CostCurveRequest([Printing, ranged, Aluminium], [5, 30, 200]));
        Assert.All(answer.Curves, c => Assert.Null(c.LikelyTotals));
        Assert.All(answer.Curves[1].TotalBands!, b => Assert.True(b.P10 < b.P50 && b.P50 < b.P90));
        for (var i = 0; i < 3; i++)
            Assert.Equal(1, answer.Curves.Sum(c => c.ChanceCheapest![i]), 1e-9);
        Assert.Equal(1, answer.Curves[0].ChanceCheapest![0], 1e-9);
    }

    [Fact]
    public void The_same_seed_gives_the_same_answer_and_another_seed_nearly_so()
    {
        var ranged = Silicone with { Piece = new ThreePoint(40, 46, 60) };
        Band At(long? seed) => CostCurve.Compute(new CostCurveRequest([ranged], [20], Seed: seed)).Curves[0].TotalBands![0];
        Assert.Equal(At(7), At(7));
        Assert.NotEqual(At(7), At(8));
        Assert.Equal(At(7).P50, At(8).P50, At(7).P50 * 0.01);
    }

    [Fact]
    public void A_hundred_million_parts_neither_overflow_nor_take_longer()
    {
        var answer = CostCurve.Compute(new CostCurveRequest([Printing, Silicone, Aluminium], [1e8], CrossoverUpTo: 100_000_000));
        Assert.All(answer.Curves, c => Assert.True(double.IsFinite(c.LikelyTotals![0]) && c.LikelyTotals[0] > 0));
        Assert.Equal(2, answer.Crossovers.Count);
    }

    public static TheoryData<CostCurveRequest, string> Bad =>
        new()
        {
            { new([], [1]), "routes" },
            { new([Printing], []), "quantities" },
            { new([Printing], [0]), "quantities[0]" },
            { new([Printing], [1], Draws: 1_000_000), "draws" },
            { new([Printing], [1], CrossoverUpTo: 0), "crossoverUpTo" },
            { new([Printing, Printing], [1]), "routes" },
            { new([Printing with { Yield = 0 }], [1]), "routes[0].yield" },
            { new([Printing with { Yield = 1.2 }], [1]), "routes[0].yield" },
            { new([Printing with { Cavities = 0 }], [1]), "routes[0].cavities" },
            { new([Silicone with { LifeShots = 0 }], [1]), "routes[0].lifeShots" },
            { new([Printing with { Piece = -1 }], [1]), "routes[0].piece" },
            { new([Printing with { Piece = new ThreePoint(-5, 0, 1) }], [1]), "routes[0].piece" },
        };

    [Theory]
    [MemberData(nameof(Bad))]
    public void Numbers_out_of_range_name_their_field(CostCurveRequest request, string field) =>
        Assert.Equal(field, Assert.Throws<RefusalException>(() => CostCurve.Compute(request)).Field);

    [Fact]
    public void Two_stairs_of_equal_slope_are_refused_rather_than_followed_for_ever()
    {
        BareRoute[] twins = [new("x", 0, 10, 1, 1, 1, 1), new("y", 5, 10, 1, 1, 1, 1)];
        var refusal = Assert.Throws<RefusalException>(() =>
            CostCurve.Compute(new CostCurveRequest(twins, [1], CrossoverUpTo: 100_000_000))
        );
        Assert.Equal("crossover.too-far", refusal.Code);
    }
}
