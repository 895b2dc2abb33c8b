using System.Text.Json.Serialization;
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

/// <summary>A reading that was lost while it was depended on: when, and at what; until it held again, null while it does not.</summary>
public sealed record Loss(string Act, Instant At, double? Value, Instant? Until);

/// <summary>What a device said of an ask to the end of its operation.</summary>
public sealed record WatchedAsk(string Ask, string Device, IReadOnlyList<CurvePoint> Curve, IReadOnlyList<Loss> Losses)
{
    public bool IsLost => Losses is [.., { Until: null }];
}

public sealed record ReadCaution(string Caution, string By, Instant At);

/// <summary>How an operation stands.</summary>
/// <param name="Id">Of the operation.</param>
/// <param name="Phase">Where it is.</param>
/// <param name="Began">When hands came to it.</param>
/// <param name="HandsEnd">When they left it.</param>
/// <param name="WaitEnd">When what went on alone was ended early; null when it had its time, or has it still.</param>
/// <param name="Ended">When it was over.</param>
/// <param name="Answers">To its asks.</param>
/// <param name="Targets">What to weigh.</param>
/// <param name="Ratios">That came out.</param>
/// <param name="CautionsRead">By whom.</param>
/// <param name="CautionsBefore">To be read before it begins: its own, and those of what follows on its clock.</param>
/// <param name="Unanswered">Asks without an answer.</param>
/// <param name="LotsUnsaid">What a lot is asked for and none was said yet in the run.</param>
/// <param name="Watched">Curves of the readings it depends on.</param>
public sealed record OperationState(
    string Id,
    OperationPhase Phase,
    Instant? Began,
    Instant? HandsEnd,
    Instant? WaitEnd,
    Instant? Ended,
    IReadOnlyList<AskAnswer> Answers,
    IReadOnlyList<WeighTarget> Targets,
    IReadOnlyList<RatioError> Ratios,
    IReadOnlyList<ReadCaution> CautionsRead,
    IReadOnlyList<string> CautionsBefore,
    IReadOnlyList<string> Unanswered,
    IReadOnlyList<string> LotsUnsaid,
    IReadOnlyList<WatchedAsk> Watched
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

/// <summary>A deviation or a note; what was ended or begun early says how many minutes were missing.</summary>
public sealed record Remark(string Act, string Operation, Deviation? What, string? Text, string By, Instant At, double? MissingMin = null);

/// <summary>What became of the part of a cavity; with cavity 0, of so many parts of a run that is counted by number.</summary>
public sealed record CavityCount(int Cavity, Fate Fate, string? Defect, string Act, string By, Instant At, int Parts = 1)
{
    /// <summary>Good, or good once it is trimmed or mended: what a yield counts.</summary>
    public bool Serves => Fate != Fate.Scrap;

    /// <summary>What it is said of: "cavity 3", "36 parts".</summary>
    [JsonIgnore]
    public string Of => Cavity > 0 ? $"cavity {Cavity}" : Wording.Text.Count(Parts, "part");
}

/// <summary>How a run stands.</summary>
/// <param name="Phase">In all.</param>
/// <param name="AtBench">Who is at it.</param>
/// <param name="Reason">Why it was paused or abandoned.</param>
/// <param name="Operations">In the order of the sheet.</param>
/// <param name="Current">The first that is not done; null when all are.</param>
/// <param name="Clocks">That have begun, the running ones first.</param>
/// <param name="Lots">That went in.</param>
/// <param name="Remarks">What did not go as planned, and notes.</param>
/// <param name="Counts">By cavity, or by number.</param>
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

    public int Of(Fate fate) => Counts.Where(c => c.Fate == fate).Sum(c => c.Parts);

    public int Counted => Counts.Sum(c => c.Parts);

    /// <summary>The tool may be taken for another shot.</summary>
    public bool FreesTool(RunSheet sheet) =>
        IsOver || sheet.Operations.Zip(Operations).Any(o => o.First.FreesTool && o.Second.Phase == OperationPhase.Done);
}
