using Stampo.Core.Bench;
using Stampo.Core.Planning;
using Stampo.Core.Routes;
using Stampo.Core.Wording;
using Stampo.Server.Plan;
using Stampo.Server.Projects;
using Stampo.Storage;

namespace Stampo.Server.Bench;

/// <summary>
/// A tool as its runs tell it: made when the run that makes it has ended, or when it is not made here; shots made with it, those that were
/// abandoned left out; the id of the run that keeps it; whether the shelf says it is retired.
/// </summary>
public sealed record BenchTool(int Number, string Name, bool IsMade, int Shots, string? BusyWith, bool IsRetired);

/// <summary>A piece of work that may be begun, with what speaks against beginning it now.</summary>
public sealed record Beginning(WorkPiece Piece, string Title, string? But);

/// <summary>What was made of what is wanted.</summary>
public sealed record BenchProgress(int Wanted, int Good, int Rework, int Scrap, int ShotsDone, int ShotsPlanned, string ShotName);

/// <summary>The bench of a stretch. Without a plan that may be followed there is nothing to begin, and the notice says why.</summary>
public sealed record BenchAnswer(
    string? Stretch,
    IReadOnlyList<PlannedStretch> Stretches,
    RouteCard? Route,
    string? Notice,
    BenchProgress? Progress,
    IReadOnlyList<BenchTool> Tools,
    IReadOnlyList<Beginning> Next,
    IReadOnlyList<RunSummary> Runs,
    IReadOnlyList<UnreadableRun> Unreadable
);

/// <summary>A run to begin, with an id made by whoever begins it.</summary>
public sealed record NewRun(string Id, WorkPiece Piece, string By);

/// <summary>From plans to runs: what may be begun, and how far the order is.</summary>
public sealed class Benches(Plans plans, Runs runs, ToolBooks books, ProjectStore projects, TimeProvider clock)
{
    /// <summary>Tools are numbered as they come; so many further on a number is a slip of the hand.</summary>
    private const int FurtherTools = 3,
        MostShots = 1_000_000;

    public async Task<BenchAnswer> OfAsync(PlanAt at, CancellationToken cancel)
    {
        var project = await projects.FindAsync(at.Id, cancel);
        var whole = await plans.OfAsync(at, cancel);
        var read = whole.Step is { } step ? await runs.OfAsync(at.Id, step, cancel) : new RunsRead([], []);
        var kept = read.Runs;
        var order = whole.Answer is { Refusals.Count: 0 } plan ? plan : null;
        var notice = whole.Answer is { Refusals: [var refusal, ..] } ? $"The plan can't be followed: {refusal.Text}" : whole.Notice;
        var tools = order is null ? [] : Tools(order, kept, await books.RetiredAsync(at.Id, whole.Step!, cancel));
        return new BenchAnswer(
            whole.Stretch,
            whole.Stretches,
            whole.Route,
            notice,
            order is null ? null : Progress(order, kept),
            tools,
            order is null ? [] : Next(order, kept, tools),
            [.. kept.Reverse().Select(r => RunSummary.From(r, project.Name))],
            read.Unreadable
        );
    }

    public async Task<RunView> BeginAsync(PlanAt at, NewRun asked, CancellationToken cancel)
    {
        Check.Between(Check.Given(asked.Id, "id").Length, 8, 64, "id", "signs", "made by whoever begins the run");
        Check.Between(Check.Given(asked.By, "by").Trim().Length, 1, 80, "by", "signs", "the name of whoever is at the bench");
        var piece = Known(Check.Given(asked.Piece, "piece"));
        var (whole, plan) = await plans.NeededAsync(at, cancel);
        var sheet = RunSheet.Of(plan, piece, whole.Route!.Name);
        if (sheet.Operations.Count == 0)
            throw new RefusalException("run.nothing", "The plan has nothing to do of that kind.", "piece.repeats");
        await NearAsync(at, whole.Step!, plan, piece, cancel);
        return await ViewAsync(await runs.BeginAsync(asked.Id, at.Id, whole.Step!, sheet, asked.By.Trim(), cancel), cancel);
    }

    public async Task<RunView> ViewAsync(KeptRun run, CancellationToken cancel)
    {
        var project = await projects.FindAsync(run.Row.ProjectId, cancel);
        return new RunView(
            run.Row.Id,
            project.Id,
            project.Name,
            project.Revision,
            run.Row.By,
            run.Row.BegunUtc,
            run.Sheet,
            run.State,
            run.Log,
            clock.Now()
        );
    }

    public async Task<OpenRuns> OpenAsync(CancellationToken cancel)
    {
        var names = new Dictionary<string, string>();
        var open = await runs.OpenAsync(cancel);
        foreach (var id in open.Select(r => r.Row.ProjectId).Distinct())
            names[id] = (await projects.FindAsync(id, cancel)).Name;
        return new OpenRuns([.. open.Select(r => RunSummary.From(r, names[r.Row.ProjectId]))], clock.Now());
    }

    /// <summary>Refuses a tool far beyond those there are.</summary>
    private async Task NearAsync(PlanAt at, string step, WorkPlan plan, WorkPiece piece, CancellationToken cancel)
    {
        if (piece.Tool is not { } tool)
            return;
        var last = (await runs.OfAsync(at.Id, step, cancel)).Runs.Select(r => r.Sheet.Piece.Tool ?? 0).DefaultIfEmpty(0).Max();
        var retired = await books.RetiredAsync(at.Id, step, cancel);
        var most = Math.Max(plan.Order.Tools + retired.Count, last) + FurtherTools;
        if (tool > most)
            throw new RefusalException(
                "run.far",
                $"{plan.Order.ToolName} {tool:#,0} is far beyond those there are; the next ones go up to {most:#,0}.",
                "piece.tool"
            );
    }

    private static WorkPiece Known(WorkPiece piece)
    {
        if (piece.Tool is { } tool)
            Check.Between(tool, 1, int.MaxValue, "piece.tool", "", "tools are counted from 1");
        if (piece.Shot is { } shot)
            Check.Between(shot, 1, MostShots, "piece.shot", "", "shots are counted from 1");
        return piece.Repeats switch
        {
            Repeats.EachTool => new(Repeats.EachTool, Given(piece.Tool, "piece.tool")),
            Repeats.EachShot => new(Repeats.EachShot, Given(piece.Tool, "piece.tool"), Given(piece.Shot, "piece.shot")),
            Repeats.Once or Repeats.Last => new(piece.Repeats),
            _ => throw new RefusalException("run.piece", "A run is of what is done once, a tool, a shot, or the rest.", "piece.repeats"),
        };
    }

    private static int Given(int? number, string field) =>
        number ?? throw new RefusalException("input.missing", $"{field} is missing: which one is it?", field);

    private static IEnumerable<KeptRun> Shots(IEnumerable<KeptRun> kept) =>
        kept.Where(r => r.Sheet.Piece.Repeats == Repeats.EachShot && r.State.Phase != RunPhase.Abandoned);

    private static BenchProgress Progress(WorkPlan plan, IReadOnlyList<KeptRun> kept)
    {
        var shots = Shots(kept).ToList();
        return new(
            plan.Order.Parts,
            shots.Sum(s => s.State.Of(Fate.Good)),
            shots.Sum(s => s.State.Of(Fate.Rework)),
            shots.Sum(s => s.State.Of(Fate.Scrap)),
            shots.Count(s => s.State.IsOver),
            plan.Order.Shots,
            plan.Order.ShotName
        );
    }

    /// <summary>Those of the plan, and those that runs name beyond it.</summary>
    private static List<BenchTool> Tools(WorkPlan plan, IReadOnlyList<KeptRun> kept, IReadOnlyList<int> retired)
    {
        var made = plan.Operations.Any(o => o.Repeats == Repeats.EachTool);
        var most = Math.Max(plan.Order.Tools + retired.Count, kept.Select(r => r.Sheet.Piece.Tool ?? 0).DefaultIfEmpty(0).Max());
        return
        [
            .. Enumerable
                .Range(1, most)
                .Select(number =>
                {
                    var shots = Shots(kept).Where(r => r.Sheet.Piece.Tool == number).ToList();
                    var making = kept.LastOrDefault(r =>
                        r.Sheet.Piece is { Repeats: Repeats.EachTool, Tool: var tool }
                        && tool == number
                        && r.State.Phase != RunPhase.Abandoned
                    );
                    return new BenchTool(
                        number,
                        $"{plan.Order.ToolName} {number}",
                        !made || making?.State.Phase == RunPhase.Ended,
                        shots.Count,
                        shots.Find(s => !s.State.FreesTool(s.Sheet))?.Row.Id ?? (making is { State.IsOver: false } ? making.Row.Id : null),
                        retired.Contains(number)
                    );
                }),
        ];
    }

    private static List<Beginning> Next(WorkPlan plan, IReadOnlyList<KeptRun> kept, List<BenchTool> tools)
    {
        var next = new List<Beginning>();
        bool Has(Repeats repeats) => plan.Operations.Any(o => o.Repeats == repeats);
        KeptRun? Of(WorkPiece piece) => kept.LastOrDefault(r => r.Sheet.Piece == piece && r.State.Phase != RunPhase.Abandoned);
        void Add(WorkPiece piece, string? but)
        {
            if (Of(piece) is null)
                next.Add(new Beginning(piece, RunSheet.Of(plan, piece, "").Title, but));
        }

        var prepared = !Has(Repeats.Once) || Of(new WorkPiece(Repeats.Once))?.State.Phase == RunPhase.Ended;
        if (Has(Repeats.Once))
            Add(new WorkPiece(Repeats.Once), null);
        if (Has(Repeats.EachTool))
        {
            foreach (var tool in tools.Where(t => t is { IsMade: false, IsRetired: false }))
                Add(new WorkPiece(Repeats.EachTool, tool.Number), prepared ? null : "the preparation is not ended");
            // One tears, or the order is late: another may be made than the plan counts on.
            if (tools.TrueForAll(t => t.IsMade))
                Add(new WorkPiece(Repeats.EachTool, tools.Count + 1), $"the plan counts on {tools.Count}");
        }
        if (Has(Repeats.EachShot))
        {
            var shot = 1 + Shots(kept).Select(r => r.Sheet.Piece.Shot ?? 0).DefaultIfEmpty(0).Max();
            foreach (var tool in tools.Where(t => t is { BusyWith: null, IsRetired: false }))
                Add(new WorkPiece(Repeats.EachShot, tool.Number, shot), tool.IsMade ? null : $"no run says that {tool.Name} is made");
        }

        if (Has(Repeats.Last))
            Add(
                new WorkPiece(Repeats.Last),
                Progress(plan, kept) is { } p && p.Good < p.Wanted ? $"{p.Good} of {p.Wanted} parts are good yet" : null
            );
        return next;
    }
}
