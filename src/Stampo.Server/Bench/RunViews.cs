using NodaTime;
using Stampo.Core.Bench;
using Stampo.Core.Planning;

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

/// <summary>A reading that an operation depends on and that is lost now.</summary>
public sealed record RunAlarm(string Operation, string Ask, string What, string Unit, string Device, double? Value, Instant Since);

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
    IReadOnlyList<RunClock> Clocks,
    IReadOnlyList<RunAlarm> Alarms
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
            [.. state.Clocks.Where(c => c.Stopped is null)],
            [.. AlarmsOf(sheet, state)]
        );
    }

    private static IEnumerable<RunAlarm> AlarmsOf(RunSheet sheet, RunState state) =>
        from operation in sheet.Operations.Zip(state.Operations)
        where !state.IsOver && operation.Second is { Phase: not OperationPhase.Done, WaitEnd: null }
        from watched in operation.Second.Watched
        where watched.IsLost
        let ask = operation.First.Asks.First(a => a.Id == watched.Ask)
        let loss = watched.Losses[^1]
        select new RunAlarm(operation.First.Id, ask.Id, ask.What, ask.Unit ?? "", watched.Device, loss.Value, loss.At);
}

/// <summary>All open runs of the shop, with their clocks.</summary>
public sealed record OpenRuns(IReadOnlyList<RunSummary> Runs, Instant Now);

/// <summary>What became of acts that were sent, and how the run stands with them.</summary>
public sealed record RecordedView(IReadOnlyList<TakenAct> Taken, IReadOnlyList<RefusedAct> Refused, RunView Run);
