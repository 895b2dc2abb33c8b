using Stampo.Core.Wording;

namespace Stampo.Core.Plans.Rubber;

/// <summary>A slab between two platens, and how its compound cures at one temperature; the rate doubles for each 10 K.</summary>
public sealed record CureSlabRequest(
    double ThicknessMm,
    double DiffusivityMm2PerS,
    double StartC,
    double MoldC,
    double T90RefMin,
    double RefC
);

/// <param name="Minutes">Until the middle has cured as far as t90 says.</param>
/// <param name="CentreC">The middle then.</param>
public sealed record CureSlabAnswer(double Minutes, double CentreC);

/// <summary>
/// Cure through a slab whose faces are at the mold's temperature from the start: the middle follows the Fourier series, and what it
/// cures at each temperature is added up, ∫ 2^((T − ref) ÷ 10) dt, until it comes to t90.
/// </summary>
public static class CureSlab
{
    /// <summary>In the time that the slowest part of the series takes to fall to a third, and in the cure at the rate it has.</summary>
    private const int Steps = 200;

    private const double Warm = 1e-7;

    public static CureSlabAnswer Of(CureSlabRequest r)
    {
        Check.Between(r.ThicknessMm, 0.05, 1_000, "thicknessMm", "mm", "between the platens");
        Check.Between(r.DiffusivityMm2PerS, 0.01, 10, "diffusivityMm2PerS", "mm²/s", "rubber is near 0.11");
        Check.Between(r.MoldC, 20, 400, "moldC", "°C", "what platens reach");
        Check.Between(r.StartC, -50, r.MoldC, "startC", "°C", "the slab is no hotter than the mold");
        Check.Between(r.T90RefMin, 0.001, 10_000, "t90RefMin", "min", "from the rheometer, at its temperature");
        Check.Between(r.RefC, 20, 400, "refC", "°C", "the temperature that t90 was measured at");
        // In the middle the slowest term falls by e in h² ÷ (π²·α).
        var time = r.ThicknessMm * r.ThicknessMm / (Math.PI * Math.PI * r.DiffusivityMm2PerS) / 60;
        var atMold = Rate(r, r.MoldC);
        var (minutes, cured) = (0.0, 0.0);
        while (true)
        {
            if (r.MoldC - CentreC(r, minutes / time) < Warm * (1 + r.MoldC - r.StartC))
                return new CureSlabAnswer(minutes + (r.T90RefMin - cured) / atMold, r.MoldC);
            var step = Math.Min(time, r.T90RefMin / At(minutes)) / Steps;
            var more = step / 6 * (At(minutes) + 4 * At(minutes + step / 2) + At(minutes + step));
            if (cured + more >= r.T90RefMin)
                return Ended(r, time, minutes, r.T90RefMin - cured, step);
            (minutes, cured) = (minutes + step, cured + more);
        }

        double At(double minute) => Rate(r, CentreC(r, minute / time));
    }

    /// <summary>Within the last step, halved until nothing is left of it.</summary>
    private static CureSlabAnswer Ended(CureSlabRequest r, double time, double from, double wanted, double step)
    {
        var (low, high) = (0.0, step);
        for (var i = 0; i < 60; i++)
        {
            var middle = (low + high) / 2;
            var more = middle / 6 * (At(from) + 4 * At(from + middle / 2) + At(from + middle));
            (low, high) = more < wanted ? (middle, high) : (low, middle);
        }

        return new CureSlabAnswer(from + high, CentreC(r, (from + high) / time));

        double At(double minute) => Rate(r, CentreC(r, minute / time));
    }

    private static double Rate(CureSlabRequest r, double celsius) => Math.Pow(2, (celsius - r.RefC) / 10);

    /// <summary>T(t) = mold + (start − mold) · 4/π · Σ (−1)ⁿ/(2n + 1) · e^(−(2n + 1)²·t/τ).</summary>
    private static double CentreC(CureSlabRequest r, double times)
    {
        // So early nothing has come to the middle, and the series would need terms without end.
        if (times < 0.02)
            return r.StartC;
        var sum = 0.0;
        for (var n = 0; (2 * n + 1) * (2 * n + 1) * times < 45; n++)
            sum += (n % 2 == 0 ? 1 : -1) / (2 * n + 1.0) * Math.Exp(-(2 * n + 1) * (2 * n + 1) * times);
        return r.MoldC + (r.StartC - r.MoldC) * Math.Min(1, 4 / Math.PI * sum);
    }
}
