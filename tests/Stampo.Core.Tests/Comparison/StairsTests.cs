using CsCheck;
using Stampo.Core.Comparison;

namespace Stampo.Core.Tests.Comparison;

public class StairsTests
{
    private static readonly CostPoint Mold = new(650, 900, 23, 50);

    [Fact]
    public void Both_sides_of_a_worn_out_tool_are_drawn()
    {
        var stairs = Stairs.Of([Mold], [10, 30]);
        Assert.Equal([10, 23, 24, 30], stairs.Quantities);
        Assert.Equal([2050, 2700, 3650, 3950], stairs.Totals);
    }

    [Fact]
    public void A_step_that_ends_on_a_grid_quantity_is_not_drawn_twice() =>
        Assert.Equal([23, 24, 40], Stairs.Of([Mold], [23, 40]).Quantities);

    [Fact]
    public void Steps_closer_than_a_line_are_left_out() => Assert.Equal([1, 1000], Stairs.Of([Mold], [1, 1000]).Quantities);

    [Fact]
    public void Nothing_wears_no_steps() =>
        Assert.Equal([1, 100, 10_000], Stairs.Of([new CostPoint(5, 0, double.PositiveInfinity, 3)], [1, 100, 10_000]).Quantities);

    [Fact]
    public void Quantities_rise_and_every_total_is_the_cheapest_way() =>
        Gen.Select(Gen.Double[0, 2000], Gen.Double[1, 40], Gen.Double[1, 60], Gen.Double[1, 90])
            .Sample(
                (tool, life, a, b) =>
                {
                    CostPoint[] ways = [new(100, tool, life, a), new(900, 3 * tool, 10 * life, b)];
                    var stairs = Stairs.Of(ways, [1, 3, 7, 20, 50, 130]);
                    return stairs.Quantities.Zip(stairs.Quantities.Skip(1)).All(p => p.First < p.Second)
                        && stairs
                            .Quantities.Zip(stairs.Totals)
                            .All(p => p.Second == Math.Min(ways[0].Total(p.First), ways[1].Total(p.First)));
                }
            );
}
