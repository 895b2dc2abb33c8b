using Stampo.Core.Bench;
using Stampo.Core.Log;
using Stampo.Core.Log.Learning;
using Stampo.Core.Ranges;
using Stampo.Core.Working;
using Stampo.Server.Library;
using Stampo.Storage;

namespace Stampo.Server.Log;

/// <summary>What the shop has learned, and how far its ranges held.</summary>
public sealed record LearningView(IReadOnlyList<LearnedFigure> Figures, IReadOnlyList<Calibration> Calibration);

/// <summary>A person takes a proposal for the shop's own figure.</summary>
public sealed record AcceptLearned(string RateKey, string By);

/// <summary>From records to the shop's own rates: proposed, taken by a person, and undone in the library like any other change.</summary>
public sealed class Learning(RunHistory history, Shelf shelf, ShopLibrary library, TimeProvider clock)
{
    /// <summary>Parts a stretch must have before its share of good ones says whether the range held.</summary>
    private const int EnoughParts = 10;

    public async Task<LearningView> OfAsync(CancellationToken cancel)
    {
        var rates = (await library.CurrentAsync(cancel)).Rates.All.ToDictionary(r => r.Key, r => r.Value);
        var shots = (await history.AllAsync(cancel)).Where(r => r.IsShot && r.Phase == RunPhase.Ended).ToList();
        var tools = await shelf.ToolsAsync(cancel);
        var figures = shots
            .GroupBy(r => r.Route)
            .OrderBy(g => g.Key, StringComparer.Ordinal)
            .SelectMany(g => FiguresOf(g.Key, [.. g], tools, key => rates.TryGetValue(key, out var rate) ? rate : null))
            .ToList();
        return new LearningView(figures, [.. Calibrated(shots, tools, rates)]);
    }

    public async Task<LearningView> AcceptAsync(AcceptLearned accept, CancellationToken cancel)
    {
        Check.Between(Check.Given(accept.By, "by").Trim().Length, 2, 80, "by", "signs", "a person takes it, by name");
        var figure =
            (await OfAsync(cancel)).Figures.FirstOrDefault(f => f.RateKey == accept.RateKey && f.Proposed is not null)
            ?? throw new RefusalException("learned.nothing", "The records propose nothing for that rate.", "rateKey");
        var standing = await library.StandingAsync(cancel);
        var rate = standing.Library.Rates[accept.RateKey];
        var source = $"the shop's own records of {figure.Records}, taken by {accept.By.Trim()} on {clock.Today():d MMM yyyy}";
        var proposed = figure.Proposed!.Value;
        var own = rate with { Low = proposed.Low, Likely = proposed.Likely, High = proposed.High, Source = source };
        await library.SaveAsync(new LibraryEntries([own], null, null), standing.Version, cancel);
        return await OfAsync(cancel);
    }

    private static ThreePoint Rounded(ThreePoint range) => new(Rounded(range.Low), Rounded(range.Likely), Rounded(range.High));

    private static double Rounded(double value) => Math.Round(value, value >= 10 ? 1 : 3);

    private static IEnumerable<LearnedFigure> FiguresOf(
        string route,
        IReadOnlyList<RunRecord> shots,
        IReadOnlyList<KnownTool> tools,
        Func<string, ThreePoint?> rateOf
    )
    {
        List<double> worn = [.. tools.Where(t => t.Kind == route && t.IsWorn).Select(t => (double)t.State.Shots)];
        List<double> rest = [.. tools.Where(t => t.Kind == route && !t.IsWorn).Select(t => (double)t.State.Shots)];
        return new[]
        {
            LearnedFigure.Yield(route, shots, rateOf),
            LearnedFigure.Life(route, shots, worn, rest),
            LearnedFigure.Hands(route, shots),
        }
            .OfType<LearnedFigure>()
            .Select(f =>
                f with
                {
                    Proposed = f.Proposed is { } p && Rounded(p) is var rounded && rounded != rateOf(f.RateKey!) ? rounded : null,
                }
            );
    }

    private static IEnumerable<Calibration> Calibrated(
        List<RunRecord> shots,
        IReadOnlyList<KnownTool> tools,
        Dictionary<string, ThreePoint> rates
    )
    {
        var stretches = shots
            .Where(s => s.Rates.YieldKey is { } key && rates.ContainsKey(key))
            .GroupBy(s => (s.ProjectId, s.Plan))
            .Select(g => (Rate: rates[g.First().Rates.YieldKey!], Counts: g.SelectMany(s => s.Counts).ToList()))
            .Where(g => g.Counts.Count >= EnoughParts)
            .Select(g => (g.Rate, Share: (double)g.Counts.Count(c => c.Fate == Fate.Good) / g.Counts.Count))
            .ToList();
        if (stretches.Count > 0)
            yield return new(LearnedWhat.Yield, stretches.Count(s => Holds(s.Rate, s.Share)), stretches.Count);
        var worn = tools.Where(t => t is { IsWorn: true, LifeShots: not null }).ToList();
        if (worn.Count > 0)
            yield return new(LearnedWhat.Life, worn.Count(t => Holds(t.LifeShots!.Value, t.State.Shots)), worn.Count);
    }

    private static bool Holds(ThreePoint range, double value) => value >= range.Low && value <= range.High;
}
