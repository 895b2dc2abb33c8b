using Stampo.Core.Materials;
using Stampo.Core.Working;

namespace Stampo.Core.Plans.Casting.Filling;

/// <summary>
/// How hot a curing resin gets inside: start + rise · (1 − e^(−section ÷ 15 mm)). Rise without loss by class: low 40, medium 80,
/// high 120 °C. A rule of thumb for a warning, not a promise.
/// </summary>
public static class Exotherm
{
    private const double SectionMm = 15;

    public static double PeakC(Material resin, double sectionMm, double startC, Worksheet? sheet = null)
    {
        var rise = resin.Cast?.Exotherm switch
        {
            "high" => 120.0,
            "medium" => 80,
            _ => 40,
        };
        var peak = startC + rise * (1 - Math.Exp(-sectionMm / SectionMm));
        var section = Figure.Given("section", sectionMm, "mm", "part");
        var warmer = Figure.Given("rise", rise, "K", "plan/pour.materialId") * (1 - Term.Exp(0 - section / Term.Of(SectionMm, "mm")));
        sheet?.Line(
            "peak",
            "Hottest inside, about",
            Figure.Given("start", startC, "°C", "plan/pour.resinC") + warmer,
            "°C",
            "rule of thumb by exotherm class: 40, 80 or 120 °C without loss; measure the first one"
        );
        return peak;
    }
}
