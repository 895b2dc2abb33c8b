using CsCheck;
using Stampo.Core.Comparison;

namespace Stampo.Core.Tests.Comparison;

public class CostPointTests
{
    [Fact]
    public void Many_draws_at_once_cost_what_each_costs_alone() =>
        Gen.Select(Gen.Double[0, 1e5], Gen.Double[0, 1e5], Gen.Double[0.5, 1e6], Gen.Double[0, 100], Gen.Double[0, 500])
            .Array[1, 40]
            .Select(Gen.Int[1, 1_000_000], Gen.OneOfConst(double.PositiveInfinity, 500.0))
            .Sample(
                (draws, quantity, batchSize) =>
                {
                    var drawn = new DrawnCost(draws.Length) { BatchSize = batchSize };
                    for (var d = 0; d < draws.Length; d++)
                        (drawn.OneOff[d], drawn.Tool[d], drawn.Capacity[d], drawn.PerGoodPart[d], drawn.Batch[d]) = (
                            draws[d].Item1,
                            draws[d].Item2,
                            d % 5 == 0 ? double.PositiveInfinity : draws[d].Item3,
                            draws[d].Item4,
                            draws[d].Item5
                        );
                    var totals = new double[draws.Length];
                    drawn.Totals(quantity, totals);
                    return totals
                        .Select(
                            (total, d) =>
                                (
                                    total,
                                    Alone: new CostPoint(
                                        drawn.OneOff[d],
                                        drawn.Tool[d],
                                        drawn.Capacity[d],
                                        drawn.PerGoodPart[d],
                                        drawn.Batch[d],
                                        batchSize
                                    ).Total(quantity)
                                )
                        )
                        .All(t => Math.Abs(t.total - t.Alone) <= 1e-9 * t.Alone);
                },
                iter: 300
            );

    [Fact]
    public void A_band_is_what_sorting_gives() =>
        Gen.Double[-1e6, 1e6]
            .Array[1, 400]
            .Sample(
                values =>
                {
                    var sorted = values.Order().ToArray();
                    double Point(double share)
                    {
                        var place = (sorted.Length - 1) * share;
                        var k = (int)place;
                        return sorted[k] + (place - k) * (sorted[Math.Min(k + 1, sorted.Length - 1)] - sorted[k]);
                    }

                    return Core.Ranges.Band.Of((double[])values.Clone()) == new Core.Ranges.Band(Point(0.1), Point(0.5), Point(0.9));
                },
                iter: 2000
            );

    [Fact]
    public void A_band_of_equal_or_few_values_ends() =>
        Assert.Equal(new Core.Ranges.Band(7, 7, 7), Core.Ranges.Band.Of(Enumerable.Repeat(7.0, 5000).ToArray()));

    private static readonly Gen<CostPoint> Any = Gen.Select(
            Gen.Double[0, 900],
            Gen.Double[0, 900],
            Gen.Double[0.4, 80],
            Gen.Double[0.1, 50],
            Gen.Double[0, 90],
            Gen.Int[1, 300]
        )
        .Select((oneOff, tool, capacity, piece, batch, size) => new CostPoint(oneOff, tool, capacity, piece, batch, size));

    [Theory]
    [InlineData(23, 1)]
    [InlineData(23.5, 2)]
    [InlineData(46, 2)]
    [InlineData(47, 3)]
    public void A_full_set_is_not_rounded_up_by_binary_dust(double quantity, double sets) =>
        Assert.Equal(sets, new CostPoint(0, 1, 25 * 0.92, 0).Sets(quantity));

    [Fact]
    public void The_straight_bounds_hold_the_staircase_between_them() =>
        Gen.Select(Any, Gen.Int[1, 2000])
            .Sample(
                (cost, q) =>
                {
                    var (below, lower) = cost.Bound(above: false);
                    var (above, upper) = cost.Bound(above: true);
                    var total = cost.Total(q);
                    return below + lower * q <= total + 1e-6 && total <= above + upper * q + 1e-6;
                }
            );

    [Fact]
    public void Up_to_the_end_of_a_step_only_pieces_are_added_and_after_it_more() =>
        Gen.Select(Any, Gen.Int[1, 500])
            .Sample(
                (cost, q) =>
                {
                    var end = cost.StepEnd(q);
                    var within = Math.Abs(cost.Total(end) - cost.Total(q) - (end - q) * cost.PerGoodPart) < 1e-6;
                    var next = cost.Total(end + 1) - cost.Total(end) - cost.PerGoodPart;
                    return end >= q && within && (next > -1e-6);
                }
            );

    [Fact]
    public void A_run_is_set_up_once_for_its_parts()
    {
        var cost = new CostPoint(10, 0, double.PositiveInfinity, 1, Batch: 50, BatchSize: 100);
        Assert.Equal([61, 160, 211], new[] { 1.0, 100, 101 }.Select(cost.Total));
    }

    [Fact]
    public void Odds_among_those_that_compete_leave_the_others_without_a_chance()
    {
        var cheap = new DrawnCost(3);
        var dear = new DrawnCost(3);
        Array.Fill(dear.PerGoodPart, 5);
        Array.Fill(cheap.Capacity, double.PositiveInfinity);
        Array.Fill(dear.Capacity, double.PositiveInfinity);
        Assert.Equal([1, 0], Odds.At(10, [cheap, dear], 3).ChanceCheapest.Select(c => Math.Round(c, 9)));
        Assert.Equal([0, 1], Odds.At(10, [cheap, dear], 3, [false, true]).ChanceCheapest.Select(c => Math.Round(c, 9)));
    }
}
