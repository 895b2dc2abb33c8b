using Stampo.Core.Working;

namespace Stampo.Core.Routes.Injection;

/// <summary>Distance between passes of a ball cutter that leaves ridges of a height: 2·√(2·r·s − s²), plane geometry.</summary>
public static class Scallop
{
    /// <summary>Stepover in mm, from the ball's radius and the ridge's height in mm.</summary>
    public static double StepoverMm(double ballRadiusMm, double scallopMm)
    {
        Check.Positive(ballRadiusMm, "ballRadiusMm", "mm", 100);
        Check.Positive(scallopMm, "scallopMm", "mm", ballRadiusMm);
        return 2 * Math.Sqrt(2 * ballRadiusMm * scallopMm - scallopMm * scallopMm);
    }
}
