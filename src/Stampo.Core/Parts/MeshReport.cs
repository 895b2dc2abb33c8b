using System.Text.Json.Serialization;

namespace Stampo.Core.Parts;

public enum Severity
{
    Note,
    Warning,
    Fault,
}

/// <summary>One thing the check found, in a sentence with what to do about it.</summary>
public sealed record Finding(Severity Severity, string Code, string Text);

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
    IReadOnlyList<Finding> Messages)
{
    [JsonPropertyName("projectedAreaMm2")]
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public AxisAreas? ProjectedAreaMm2 { get; init; }

    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public WallFigures? WallRayMm { get; init; }

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
}
