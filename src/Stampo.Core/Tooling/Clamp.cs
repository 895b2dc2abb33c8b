using Stampo.Core.Wording;

namespace Stampo.Core.Tooling;

/// <summary>The force that holds a tool shut against the melt.</summary>
public static class Clamp
{
    /// <summary>kN = (projected cm² · cavities + runner cm²) · MPa · 0.1 · reserve.</summary>
    public static double Kn(double projectedCm2, int cavities, double runnerCm2, double cavityMpa, double safety)
    {
        Check.Positive(projectedCm2, "projectedCm2", "cm²", 1e6);
        Check.Between(cavities, 1, 1_000, "cavities", "", "a tool has at least one cavity");
        Check.Between(runnerCm2, 0, 1e6, "runnerCm2", "cm²", "an area is not negative");
        Check.Positive(cavityMpa, "cavityMpa", "MPa", 300);
        Check.Between(safety, 1, 3, "safety", "×", "a reserve makes the clamp larger");
        return (projectedCm2 * cavities + runnerCm2) * cavityMpa * 0.1 * safety;
    }
}
