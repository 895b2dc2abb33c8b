using CsCheck;
using Stampo.Core.Plans.Casting.Batches;

namespace Stampo.Core.Tests.Plans.Casting.Batches;

public class ScaleRoundingTests
{
    [Theory]
    [InlineData(114.264, 68.5584, 0.1, 114.3, 68.6)]
    [InlineData(100, 50, 1, 100, 50)]
    [InlineData(99.9, 49.95, 1, 100, 50)]
    [InlineData(100, 10, 0.5, 100, 10)]
    public void The_next_whole_steps_that_keep_the_ratio_are_taken(double a, double b, double step, double roundedA, double roundedB) =>
        Assert.Equal((roundedA, roundedB), ScaleRounding.Round(a, b, step));

    [Fact]
    public void When_nothing_near_keeps_the_ratio_the_best_is_taken()
    {
        var (a, b) = ScaleRounding.Round(7.5, 4.5, 1);
        Assert.True(a + b >= 12 && a + b <= 14);
        Assert.True(ScaleRounding.RatioErrorPct(a, b, 100 / 60.0) > ScaleRounding.RatioLimitPct);
    }

    [Fact]
    public void Steps_coarser_than_the_charge_still_give_one_of_each() => Assert.Equal((10, 10), ScaleRounding.Round(1, 0.6, 10));

    [Fact]
    public void Fine_scales_change_almost_nothing() =>
        Gen.Select(Gen.Double[50, 5000], Gen.Double[0.05, 3])
            .Sample(
                (a, share) =>
                {
                    var (roundedA, roundedB) = ScaleRounding.Round(a, a * share, 0.01);
                    return roundedA + roundedB >= (a + a * share) * (1 - 1e-9) && roundedA + roundedB - a - a * share < 0.1;
                }
            );

    [Fact]
    public void No_dust_of_binary_fractions_is_left() =>
        Gen.Select(Gen.Double[1, 999], Gen.Double[0.2, 2])
            .Sample(
                (a, share) =>
                {
                    var (roundedA, roundedB) = ScaleRounding.Round(a, a * share, 0.1);
                    return roundedA == Math.Round(roundedA, 1) && roundedB == Math.Round(roundedB, 1);
                }
            );
}
