using MathNet.Numerics.Distributions;
using MathNet.Numerics.LinearRegression;

namespace Stampo.Core.Log.Charts;

/// <summary>
/// How a value changes along a run: least squares on the shot, with the 95 % interval by Student's t with n − 2 degrees of freedom. It is
/// seen when the interval leaves 0 out by more than rounding.
/// </summary>
public sealed record Slope(double PerShot, double Low, double High, bool IsSeen)
{
    /// <summary>Of the mean, over the whole run: what doubles round away is far less, what a gauge sees far more.</summary>
    private const double Rounding = 1e-9;

    /// <summary>Null with fewer than three values, or when all are of one shot.</summary>
    public static Slope? Of(IReadOnlyList<int> shots, IReadOnlyList<double> values)
    {
        if (values.Count < 3)
            return null;
        double[] at = [.. shots];
        if (Sums(at, [.. values]) is not { } sums)
            return null;
        var slope = sums.Across / sums.Along;
        var half = T(values.Count) * Math.Sqrt(sums.Left / (values.Count - 2) / sums.Along);
        var mean = values.Average();
        var rounding = Rounding * Math.Abs(mean) / Math.Max(1, shots.Max() - shots.Min());
        return new Slope(slope, slope - half, slope + half, slope - half > rounding || slope + half < -rounding);
    }

    /// <summary>
    /// What a line through the points is reckoned from: Σ xy and Σ xx about the means, and what is left beside it, squared. Null when all
    /// are of one shot.
    /// </summary>
    internal static (double Across, double Along, double Left)? Sums(double[] at, double[] values)
    {
        var (middle, mean) = (at.Average(), values.Average());
        var along = at.Sum(s => (s - middle) * (s - middle));
        if (along == 0)
            return null;
        var (_, slope) = SimpleRegression.Fit(at, values);
        return (slope * along, along, at.Zip(values).Sum(p => Math.Pow(p.Second - mean - slope * (p.First - middle), 2)));
    }

    /// <summary>Student's t at 97.5 % with two degrees of freedom less than there are values.</summary>
    internal static double T(int values) => StudentT.InvCDF(0, 1, values - 2, 0.975);
}
