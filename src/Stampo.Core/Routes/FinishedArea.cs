using Stampo.Core.Working;

namespace Stampo.Core.Routes;

/// <summary>
/// Finishing by hand goes by area to one dm²; above it large flats are block-sanded faster, by area^0.65. 23 dm² to fine matt take 8 to
/// 10 h, not 28. Source: bench practice.
/// </summary>
internal static class FinishedArea
{
    private const double Grows = 0.65;

    /// <summary>The dm² that count.</summary>
    public static double Counts(double dm2) => dm2 <= 1 ? dm2 : Math.Pow(dm2, Grows);

    /// <summary>How it is said in a formula.</summary>
    public static string Formula(double dm2) => dm2 <= 1 ? "show side × hours per dm²" : "show side^0.65 × hours per dm²";

    public static WorkInput Input(double dm2) => new("show side (half the surface until faces are picked)", dm2, "dm²", "part");
}
