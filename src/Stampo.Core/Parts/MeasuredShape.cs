using System.Text.Json.Serialization;

namespace Stampo.Core.Parts;

/// <summary>The few figures of a measured shape that routes are screened and costed by.</summary>
public sealed record MeasuredShape(
    double? ThinnestWallMm,
    double? UsualWallMm,
    double? SectionMm,
    Undercut Undercut,
    int UndercutRegions,
    double? UndercutDepthMm,
    DraftShares NoDraftShares,
    [property: JsonPropertyName("partingCm2")] double PartingCm2,
    double ArealDrawRatio,
    int SlenderHoles
)
{
    /// <summary>Less undercut than this share of the surface is the roughness of the mesh.</summary>
    private const double Notable = 0.002;

    /// <summary>An undercut deeper than this share of the wall that has to stretch over it wears a silicone mold at each demold.</summary>
    private const double StrongShare = 0.15;

    /// <summary>The least wall of a usual silicone mold, for a word on undercuts before a mold is chosen.</summary>
    private const double UsualMoldWallMm = 20;

    private const double Slender = 3;

    /// <summary>
    /// Round holes that go through across the pull: a slide in a rigid tool, a core of silicone in a soft mold, nothing to stretch over.
    /// </summary>
    public int CrossHoles { get; init; }

    /// <summary>Undercuts that are no such holes.</summary>
    public int StretchedRegions { get; init; }

    /// <summary>Blind round holes more than three times as deep as wide.</summary>
    [JsonIgnore]
    public IReadOnlyList<BlindHole> Slenders { get; init; } = [];

    /// <summary>An even wall on a shell with one open side: what could be drawn from sheet.</summary>
    public bool LooksLikeShell { get; init; }

    public static MeasuredShape Of(ShapeFigures figures, double areaMm2)
    {
        var caught = figures.UndercutAreaMm2 < Notable * areaMm2 ? [] : figures.Undercuts;
        var stretched = caught.Where(u => u.ThroughHoleMm is null).ToList();
        double? depth = stretched.Count == 0 || stretched.Exists(u => u.DepthMm is null) ? null : stretched.Max(u => u.DepthMm);
        var shape = new MeasuredShape(
            figures.WallMm?.P1,
            figures.WallMm?.Median,
            figures.Section?.DiameterMm,
            Undercut.None,
            caught.Count,
            depth,
            DraftShares.Of(figures.BelowDraft, areaMm2),
            figures.Draw.OpeningMm2 / 100,
            figures.Draw.ArealRatio,
            figures.BlindHoles.Count(hole => hole.Slenderness > Slender)
        )
        {
            CrossHoles = caught.Count - stretched.Count,
            StretchedRegions = stretched.Count,
            Slenders = [.. figures.BlindHoles.Where(hole => hole.Slenderness > Slender)],
            LooksLikeShell = figures.LooksLikeShell,
        };
        return shape with
        {
            Undercut =
                caught.Count == 0 ? Undercut.None
                : stretched.Count == 0 ? Undercut.Mild
                : shape.UndercutIn(UsualMoldWallMm),
        };
    }

    /// <summary>What a soft mold of this wall has to stretch over, by depth ÷ wall; one that is shut in on all sides is strong.</summary>
    public Undercut UndercutIn(double moldWallMm) =>
        StretchedRegions == 0 ? Undercut.None
        : UndercutDepthMm <= StrongShare * moldWallMm ? Undercut.Mild
        : Undercut.Strong;
}

/// <summary>Shares of the surface that stand closer to the pull than so many degrees.</summary>
public sealed record DraftShares(double HalfDeg, double OneDeg, double TwoDeg, double ThreeDeg, double FiveDeg)
{
    internal static DraftShares Of(IReadOnlyList<AreaBelowDraft> below, double areaMm2)
    {
        return new DraftShares(Share(0.5), Share(1), Share(2), Share(3), Share(5));

        double Share(double deg) => below.Single(b => b.Deg == deg).AreaMm2 / areaMm2;
    }

    /// <summary>The share below the least of the known angles that is at least as large as the one asked.</summary>
    public double Below(double deg) =>
        deg <= 0.5 ? HalfDeg
        : deg <= 1 ? OneDeg
        : deg <= 2 ? TwoDeg
        : deg <= 3 ? ThreeDeg
        : FiveDeg;
}
