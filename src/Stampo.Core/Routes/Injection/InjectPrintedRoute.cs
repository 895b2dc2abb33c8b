using Stampo.Core.Routes.AddOns;
using Stampo.Core.Routes.Printing;
using Stampo.Core.Working;

namespace Stampo.Core.Routes.Injection;

/// <summary>The true plastic into printed inserts held in a frame: dozens to a few hundred, slowly cooled.</summary>
public sealed class InjectPrintedRoute : IRoute
{
    private const double HottestMeltC = 250, GlassFactor = 0.4, HotFactor = 0.5, SlenderFactor = 0.6, WallMm = 12, DraftDeg = 2;

    /// <summary>The pocket of a usual frame.</summary>
    private const double FrameX = 130, FrameY = 105, FrameZ = 80;

    public RouteCard Card { get; } = new("inject-printed", "IP", "Injection, printed inserts", "Injection", RouteFigure.SplitHalves,
        "Slow cooling changes shrink and gloss; the inserts last tens to hundreds of shots.");

    public IEnumerable<Gate> Screen(Job job)
    {
        yield return Gates.FitsInto(job, "the frame's inserts", FrameX - 2 * WallMm, FrameY - 2 * WallMm, FrameZ - 2 * WallMm);
        yield return Gates.ThinnestWall(job, 1.0, 0.8);
        yield return Gates.ThickestSection(job, 5, "cool for minutes in an insert that carries little heat away", "Core the part out to walls under 3 mm.");
        yield return Gates.Draft(job, DraftDeg);
        yield return Gates.UndercutInRigidTool(job, "each undercut is a hand-loaded core");
        yield return Gates.Inserts(job, molded: true, "");
        foreach (var gate in Gates.InsertStress(job))
            yield return gate;
        if (job.Material.Melt is { MeltC: > HottestMeltC } melt)
            yield return new Gate(Verdict.AtRisk, "Melt temperature", $"{job.Material.Name} is molded at {melt.MeltC:0} °C; above {HottestMeltC:0} °C printed inserts crack soon.", "Take a plastic of lower melt, or an aluminium tool.");
    }

    public bool TakesSecondMaterial => true;

    public IReadOnlyList<int> CavityChoices(Job job) => [1];

    public RouteEstimate Estimate(Job job, int cavities)
    {
        var yield = job.Norm("printedInsert.yield");
        var solidCm3 = Math.Max(1, (job.Part.LengthMm + 2 * WallMm) * (job.Part.WidthMm + 2 * WallMm) * (job.Part.HeightMm + 2 * WallMm) / 1000 - job.Part.VolumeCm3);
        var cycle = job.Rate("printedInsert.cycle");
        var (glass, hot, slender) = (job.Material.Melt is { GlassFilled: true } ? GlassFactor : 1, job.Material.Melt is { MeltC: > HottestMeltC } ? HotFactor : 1, job.Part.Measured?.SlenderHoles > 0 ? SlenderFactor : 1);
        var life = job.Rate("printedInsert.life");
        var book = new CostBook(job.Rates)
            .Add(ChargedOn.OneOff, "Engineering: inserts, gate, ejection", Amount.Of(job.Rate("engineering.cast")), "labour.engineer")
            .AddPrice(ChargedOn.OneOff, "Frame, its share", "printedInsert.frame")
            .Add(ChargedOn.Tool, "Inserts: resin", PrintCost.MaterialKg(job, solidCm3, PrintCost.ResinDensity), "print.patternResin")
            .Add(ChargedOn.Tool, "Inserts: printer time", PrintCost.MachineHours(job, solidCm3, 1), "print.machine")
            .Add(ChargedOn.Tool, "Smooth, fit and shim", Amount.Of(job.Rate("printedInsert.fitHours")), "labour.bench")
            .Add(ChargedOn.Batch, "Set up and try: press", Amount.Of(job.Rate("inject.setup")), "inject.press")
            .Add(ChargedOn.Batch, "Set up and try: hands", Amount.Of(job.Rate("inject.setup")), "labour.bench")
            .AddMaterial(ChargedOn.Piece, "Plastic", InjectionPieces.PlasticKg(job), job.Material)
            .Add(ChargedOn.Piece, "Press time", Amount.Hours(cycle), "inject.press")
            .Add(ChargedOn.Piece, "Attend: open by hand, load, take out", Amount.Hours(cycle), "labour.bench")
            .AddSecondTool(job, "second.toolShare")
            .AddMoldedSoft(job, 1)
            .AddInserts(job, "inject.press");
        return new RouteEstimate(1, book.Lines, life.Value * (glass * hot * slender),
            [life.AsInput(), new WorkInput("glass fibre factor", glass, "×", "brief/family"), new WorkInput("hot melt factor", hot, "×", "brief/family"), new WorkInput("slender core factor", slender, "×", "part")], yield, (int)job.Norm("inject.run").Likely,
            [new LeadStep("Split and print the inserts", new(0.5, 1, 1.5)), new LeadStep("Fit into the frame, try out", new(0.5, 1, 1.5))], 7 * 3600 / cycle.Value.Likely * yield.Likely, 0.15)
        {
            ToolClass = "under 500 cycles: prototype, cast, epoxy or printed",
        };
    }
}
