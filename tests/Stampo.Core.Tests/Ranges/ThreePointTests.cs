using CsCheck;
using Stampo.Core.Ranges;
using Stampo.Core.Wording;

namespace Stampo.Core.Tests.Ranges;

public class ThreePointTests
{
    [Fact]
    public void Out_of_order_is_refused() =>
        Assert.Equal("range.out-of-order", Assert.Throws<RefusalException>(() => new ThreePoint(2, 1, 3)).Code);

    [Fact]
    public void The_inverse_distribution_stays_inside_and_rises() =>
        Gen.Select(Gen.Double[0, 10], Gen.Double[0, 10], Gen.Double[0, 10], Gen.Double[0, 0.99])
            .Sample(
                (low, up, more, u) =>
                {
                    var range = new ThreePoint(low, low + up, low + up + more);
                    var value = range.At(u);
                    return value >= range.Low - 1e-9 && value <= range.High + 1e-9 && range.At(u + 0.01) >= value - 1e-9;
                }
            );

    [Fact]
    public void At_least_another_is_the_larger_of_both_at_every_end() =>
        Gen.Select(Gen.Double[0, 10], Gen.Double[0, 10], Gen.Double[0, 10], Gen.Double[0, 30])
            .Sample(
                (low, up, more, floor) =>
                {
                    var range = new ThreePoint(low, low + up, low + up + more);
                    var held = range.AtLeast(floor);
                    return held.Low >= floor && held.High >= range.High && held.AtLeast(range) == held && range.AtLeast(0) == range;
                }
            );

    [Fact]
    public void Draws_have_the_mean_of_the_triangle()
    {
        var values = new double[50_000];
        new Draws(1).Sample(new ThreePoint(12, 25, 50), "life", values);
        Assert.Equal((12 + 25 + 50) / 3.0, values.Average(), 0.2);
        Assert.InRange(values.Min(), 12, 13);
        Assert.InRange(values.Max(), 49, 50);
    }

    [Fact]
    public void The_same_key_draws_the_same_numbers_and_another_key_independent_ones()
    {
        double[] one = new double[4000],
            same = new double[4000],
            other = new double[4000];
        var source = new Draws(9);
        source.Sample(new ThreePoint(0, 1, 2), "labour", one);
        source.Sample(new ThreePoint(0, 1, 2), "labour", same);
        source.Sample(new ThreePoint(0, 1, 2), "silicone", other);
        Assert.Equal(one, same);
        var correlation = one.Zip(other, (a, b) => (a - 1) * (b - 1)).Average() * 6;
        Assert.InRange(correlation, -0.06, 0.06);
    }

    [Fact]
    public void Percentiles_interpolate_between_order_statistics() => Assert.Equal(new Band(1.4, 3, 4.6), Band.Of([5.0, 3, 1, 4, 2]));

    [Theory]
    [InlineData(182.8224, "182.8")]
    [InlineData(0.00001234, "0.00001234")]
    [InlineData(1234567.4, "1\u202F234\u202F567")]
    [InlineData(0, "0")]
    [InlineData(-2.5, "-2.5")]
    public void Numbers_read_as_a_person_writes_them(double value, string text) => Assert.Equal(text, Text.Number(value));
}
