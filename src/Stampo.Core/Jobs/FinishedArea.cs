using Stampo.Core.Working;

namespace Stampo.Core.Jobs;

/// <summary>
/// Finishing by hand goes by area to one dm²; above it large flats are block-sanded faster, by area^0.65. 23 dm² to fine matt take 8 to
/// 10 h, not 28. Source: bench practice.
/// </summary>
internal static class FinishedArea
{
    private const double Grows = 0.65;

    /// <summary>The dm² that count.</summary>
    public static double Counts(double dm2) => dm2 <= 1 ? dm2 : Math.Pow(dm2, Grows);

    /// <summary>The area that counts, in a formula.</summary>
    public static Term Of(Job job)
    {
        var show = Figure.Given("show side (half the surface until faces are picked)", job.Part.ShowAreaDm2, "dm²", "part");
        return job.Part.ShowAreaDm2 <= 1 ? show : (show / Term.Of(1, "dm²")).Pow(Grows) * Term.Of(1, "dm²");
    }
}
