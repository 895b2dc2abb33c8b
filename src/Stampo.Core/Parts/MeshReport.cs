using System.Text.Json.Serialization;

namespace Stampo.Core.Parts;

public enum Severity
{
    Note,
    Warning,
    Fault,
}

/// <summary>What a finding and a gate can be about, so that the one tells the other where to look.</summary>
public enum Concern
{
    Mesh,
    Size,
    Wall,
    Section,
    Draft,
    Undercut,
    Hole,
    Air,
}

/// <summary>One thing the check found, in a sentence with what to do about it, and where when it has one place.</summary>
public sealed record Finding(Severity Severity, string Code, string Text)
{
    public Concern Concern { get; init; }

    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public Place? Place { get; init; }

    /// <summary>The input to change, by its name in the document it is of; null when it is not about one.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public string? Field { get; init; }
}

/// <summary>
/// What was found on a mesh; lengths in mm. Volume is null unless the mesh is closed and consistently oriented,
/// and without a volume walls, shadows, draft and undercuts are left out.
/// </summary>
public sealed record MeshReport(
    string Format,
    int Triangles,
    int Vertices,
    int Shells,
    bool Watertight,
    int OpenEdges,
    int NonManifoldEdges,
    int FlippedEdges,
    int DegenerateTriangles,
    int DuplicateTriangles,
    [property: JsonPropertyName("volumeMm3")] double? VolumeMm3,
    [property: JsonPropertyName("areaMm2")] double AreaMm2,
    double[] BboxMm,
    IReadOnlyList<Finding> Messages
)
{
    /// <summary>The unit the file itself states, in its own word; null when the format has none.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public string? StatedUnit { get; init; }

    [JsonPropertyName("projectedAreaMm2")]
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public AxisAreas? ProjectedAreaMm2 { get; init; }

    /// <summary>Wall by the largest ball.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public WallFigures? WallMm { get; init; }

    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public WallFigures? WallRayMm { get; init; }

    /// <summary>Diameter of the largest ball that fits inside.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public double? SectionToCoolMm { get; init; }

    /// <summary>Unit direction in which a two-part mold would open.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public double[]? Pull { get; init; }

    [JsonPropertyName("undercutAreaMm2")]
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public double? UndercutAreaMm2 { get; init; }

    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public int? UndercutRegions { get; init; }

    [JsonPropertyName("noDraftAreaMm2")]
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public double? NoDraftAreaMm2 { get; init; }

    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public Draw? Draw { get; init; }

    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public IReadOnlyList<BlindHole>? BlindHoles { get; init; }

    /// <summary>The report with a study's figures and findings added; as it is when there is no study.</summary>
    public MeshReport With(ShapeFigures? shape) =>
        shape is null
            ? this
            : this with
            {
                ProjectedAreaMm2 = shape.ProjectedAreaMm2,
                WallMm = shape.WallMm,
                WallRayMm = shape.WallRayMm,
                SectionToCoolMm = shape.Section?.DiameterMm,
                Pull = shape.Pull,
                UndercutAreaMm2 = shape.UndercutAreaMm2,
                UndercutRegions = shape.Undercuts.Count,
                NoDraftAreaMm2 = shape.BelowDraft[0].AreaMm2,
                Draw = shape.Draw,
                BlindHoles = shape.BlindHoles,
                Messages = [.. Messages, .. shape.Findings],
            };
}
