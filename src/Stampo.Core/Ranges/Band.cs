using MathNet.Numerics.Statistics;

namespace Stampo.Core.Ranges;

/// <summary>The 10, 50 and 90 % points of a set of draws.</summary>
public readonly record struct Band(double P10, double P50, double P90)
{
    /// <summary>Linear interpolation between order statistics (type 7 of Hyndman and Fan 1996). Reorders <paramref name="draws"/>.</summary>
    public static Band Of(double[] draws) => new(Point(draws, 0.1), Point(draws, 0.5), Point(draws, 0.9));

    private static double Point(double[] draws, double share) =>
        ArrayStatistics.QuantileCustomInplace(draws, share, QuantileDefinition.R7);
}
