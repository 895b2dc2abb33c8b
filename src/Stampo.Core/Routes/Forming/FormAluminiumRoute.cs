using Stampo.Core.Ranges;
using Stampo.Core.Routes.Injection;
using Stampo.Core.Working;

namespace Stampo.Core.Routes.Forming;

/// <summary>Sheet formed in a tempered aluminium mold: hundreds to tens of thousands of shells.</summary>
public sealed class FormAluminiumRoute : SheetForming
{
    private const double EdgeMm = 30;

    public override RouteCard Card { get; } =
        new(
            "form-aluminium",
            "FA",
            "Sheet formed in aluminium",
            "Forming",
            RouteFigure.Sheet,
            "Constant-gauge sheet that thins where it draws; one crisp side; a metal mold before the first part."
        );

    public override string ChangeKey => "change.aluminium";

    protected override string CycleKey => "form.aluminium.cycle";

    protected override string LifeKey => "form.aluminium.life";

    protected override double PartsPerDay => 200;

    protected override double ToleranceMm => 0.45;

    protected override IReadOnlyList<LeadStep> Lead(Job job, ThreePoint moldHours) =>
        [
            new("Design and program the mold", job.Norm("tool.cam") * (1 / 6.0)),
            new("Machine, vent and mount", moldHours / job.Norm("tool.hoursADay")),
            new("Try gauge and heat", new(0.5, 1, 2)),
        ];

    public override Made Made => Made.MetalTool;

    protected override void AddMold(CostBook book, Job job)
    {
        var part = job.Part;
        var blockCm3 = (part.LengthMm + 2 * EdgeMm) * (part.WidthMm + 2 * EdgeMm) * (part.HeightMm + EdgeMm) / 1000;
        var block = new WorkInput("block: box + 30 mm each side and below", blockCm3, "cm³", "part");
        var stepover = Scallop.StepoverMm(job.Norm("tool.ballRadius").Likely, job.Norm("tool.aluminium.scallop").Likely);
        var times = job.Rate("tool.finishTimes");
        book.Add(
                ChargedOn.Tool,
                "Block",
                new Amount(
                    job.Norm("tool.aluminium.density") * (blockCm3 / 1000),
                    "kg",
                    "block × density ÷ 1000",
                    block,
                    job.Rate("tool.aluminium.density").AsInput()
                ),
                "tool.aluminium.price"
            )
            .Add(
                ChargedOn.Tool,
                "Rough the mold",
                new Amount(
                    part.BoxCm3 / job.Norm("tool.aluminium.roughing"),
                    "h",
                    "box of the part ÷ removal rate",
                    new WorkInput("box of the part", part.BoxCm3, "cm³", "part"),
                    job.Rate("tool.aluminium.roughing").AsInput()
                ),
                "labour.toolmaker"
            )
            .Add(
                ChargedOn.Tool,
                "Finish the mold",
                new Amount(
                    times.Value * (part.AreaCm2 * 50 / (stepover * 60)) / job.Norm("tool.aluminium.feed"),
                    "h",
                    "½ surface ÷ (stepover × feed) × semi-finishing and corners, stepover = 2·√(2·r·s − s²)",
                    new WorkInput("surface", part.AreaCm2, "cm²", "part"),
                    new WorkInput("stepover", stepover, "mm"),
                    job.Rate("tool.aluminium.feed").AsInput(),
                    times.AsInput()
                ),
                "labour.toolmaker"
            )
            .Add(ChargedOn.Tool, "Program the cutter paths", Amount.Of(job.Rate("tool.cam")), "labour.engineer")
            .Add(ChargedOn.Tool, "Square the block, fit it to its plate", Amount.Of(job.Rate("tool.fitBase")), "labour.toolmaker")
            .Add(ChargedOn.Tool, "Vents, temperature lines, mounting", Amount.Of(job.Rate("form.aluminium.ventHours")), "labour.toolmaker");
    }
}
