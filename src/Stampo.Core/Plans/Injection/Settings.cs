using Stampo.Core.Flow;
using Stampo.Core.Jobs;
using Stampo.Core.Materials;
using Stampo.Core.Tooling;
using Stampo.Core.Working;

namespace Stampo.Core.Plans.Injection;

/// <summary>What the press is set to first, and what the water must carry away.</summary>
internal sealed class Settings
{
    private const double WaterJPerCm3K = 4.18,
        Turbulent = 4000,
        PackShare = 0.6,
        OneGateS = 1.5;

    public const double RiskMpa = 100,
        MostMpa = 140;

    private readonly Worksheet _sheet;

    public Settings(Worksheet sheet, Job job, int cavities, FeedFigures feed, Figure runnerG, FillingFigures? filling, WaterChoices water)
    {
        _sheet = sheet;
        var melt = job.Material.Melt!;
        var cycle = PressCycle.Of(job, cavities);
        sheet.Show(cycle);
        var cool = Cooling.Seconds(job.Part.SectionMm, melt, PressCycle.CriterionFor(job));
        var partG = sheet.Line("partG", "A part", job.PartMass(), "g", "definition of density");
        ShotG = sheet.Line("shotG", "A shot", partG.ForAll(cavities) + runnerG, "g", "all parts and the runner");
        var shotCm3 = sheet.Line(
            "shotCm3",
            "A shot, cold",
            ShotG / Figure.Given("density", job.Material.DensityGPerCm3, "g/cm³", "plan/plastic.materialId"),
            "cm³",
            "definition of density"
        );
        Pressure = PressureAt(filling, melt);
        var perHour = sheet.Line("partsPerH", "Parts an hour", JobFigures.Cavities(cavities) / cycle.Likely, "parts/h", "cavities ÷ cycle");
        var (litres, reynolds) = Water(melt, cycle, water);
        var gate = Cooling.Seconds(feed.ThickMm, melt, Briefs.CoolingCriterion.Centre);
        Sheet = new ProcessSheet(
            melt.MeltC,
            melt.MoldC,
            melt.EjectC,
            melt.Drying,
            ShotG.Value.Likely,
            shotCm3.Value.Likely,
            job.Norm("inject.fill").Likely,
            Pressure?.Value.Likely,
            Pressure is { } filled ? PackShare * filled.Value.Likely : null,
            Math.Max(OneGateS, gate),
            cool,
            cycle.Value.Likely,
            PressCycle.Clamp(job, cavities).Value.Likely,
            perHour.Value.Likely,
            job.Norm("inject.attendShare").Likely,
            litres,
            reynolds
        );
    }

    public ProcessSheet Sheet { get; }

    public Figure ShotG { get; }

    public Figure? Pressure { get; }

    /// <summary>Flow length ÷ wall times what the plastic takes for each; it is a first look at the gate, without the runner.</summary>
    private Figure? PressureAt(FillingFigures? filling, MeltData melt) =>
        filling is null || melt.MpaPerRatio is not { } each
            ? null
            : _sheet.Line(
                "fillMpa",
                "Pressure at the gate, to fill",
                Figure.Given("flow length ÷ wall, of the farthest way", filling.Ratio, "", "plan/gates.count")
                    * Figure.Given("for each, by the plastic", each, "MPa", "plan/plastic.materialId"),
                "MPa",
                "rule of the trade; a melt simulation goes first"
            );

    /// <summary>Heat of a shot over its cycle, at so many kelvin of rise; no less than keeps the flow turbulent.</summary>
    private (double LitresPerMin, double Reynolds) Water(MeltData melt, Figure cycle, WaterChoices water)
    {
        if (melt.EnthalpyJPerG is not { } enthalpy)
            return (0, 0);
        var heat = ShotG * Figure.Given("heat of the plastic, J/g", enthalpy, "J/g", "plan/plastic.materialId");
        var rise = Figure.Given("rise", water.RiseK, "K", "plan/water.riseK");
        var flow = _sheet.Line(
            "waterHalf",
            "Water through each half, for its rise",
            heat / cycle.Likely / (Figure.Given("heat of water", WaterJPerCm3K, "J/(cm³·K)") * rise) / 2,
            "L/min",
            "heat balance"
        );
        var bore = Figure.Given("channel", water.DiameterMm, "mm", "plan/water.diameterMm");
        var viscous = Figure.Given("viscosity of water", Viscosity(melt.MoldC), "mm²/s");
        var least = _sheet.Line(
            "waterLeast",
            "Water that stays turbulent",
            Figure.Given("Reynolds", Turbulent, "") * Math.PI * bore * viscous / 4,
            "L/min",
            "Re = 4·Q ÷ (π·d·ν) of at least 4,000"
        );
        var taken = Math.Max(flow.Value.Likely, least.Value.Likely);
        return (taken, Turbulent * taken / least.Value.Likely);
    }

    /// <summary>Of water by its temperature (Poiseuille's formula).</summary>
    private static double Viscosity(double celsius) => 1.79 / (1 + 0.03368 * celsius + 0.000221 * celsius * celsius);
}
