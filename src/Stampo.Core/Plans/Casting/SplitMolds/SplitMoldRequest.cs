using System.Text.Json.Serialization;
using Stampo.Core.Parts;
using Stampo.Core.Wording;

namespace Stampo.Core.Plans.Casting.SplitMolds;

/// <summary>
/// What a printed split mold is made by; lengths in mm. Bolts go through the corners, keys stand in the middle of the sides.
/// </summary>
[Whole]
public sealed record SplitMoldRequest
{
    /// <summary>Around the part, and over and under it.</summary>
    public double WallMm { get; init; } = 12;

    public const int MostCavities = 12;

    /// <summary>Parts in one block, filled by a common runner; several are parted on a plane.</summary>
    public int Cavities { get; init; } = 1;

    /// <summary>Height of the parting plane over the lowest point of the part along the pull; null: proposed.</summary>
    public double? PartingMm { get; init; }

    /// <summary>Whether the parting may step along with the part's outline where a plane leaves high upright faces.</summary>
    public bool Steps { get; init; } = true;

    /// <summary>Whether a third piece, drawn out to the side, may free a part that would lock two halves.</summary>
    public bool ThirdPiece { get; init; } = true;

    /// <summary>The part is made larger by this; null: as the resin's shrink asks.</summary>
    public double? Scale { get; init; }

    public bool Keys { get; init; } = true;

    public double KeyClearanceMm { get; init; } = 0.15;

    /// <summary>Hole for a bolt; null for clamps or bands.</summary>
    public double? BoltHoleMm { get; init; } = 4.5;

    /// <summary>Pour hole beside the part, joined to it by a channel in the parting plane; null for none.</summary>
    public double? PourHoleMm { get; init; } = 8;

    public double? VentMm { get; init; } = 2.5;

    public SplitMoldRequest Checked()
    {
        Check.Between(WallMm, 3, 100, "split.wallMm", "mm", "a thinner wall bows, a thicker one only costs print time");
        Check.Between(Cavities, 1, MostCavities, "split.cavities", "parts", "a larger block is hard to print straight and to open");
        if (Scale is { } scale)
            Check.Between(scale, 0.5, 2, "split.scale", "×", "shrink is a few percent");
        Check.Between(KeyClearanceMm, 0, 1, "split.keyClearanceMm", "mm", "looser keys don't locate");
        if (PartingMm is { } parting)
            Check.Between(parting, 0, 2000, "split.partingMm", "mm", "it is counted from the lowest point of the part");
        foreach (
            var (hole, field, most) in new[]
            {
                (BoltHoleMm, "boltHoleMm", WallMm - 3),
                (PourHoleMm, "pourHoleMm", 40),
                (VentMm, "ventMm", 20),
            }
        )
        {
            if (hole is { } mm)
                Check.Between(
                    mm,
                    0.5,
                    Math.Max(0.5, most),
                    $"split.{field}",
                    "mm",
                    field == "boltHoleMm" ? "3 mm of wall stay around it" : "larger is no hole but a part of the cavity"
                );
        }

        return this;
    }
}

/// <summary>What came out, and how true it is.</summary>
/// <param name="BlockMm">Both halves closed.</param>
/// <param name="Pull">Unit direction along which the upper half is drawn off.</param>
/// <param name="PartingMm">Height of the plane over the lowest point of the part.</param>
/// <param name="StepsMm">Heights of the flats of a stepped parting over the lowest point, one after the other; none for a plane.</param>
/// <param name="PartCm3">All parts in the block, scaled.</param>
/// <param name="CavityCm3">Between the two halves as they were built, holes and channel left out.</param>
/// <param name="DifferencePct">Cavity against part.</param>
/// <param name="LowerCm3">Solid volume of the lower half.</param>
/// <param name="UpperCm3">Solid volume of the upper half.</param>
/// <param name="ShutOffMm">The highest upright face outside of the part where the outline leaves the plane; it has no draft.</param>
/// <param name="FilledMm3">Undercuts too small to matter, filled with mold.</param>
/// <param name="Third">The third piece that frees the part from the halves; null where two halves do.</param>
/// <param name="Triangles">Of the lower half, the upper half and the third piece.</param>
/// <param name="Vents">Where they open, on the part.</param>
/// <param name="Pour">Where the pour hole stands, on the parting plane; null without one.</param>
/// <param name="Messages">What to mind.</param>
public sealed record SplitMoldFigures(
    double[] BlockMm,
    double[] Pull,
    double PartingMm,
    IReadOnlyList<double> StepsMm,
    double PartCm3,
    double CavityCm3,
    double DifferencePct,
    double LowerCm3,
    double UpperCm3,
    double ShutOffMm,
    double FilledMm3,
    ThirdPieceFigures? Third,
    int[] Triangles,
    IReadOnlyList<Place> Vents,
    Place? Pour,
    IReadOnlyList<Finding> Messages
)
{
    /// <summary>Solid of all pieces.</summary>
    [JsonIgnore]
    public double SolidCm3 => LowerCm3 + UpperCm3 + (Third?.Cm3 ?? 0);
}

/// <summary>A block between the halves that is drawn out to the side.</summary>
/// <param name="Cm3">Its solid volume, with the grip that stands out of the block.</param>
/// <param name="Pull">Unit direction along which it is drawn out.</param>
public sealed record ThirdPieceFigures(double Cm3, double[] Pull);

/// <summary>Closed meshes in the part's own axes, shut around the scaled part; a third piece where two halves would lock.</summary>
public sealed record SplitMold(Geometry.Mesh Lower, Geometry.Mesh Upper, Geometry.Mesh? Third, SplitMoldFigures Figures);
