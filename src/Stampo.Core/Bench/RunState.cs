using NodaTime;

namespace Stampo.Core.Bench;

public enum RunPhase
{
    Open,
    Paused,
    Ended,
    Abandoned,
}

public enum OperationPhase
{
    /// <summary>Not begun.</summary>
    Waiting,
    Hands,

    /// <summary>Goes on without hands.</summary>
    Alone,
    Done,
}

/// <summary>
/// What an ask was answered with, and by which act, to correct it. The target is what was to be weighed when it was, moved by what came
/// before; whether it lies within its band is null for what has none.
/// </summary>
public sealed record AskAnswer(
    string Ask,
    string Act,
    string By,
    Instant At,
    double? Value,
    string? Source,
    double? Target,
    bool? Within,
    bool IsCorrected
);

/// <param name="Id">Of the ask.</param>
/// <param name="Target">To weigh now: as planned, or moved with what was weighed first.</param>
/// <param name="Least">From here on it is enough.</param>
/// <param name="Most">More is too much.</param>
/// <param name="IsMoved">It is not as planned, because the first was over or under.</param>
public sealed record WeighTarget(string Id, double Target, double Least, double Most, bool IsMoved);

/// <summary>How far a ratio by weight came out from the planned one.</summary>
public sealed record RatioError(string Of, string To, double Pct, bool Within);

public sealed record ReadCaution(string Caution, string By, Instant At);

public sealed record OperationState(
    string Id,
    OperationPhase Phase,
    Instant? Began,
    Instant? HandsEnd,
    Instant? Ended,
    IReadOnlyList<AskAnswer> Answers,
    IReadOnlyList<WeighTarget> Targets,
    IReadOnlyList<RatioError> Ratios,
    IReadOnlyList<ReadCaution> CautionsRead,
    IReadOnlyList<string> Unanswered
);

public enum ClockKind
{
    /// <summary>Something must have happened before it is up.</summary>
    Within,

    /// <summary>Nothing may happen before it is up.</summary>
    NotBefore,

    /// <summary>It goes on alone so long.</summary>
    Alone,
}

/// <summary>A clock, wholly by the acts: whoever asks, where and after whatever, is told the same seconds.</summary>
/// <param name="Operation">Which operation it is for.</param>
/// <param name="Kind">What it means.</param>
/// <param name="Event">What it counts from: "mixing".</param>
/// <param name="From">When that was.</param>
/// <param name="Minutes">How long.</param>
/// <param name="Stopped">When it was over; null while it runs.</param>
public sealed record RunClock(string Operation, ClockKind Kind, string Event, Instant From, double Minutes, Instant? Stopped)
{
    /// <summary>Share of its minutes that have gone by: at 1 it is up.</summary>
    public double ShareAt(Instant now) => ((Stopped ?? now) - From).TotalMinutes / Minutes;
}

public sealed record UsedLot(string Act, string Operation, string What, string Lot, DateOnly? Expires, string By, Instant At);

/// <summary>A deviation or a note.</summary>
public sealed record Remark(string Act, string Operation, Deviation? What, string? Text, string By, Instant At);

public sealed record CavityCount(int Cavity, Fate Fate, string? Defect, string Act, string By, Instant At);

/// <summary>How a run stands.</summary>
/// <param name="Phase">In all.</param>
/// <param name="AtBench">Who is at it.</param>
/// <param name="Reason">Why it was paused or abandoned.</param>
/// <param name="Operations">In the order of the sheet.</param>
/// <param name="Current">The first that is not done; null when all are.</param>
/// <param name="Clocks">That have begun, the running ones first.</param>
/// <param name="Lots">That went in.</param>
/// <param name="Remarks">What did not go as planned, and notes.</param>
/// <param name="Counts">By cavity.</param>
/// <param name="Over">When it ended or was abandoned.</param>
/// <param name="Acts">How many are in it.</param>
public sealed record RunState(
    RunPhase Phase,
    string AtBench,
    string? Reason,
    IReadOnlyList<OperationState> Operations,
    string? Current,
    IReadOnlyList<RunClock> Clocks,
    IReadOnlyList<UsedLot> Lots,
    IReadOnlyList<Remark> Remarks,
    IReadOnlyList<CavityCount> Counts,
    Instant? Over,
    int Acts
)
{
    public bool IsOver => Phase is RunPhase.Ended or RunPhase.Abandoned;

    public int Of(Fate fate) => Counts.Count(c => c.Fate == fate);

    /// <summary>The tool may be taken for another shot.</summary>
    public bool FreesTool(RunSheet sheet) =>
        IsOver || sheet.Operations.Zip(Operations).Any(o => o.First.FreesTool && o.Second.Phase == OperationPhase.Done);
}
