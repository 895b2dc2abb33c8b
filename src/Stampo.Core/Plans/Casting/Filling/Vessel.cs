using Stampo.Core.Briefs;
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

    public static Vessel? Chamber(Equipment has) =>
        Of("Vacuum chamber", has.ChamberDiameterMm, has.ChamberHeightMm, has.ChamberLitres, ChamberRiseMm);

    public static Vessel? Pot(Equipment has) => Of("Pressure pot", has.PotDiameterMm, has.PotHeightMm, has.PotLitres, PotRiseMm);

    /// <summary>Litres of a round vessel, for pumping down: from its shape, else as said.</summary>
    public static double? ChamberL(Equipment has) =>
        has is { ChamberDiameterMm: { } d, ChamberHeightMm: { } h } ? Math.PI * d * d / 4 * h / 1e6 : has.ChamberLitres;

    /// <summary>Whether a block goes in on any of its faces; null when the vessel's shape is not known.</summary>
    public bool? Takes(double[] blockMm) =>
        (DiameterMm, HeightMm) is ({ } diameter, { } height)
            ? Enumerable.Range(0, 3).Any(up => blockMm[up] + RiseMm <= height && Across(blockMm, up) <= diameter)
            : null;

    /// <summary>The vessel in words.</summary>
    public string Said =>
        (DiameterMm, HeightMm) is ({ } d, { } h) ? $"⌀ {Text.Number(d)} × {Text.Number(h)} mm" : "diameter and height not known";

    private static double Across(double[] block, int up) => Math.Sqrt(block.Where((_, axis) => axis != up).Sum(side => side * side));

    private static Vessel? Of(string name, double? diameter, double? height, double? litres, double rise) =>
        diameter is null && height is null && litres is null ? null : new Vessel(name, diameter, height, rise);
}
