using NodaTime;
using Stampo.Core.Bench;

namespace Stampo.Server.Bench;

/// <summary>A run with all that was done in it, and what time it is here: clocks count from that.</summary>
public sealed record RunView(
    string Id,
    string ProjectId,
    string Project,
    string Revision,
    string By,
    Instant Begun,
    RunSheet Sheet,
    RunState State,
    IReadOnlyList<LoggedAct> Log,
    Instant Now
);

/// <summary>A run in a line, with the name of the operation it is at, null when all are done.</summary>
public sealed record RunSummary(
    string Id,
    string ProjectId,
    string Project,
    WorkPiece Piece,
    string Title,
    RunPhase Phase,
    string AtBench,
    Instant Begun,
    Instant? Over,
    string? Doing,
    int Done,
    int Of,
    int Good,
    int Rework,
    int Scrap,
    int Deviations,
    IReadOnlyList<RunClock> Clocks
)
{
    public static RunSummary From(KeptRun run, string project)
    {
        var (row, sheet, state) = (run.Row, run.Sheet, run.State);
        return new(
            row.Id,
            row.ProjectId,
            project,
            sheet.Piece,
            sheet.Title,
            state.Phase,
            state.AtBench,
            row.BegunUtc,
            state.Over,
            sheet.Operations.FirstOrDefault(o => o.Id == state.Current)?.Name,
            state.Operations.Count(o => o.Phase == OperationPhase.Done),
            sheet.Operations.Count,
            state.Of(Fate.Good),
            state.Of(Fate.Rework),
            state.Of(Fate.Scrap),
            state.Remarks.Count(r => r.What is not null),
            [.. state.Clocks.Where(c => c.Stopped is null)]
        );
    }
}

/// <summary>All open runs of the shop, with their clocks.</summary>
public sealed record OpenRuns(IReadOnlyList<RunSummary> Runs, Instant Now);

/// <summary>What became of acts that were sent, and how the run stands with them.</summary>
public sealed record RecordedView(IReadOnlyList<TakenAct> Taken, IReadOnlyList<RefusedAct> Refused, RunView Run);
