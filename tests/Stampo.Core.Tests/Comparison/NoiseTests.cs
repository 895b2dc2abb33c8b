using Stampo.Core.Comparison;
using Stampo.Core.Routes;

namespace Stampo.Core.Tests.Comparison;

/// <summary>Two wins in three make a lead; fewer are a tie, and of routes that tie the safer leads.</summary>
public class NoiseTests
{
    private static double[] Draws(int wins, double other) => [.. Enumerable.Range(0, 100).Select(d => d < wins ? other - 1 : other + 1)];

    [Theory]
    [InlineData(51, true)]
    [InlineData(60, true)]
    [InlineData(66, true)]
    [InlineData(67, false)]
    [InlineData(90, false)]
    public void A_lead_of_less_than_two_draws_in_three_is_a_tie(int wins, bool ties)
    {
        double[] other = [.. Enumerable.Repeat(10.0, 100)];
        Assert.Equal(ties, Noise.Ties(Draws(wins, 10), other));
        SafeRank[] safety = [new(Verdict.AtRisk, 0, 5, 0.1), new(Verdict.Fits, 0, 5, 0.1)];
        var (leader, tied) = Noise.Lead([9, 10], [Draws(wins, 10), other], [true, true], safety);
        Assert.Equal(ties ? 1 : 0, leader);
        Assert.Equal(ties, tied[1]);
    }
}
