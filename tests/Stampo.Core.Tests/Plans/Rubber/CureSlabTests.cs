using Stampo.Core.Plans.Rubber;
using Stampo.Core.Wording;

namespace Stampo.Core.Tests.Plans.Rubber;

public class CureSlabTests
{
    private static readonly CureSlabRequest Ten = new(10, 0.11, 25, 170, 6, 160);

    [Fact]
    public void Worked_examples()
    {
        Assert.Equal((7.6694, 168.7508), (Math.Round(CureSlab.Of(Ten).Minutes, 4), Math.Round(CureSlab.Of(Ten).CentreC, 4)));
        var thick = CureSlab.Of(Ten with { ThicknessMm = 25, MoldC = 165 });
        Assert.Equal(28.8085, thick.Minutes, 1e-3);
        Assert.Equal(156.1475, thick.CentreC, 1e-3);
    }

    [Fact]
    public void The_same_as_stepping_the_heat_through_thin_layers()
    {
        // Explicit differences over half the slab: nothing of the series in it.
        const int layers = 60;
        var (step, temperature) = (5.0 / layers, Enumerable.Repeat(25.0, layers + 1).ToArray());
        var seconds = 0.4 * step * step / Ten.DiffusivityMm2PerS;
        var (cured, time) = (0.0, 0.0);
        temperature[0] = 170;
        for (; cured < 6 * 60; time += seconds)
        {
            var before = (double[])temperature.Clone();
            for (var i = 1; i <= layers; i++)
                temperature[i] += 0.4 * (before[i - 1] - 2 * before[i] + before[i == layers ? layers - 1 : i + 1]);
            cured += seconds * Math.Pow(2, (temperature[layers] - 160) / 10);
        }

        Assert.Equal(time / 60, CureSlab.Of(Ten).Minutes, 0.01);
    }

    [Theory]
    [InlineData(0.05, 10, 25, 170, 6, 160)]
    [InlineData(1_000, 0.01, -50, 400, 0.001, 20)]
    [InlineData(1_000, 0.01, -50, 400, 10_000, 400)]
    [InlineData(300, 0.11, 25, 400, 0.5, 20)]
    [InlineData(6, 0.11, 150, 150, 6, 150)]
    public void Ends_whatever_is_asked(double mm, double diffusivity, double start, double mold, double t90, double reference)
    {
        var cured = CureSlab.Of(new CureSlabRequest(mm, diffusivity, start, mold, t90, reference));
        Assert.InRange(cured.Minutes, t90 * Math.Pow(2, (reference - mold) / 10) * (1 - 1e-9), double.MaxValue);
        Assert.InRange(cured.CentreC, start, mold);
    }

    [Fact]
    public void Thin_and_slow_cures_as_at_the_mold_and_thicker_takes_longer()
    {
        Assert.Equal(600 / 2.0, CureSlab.Of(Ten with { ThicknessMm = 0.1, T90RefMin = 600 }).Minutes, 1e-2);
        double[] minutes = [.. new[] { 2.0, 6, 10, 25 }.Select(mm => CureSlab.Of(Ten with { ThicknessMm = mm }).Minutes)];
        Assert.Equal(minutes.Order(), minutes);
        Assert.Equal("startC", Assert.Throws<RefusalException>(() => CureSlab.Of(Ten with { StartC = 180 })).Field);
    }

    [Fact]
    public void A_preform_is_the_part_and_what_flows_over()
    {
        Assert.Equal(11.72448, Preform.Of(new PreformRequest(9.2, 1.18, 8)).MassG, 1e-9);
        Assert.Equal("overfillPct", Assert.Throws<RefusalException>(() => Preform.Of(new PreformRequest(9.2, 1.18, -1))).Field);
    }
}
