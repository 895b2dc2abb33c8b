using Stampo.Core.Wording;

namespace Stampo.Core.Forming;

/// <summary>Closed forms of thermoforming: thickness in simple molds, heating, cooling. A sheet sticks where it touches.</summary>
public static class FormingLaws
{
    /// <summary>
    /// Thickness in a conical mold where the free bubble has come to a share of the rim's radius: gauge · (1 + cos β)/2 ·
    /// (r/R)^(1/cos β − 1), β the angle of the wall from the plane of the rim.
    /// </summary>
    public static double Cone(double gaugeMm, double wallAngleDeg, double radiusRatio)
    {
        Gauge(gaugeMm);
        Check.Between(wallAngleDeg, 1, 89, "wallAngleDeg", "°", "from the plane of the rim; a wall of 90° is a cylinder");
        Check.Between(radiusRatio, 1e-3, 1, "radiusRatio", "", "the contact's radius is a share of the rim's");
        var cos = Math.Cos(wallAngleDeg * Math.PI / 180);
        return gaugeMm * (1 + cos) / 2 * Math.Pow(radiusRatio, 1 / cos - 1);
    }

    /// <summary>Thickness on the wall of a cylinder at a depth of so many radii: gauge/2 · e^(−z/R).</summary>
    public static double Cylinder(double gaugeMm, double depthRatio)
    {
        Gauge(gaugeMm);
        Check.Between(depthRatio, 0, 20, "depthRatio", "", "no sheet goes deeper");
        return gaugeMm / 2 * Math.Exp(-depthRatio);
    }

    /// <summary>Both sides heated: time t = ρ·c·h·ΔT/(2q), and how far the surface is ahead of the middle, q·h/(4k).</summary>
    public static SheetHeating Heating(SheetHeatingRequest of)
    {
        Gauge(of.GaugeMm);
        Check.Between(of.DensityKgPerM3, 500, 3_000, "densityKgPerM3", "kg/m³", "a plastic");
        Check.Between(of.SpecificHeatJPerKgK, 500, 4_000, "specificHeatJPerKgK", "J/(kg·K)", "a plastic");
        Check.Between(of.RiseK, 1, 400, "riseK", "K", "from the room to the forming window");
        Check.Between(of.FluxKwPerM2, 0.1, 100, "fluxKwPerM2", "kW/m²", "absorbed, on each side");
        Check.Between(of.ConductivityWPerMK, 0.05, 1, "conductivityWPerMK", "W/(m·K)", "a plastic");
        var (gaugeM, fluxW) = (of.GaugeMm / 1000, of.FluxKwPerM2 * 1000);
        return new(
            of.DensityKgPerM3 * of.SpecificHeatJPerKgK * gaugeM * of.RiseK / (2 * fluxW),
            fluxW * gaugeM / (4 * of.ConductivityWPerMK)
        );
    }

    /// <summary>Cooled on one face by a mold: factor · 4h²/(π²α) · ln[(8/π²)·(T₀ − Tm)/(Te − Tm)].</summary>
    public static double CoolingSeconds(SheetCoolingRequest of)
    {
        Gauge(of.GaugeMm);
        Check.Between(of.DiffusivityMm2PerS, 0.01, 1, "diffusivityMm2PerS", "mm²/s", "a plastic");
        Check.Between(of.MoldFactor, 1, 10, "moldFactor", "×", "1 for aluminium; board holds the heat");
        Check.Between(of.MoldC, -20, 200, "moldC", "°C", "of the mold's face");
        Check.Between(of.EjectC, of.MoldC + 0.1, 400, "ejectC", "°C", "warmer than the mold, or it is never reached");
        Check.Between(of.SheetC, of.EjectC, 500, "sheetC", "°C", "warmer than it is taken off at");
        var ratio = 8 / (Math.PI * Math.PI) * (of.SheetC - of.MoldC) / (of.EjectC - of.MoldC);
        return Math.Max(0, of.MoldFactor * 4 * of.GaugeMm * of.GaugeMm / (Math.PI * Math.PI * of.DiffusivityMm2PerS) * Math.Log(ratio));
    }

    internal static void Gauge(double gaugeMm) => Check.Between(gaugeMm, 0.05, 30, "gaugeMm", "mm", "sheet comes from film to plate");
}

public sealed record SheetHeatingRequest(
    double GaugeMm,
    double DensityKgPerM3,
    double SpecificHeatJPerKgK,
    double RiseK,
    double FluxKwPerM2,
    double ConductivityWPerMK
);

/// <summary>How long a sheet heats, and how far its surfaces are ahead of its middle.</summary>
public sealed record SheetHeating(double Seconds, double SurfaceLeadK);

public sealed record SheetCoolingRequest(
    double GaugeMm,
    double DiffusivityMm2PerS,
    double SheetC,
    double MoldC,
    double EjectC,
    double MoldFactor
);
