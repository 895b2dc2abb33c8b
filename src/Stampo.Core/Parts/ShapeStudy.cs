using System.Text.Json.Serialization;
using Stampo.Core.Wording;
using Stampo.Core.Working;

namespace Stampo.Core.Parts;

/// <summary>Shadow areas along the file's axes, in mm².</summary>
public sealed record AxisAreas(double X, double Y, double Z);

/// <summary>The largest ball that fits inside: what is there cools, sinks and shrinks last.</summary>
public sealed record ThickestSection(double DiameterMm, Place Place);

/// <summary>
/// How far the part reaches along the pull, against its opening. Ratio: depth over the square root of the shadow along
/// the pull. Areal ratio: half of the surface over that shadow, how much a sheet laid over it is stretched.
/// </summary>
public sealed record Draw(double DepthMm, [property: JsonPropertyName("openingMm2")] double OpeningMm2, double Ratio, double ArealRatio);

/// <summary>What a mold has to deal with on a sound solid, each with its place; lengths in mm.</summary>
[Whole]
public sealed record ShapeFigures
{
    [JsonPropertyName("projectedAreaMm2")]
    public required AxisAreas ProjectedAreaMm2 { get; init; }

    /// <summary>By the largest ball; null when no wall faces another.</summary>
    public required WallFigures? WallMm { get; init; }

    public required WallFigures? WallRayMm { get; init; }

    public required ThickestSection? Section { get; init; }

    /// <summary>Unit direction in which a two-part mold would open.</summary>
    public required double[] Pull { get; init; }

    /// <summary>The directions looked at, the proposed one first; empty when the pull was given.</summary>
    public required IReadOnlyList<PullCandidate> PullCandidates { get; init; }

    public required string? PullReason { get; init; }

    [JsonPropertyName("undercutAreaMm2")]
    public required double UndercutAreaMm2 { get; init; }

    public required IReadOnlyList<UndercutRegion> Undercuts { get; init; }

    public required IReadOnlyList<AreaBelowDraft> BelowDraft { get; init; }

    public required Draw Draw { get; init; }

    public required IReadOnlyList<BlindHole> BlindHoles { get; init; }

    public required IReadOnlyList<ThroughHole> ThroughHoles { get; init; }

    /// <summary>Lettering on flat faces; null for a part studied before it was looked for.</summary>
    public MarksFound? Marks { get; init; }

    /// <summary>An even wall all over: the mesh proposes an open shell, a person says so.</summary>
    public required bool LooksLikeShell { get; init; }

    /// <summary>Where air stays when the part is filled with the pull upward.</summary>
    public required IReadOnlyList<Place> Highs { get; init; }

    public required IReadOnlyList<Finding> Findings { get; init; }

    public required IReadOnlyList<WorkLine> Working { get; init; }
}

/// <summary>Values over the surface, for drawing.</summary>
/// <param name="Divisions">For each triangle of the mesh the n of its n² samples (<see cref="Geometry.SurfaceSamples"/>).</param>
/// <param name="RayMm">Wall straight inward at each sample; not a number where there is none.</param>
/// <param name="BallMm">Wall by the largest ball at each sample.</param>
/// <param name="RegionOf">Undercut region of each sample from 1; 0 where it is free.</param>
/// <param name="DraftDeg">Signed draft of each triangle.</param>
public sealed record ShapeMaps(byte[] Divisions, float[] RayMm, float[] BallMm, ushort[] RegionOf, float[] DraftDeg);

public sealed record ShapeStudy(ShapeFigures Figures, ShapeMaps Maps);
