using Stampo.Core.Wording;

namespace Stampo.Core.Log.Charts;

/// <summary>A row of points that chance alone would hardly make; the index is of its last point, from 0.</summary>
public sealed record ChartSignal(int Index, string Rule);

/// <summary>
/// Individuals and moving range: limits stand 2.66 mean moving ranges from the mean, which are three standard deviations of what one value
/// differs from the next by (mean of two ranges is 1.128 σ). Source: handbook of statistical quality control, individuals chart.
/// </summary>
public sealed record ControlChart(double Centre, double Lower, double Upper, IReadOnlyList<ChartSignal> Signals)
{
    public const int Most = 200_000;

    internal const double RangesToLimit = 2.66;

    /// <summary>A row of so many points, of which so many lie on one side beyond a share of the way to the limit.</summary>
    private sealed record Rule(string Name, int Of, int Need, double Share);

    private static readonly IReadOnlyList<Rule> Rules =
    [
        new("beyond", 1, 1, 1),
        new("eight-one-side", 8, 8, 0),
        new("two-of-three", 3, 2, 2.0 / 3),
        new("four-of-five", 5, 4, 1.0 / 3),
    ];

    private const int Trend = 6;

    private const string TrendRule = "six-trend";

    public static ControlChart Of(IReadOnlyList<double> values)
    {
        Checked(values, 2);
        var range = MeanMovingRange(values);
        // Equal values are calm, whatever their sum rounds to.
        if (range == 0)
            return new ControlChart(values[0], values[0], values[0], []);
        var centre = values.Average();
        var deviations = new Deviations(values, centre, RangesToLimit * range);
        var signals = Enumerable.Range(0, values.Count).SelectMany(i => SignalsAt(deviations, i));
        return new ControlChart(centre, centre - RangesToLimit * range, centre + RangesToLimit * range, [.. signals]);
    }

    /// <summary>Mean of what each value differs from the one before it.</summary>
    public static double MeanMovingRange(IReadOnlyList<double> values)
    {
        var sum = 0.0;
        for (var i = 1; i < values.Count; i++)
            sum += Math.Abs(values[i] - values[i - 1]);
        return sum / (values.Count - 1);
    }

    internal static void Checked(IReadOnlyList<double> values, int least)
    {
        Check.Between(Check.Given(values, "values").Count, least, Most, "values", "values", "fewer say nothing");
        for (var i = 0; i < values.Count; i++)
            Check.Between(values[i], -1e12, 1e12, $"values[{i}]", "", "a measurement is a plain number");
    }

    private static IEnumerable<ChartSignal> SignalsAt(Deviations deviations, int last)
    {
        foreach (var rule in Rules)
        {
            if (last + 1 >= rule.Of && Rows(deviations, rule, last))
                yield return new ChartSignal(last, rule.Name);
        }

        if (last + 1 >= Trend && deviations.Runs(last, Trend))
            yield return new ChartSignal(last, TrendRule);
    }

    private static bool Rows(Deviations deviations, Rule rule, int last)
    {
        var (above, below) = (0, 0);
        for (var i = last - rule.Of + 1; i <= last; i++)
        {
            var side = deviations.Beyond(i, rule.Share);
            above += side > 0 ? 1 : 0;
            below += side < 0 ? 1 : 0;
        }

        return above >= rule.Need || below >= rule.Need;
    }

    /// <summary>Values as they stand to the centre and the limits.</summary>
    private sealed record Deviations(IReadOnlyList<double> Values, double Centre, double ToLimit)
    {
        /// <summary>On which side a value lies beyond that share of the way to the limit; 0 when it does not.</summary>
        public double Beyond(int at, double share)
        {
            var off = Values[at] - Centre;
            return Math.Abs(off) > share * ToLimit ? Math.Sign(off) : 0;
        }

        /// <summary>Whether the last so many values rise, or fall, each strictly.</summary>
        public bool Runs(int last, int count)
        {
            var (rises, falls) = (true, true);
            for (var i = last - count + 2; i <= last; i++)
            {
                rises &= Values[i] > Values[i - 1];
                falls &= Values[i] < Values[i - 1];
            }

            return rises || falls;
        }
    }
}
