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

/// <summary>Shadow-free description of a mesh; lengths in mm. Volume is null unless the mesh is closed and consistently oriented.</summary>
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
    IReadOnlyList<Finding> Messages);
