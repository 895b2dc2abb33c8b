using Stampo.Core.Working;

namespace Stampo.Core.Machining;

/// <summary>Distance between passes of a ball cutter that leaves ridges of a height: 2·√(2·r·s − s²), plane geometry.</summary>
public static class Scallop
{
    /// <summary>
    /// Stepover in mm, from the ball's radius and the ridge's height in mm; no ridge is higher than the ball that leaves it.
    /// </summary>
    public static double StepoverMm(double ballRadiusMm, double scallopMm)
    {
        var ridge = Math.Min(scallopMm, ballRadiusMm);
        return 2 * Math.Sqrt(2 * ballRadiusMm * ridge - ridge * ridge);
    }

    /// <summary>The same of figures, by their likely values.</summary>
    public static Figure Stepover(Figure ballRadius, Figure scallop, string id = "stepover")
    {
        var (r, s) = (ballRadius.Likely, scallop.Likely);
        var ridge = s.Value.Likely <= r.Value.Likely ? s : r;
        return (2 * Term.Sqrt(2 * r * ridge - ridge.Pow(2))).As(
            id,
            id == "stepover" ? "Stepover" : "Stepover of the norm",
            "mm",
            "plane geometry of a ball and its ridge"
        );
    }
}
