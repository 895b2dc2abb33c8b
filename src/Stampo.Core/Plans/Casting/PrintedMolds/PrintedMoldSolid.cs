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

    public static double Cm3(PartFacts part, double wallMm) =>
        Math.Max(1, (part.LengthMm + 2 * wallMm) * (part.WidthMm + 2 * wallMm) * (part.HeightMm + 2 * wallMm) / 1000 - part.VolumeCm3);

    /// <summary>The same in a formula.</summary>
    public static Figure Of(PartFacts part, double wallMm, string id = "moldSolid")
    {
        var wall = Figure.Given("wall", wallMm, "mm");
        Term Side(string name, double mm) => Figure.Given(name, mm, "mm", "part") + 2 * wall;
        var block = Side("length", part.LengthMm) * Side("width", part.WidthMm) * Side("height", part.HeightMm);
        return Term.Max(Term.Of(1, "cm³"), block - Figure.Given("part", part.VolumeCm3, "cm³", "part"))
            .As(id, "Solid of both halves", "cm³", "block around the part");
    }
}
