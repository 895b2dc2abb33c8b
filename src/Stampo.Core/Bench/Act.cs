using System.Text.Json.Serialization;
using NodaTime;
using Stampo.Core.Wording;

namespace Stampo.Core.Bench;

/// <summary>
/// One thing somebody did or saw at the bench. Nothing that was recorded is changed: what was wrong is put right by an act that names the
/// one it corrects. The id is made where the act is, so that sending it twice is the same act.
/// </summary>
/// <param name="Id">Made by whoever records it.</param>
/// <param name="By">Name of the person.</param>
[JsonPolymorphic(TypeDiscriminatorPropertyName = "kind")]
[JsonDerivedType(typeof(Began), "began")]
[JsonDerivedType(typeof(Left), "left")]
[JsonDerivedType(typeof(WaitEnded), "waitEnded")]
[JsonDerivedType(typeof(Finished), "finished")]
[JsonDerivedType(typeof(Answered), "answered")]
[JsonDerivedType(typeof(Ticked), "ticked")]
[JsonDerivedType(typeof(CautionRead), "cautionRead")]
[JsonDerivedType(typeof(LotUsed), "lotUsed")]
[JsonDerivedType(typeof(Deviated), "deviated")]
[JsonDerivedType(typeof(Noted), "noted")]
[JsonDerivedType(typeof(Counted), "counted")]
[JsonDerivedType(typeof(Tallied), "tallied")]
[JsonDerivedType(typeof(Paused), "paused")]
[JsonDerivedType(typeof(Resumed), "resumed")]
[JsonDerivedType(typeof(HandedOver), "handedOver")]
[JsonDerivedType(typeof(Abandoned), "abandoned")]
[JsonDerivedType(typeof(Ended), "ended")]
[JsonDerivedType(typeof(Withdrawn), "withdrawn")]
[JsonDerivedType(typeof(Watched), "watched")]
[JsonDerivedType(typeof(Lost), "lost")]
[JsonDerivedType(typeof(HeldAgain), "heldAgain")]
public abstract record Act(string Id, string By)
{
    /// <summary>Id of the act this one stands in for.</summary>
    public string? Corrects { get; init; }
}

/// <summary>Something of an operation.</summary>
public abstract record OperationAct(string Id, string By, string Operation) : Act(Id, By);

/// <summary>Hands are at it; clocks that count from its start run.</summary>
public sealed record Began(string Id, string By, string Operation) : OperationAct(Id, By, Operation);

/// <summary>Hands are done; it goes on alone.</summary>
public sealed record Left(string Id, string By, string Operation) : OperationAct(Id, By, Operation);

/// <summary>What went on alone was ended before its time, and why.</summary>
public sealed record WaitEnded(string Id, string By, string Operation, string Reason) : OperationAct(Id, By, Operation);

/// <summary>It is over.</summary>
public sealed record Finished(string Id, string By, string Operation) : OperationAct(Id, By, Operation);

/// <summary>
/// A number that was asked for, in the unit of what asks; the source is the name of the device it was read from, null when it was typed.
/// </summary>
public sealed record Answered(string Id, string By, string Operation, string Ask, double Value, string? Source = null)
    : OperationAct(Id, By, Operation);

/// <summary>A sentence that holds.</summary>
public sealed record Ticked(string Id, string By, string Operation, string Ask) : OperationAct(Id, By, Operation);

/// <summary>Somebody has read a caution before the operation.</summary>
public sealed record CautionRead(string Id, string By, string Operation, string Caution) : OperationAct(Id, By, Operation);

/// <summary>What went in, and of which lot.</summary>
public sealed record LotUsed(string Id, string By, string Operation, string What, string Lot, DateOnly? Expires)
    : OperationAct(Id, By, Operation);

public enum Deviation
{
    Spilled,
    Remixed,
    Late,
    WrongLot,
    Equipment,
    Other,

    /// <summary>Those below are seen from the acts themselves: a wait ended early, a beginning before its time, a clock run out, an
    /// answer out of its band, a device's reading lost while it was depended on.</summary>
    EndedEarly,
    BegunEarly,
    Overrun,
    OutOfBand,
    Lost,
}

/// <summary>It did not go as planned.</summary>
public sealed record Deviated(string Id, string By, string Operation, Deviation What, string? Note) : OperationAct(Id, By, Operation);

public sealed record Noted(string Id, string By, string Operation, string Text) : OperationAct(Id, By, Operation);

public enum Fate
{
    Good,
    Rework,
    Scrap,
}

/// <summary>What became of the part of a cavity; what is not good has a code of <see cref="Defects"/>.</summary>
public sealed record Counted(string Id, string By, int Cavity, Fate Fate, string? Defect = null) : Act(Id, By);

/// <summary>
/// So many parts of a run came out so: what is molded by the hundred is counted by the box. Of each fate and defect the last that was said
/// counts.
/// </summary>
public sealed record Tallied(string Id, string By, Fate Fate, int Parts, string? Defect = null) : Act(Id, By);

/// <summary>Nobody is at it; clocks run on.</summary>
public sealed record Paused(string Id, string By, string? Reason = null) : Act(Id, By);

public sealed record Resumed(string Id, string By) : Act(Id, By);

public sealed record HandedOver(string Id, string By, string To) : Act(Id, By);

public sealed record Abandoned(string Id, string By, string Reason) : Act(Id, By);

public sealed record Ended(string Id, string By) : Act(Id, By);

/// <summary>The act it corrects did not happen.</summary>
public sealed record Withdrawn(string Id, string By) : Act(Id, By);

/// <summary>A reading of a device at a moment.</summary>
public sealed record CurvePoint(Instant At, double Value);

/// <summary>What a device says by itself of an operation that depends on it; its name stands for a person's.</summary>
public abstract record DeviceAct(string Id, string By, string Operation, string Ask) : OperationAct(Id, By, Operation);

/// <summary>A stretch of the curve of what is watched.</summary>
public sealed record Watched(string Id, string By, string Operation, string Ask, IReadOnlyList<CurvePoint> Points)
    : DeviceAct(Id, By, Operation, Ask);

/// <summary>What is watched left its band; without a value nothing is heard of it.</summary>
public sealed record Lost(string Id, string By, string Operation, string Ask, double? Value) : DeviceAct(Id, By, Operation, Ask);

/// <summary>It is back in its band.</summary>
public sealed record HeldAgain(string Id, string By, string Operation, string Ask, double Value) : DeviceAct(Id, By, Operation, Ask);

/// <summary>An act as it is kept.</summary>
/// <param name="Ordinal">In which order it came in, from 1.</param>
/// <param name="At">When it was done.</param>
/// <param name="Act">What.</param>
public sealed record LoggedAct(int Ordinal, Instant At, Act Act);

/// <summary>What parts are reworked or scrapped for.</summary>
public static class Defects
{
    public static IReadOnlyList<string> Codes { get; } =
    ["bubbles", "soft", "short", "offset", "flash", "torn", "streaks", "warped", "cracked", "peeling", "sink", "surface", "size", "other"];

    public static void Check(Fate fate, string? defect)
    {
        if (fate != Fate.Good && !Codes.Contains(defect))
            throw new RefusalException(
                "act.defect",
                $"A part that is not good is counted with what is wrong with it: {string.Join(", ", Codes)}.",
                "act.defect"
            );
    }
}
