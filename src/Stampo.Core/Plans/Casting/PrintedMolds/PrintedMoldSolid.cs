using Stampo.Core.Parts;
using Stampo.Core.Working;

namespace Stampo.Core.Plans.Casting.PrintedMolds;

/// <summary>
/// The solid of both halves of a printed mold around one part, the same in Routes and in Plan until halves are generated.
/// </summary>
public static class PrintedMoldSolid
{
    /// <summary>Wall around the part, and over and under it, mm.</summary>
    public const double WallMm = 12;

    public const string Formula = "(length + 2·wall) × (width + 2·wall) × (height + 2·wall) ÷ 1000 − part";

    public static double Cm3(PartFacts part, double wallMm) =>
        Math.Max(1, (part.LengthMm + 2 * wallMm) * (part.WidthMm + 2 * wallMm) * (part.HeightMm + 2 * wallMm) / 1000 - part.VolumeCm3);

    public static IReadOnlyList<WorkInput> Inputs(PartFacts part, double wallMm) =>
        [
            new("length", part.LengthMm, "mm", "part"),
            new("width", part.WidthMm, "mm", "part"),
            new("height", part.HeightMm, "mm", "part"),
            new("wall", wallMm, "mm"),
            new("part", part.VolumeCm3, "cm³", "part"),
        ];
}
