using MathNet.Numerics.Statistics;
using Stampo.Core.Wording;

namespace Stampo.Core.Log.Charts;

/// <summary>
/// How a spread fits between two limits: cp and cpk by what one part differs from the next (σ = mean moving range ÷ 1.128), pp and ppk by
/// the spread of all. The interval is that of ppk at 95 %: ppk ± 1.96·√(1/(9n) + ppk²/(2(n − 1))). Ratios are null where there is no
/// spread, or where the limit they need is not given.
/// </summary>
/// <param name="Mean">Of all.</param>
/// <param name="SigmaWithin">Of what one part differs from the next.</param>
/// <param name="SigmaOverall">Of all.</param>
/// <param name="Cp">Width between the limits ÷ 6 σ within.</param>
/// <param name="Cpk">To the nearer limit ÷ 3 σ within.</param>
/// <param name="Pp">As cp, over all.</param>
/// <param name="Ppk">As cpk, over all.</param>
/// <param name="PpkLow">Lower end of its interval.</param>
/// <param name="PpkHigh">Upper end.</param>
/// <param name="Enough">From fifteen values on; fewer are too few to say.</param>
public sealed record Capability(
    double Mean,
    double SigmaWithin,
    double SigmaOverall,
    double? Cp,
    double? Cpk,
    double? Pp,
    double? Ppk,
    double? PpkLow,
    double? PpkHigh,
    bool Enough
)
{
    public const int EnoughParts = 15;

    internal const double MeanRangeInSigmas = 1.128,
        SigmasOf95Pct = 1.96;

    /// <param name="values">In the order they were made.</param>
    /// <param name="lower">What a value must not be under; null for no such limit.</param>
    /// <param name="upper">What it must not be over; null for no such limit.</param>
    public static Capability Of(IReadOnlyList<double> values, double? lower, double? upper)
    {
        ControlChart.Checked(values, 2);
        if (lower is null && upper is null)
            throw new RefusalException("capability.no-limit", "Give a lower limit, an upper limit, or both.", "lower");
        if (lower is { } least)
            Check.Between(least, -1e12, 1e12, "lower", "", "a limit is a plain number");
        if (upper is { } most)
            Check.Between(most, -1e12, 1e12, "upper", "", "a limit is a plain number");
        if (lower >= upper)
            throw new RefusalException("capability.limits", "The upper limit must be more than the lower one.", "upper");
        var mean = values.Average();
        var range = ControlChart.MeanMovingRange(values);
        // Equal values have no spread, whatever their sum rounds to.
        var (within, overall) = range == 0 ? (0, 0) : (range / MeanRangeInSigmas, values.StandardDeviation());
        var ppk = Nearest(mean, overall, lower, upper);
        var half = ppk is { } p ? SigmasOf95Pct * Math.Sqrt(1.0 / (9 * values.Count) + p * p / (2 * (values.Count - 1))) : (double?)null;
        return new Capability(
            mean,
            within,
            overall,
            Between(within, lower, upper),
            Nearest(mean, within, lower, upper),
            Between(overall, lower, upper),
            ppk,
            ppk - half,
            ppk + half,
            values.Count >= EnoughParts
        );
    }

    private static double? Between(double sigma, double? lower, double? upper) => sigma > 0 ? (upper - lower) / (6 * sigma) : null;

    private static double? Nearest(double mean, double sigma, double? lower, double? upper) =>
        sigma > 0 ? Math.Min(upper - mean ?? double.PositiveInfinity, mean - lower ?? double.PositiveInfinity) / (3 * sigma) : null;
}
