using Stampo.Core.Bench;
using Stampo.Core.Planning;

namespace Stampo.Core.Tests.Bench;

/// <summary>A ratio may be off by what both cups may be off.</summary>
public class WeighingTests
{
    private static readonly Operation Weigh = new("weigh", Repeats.EachShot, "Weigh", 4)
    {
        Asks = [Ask.Weigh("A", 100) with { Tolerance = 1 }, Ask.Weigh("B", 50) with { Tolerance = 0.5 }],
    };

    private static RatioError Ratio(double a, double b) => Weighing.Ratios(Weigh, [Answer("weigh-a", a), Answer("weigh-b", b)]).Single();

    private static AskAnswer Answer(string ask, double grams) => new(ask, ask, "Maud Quill", TheShot.Zero, grams, null, null, null, false);

    [Theory]
    [InlineData(100, 50.75, true)]
    [InlineData(99.2, 50.3, true)]
    [InlineData(100, 51.1, false)]
    [InlineData(101, 49, false)]
    public void Each_cup_adds_what_it_may_be_off(double a, double b, bool within) => Assert.Equal(within, Ratio(a, b).Within);
}
