using Stampo.Core.Materials;

namespace Stampo.Core.Routes.Injection;

/// <summary>Cooling of a plate between two walls held at the mold temperature.</summary>
public static class Cooling
{
    /// <summary>
    /// Seconds until the mid-plane of a plate of <paramref name="sectionMm"/> has cooled to the ejection temperature:
    /// t = h²/(π²·α) · ln[4/π · (Tmelt − Tmold)/(Teject − Tmold)], first term of the Fourier series.
    /// </summary>
    public static double CentreSeconds(double sectionMm, MeltData melt) =>
        sectionMm * sectionMm / (Math.PI * Math.PI * melt.DiffusivityMm2PerS)
        * Math.Log(4 / Math.PI * (melt.MeltC - melt.MoldC) / (melt.EjectC - melt.MoldC));
}
