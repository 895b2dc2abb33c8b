using NodaTime;
using Stampo.Core.Bench;
using Stampo.Core.Log;
using Stampo.Core.Log.Shelf;
using Stampo.Core.Ranges;
using Stampo.Core.Wording;
using Stampo.Server.Bench;
using Stampo.Server.Hosting;
using Stampo.Server.Plan;
using Stampo.Server.Projects;
using Stampo.Server.Shop;
using Stampo.Storage;

namespace Stampo.Server.Log;

/// <summary>A tool in a line of the shelf. <paramref name="SureMore"/>: shots still to come at four in five; null when retired.</summary>
public sealed record ShelfLine(
    ToolKey Tool,
    string Project,
    string Route,
    string Name,
    string Revision,
    int Cavities,
    int Shots,
    Instant? LastShot,
    string? Place,
    int Marks,
    RetiredFor? Retired,
    double? SureMore
);

/// <summary>A shot of a tool.</summary>
public sealed record ToolShot(
    string Run,
    string Title,
    Instant Begun,
    string By,
    string Revision,
    int Good,
    int Rework,
    int Scrap,
    int Deviations,
    bool IsOver
);

/// <summary>A tool's page.</summary>
/// <param name="Tool">Which.</param>
/// <param name="Project">Its name.</param>
/// <param name="Route">It is of; tools of one route are of a kind.</param>
/// <param name="State">By runs and book.</param>
/// <param name="MadeInRun">The run that made it.</param>
/// <param name="Shots">The last first.</param>
/// <param name="Outlook">What is to be expected; null for a retired tool, or where nothing says how long one lasts.</param>
public sealed record ShelfTool(
    ToolKey Tool,
    string Project,
    string Route,
    ToolState State,
    string? MadeInRun,
    IReadOnlyList<ToolShot> Shots,
    ToolOutlook? Outlook
);

/// <summary>An act of a tool on its way here.</summary>
public sealed record NewToolAct(ToolKey Tool, ToolAct Act);

/// <summary>A tool with all that is known of it.</summary>
/// <param name="Key">Which.</param>
/// <param name="Kind">Its life is pooled by: the route.</param>
/// <param name="Runs">That are of it, in the order they began; none that were abandoned.</param>
/// <param name="State">By runs and book.</param>
/// <param name="LifeShots">What its plan trusts it with.</param>
public sealed record KnownTool(ToolKey Key, string Kind, IReadOnlyList<RunRecord> Runs, ToolState State, ThreePoint? LifeShots)
{
    public bool IsWorn => State.Retired?.Why == RetiredFor.WornOut;

    /// <summary>The run that made it; null when none did.</summary>
    public RunRecord? Making => Runs.LastOrDefault(r => r.IsMaking);

    public IEnumerable<RunRecord> Shots => Runs.Where(r => r.IsShot);
}

/// <summary>Every mold and tool of the shop, by runs and books.</summary>
public sealed class Shelf(RunHistory history, ToolBooks books, ProjectStore projects, Plans plans, ShopFloor floor, TimeProvider clock)
{
    /// <summary>Of a new tool, for how long one takes when no run says.</summary>
    private const int UsualMakingDays = 2;

    /// <summary>The pace of an order is that of its last shots.</summary>
    private const int PaceShots = 10;

    public async Task<IReadOnlyList<ShelfLine>> AllAsync(CancellationToken cancel)
    {
        var known = await ToolsAsync(cancel);
        var names = await projects.NamesAsync(known.Select(k => k.Key.ProjectId), cancel);
        var kinds = known.GroupBy(k => k.Kind).ToDictionary(g => g.Key, g => g.ToList());
        return
        [
            .. known
                .Where(k => names.ContainsKey(k.Key.ProjectId))
                .Select(k => Line(k, names[k.Key.ProjectId], HistoryOf(k, kinds[k.Kind])))
                .OrderBy(l => l.Retired is not null)
                .ThenByDescending(l => l.LastShot)
                .ThenBy(l => l.Project, StringComparer.Ordinal)
                .ThenBy(l => l.Tool.Number),
        ];
    }

    public async Task<ShelfTool> FindAsync(ToolKey key, CancellationToken cancel)
    {
        var all = await ToolsAsync(cancel);
        var tool = all.FirstOrDefault(k => k.Key == key) ?? throw NoTool();
        var project = await projects.FindAsync(key.ProjectId, cancel);
        return new ShelfTool(
            key,
            project.Name,
            tool.Kind,
            tool.State,
            tool.Making?.Run,
            [.. tool.Shots.Reverse().Select(r => Shot(r, tool.State))],
            tool.State.Retired is null ? await OutlookAsync(tool, [.. all.Where(k => k.Kind == tool.Kind)], cancel) : null
        );
    }

    /// <summary>Shots a new tool of its kind makes as likely as not, with the kind's history among all; null when nothing says.</summary>
    public static double? Trusted(KnownTool tool, IReadOnlyList<KnownTool> all) =>
        HistoryOf(tool, [.. all.Where(k => k.Kind == tool.Kind)])?.Forecast.MoreAt(0, 0.5);

    public async Task<ShelfTool> RecordAsync(NewToolAct sent, CancellationToken cancel)
    {
        var (key, act) = (Check.Given(sent.Tool, "tool"), Check.Given(sent.Act, "act"));
        var project = await projects.FindAsync(Check.Given(key.ProjectId, "tool.projectId"), cancel);
        var mine = await OfAsync(key, cancel);
        if (mine.Count == 0 && !(await books.AllAsync(cancel)).ContainsKey(key))
            throw NoTool();
        await books.AddAsync(key with { ProjectId = project.Id }, act, log => ToolFold.Of(NameOf(mine, key.Number), mine, log), cancel);
        return await FindAsync(key, cancel);
    }

    private static NotFoundException NoTool() => new("There is no such tool on the shelf; it comes there with its first run.");

    private async Task<List<RunRecord>> OfAsync(ToolKey key, CancellationToken cancel) =>
        [
            .. (await history.AllAsync(cancel)).Where(r =>
                r.ProjectId == key.ProjectId && r.Plan == key.Plan && r.Piece.Tool == key.Number && r.Phase != RunPhase.Abandoned
            ),
        ];

    /// <summary>What wears out or was made by a run is a tool; a printer or a mill is not.</summary>
    public async Task<IReadOnlyList<KnownTool>> ToolsAsync(CancellationToken cancel)
    {
        var acts = await books.AllAsync(cancel);
        var byTool = (await history.AllAsync(cancel))
            .Where(r => r.Piece.Tool is not null && r.Phase != RunPhase.Abandoned)
            .ToLookup(r => new ToolKey(r.ProjectId, r.Plan, r.Piece.Tool!.Value));
        return
        [
            .. byTool
                .Where(t => t.Any(r => r.IsMaking || r.LifeShots is not null) || acts.ContainsKey(t.Key))
                .Select(t => new KnownTool(
                    t.Key,
                    t.First().Route,
                    [.. t],
                    ToolFold.Of(NameOf([.. t], t.Key.Number), t, acts.GetValueOrDefault(t.Key, [])),
                    t.Select(r => r.LifeShots).LastOrDefault(l => l is not null)
                ))
                .Where(k => k.State.IsMade),
        ];
    }

    /// <summary>As its runs are titled: "Mold 2" of the one that makes it, or of "Shot 3, mold 2".</summary>
    private static string NameOf(IReadOnlyList<RunRecord> runs, int number)
    {
        var title = runs.FirstOrDefault()?.Title.Split(", ")[^1] ?? $"Tool {number}";
        return char.ToUpperInvariant(title[0]) + title[1..];
    }

    private static ShelfLine Line(KnownTool tool, string project, LifeHistory? kind) =>
        new(
            tool.Key,
            project,
            tool.Kind,
            tool.State.Name,
            tool.State.Revision,
            tool.State.Cavities,
            tool.State.Shots,
            tool.Shots.LastOrDefault()?.Begun,
            tool.State.Place,
            tool.State.Marks.Count,
            tool.State.Retired?.Why,
            tool.State.Retired is null ? kind?.Forecast.MoreAt(tool.State.Shots, ToolOutlook.Sure) : null
        );

    private static ToolShot Shot(RunRecord run, ToolState state) =>
        new(
            run.Run,
            run.Title,
            run.Begun,
            run.People[0],
            state.RevisionAt(run.Begun),
            run.Count(Fate.Good),
            run.Count(Fate.Rework),
            run.Count(Fate.Scrap),
            run.Remarks.Count(r => r.What is not null),
            run.Over is not null
        );

    /// <summary>Its plan's range, with what became of the tools of that kind; null when no plan said one.</summary>
    private static LifeHistory? HistoryOf(KnownTool tool, IReadOnlyList<KnownTool> kind) =>
        (tool.LifeShots ?? kind.Select(k => k.LifeShots).LastOrDefault(l => l is not null)) is { } life
            ? new LifeHistory(
                life,
                [.. kind.Where(k => k.IsWorn).Select(k => (double)k.State.Shots)],
                [.. kind.Where(k => !k.IsWorn).Select(k => (double)k.State.Shots)]
            )
            : null;

    private async Task<ToolOutlook?> OutlookAsync(KnownTool tool, IReadOnlyList<KnownTool> kind, CancellationToken cancel) =>
        HistoryOf(tool, kind) is { } history ? ToolOutlook.Of(history, tool.State.Shots, await OrderAsync(tool, kind, cancel)) : null;

    /// <summary>What is still asked of it: the parts its stretch still wants, by what a shot gives, over the tools in service.</summary>
    private async Task<ToolOrder?> OrderAsync(KnownTool tool, IReadOnlyList<KnownTool> kind, CancellationToken cancel)
    {
        var first = await plans.OfAsync(new PlanAt(tool.Key.ProjectId), cancel);
        foreach (var stretch in first.Stretches.Where(s => s.HasPlan))
        {
            var whole = await plans.OfAsync(new PlanAt(tool.Key.ProjectId, stretch.Id), cancel);
            if (whole.Step != tool.Key.Plan || whole.Answer is not { } plan)
                continue;
            var done = (await history.AllAsync(cancel))
                .Where(r => r.ProjectId == tool.Key.ProjectId && r.Plan == tool.Key.Plan && r.IsShot)
                .ToList();
            var good = done.Sum(r => r.Count(Fate.Good));
            var left = Math.Max(0, plan.Order.Parts - good);
            var perShot = Math.Max(
                0.1,
                done.Where(d => d.Over is not null).Sum(d => d.Shots) is > 0 and var over
                    ? (double)good / over
                    : plan.Order.Cavities ?? plan.Order.Each
            );
            var sisters = kind.Count(k => k.State.Retired is null && k.Key.ProjectId == tool.Key.ProjectId && k.Key.Plan == tool.Key.Plan);
            return new ToolOrder(
                stretch.Id,
                Math.Ceiling(left / perShot / Math.Max(1, sisters)),
                Pace(done) / Math.Max(1, sisters),
                MakingDays(tool.Making),
                clock.Today(),
                (await floor.OfAsync(cancel)).Calendar
            );
        }

        return null;
    }

    /// <summary>Shots a working day of the last ones; one while nothing tells.</summary>
    private static double Pace(IReadOnlyList<RunRecord> shots)
    {
        var last = shots.TakeLast(PaceShots).ToList();
        var days = last.Count < 2 ? 0 : (last[^1].Begun - last[0].Begun).TotalDays * 5 / 7;
        return days > 0.1 ? (last.Count - 1) / days : 1;
    }

    private static int MakingDays(RunRecord? making) =>
        making is { Over: { } over } ? (int)Math.Ceiling((over - making.Begun).TotalDays) : UsualMakingDays;
}
