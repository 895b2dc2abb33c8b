using MathNet.Numerics.Distributions;
using Stampo.Core.Jobs;
using Stampo.Core.Log.Shelf;
using Stampo.Core.Ranges;
using Stampo.Core.Working;

namespace Stampo.Core.Log.Learning;

public enum LearnedWhat
{
    /// <summary>Share of good parts.</summary>
    Yield,

    /// <summary>Shots of a tool.</summary>
    Life,

    /// <summary>Hands against those planned, 1 as planned.</summary>
    Hands,

    /// <summary>Hours of the norm that the hands of a part hang on most.</summary>
    Hours,

    /// <summary>What was paid for something, in the unit of its price.</summary>
    Price,

    /// <summary>What a supplier was paid against its quotes, 1 as quoted.</summary>
    Quote,

    /// <summary>Working days from an order to what came, against those stated, 1 as stated.</summary>
    Lead,
}

/// <summary>What the shop's records say of a figure that estimates stand on.</summary>
/// <param name="Route">By name; of what was bought, what or from whom.</param>
/// <param name="What">Which figure.</param>
/// <param name="RateKey">The rate, or the material's price, it may correct; null for what no single one says.</param>
/// <param name="Stated">What the estimate says now; null where it has none.</param>
/// <param name="Actual">What was: 10, 50 and 90 %.</param>
/// <param name="Records">Parts, tools, shots or invoices behind it.</param>
/// <param name="IsEnough">Enough to be proposed.</param>
/// <param name="Proposed">For the rate; null when it is not enough, or no rate says it.</param>
/// <param name="Runs">Ids of the runs behind it, the last ones.</param>
public sealed record LearnedFigure(
    string Route,
    LearnedWhat What,
    string? RateKey,
    ThreePoint? Stated,
    ThreePoint Actual,
    int Records,
    bool IsEnough,
    ThreePoint? Proposed,
    IReadOnlyList<string> Runs
)
{
    /// <summary>Whether the likeliest of what was lies in what is stated; null where nothing is.</summary>
    public bool? IsInside => Stated is { } s ? Actual.Likely >= s.Low && Actual.Likely <= s.High : null;

    /// <summary>How what was came about, and what is proposed where that is more than what was.</summary>
    public IReadOnlyList<WorkLine> Working { get; init; } = [];

    /// <summary>The line of what was.</summary>
    public string Line => LineOf(What, Named is { } rate ? $"{Route}: {rate}" : Route);

    private static string LineOf(LearnedWhat what, string route) => $"{what}/{route}";

    private static List<WorkLine> Shown(
        LearnedWhat what,
        string route,
        string how,
        ThreePoint actual,
        string unit,
        params IReadOnlyList<Figure> from
    )
    {
        var sheet = new Worksheet();
        sheet.Found("table", LineOf(what, route), $"What was, of {route}", how, actual, unit, "the shop's own records", from);
        return [.. sheet.Lines];
    }

    /// <summary>What was seen so many times, by its quantiles.</summary>
    internal static IReadOnlyList<WorkLine> SpreadShown(LearnedWhat what, string route, ThreePoint actual, string unit, int records) =>
        Shown(
            what,
            route,
            "10, 50 and 90 % of what was: of few, the lowest and the highest",
            actual,
            unit,
            JobFigures.Count("records", records)
        );

    /// <summary>What the rate is called; null where the figure says it.</summary>
    public string? Named { get; init; }

    private const int RunsShown = 50,
        EnoughParts = 15,
        EnoughShots = 5;

    /// <summary>
    /// Of all counted parts, those to be reworked among the good: quantiles of Beta(good + ½, spoiled + ½), which is what so many parts
    /// say of the share and no more.
    /// </summary>
    /// <param name="route">By name.</param>
    /// <param name="shots">Ended shots of it.</param>
    /// <param name="rateOf">A rate as it stands, by its key; null when there is none.</param>
    public static LearnedFigure? Yield(string route, IReadOnlyList<RunRecord> shots, Func<string, ThreePoint?> rateOf)
    {
        var (counted, good) = (shots.Sum(s => s.Counted), shots.SelectMany(s => s.Counts).Where(c => c.Serves).Sum(c => c.Parts));
        if (counted == 0)
            return null;
        double At(double share) => Beta.InvCDF(good + 0.5, counted - good + 0.5, share);
        var (key, actual) = (shots[^1].Rates.YieldKey, new ThreePoint(At(0.1), At(0.5), At(0.9)));
        var (stated, enough) = (key is null ? null : rateOf(key), counted >= EnoughParts);
        return new(
            route,
            LearnedWhat.Yield,
            key,
            stated,
            actual,
            counted,
            enough,
            enough && stated is not null ? actual : null,
            Last(shots)
        )
        {
            Working = Shown(
                LearnedWhat.Yield,
                route,
                "10, 50 and 90 % of the beta distribution of good + ½ and spoiled + ½",
                actual,
                "share",
                JobFigures.Count("good parts", good),
                JobFigures.Count("spoiled parts", counted - good)
            ),
        };
    }

    /// <summary>
    /// Of a new tool, by the plan's range and what became of those of its kind. The rate it was planned with is corrected by as much as the
    /// plan's life is: what a plan makes of it (undercuts, heat) stays apart, and a rate that was taken is not corrected again.
    /// </summary>
    public static LearnedFigure? Life(string route, IReadOnlyList<RunRecord> shots, IReadOnlyList<double> worn, IReadOnlyList<double> rest)
    {
        if (shots.Select(s => s.LifeShots).LastOrDefault(l => l is not null) is not { } planned || worn.Count + rest.Count == 0)
            return null;
        var forecast = LifeForecast.From(planned).With(worn, rest);
        var actual = new ThreePoint(forecast.MoreAt(0, 0.9), forecast.MoreAt(0, 0.5), forecast.MoreAt(0, 0.1));
        var rates = shots.Last(s => s.LifeShots is not null).Rates;
        return new(
            route,
            LearnedWhat.Life,
            rates.LifeKey,
            planned,
            actual,
            worn.Count + rest.Count,
            worn.Count > 0,
            worn.Count > 0 && rates.LifeRate is { } r
                ? new ThreePoint(
                    r.Low * actual.Low / planned.Low,
                    r.Likely * actual.Likely / planned.Likely,
                    r.High * actual.High / planned.High
                )
                : null,
            Last(shots)
        )
        {
            Working = Shown(
                LearnedWhat.Life,
                route,
                "shots that 90, 50 and 10 % of new tools outlast, by the plan's range and what became of those of its kind; a rate is "
                    + "corrected by as much as the plan's life is",
                actual,
                "shots",
                Figure.Given("life by the plan", planned, "shots", "plan"),
                JobFigures.Count("tools worn out", worn.Count),
                JobFigures.Count("tools that are not", rest.Count)
            ),
        };
    }

    /// <summary>A shot's hands against those planned for the same operations.</summary>
    public static LearnedFigure? Hands(string route, IReadOnlyList<RunRecord> shots)
    {
        var ratios = shots.Where(s => s.PlannedHandsMin > 0).Select(s => s.HandsMin / s.PlannedHandsMin).ToList();
        if (ratios.Count == 0)
            return null;
        var actual = Spread(ratios);
        return new(route, LearnedWhat.Hands, null, null, actual, ratios.Count, ratios.Count >= EnoughShots, null, Last(shots))
        {
            Working = SpreadShown(LearnedWhat.Hands, route, actual, "×", ratios.Count),
        };
    }

    /// <summary>
    /// The norm that the hands of a part hang on most takes the whole difference between the hours that were and those estimated; the other
    /// norms stay.
    /// </summary>
    /// <param name="norm">That norm, and the hours of a part as estimated with it.</param>
    /// <param name="shots">Ended shots of stretches that were estimated so.</param>
    public static LearnedFigure? Hours(HandsNorm norm, IReadOnlyList<RunRecord> shots)
    {
        var hours = shots.Where(s => s.Counted > 0).Select(s => s.HandsMin / 60 / s.Counted).ToList();
        if (hours.Count == 0)
            return null;
        var actual = Spread(hours.Select(h => Math.Max(0, norm.Range.Likely + (h - norm.EstimatedH) / norm.PartsShare)));
        var enough = hours.Count >= EnoughShots;
        return new(
            shots[^1].Route,
            LearnedWhat.Hours,
            norm.RateKey,
            norm.Range,
            actual,
            hours.Count,
            enough,
            enough ? actual : null,
            Last(shots)
        )
        {
            Named = norm.Name,
            Working = Shown(
                LearnedWhat.Hours,
                $"{shots[^1].Route}: {norm.Name}",
                "norm + (hours of a part − hours as estimated) ÷ hours of a part for an hour of the norm, of each shot; then "
                    + "10, 50 and 90 %",
                actual,
                "h",
                Figure.Given(norm.Name, norm.Range, "h", $"rates/{norm.RateKey}"),
                Figure.Given("hours of a part, as estimated", norm.EstimatedH, "h"),
                JobFigures.Count("hours of a part for an hour of it", norm.PartsShare),
                JobFigures.Count("shots", hours.Count)
            ),
        };
    }

    /// <summary>Quantiles of what was: of few, the lowest and the highest.</summary>
    internal static ThreePoint Spread(IEnumerable<double> values)
    {
        var all = values.Order().ToList();
        return new(At(0.1), At(0.5), At(0.9));

        double At(double share) => all[Math.Min(all.Count - 1, (int)(share * all.Count))];
    }

    private static List<string> Last(IReadOnlyList<RunRecord> shots) => [.. shots.TakeLast(RunsShown).Select(s => s.Run)];
}

/// <summary>
/// The norm that the hands of a part hang on most. <paramref name="PartsShare"/>: hours of a part for an hour of it;
/// <paramref name="EstimatedH"/>: hours of a part with all norms as they stand.
/// </summary>
public sealed record HandsNorm(string RateKey, string Name, ThreePoint Range, double PartsShare, double EstimatedH);
