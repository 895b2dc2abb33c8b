using Stampo.Core.Ranges;
using Stampo.Core.Routes.AddOns;
using Stampo.Core.Working;

namespace Stampo.Core.Routes.Injection;

/// <summary>What a molded piece costs: plastic, its share of a press cycle, attention, inserts.</summary>
internal static class InjectionPieces
{
    public static CostBook AddInjectionPieces(this CostBook book, Job job, int cavities)
    {
        var cycle = CycleSeconds(job, cavities);
        var kn = ClampKn(job, cavities);
        book.Add(ChargedOn.Batch, "Set up and warm up", Amount.Of(job.Rate("inject.setup")), "inject.press")
            .Add(ChargedOn.Batch, "Set up: hands", Amount.Of(job.Rate("inject.setup")), "labour.bench")
            .AddMaterial(ChargedOn.Piece, "Plastic", PlasticKg(job), job.Material)
            .Add(ChargedOn.Piece, "Press time, smallest press", PressHours(cycle, cavities), "inject.press")
            .Add(
                ChargedOn.Piece,
                "Press time, for its clamp",
                new Amount(
                    cycle.Value * (kn.Value.Likely / (3600 * cavities)),
                    "h·kN",
                    "cycle × clamp ÷ (3600 × cavities)",
                    [.. cycle.Inputs, .. kn.Inputs]
                ),
                "inject.pressPerKn"
            )
            .Add(ChargedOn.Piece, "Attend the press", AttendHours(job, cycle, cavities), "labour.bench")
            .Add(ChargedOn.Piece, "Pack, glance at", Amount.Of(job.Rate("inject.pack")), "labour.bench");
        return book.AddMoldedSoft(job, cavities).AddInserts(job, "inject.press").AddSpoiled(job, "inject.yield");
    }

    /// <summary>A cycle shared by its cavities.</summary>
    public static Amount PressHours(Amount cycle, int cavities) =>
        new(
            cycle.Value * (1.0 / (3600 * cavities)),
            "h",
            "cycle ÷ (3600 × cavities)",
            [.. cycle.Inputs, new WorkInput("cavities", cavities, "")]
        );

    /// <summary>A person looks after several presses: a share of one for each cycle, and its cavities share that.</summary>
    public static Amount AttendHours(Job job, Amount cycleSeconds, int cavities)
    {
        var share = job.Rate("inject.attendShare");
        return new Amount(
            share.Value * (cycleSeconds.Value * (1.0 / (3600 * cavities))),
            "h",
            "share of a person × cycle ÷ (3600 × cavities)",
            share.AsInput(),
            new WorkInput("cycle", cycleSeconds.Value, cycleSeconds.Unit),
            new WorkInput("cavities", cavities, "")
        );
    }

    /// <summary>
    /// Dry cycle + fill + max(pack, cool) + eject: packing lies inside cooling. A dry cycle is 4 s to 500 kN and 2 s more for each further
    /// 1,000: larger presses move more.
    /// </summary>
    public static Amount CycleSeconds(Job job, int cavities = 1)
    {
        var melt = job.Material.Melt ?? throw new InvalidOperationException($"{job.Material.Id} has no melt data.");
        var criterion = CriterionFor(job);
        var cooling = Cooling.Seconds(job.Part.SectionMm, melt, criterion);
        var kn = ClampKn(job, cavities);
        var (dry, more, fill, pack, open) = (
            job.Rate("inject.dry"),
            job.Rate("inject.dryPerKn"),
            job.Rate("inject.fill"),
            job.Rate("inject.packing"),
            job.Rate("inject.open")
        );
        return new Amount(
            dry.Value + more.Value * Math.Max(0, kn.Value.Likely - DryToKn) + fill.Value + pack.Value.AtLeast(cooling) + open.Value,
            "s",
            "dry cycle + per kN × (clamp − 500 kN) + fill + max(pack, cool) + eject, cool = "
                + $"h²/(π²·α)·ln[{(criterion == CoolingCriterion.Mean ? "8/π²" : "4/π")}·(Tmelt−Tmold)/(Teject−Tmold)], by the "
                + $"{(criterion == CoolingCriterion.Mean ? "mean" : "middle")}",
            dry.AsInput(),
            more.AsInput(),
            new WorkInput("clamp", kn.Value.Likely, "kN"),
            fill.AsInput(),
            pack.AsInput(),
            open.AsInput(),
            new WorkInput("cool", cooling, "s", "brief/schools.cooling"),
            new WorkInput("section h", job.Part.SectionMm, "mm", "part/nominalWallMm"),
            new WorkInput("diffusivity α", melt.DiffusivityMm2PerS, "mm²/s"),
            new WorkInput("melt", melt.MeltC, "°C"),
            new WorkInput("mold", melt.MoldC, "°C"),
            new WorkInput("eject", melt.EjectC, "°C")
        );
    }

    /// <summary>As chosen in the brief; by default the middle of sections that warp and sink, the mean of thin ones.</summary>
    private static CoolingCriterion CriterionFor(Job job) =>
        job.Brief.Schools.Cooling ?? (job.Part.SectionMm >= ThickMm ? CoolingCriterion.Centre : CoolingCriterion.Mean);

    private const double ThickMm = 4,
        DryToKn = 500;

    /// <summary>kN = projected cm² · cavities · MPa · 0.1 · reserve.</summary>
    public static Amount ClampKn(Job job, int cavities)
    {
        var mpa = job.Material.Melt!.CavityMpa;
        return new Amount(
            job.Norm("inject.safety") * (job.Part.PartingCm2 * cavities * mpa * 0.1),
            "kN",
            "parting area × cavities × cavity pressure × 0.1 × reserve",
            new WorkInput(job.Part.Measured is null ? "footprint of the box" : "parting area", job.Part.PartingCm2, "cm²", "part"),
            new WorkInput("cavities", cavities, ""),
            new WorkInput("cavity pressure", mpa, "MPa"),
            job.Rate("inject.safety").AsInput()
        );
    }

    public static double PartsPerDay(Job job, int cavities, ThreePoint yield) =>
        7 * 3600 / CycleSeconds(job, cavities).Value.Likely * cavities * yield.Likely;

    public static Amount PlasticKg(Job job) =>
        new(
            (1 + job.Norm("inject.runner")) * (job.Part.VolumeCm3 * job.Material.DensityGPerCm3 / 1000),
            "kg",
            "part × density × (1 + runner) ÷ 1000",
            new WorkInput("part", job.Part.VolumeCm3, "cm³", "part"),
            new WorkInput("density", job.Material.DensityGPerCm3, "g/cm³"),
            job.Rate("inject.runner").AsInput()
        );
}
