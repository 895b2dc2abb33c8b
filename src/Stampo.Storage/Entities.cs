using NodaTime;

namespace Stampo.Storage;

/// <summary>One part's way through the work.</summary>
public sealed class Project
{
    public required string Id { get; init; }

    public required string Name { get; set; }

    public string Revision { get; set; } = "A";

    public Instant CreatedUtc { get; init; }

    public Instant TouchedUtc { get; set; }

    /// <summary>Set when the project was put away; it can be taken back.</summary>
    public Instant? RemovedUtc { get; set; }
}

/// <summary>
/// What a step of a project, or the shop's library, holds, as JSON, with the states before and after it. The cursor names the state
/// shown; saving after an undo drops the states beyond it. The version counts every change, undo included, and guards against lost
/// updates.
/// </summary>
public sealed class StepDocument
{
    public required string ProjectId { get; init; }

    public required string Step { get; init; }

    public int Version { get; set; }

    public int Cursor { get; set; }
}

public sealed class StepState
{
    public required string ProjectId { get; init; }

    public required string Step { get; init; }

    public int Ordinal { get; init; }

    /// <summary>The form of the JSON, see <see cref="DocumentForms"/>.</summary>
    public int Schema { get; init; } = 1;

    public required string Json { get; init; }

    public Instant SavedUtc { get; init; }
}

/// <summary>A mesh as it was sent, and as it is drawn, both compressed. Kept once per content.</summary>
public sealed class StoredMesh
{
    public required string Hash { get; init; }

    public required byte[] File { get; init; }

    public required byte[] Drawing { get; set; }

    public required byte[] Picture { get; init; }

    /// <summary>When this content last came in.</summary>
    public Instant KeptUtc { get; set; }
}

/// <summary>
/// What was measured on a mesh in the background: figures as JSON, maps compressed. Kept once per content, unit and pull.
/// </summary>
public sealed class StoredStudy
{
    public required string Key { get; init; }

    public required string Figures { get; init; }

    public required byte[] Maps { get; init; }

    public Instant KeptUtc { get; init; }
}

/// <summary>Somebody's paper as it was sent, such as a supplier's quote. Kept once per content, never opened here.</summary>
public sealed class StoredFile
{
    public required string Hash { get; init; }

    public required byte[] Content { get; init; }

    /// <summary>When this content last came in.</summary>
    public Instant KeptUtc { get; set; }
}

/// <summary>A choice of route with everything it was made on, frozen.</summary>
public sealed class Decision
{
    public int Id { get; init; }

    public required string ProjectId { get; init; }

    /// <summary>The form of the JSON, see <see cref="DocumentForms"/>.</summary>
    public int Schema { get; init; } = 1;

    public required string Json { get; init; }

    public Instant DecidedUtc { get; init; }
}

/// <summary>
/// A rate, material or supply as an earlier release kept it one by one; read until the library is first saved as a whole.
/// </summary>
public sealed class ShopEntry
{
    public required string Kind { get; init; }

    public required string Key { get; init; }

    public required string Json { get; set; }

    public Instant ChangedUtc { get; set; }
}

/// <summary>
/// A piece of a plan that is done at the bench: the plan as it stood when it began, and what was done in <see cref="RunAct"/>s.
/// </summary>
public sealed class Run
{
    /// <summary>Made by whoever began it, so that beginning it twice is the same run.</summary>
    public required string Id { get; init; }

    public required string ProjectId { get; init; }

    /// <summary>The step of the plan it is of.</summary>
    public required string Plan { get; init; }

    /// <summary>The form of the JSON, see <see cref="DocumentForms"/>.</summary>
    public int Schema { get; init; } = 1;

    public required string Sheet { get; init; }

    public required string By { get; init; }

    public Instant BegunUtc { get; init; }

    /// <summary>When it was ended or abandoned, as its acts say; null while it is open.</summary>
    public Instant? OverUtc { get; set; }
}

/// <summary>Something that was done in a run. Rows are added and never changed.</summary>
public sealed class RunAct
{
    public required string RunId { get; init; }

    /// <summary>In which order they came in, from 1.</summary>
    public int Ordinal { get; init; }

    /// <summary>Made where the act was.</summary>
    public required string ActId { get; init; }

    /// <summary>The form of the JSON, see <see cref="DocumentForms"/>.</summary>
    public int Schema { get; init; } = 1;

    public required string Json { get; init; }

    public Instant AtUtc { get; init; }

    public Instant ReceivedUtc { get; init; }
}

public enum RequestState
{
    /// <summary>The supplier has said nothing yet.</summary>
    Waiting,

    /// <summary>The supplier wants to know something first.</summary>
    Asks,

    /// <summary>The quote is among those of the project.</summary>
    Quoted,
    Declined,

    /// <summary>No answer will come: the desk does not know the request, or what it said was not understood.</summary>
    Lost,
}

/// <summary>A quote asked for over the supplier desk, and what was said since.</summary>
public sealed class SupplierRequest
{
    /// <summary>Made by whoever asked; the quote that comes of it has the same.</summary>
    public required string Id { get; init; }

    public required string ProjectId { get; init; }

    public required string RouteId { get; init; }

    /// <summary>As the desk lists it.</summary>
    public required string Supplier { get; init; }

    public required string Quantities { get; init; }

    public Instant AskedUtc { get; init; }

    public RequestState State { get; set; }

    /// <summary>What the supplier wanted to know, and what it was told.</summary>
    public string? Question { get; set; }

    public string? Answer { get; set; }

    /// <summary>Why it is declined or lost.</summary>
    public string? Why { get; set; }
}

/// <summary>Something that was done to a tool, or seen on it. Rows are added and never changed.</summary>
public sealed class ToolRow
{
    public required string ProjectId { get; init; }

    /// <summary>The step of the plan that the tool is of.</summary>
    public required string Plan { get; init; }

    /// <summary>Its number in that plan.</summary>
    public int Tool { get; init; }

    /// <summary>In which order they came in, from 1.</summary>
    public int Ordinal { get; init; }

    /// <summary>Made where the act was.</summary>
    public required string ActId { get; init; }

    /// <summary>The form of the JSON, see <see cref="DocumentForms"/>.</summary>
    public int Schema { get; init; } = 1;

    public required string Json { get; init; }

    public Instant AtUtc { get; init; }
}

/// <summary>A value measured on a part. Rows are added and never changed.</summary>
public sealed class MeasuredRow
{
    /// <summary>Made by whoever measured.</summary>
    public required string Id { get; init; }

    public required string ProjectId { get; init; }

    /// <summary>The step of the plan that the part is of.</summary>
    public required string Plan { get; init; }

    /// <summary>Of the inspection plan.</summary>
    public required string Item { get; init; }

    public int Shot { get; init; }

    public int Cavity { get; init; }

    /// <summary>Null takes the entry it corrects back.</summary>
    public double? Value { get; init; }

    /// <summary>Of a hardness, apart by spaces.</summary>
    public string? Readings { get; init; }

    public required string By { get; init; }

    public string? Source { get; init; }

    public string? Corrects { get; init; }

    public Instant AtUtc { get; init; }
}

/// <summary>What was decided of a value out of its limits. Rows are added and never changed; the last one stands.</summary>
public sealed class DisposedRow
{
    public required string Id { get; init; }

    public required string EntryId { get; init; }

    public required string What { get; init; }

    public required string By { get; init; }

    public string? Note { get; init; }

    public Instant AtUtc { get; init; }
}

/// <summary>A first article that somebody has signed, as it was seen. Rows are added and never changed.</summary>
public sealed class SignedRow
{
    public required string Id { get; init; }

    public required string ProjectId { get; init; }

    public required string Plan { get; init; }

    public int Shot { get; init; }

    /// <summary>From 1 with each signature of the same shot.</summary>
    public int Version { get; init; }

    public required string By { get; init; }

    public required string Says { get; init; }

    /// <summary>The form of the report, see <see cref="DocumentForms"/>.</summary>
    public int Schema { get; init; } = 1;

    public required string Report { get; init; }

    public Instant AtUtc { get; init; }
}
