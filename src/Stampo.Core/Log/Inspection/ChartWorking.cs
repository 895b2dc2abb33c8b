using Stampo.Core.Jobs;
using Stampo.Core.Log.Charts;
using Stampo.Core.Working;

namespace Stampo.Core.Log.Inspection;

/// <summary>How the figures of a chart came about: what is summed over the records is found there, the rest is reckoned from it.</summary>
internal static class ChartWorking
{
    private const string Individuals = "individuals and moving range, handbook of statistical quality control";

    private const string Records = "table";

    public static IReadOnlyList<WorkLine> Of(
        InspectionItem item,
        IReadOnlyList<double> values,
        Capability? capability,
        IReadOnlyList<ReplicationPair> pairs
    )
    {
        var sheet = new Worksheet();
        var n = JobFigures.Count("values", values.Count);
        var sum = sheet.Found(Records, "sum", "Sum of the values", "over the records", values.Sum(), item.Unit, "measurements", n);
        var mean = sheet.Line("mean", "Mean", sum / n, item.Unit, Individuals);
        Limits(sheet, item, values, mean, n);
        if (capability is { SigmaOverall: > 0 })
            Fits(sheet, item, capability, mean, n);
        if (pairs.Count > 0)
            Replicates(sheet, pairs);
        return sheet.Lines;
    }

    private static void Limits(Worksheet sheet, InspectionItem item, IReadOnlyList<double> values, Figure mean, Figure n)
    {
        var ranges = sheet.Found(
            Records,
            "ranges",
            "Sum of moving ranges",
            "what each value differs from the one before it, over the records",
            ControlChart.MeanMovingRange(values) * (values.Count - 1),
            item.Unit,
            "measurements",
            n
        );
        var range = sheet.Line("range", "Mean moving range", ranges / (n - 1), item.Unit, Individuals);
        sheet.Line("upper", "Upper control limit", mean + ControlChart.RangesToLimit * range, item.Unit, Individuals);
        sheet.Line("lower", "Lower control limit", mean - ControlChart.RangesToLimit * range, item.Unit, Individuals);
        sheet.Line("sigma-within", "Spread from part to part", range / Capability.MeanRangeInSigmas, item.Unit, Individuals);
    }

    private static void Fits(Worksheet sheet, InspectionItem item, Capability capability, Figure mean, Figure n)
    {
        const string ratios = "process capability and performance, two-sided or by the limit given";
        var within = Figure.Given("spread from part to part", capability.SigmaWithin, item.Unit);
        var overall = sheet.Found(
            Records,
            "sigma",
            "Spread of all",
            "√(Σ (value − mean)² ÷ (values − 1)), over the records",
            capability.SigmaOverall,
            item.Unit,
            "measurements",
            mean,
            n
        );
        var nearest = Nearest(item, mean);
        if (capability.Cpk is not null)
            sheet.Line("cpk", "Cpk", nearest / (3 * within.Taken("spread from part to part", "sigma-within")), "×", ratios);
        var ppk = sheet.Line("ppk", "Ppk", nearest / (3 * overall), "×", ratios);
        var half = sheet.Line(
            "half",
            "Half the interval of Ppk",
            Capability.SigmasOf95Pct * Term.Sqrt(1 / (9 * n) + ppk * ppk / (2 * (n - 1))),
            "×",
            "95 %, large-sample formula"
        );
        sheet.Line("ppk-low", "Ppk, at least", ppk - half, "×", ratios);
        sheet.Line("ppk-high", "Ppk, at most", ppk + half, "×", ratios);
    }

    private static Term Nearest(InspectionItem item, Figure mean)
    {
        var at = $"log?item={item.Id}";
        Term? above = item.Upper is { } upper ? Figure.Given("upper limit", upper, item.Unit, at) - mean : null;
        Term? below = item.Lower is { } lower ? mean - Figure.Given("lower limit", lower, item.Unit, at) : null;
        return (above, below) is ({ } a, { } b) ? Term.Min(a, b) : above ?? below!;
    }

    private static void Replicates(Worksheet sheet, IReadOnlyList<ReplicationPair> pairs)
    {
        const string fit = "least squares of the degree on the shot, Student's t";
        double[] shots = [.. pairs.Select(p => (double)p.Shot)],
            degrees = [.. pairs.Select(p => p.PartMm / p.ToolMm)];
        if (Slope.Sums(shots, degrees) is not { } sums)
            return;
        var n = JobFigures.Count("pairs", pairs.Count);
        var sum = sheet.Found(
            Records,
            "degrees",
            "Sum of degrees",
            "part ÷ tool of each, over the records",
            degrees.Sum(),
            "share",
            "measurements",
            n
        );
        sheet.Line("degree", "Part ÷ tool, mean", sum / n, "share", "definition of replication");
        var across = Told("across", "Σ (shot − mean shot) · (degree − mean)", sums.Across);
        var along = Told("along", "Σ (shot − mean shot)²", sums.Along);
        var left = Told("left", "Σ of what is left beside the line, squared", sums.Left);
        var slope = sheet.Line("slope", "Drift a shot", across / along, "share/shot", fit);
        var t = sheet.Found(Records, "t", "Student's t at 97.5 %", "by degrees of freedom, values − 2", Slope.T(pairs.Count), "×", fit, n);
        var half = sheet.Line("slope-half", "Half its interval", t * Term.Sqrt(left / (n - 2) / along), "share/shot", fit);
        sheet.Line("slope-low", "Drift a shot, at least", slope - half, "share/shot", fit);
        sheet.Line("slope-high", "Drift a shot, at most", slope + half, "share/shot", fit);

        Figure Told(string id, string name, double value) =>
            sheet.Found(Records, id, name, "over the records", value, "×", "measurements", n);
    }
}
