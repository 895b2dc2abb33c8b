using Stampo.Core.Wording;

namespace Stampo.Core.Routes.AddOns;

/// <summary>
/// What a plastic boss bears around an insert it has shrunk onto: a thick ring on a rigid core (Lamé).
/// p = E·ε/((b² + a²)/(b² − a²) + ν), hoop stress at the insert σ = p·(b² + a²)/(b² − a²).
/// </summary>
public static class InsertStress
{
    public const double Poisson = 0.38;

    /// <summary>MPa, from the modulus in MPa, the shrink as a share, and the radii of insert and boss in mm.</summary>
    public static double HoopMpa(double modulusMpa, double strain, double innerRadiusMm, double outerRadiusMm, double poisson = Poisson)
    {
        Check.Positive(modulusMpa, "modulusMpa", "MPa", 500_000);
        Check.Between(strain, 0, 0.1, "strain", "", "plastics shrink by a few percent at most");
        Check.Positive(innerRadiusMm, "innerRadiusMm", "mm", 1_000);
        Check.Between(outerRadiusMm, innerRadiusMm * 1.001, 10_000, "outerRadiusMm", "mm", "the boss is wider than its insert");
        Check.Between(poisson, 0, 0.5, "poisson", "", "no solid has another");
        double a2 = innerRadiusMm * innerRadiusMm,
            b2 = outerRadiusMm * outerRadiusMm,
            ring = (b2 + a2) / (b2 - a2);
        return modulusMpa * strain / (ring + poisson) * ring;
    }
}
