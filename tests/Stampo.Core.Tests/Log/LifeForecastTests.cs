using CsCheck;
using Stampo.Core.Log.Shelf;
using Stampo.Core.Ranges;
using Stampo.Core.Wording;

namespace Stampo.Core.Tests.Log;

public class LifeForecastTests
{
    [Fact]
    public void The_worked_example()
    {
        var forecast = LifeForecast.Of(3, new LifePrior(2, 54_000), [22, 31], [12]);
        Assert.Equal((4, 96_167), (forecast.A, forecast.B));
        Assert.Equal(0.7013, forecast.Survival(12, 10), 5e-5);
    }

    /// <summary>The closed form is the mean of the Weibull's survival over the Gamma of its rate.</summary>
    [Fact]
    public void Survival_is_the_mean_over_the_rates()
    {
        var forecast = LifeForecast.Of(2.5, new LifePrior(2, 3_000), [20], [9]);
        var (sum, weight) = (0.0, 0.0);
        var extra = Math.Pow(9 + 7, 2.5) - Math.Pow(9, 2.5);
        for (var rate = 1e-7; rate < 20 / forecast.B * forecast.A; rate += 1e-7)
        {
            var density = Math.Pow(rate, forecast.A - 1) * Math.Exp(-rate * forecast.B);
            weight += density;
            sum += density * Math.Exp(-rate * extra);
        }

        Assert.Equal(sum / weight, forecast.Survival(9, 7), 1e-4);
    }

    [Theory]
    [InlineData(12, 25, 50)]
    [InlineData(10, 12, 15)]
    [InlineData(100, 300, 700)]
    [InlineData(40, 60, 80)]
    public void A_plans_range_comes_back_as_its_tenths(double low, double likely, double high)
    {
        var prior = LifeForecast.From(new ThreePoint(low, likely, high));
        Assert.Equal(low, prior.MoreAt(0, 0.9), 0.01 * low);
        Assert.Equal(likely, prior.MoreAt(0, 0.5), 0.001 * likely);
        Assert.Equal(high, prior.MoreAt(0, 0.1), 0.01 * high);
    }

    [Fact]
    public void A_range_of_any_skew_keeps_its_middle_and_stays_within_it() =>
        Gen.Select(Gen.Double[5, 200], Gen.Double[1, 6], Gen.Double[1, 6])
            .Sample(
                (low, up, more) =>
                {
                    var range = new ThreePoint(low, low * up, low * up * more);
                    var prior = LifeForecast.From(range);
                    Assert.Equal(range.Likely, prior.MoreAt(0, 0.5), 0.001 * range.Likely);
                    Assert.InRange(prior.A, 0.5, 4);
                    Assert.True(prior.MoreAt(0, 0.9) < range.Likely && prior.MoreAt(0, 0.1) > range.Likely);
                },
                iter: 300
            );

    [Fact]
    public void History_moves_it_as_it_should() =>
        Gen.Select(Gen.Double[10, 60].Array[0, 6], Gen.Double[0, 60].Array[0, 6], Gen.Double[1, 40])
            .Sample(
                (worn, serving, more) =>
                {
                    var prior = LifeForecast.From(new ThreePoint(12, 25, 50));
                    var base0 = prior.With(worn, serving);
                    // One more that stands long makes it better, one that wore out early worse; more shots are never likelier.
                    Assert.True(prior.With(worn, [.. serving, 60]).Survival(0, more) >= base0.Survival(0, more));
                    Assert.True(prior.With([.. worn, 3], serving).Survival(0, more) <= base0.Survival(0, more) + 1e-12);
                    Assert.True(base0.Survival(5, more + 1) <= base0.Survival(5, more));
                    Assert.Equal(0.8, base0.Survival(5, base0.MoreAt(5, 0.8)), 1e-9);
                },
                iter: 300
            );

    [Fact]
    public void What_can_t_be_is_refused()
    {
        static string Field(Action what) => Assert.Throws<RefusalException>(what).Field!;
        Assert.Equal("shape", Field(() => LifeForecast.Of(0, new LifePrior(1, 1), [], [])));
        Assert.Equal("prior.b", Field(() => LifeForecast.Of(3, new LifePrior(1, 0), [], [])));
        Assert.Equal("retired[1]", Field(() => LifeForecast.Of(3, new LifePrior(1, 1), [1, -1], [])));
        Assert.Equal("more", Field(() => LifeForecast.Of(3, new LifePrior(1, 1), [], []).Survival(0, -1)));
    }
}
