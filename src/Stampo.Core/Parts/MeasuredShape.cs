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
    int SlenderHoles)
{
    /// <summary>Less undercut than this share of the surface is the roughness of the mesh.</summary>
    private const double Notable = 0.002;

    /// <summary>An undercut deeper than this wears a silicone mold at each demold.</summary>
    private const double StrongMm = 3;

    private const double Slender = 3;

    public static MeasuredShape Of(ShapeFigures figures, double areaMm2)
    {
        var depths = figures.Undercuts.Select(u => u.DepthMm ?? double.PositiveInfinity).ToList();
        var strength = figures.UndercutAreaMm2 < Notable * areaMm2 || depths.Count == 0 ? Undercut.None
            : depths.Max() > StrongMm ? Undercut.Strong : Undercut.Mild;
        return new MeasuredShape(figures.WallMm?.P1, figures.WallMm?.Median, figures.Section?.DiameterMm, strength,
            strength == Undercut.None ? 0 : depths.Count, strength == Undercut.None || double.IsInfinity(depths.Max()) ? null : depths.Max(),
            DraftShares.Of(figures.BelowDraft, areaMm2), figures.Draw.OpeningMm2 / 100, figures.Draw.ArealRatio, figures.BlindHoles.Count(hole => hole.Slenderness > Slender));
    }
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
    public double Below(double deg) => deg <= 0.5 ? HalfDeg : deg <= 1 ? OneDeg : deg <= 2 ? TwoDeg : deg <= 3 ? ThreeDeg : FiveDeg;
}
