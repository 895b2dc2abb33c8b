using Stampo.Core.Briefs;
using Stampo.Core.Shops;
using Stampo.Core.Wording;

namespace Stampo.Core.Plans.Casting.Filling;

/// <summary>
/// A round vessel by its inside diameter and height in mm; null where only litres were said, which tell nothing of what fits.
/// </summary>
/// <param name="Name">What it is.</param>
/// <param name="DiameterMm">Inside.</param>
/// <param name="HeightMm">Inside.</param>
/// <param name="RiseMm">Free height above what stands in it.</param>
public sealed record Vessel(string Name, double? DiameterMm, double? HeightMm, double RiseMm)
{
    /// <summary>Liquid silicone rises before it collapses; under pressure nothing does.</summary>
    private const double ChamberRiseMm = 100,
        PotRiseMm = 20;

    public static Vessel? Chamber(Equipment has) => Standing(has, Resource.Chamber, "Vacuum chamber", ChamberRiseMm);

    public static Vessel? Pot(Equipment has) => Standing(has, Resource.Pot, "Pressure pot", PotRiseMm);

    /// <summary>Litres of a round vessel, for pumping down: from its shape, else as said.</summary>
    public static double? ChamberL(Equipment has) =>
        has.Sides(Resource.Chamber, "diameterMm", "zMm") is [var d, var h]
            ? Math.PI * d * d / 4 * h / 1e6
            : has.Says(Resource.Chamber, "litres");

    /// <summary>Whether a block goes in on any of its faces; null when the vessel's shape is not known.</summary>
    public bool? Takes(double[] blockMm) =>
        (DiameterMm, HeightMm) is ({ } diameter, { } height)
            ? Enumerable.Range(0, 3).Any(up => blockMm[up] + RiseMm <= height && Across(blockMm, up) <= diameter)
            : null;

    /// <summary>The vessel in words.</summary>
    public string Said =>
        (DiameterMm, HeightMm) is ({ } d, { } h) ? $"⌀ {Text.Number(d)} × {Text.Number(h)} mm" : "diameter and height not known";

    private static double Across(double[] block, int up) => Math.Sqrt(block.Where((_, axis) => axis != up).Sum(side => side * side));

    private static Vessel? Standing(Equipment has, string kind, string name, double rise)
    {
        var (diameter, height) = (has.Says(kind, "diameterMm"), has.Says(kind, "zMm"));
        return diameter is null && height is null && has.Says(kind, "litres") is null ? null : new Vessel(name, diameter, height, rise);
    }
}
