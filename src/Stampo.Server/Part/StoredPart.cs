using Stampo.Core.Parts;
using Stampo.Core.Working;

namespace Stampo.Server.Part;

/// <summary>The Part step's content: the file it came from, what was found on it, and what a person said about it.</summary>
public sealed record StoredPart
{
    public static StoredPart None { get; } = new();

    public string? FileName { get; init; }

    public string? Hash { get; init; }

    public LengthUnit Unit { get; init; } = LengthUnit.Mm;

    public MeshReport? Report { get; init; }

    public IReadOnlyList<WorkLine> Working { get; init; } = [];

    public PartDeclaration Declared { get; init; } = new();

    /// <summary>What routes need; null until there is a mesh with a volume.</summary>
    public PartFacts? Facts() => Report is null ? null : PartFacts.From(Report, Declared);
}

/// <summary>What the page may change by itself: the unit of the file and what is declared.</summary>
public sealed record PartChange(LengthUnit Unit, PartDeclaration Declared);
