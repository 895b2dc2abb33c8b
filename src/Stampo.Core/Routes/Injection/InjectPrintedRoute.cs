using Stampo.Core.Briefs;
using Stampo.Core.Jobs;
using Stampo.Core.Printing;
using Stampo.Core.Routes.AddOns;
using Stampo.Core.Tooling;
using Stampo.Core.Working;

namespace Stampo.Core.Routes.Injection;

/// <summary>The true plastic into printed inserts held in a frame: dozens to a few hundred, slowly cooled.</summary>
public sealed class InjectPrintedRoute : IRoute
{
    private const double HottestMeltC = 250,
        CoolMeltC = 200,
        GlassFactor = 0.4,
        HotFactor = 0.5,
        CoolFactor = 2,
        SlenderFactor = 0.6,
        WallMm = 12,
        DraftDeg = 2;

    /// <summary>The pocket of a usual frame.</summary>
    private const double FrameX = 130,
        FrameY = 105,
        FrameZ = 80;

    public RouteCard Card { get; } =
        new(
            "inject-printed",
            "IP",
            "Injection, printed inserts",
            "Injection",
            RouteFigure.SplitHalves,
            "Slow cooling changes shrink and gloss; the inserts last tens to hundreds of shots."
        );

    public IEnumerable<Gate> Screen(Job job)
    {
        yield return Gates.FitsInto(job, "the frame's inserts", FrameX - 2 * WallMm, FrameY - 2 * WallMm, FrameZ - 2 * WallMm);
        yield return Gates.ThinnestWall(job, 1.0, 0.8);
        yield return Gates.ThickestSection(
            job,
            5,
            "cool for minutes in an insert that carries little heat away",
            "Core the part out to walls under 3 mm."
        );
        yield return Gates.Draft(job, DraftDeg);
        yield return Gates.UndercutInRigidTool(job, "each undercut is a hand-loaded core");
        yield return Gates.Inserts(job, molded: true, "");
        foreach (var gate in Gates.InsertStress(job))
            yield return gate;
        if (job.Material.Melt is { MeltC: > HottestMeltC } melt)
            yield return new Gate(
                Verdict.AtRisk,
                "Melt temperature",
                $"{job.Material.Name} is molded at {melt.MeltC:0} °C; above {HottestMeltC:0} °C printed inserts crack soon.",
                "Take a plastic of lower melt, or an aluminium tool."
            );
    }

    public Made Made => Made.SoftMold;

    public IReadOnlyList<string> Cautions => ["press", "resin-printing", "dust"];

    public bool TakesSecondMaterial => true;

    public IReadOnlyList<int> CavityChoices(Job job) => [1];

    public RouteEstimate Estimate(Job job, int cavities)
    {
        var yield = job.Figure("printedInsert.yield");
        var solidCm3 = Math.Max(
            1,
            (job.Part.LengthMm + 2 * WallMm) * (job.Part.WidthMm + 2 * WallMm) * (job.Part.HeightMm + 2 * WallMm) / 1000
                - job.Part.VolumeCm3
        );
        var cycle = Cycle(job);
        var glass = job.Material.Melt is { GlassFilled: true } ? GlassFactor : 1;
        var heat = job.Material.Melt?.MeltC switch
        {
            > HottestMeltC => HotFactor,
            <= CoolMeltC => CoolFactor,
            _ => 1.0,
        };
        var slender = job.Part.SlenderHoles > 0 ? SlenderFactor : 1;
        var build = PrintCost.Halves(job, WallMm, solidCm3);
        var life = (
            job.Figure("printedInsert.life")
            * Figure.Given("glass fibre factor", glass, "×", "brief/family")
            * Figure.Given("melt temperature factor", heat, "×", "brief/family")
            * Figure.Given("slender core factor", slender, "×", "part")
        ).As("life", "Tool life", "shots", "rate card");
        var book = new CostBook(job.Rates)
            .Add(ChargedOn.OneOff, "Engineering: inserts, gate, ejection", job.Figure("engineering.cast"), "labour.engineer")
            .AddPrice(ChargedOn.OneOff, "Frame, its share", "printedInsert.frame")
            .Add(ChargedOn.Tool, "Inserts: resin", PrintCost.MaterialKg(job, solidCm3, PrintCost.ResinDensity), "print.patternResin")
            .Add(ChargedOn.Tool, "Inserts: printer time", build.Hours(2), "print.machine")
            .Add(ChargedOn.Tool, "Smooth, fit and shim", job.Figure("printedInsert.fitHours"), "labour.bench")
            .Add(ChargedOn.Batch, "Set up and try: press", job.Figure("inject.setup"), "inject.press")
            .Add(ChargedOn.Batch, "Set up and try: hands", job.Figure("inject.setup"), "labour.bench")
            .AddMaterial(ChargedOn.Piece, "Plastic", PressCycle.PlasticKg(job), job.Material)
            .Add(ChargedOn.Piece, "Press time", cycle, "inject.press")
            .Add(ChargedOn.Piece, "Attend: open by hand, load, take out", job.Figure("printedInsert.cycle"), "labour.bench")
            .AddSecondTool(job, "second.toolShare")
            .AddMoldedSoft(job, 1)
            .AddInserts(job, "inject.press")
            .AddSpoiled(job, "printedInsert.yield");
        return new RouteEstimate(
            1,
            book.Lines,
            life,
            yield,
            (int)job.Norm("inject.run").Likely,
            [
                new LeadStep("Split and print the inserts", build.Hours(2).Value * (1 / 20.0) + 0.5),
                new LeadStep("Wash, post-cure twice, measure", new(0.25, 0.5, 1)),
                new LeadStep("Smooth, fit into the frame, try out", job.Norm("printedInsert.fitHours") * (1 / 6.0) + 0.25),
            ],
            7 * 3600 / cycle.Value.Likely * yield.Value.Likely,
            0.15
        )
        {
            ToolClass = "under 500 cycles: prototype, cast, epoxy or printed",
        };
    }

    /// <summary>By hand as usual, or as long as a thick section takes in a wall that carries little heat away.</summary>
    private static Figure Cycle(Job job)
    {
        var slow =
            job.Figure("printedInsert.hand")
            + job.Figure("printedInsert.coolTimes") * Cooling.Time(job.SectionMm(), job.Material.Melt!, CoolingCriterion.Mean, "cycle");
        return Term.Max(job.Figure("printedInsert.cycle"), slow)
            .As("cycle", "Cycle", "s", "the usual, or by hand and slow cooling when that is longer");
    }
}
