using CsCheck;
using Stampo.Core.Ranges;

namespace Stampo.Core.Tests.Ranges;

public class BandTests
{
    /// <summary>Draws as they come: spread, all alike, in a few heaps, with one far out, and a single one.</summary>
    private static readonly Gen<double[]> Draws = Gen.OneOf(
        Gen.Double[-1e6, 1e6].Array[1, 400],
        Gen.Double[0, 100].Select(Gen.Int[1, 50], (value, n) => Enumerable.Repeat(value, n).ToArray()),
        Gen.Int[0, 3].Select(n => (double)n).Array[1, 300],
        Gen.Double[0, 1].Array[2, 300].Select(Gen.Double[1e9, 1e15], (draws, far) => draws.Append(far).ToArray())
    );

    [Fact]
    public void The_points_are_those_of_the_sorted_draws() =>
        Draws.Sample(draws =>
        {
            var sorted = draws.Order().ToArray();
            double Point(double share)
            {
                var place = (sorted.Length - 1) * share;
                var k = (int)place;
                return place > k ? sorted[k] + (place - k) * (sorted[k + 1] - sorted[k]) : sorted[k];
            }

            var kept = draws.ToArray();
            Assert.Equal(new Band(Point(0.1), Point(0.5), Point(0.9)), Band.Of(draws));
            Assert.Equal(Point(0.5), Band.MiddleOf(draws));
            Assert.Equal(kept, draws);
        });

    [Fact]
    public void What_never_ends_has_no_end() =>
        Assert.Equal(
            new Band(1, 2, double.PositiveInfinity),
            Band.Of([1, 1, 2, 2, 2, 2, 2, 2, double.PositiveInfinity, double.PositiveInfinity, double.PositiveInfinity])
        );
}
