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
        var (meanShot, mean) = (at.Average(), values.Average());
        var spread = at.Sum(s => (s - meanShot) * (s - meanShot));
        if (spread == 0)
            return null;
        var (_, slope) = SimpleRegression.Fit(at, [.. values]);
        var left = at.Zip(values).Sum(p => Math.Pow(p.Second - mean - slope * (p.First - meanShot), 2));
        var half = StudentT.InvCDF(0, 1, values.Count - 2, 0.975) * Math.Sqrt(left / (values.Count - 2) / spread);
        var rounding = Rounding * Math.Abs(mean) / Math.Max(1, shots.Max() - shots.Min());
        return new Slope(slope, slope - half, slope + half, slope - half > rounding || slope + half < -rounding);
    }
}
