using Stampo.Core.Bench;
using Stampo.Core.Comparison;
using Stampo.Core.Log;
using Stampo.Core.Log.Learning;
using Stampo.Core.Ranges;
using Stampo.Core.Reference;
using Stampo.Core.Wording;
using Stampo.Server.Hosting;
using Stampo.Server.Library;
using Stampo.Storage;
using TheLibrary = Stampo.Core.Reference.Library;

namespace Stampo.Server.Log;

/// <summary>
/// What the shop has learned, how far its ranges held, the ranges that are to be wider or narrower for it, and what could not be read and
/// is left out.
/// </summary>
public sealed record LearningView(
    IReadOnlyList<LearnedFigure> Figures,
    IReadOnlyList<Calibration> Calibration,
    IReadOnlyList<NamedResize> Resized,
    IReadOnlyList<string> LeftOut
);

/// <summary>A range that did not hold, by the name of its rate.</summary>
public sealed record NamedResize(string Name, string Unit, Resized Range);

public enum LearnedPart
{
    /// <summary>What the records say in place of what is stated.</summary>
    Figure,

    /// <summary>The likely value as it is, with a wider or narrower range.</summary>
    Width,
}

/// <summary>A person takes a proposal for the shop's own figure.</summary>
/// <param name="RateKey">What is to be the shop's own.</param>
/// <param name="By">Who takes it.</param>
/// <param name="Part">Which proposal of it.</param>
/// <param name="Of">Whose figure, where several kinds of part propose one for the same rate; null takes the first.</param>
public sealed record AcceptLearned(string RateKey, string By, LearnedPart Part = LearnedPart.Figure, string? Of = null);

/// <summary>From records to the shop's own rates: proposed, taken by a person, and undone in the library like any other change.</summary>
public sealed class Learning(RunHistory history, Shelf shelf, Spending spending, ShopLibrary library, TimeProvider clock)
{
    /// <summary>Parts a stretch must have before its share of good ones says whether the range held.</summary>
    private const int EnoughParts = 10;

    public async Task<LearningView> OfAsync(CancellationToken cancel)
    {
        var current = await library.CurrentAsync(cancel);
        var shots = (await history.AllAsync(cancel)).Where(r => r.IsShot && r.Phase == RunPhase.Ended).ToList();
        var tools = await shelf.ToolsAsync(cancel);
        var (bought, leftOut) = (new List<BoughtItem>(), new List<string>());
        foreach (var projectId in await spending.ProjectsAsync(cancel))
            bought.AddRange(await ReadAsync(() => spending.BoughtAsync(projectId, cancel), leftOut) ?? []);
        List<LearnedFigure> figures =
        [
            .. shots
                .GroupBy(r => r.LearnedOf)
                .OrderBy(g => g.Key, StringComparer.Ordinal)
                .SelectMany(g => FiguresOf(g.Key, [.. g], tools, RateOf)),
            .. (await HoursAsync(shots, leftOut, cancel)).Select(f => Proposing(f, RateOf)),
            .. Bought.Prices(bought, key => Named(current, key)).Select(f => Proposing(f, RateOf)),
            .. Bought.AgainstQuotes(bought),
            .. Bought.Leads(bought),
        ];
        var outcomes = await OutcomesAsync(shots, tools, bought, leftOut, cancel);
        return new LearningView(
            figures,
            [.. outcomes.Select(o => Calibration.From(o.What, o.All)).OfType<Calibration>()],
            [.. outcomes.SelectMany(o => ResizedOf(o.What, o.All, current))],
            leftOut
        );

        ThreePoint? RateOf(string key) => Named(current, key)?.Price;
    }

    /// <summary>Of each norm the stretch with the most shots that hangs on it.</summary>
    private async Task<IEnumerable<LearnedFigure>> HoursAsync(List<RunRecord> shots, List<string> leftOut, CancellationToken cancel)
    {
        var found = new List<(HandsNorm Norm, List<RunRecord> Shots)>();
        foreach (var project in shots.GroupBy(s => s.ProjectId))
        {
            var byPlan = project.ToLookup(s => s.Plan);
            var hands = await ReadAsync(() => spending.HandsAsync(project.Key, p => byPlan[p].LastOrDefault()?.Cavities, cancel), leftOut);
            foreach (var (plan, norm) in hands ?? [])
                found.Add((norm, [.. byPlan[plan]]));
        }

        return found
            .Select(f => LearnedFigure.Hours(f.Norm, f.Shots))
            .OfType<LearnedFigure>()
            .GroupBy(f => f.RateKey)
            .Select(g => g.MaxBy(f => f.Records)!);
    }

    /// <summary>What can't be read of one project costs itself: it is named and left out.</summary>
    private static async Task<T?> ReadAsync<T>(Func<Task<T>> read, List<string> leftOut)
        where T : class
    {
        try
        {
            return await read();
        }
        catch (Exception bad) when (bad is UnreadableException or RefusalException)
        {
            if (!leftOut.Contains(bad.Message))
                leftOut.Add(bad.Message);
            return null;
        }
    }

    public async Task<LearningView> AcceptAsync(AcceptLearned accept, CancellationToken cancel)
    {
        Check.Between(Check.Given(accept.By, "by").Trim().Length, 2, 80, "by", "signs", "a person takes it, by name");
        var view = await OfAsync(cancel);
        var taken = accept.Part == LearnedPart.Figure ? FigureOf(view, accept.RateKey, accept.Of) : WidthOf(view, accept.RateKey);
        var (proposed, records) =
            taken ?? throw new RefusalException("learned.nothing", "The records propose nothing for that rate.", "rateKey");
        var standing = await library.StandingAsync(cancel);
        var source = $"the shop's own records of {records}, taken by {accept.By.Trim()} on {clock.Today():d MMM yyyy}";
        await library.SaveAsync(EntryOf(standing.Library, accept.RateKey, proposed, source), standing.Version, cancel);
        return await OfAsync(cancel);
    }

    private static (ThreePoint, int)? FigureOf(LearningView view, string key, string? of) =>
        view.Figures.FirstOrDefault(f => f.RateKey == key && f.Proposed is not null && (of is null || f.Route == of)) is { } figure
            ? (figure.Proposed!.Value, figure.Records)
            : null;

    private static (ThreePoint, int)? WidthOf(LearningView view, string key) =>
        view.Resized.FirstOrDefault(r => r.Range.RateKey == key)?.Range is { } range ? (range.Proposed, range.Of) : null;

    /// <summary>A rate of the card, or the price of a material.</summary>
    private static (string Name, ThreePoint Price)? Named(TheLibrary library, string key) =>
        MaterialOf(library, key) is { } material ? (material.Name, material.PricePerKg)
        : library.Rates.Find(key) is { } rate ? (rate.Name, rate.Value)
        : null;

    private static Core.Materials.Material? MaterialOf(TheLibrary library, string key) =>
        key.StartsWith(WhatIf.MaterialMark, StringComparison.Ordinal)
            ? library.Materials.FirstOrDefault(m => m.Id == key[WhatIf.MaterialMark.Length..])
            : null;

    private static LibraryEntries EntryOf(TheLibrary library, string key, ThreePoint range, string source) =>
        MaterialOf(library, key) is { } material
            ? new LibraryEntries(null, [material with { PricePerKg = range, Source = source }], null)
            : new LibraryEntries(
                [library.Rates[key] with { Low = range.Low, Likely = range.Likely, High = range.High, Source = source }],
                null,
                null
            );

    private static ThreePoint Rounded(ThreePoint range) => new(Rounded(range.Low), Rounded(range.Likely), Rounded(range.High));

    private static double Rounded(double value) => Math.Round(value, value >= 10 ? 1 : 3);

    private static IEnumerable<LearnedFigure> FiguresOf(
        string route,
        IReadOnlyList<RunRecord> shots,
        IReadOnlyList<KnownTool> tools,
        Func<string, ThreePoint?> rateOf
    )
    {
        List<double> worn = [.. tools.Where(t => IsOfThese(t) && t.IsWorn).Select(t => (double)t.State.Shots)];
        List<double> rest = [.. tools.Where(t => IsOfThese(t) && !t.IsWorn).Select(t => (double)t.State.Shots)];
        return new[]
        {
            LearnedFigure.Yield(route, shots, rateOf),
            LearnedFigure.Life(route, shots, worn, rest),
            LearnedFigure.Hands(route, shots),
        }
            .OfType<LearnedFigure>()
            .Select(f => Proposing(f, rateOf));

        bool IsOfThese(KnownTool tool) => tool.Runs.Any(r => r.IsShot && r.LearnedOf == route);
    }

    /// <summary>What stands already is not proposed again.</summary>
    private static LearnedFigure Proposing(LearnedFigure figure, Func<string, ThreePoint?> rateOf) =>
        figure with
        {
            Proposed = figure.Proposed is { } p && Rounded(p) is var rounded && rounded != rateOf(figure.RateKey!) ? rounded : null,
        };

    /// <summary>What had been stated when it was decided, and what was.</summary>
    private async Task<IReadOnlyList<(LearnedWhat What, IReadOnlyList<Outcome> All)>> OutcomesAsync(
        List<RunRecord> shots,
        IReadOnlyList<KnownTool> tools,
        IReadOnlyList<BoughtItem> bought,
        List<string> leftOut,
        CancellationToken cancel
    )
    {
        var rates = new Dictionary<string, RateCard>();
        foreach (var projectId in shots.Select(s => s.ProjectId).Distinct())
        {
            if (await ReadAsync(() => spending.RatesAsync(projectId, cancel), leftOut) is { } card)
                rates[projectId] = card;
        }

        var yields = shots
            .Where(s => rates.ContainsKey(s.ProjectId))
            .GroupBy(s => (s.ProjectId, s.Plan))
            .Select(g => (Rate: rates[g.Key.ProjectId].Find(g.First().Rates.YieldKey), Counts: g.SelectMany(s => s.Counts).ToList()))
            .Select(g => (g.Rate, Counted: g.Counts.Sum(c => c.Parts), Good: g.Counts.Where(c => c.Serves).Sum(c => c.Parts)))
            .Where(g => g.Rate is not null && g.Counted >= EnoughParts)
            .Select(g => new Outcome(g.Rate!.Value, (double)g.Good / g.Counted, g.Rate.Key));
        var lives = tools
            .Where(t => t is { IsWorn: true, LifeShots: not null })
            .Select(t => new Outcome(t.LifeShots!.Value, t.State.Shots, t.Shots.LastOrDefault()?.Rates.LifeKey));
        return
        [
            (LearnedWhat.Yield, [.. yields]),
            (LearnedWhat.Life, [.. lives]),
            (LearnedWhat.Price, Bought.PriceOutcomes(bought)),
            (LearnedWhat.Lead, Bought.LeadOutcomes(bought)),
        ];
    }

    private static IEnumerable<NamedResize> ResizedOf(LearnedWhat what, IReadOnlyList<Outcome> outcomes, TheLibrary library) =>
        Calibration
            .Resize(outcomes, key => Named(library, key)?.Price, what == LearnedWhat.Yield ? 1 : double.MaxValue)
            .Select(r => r with { Proposed = Rounded(r.Proposed) })
            .Where(r => r.Proposed != r.Stated)
            .Select(r => new NamedResize(
                Named(library, r.RateKey)!.Value.Name,
                MaterialOf(library, r.RateKey) is null ? library.Rates[r.RateKey].Unit : "€/kg",
                r
            ));
}
