using System.Text.Json.Serialization;
using Stampo.Core.Parts;
using Stampo.Core.Wording;
using Stampo.Core.Working;

namespace Stampo.Server.Part;

/// <summary>The Part step's content: the file it came from, what was found on it, and what a person said about it.</summary>
[Whole]
public sealed record StoredPart
{
    /// <summary>It has a mesh with an inside.</summary>
    [JsonIgnore]
    public bool IsSolid => this is { Hash: not null, Report.VolumeMm3: > 0 };

    public static StoredPart None { get; } = new();

    public string? FileName { get; init; }

    /// <summary>The file the mesh was made from in the browser, when it was not a mesh itself.</summary>
    public SourceFile? Source { get; init; }

    public string? Hash { get; init; }

    public LengthUnit Unit { get; init; } = LengthUnit.Mm;

    public MeshReport? Report { get; init; }

    public IReadOnlyList<WorkLine> Working { get; init; } = [];

    public PartDeclaration Declared { get; init; } = new();

    /// <summary>The pull a person chose (x, y, z); null for the proposed one.</summary>
    public double[]? Pull { get; init; }

    /// <summary>What was mended since the file came in.</summary>
    public IReadOnlyList<Mend> Mended { get; init; } = [];

    public IReadOnlyList<ShowPick> ShowPicks { get; init; } = [];

    /// <summary>Area of the picked show side; null when nothing is picked.</summary>
    [System.Text.Json.Serialization.JsonPropertyName("showAreaCm2")]
    public double? ShowAreaCm2 { get; init; }

    /// <summary>What routes need; null until there is a mesh with a volume or a declared size.</summary>
    public PartFacts? Facts(ShapeFigures? shape) =>
        PartFacts.From(Report, Declared) is not { } facts
            ? null
            : facts with
            {
                Measured = shape is null ? null : MeasuredShape.Of(shape, Report!.AreaMm2),
                PickedShowCm2 = ShowAreaCm2,
            };
}

/// <summary>A file that was turned into the mesh before it came here, by name and SHA-256.</summary>
public sealed record SourceFile(string Name, string Sha256);

/// <summary>What the page may change by itself: the unit of the file, the pull and what is declared.</summary>
public sealed record PartChange(LengthUnit Unit, PartDeclaration Declared, double[]? Pull);
