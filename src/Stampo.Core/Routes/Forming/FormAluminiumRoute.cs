using Stampo.Core.Working;

namespace Stampo.Core.Routes.Forming;

/// <summary>Sheet formed in a tempered aluminium mold: hundreds to tens of thousands of shells.</summary>
public sealed class FormAluminiumRoute : SheetForming
{
    private const double EdgeMm = 30;

    public override RouteCard Card { get; } = new("form-aluminium", "FA", "Sheet formed in aluminium", "Forming", RouteFigure.Sheet,
        "Constant-gauge sheet that thins where it draws; one crisp side; a metal mold before the first part.");

    public override string ChangeKey => "change.aluminium";

    protected override string CycleKey => "form.aluminium.cycle";

    protected override string LifeKey => "form.aluminium.life";

    protected override double PartsPerDay => 200;

    protected override double ToleranceMm => 0.45;

    protected override IReadOnlyList<LeadStep> Lead { get; } = [new("Design the mold", new(1, 2, 3)), new("Machine, vent and mount", new(8, 9, 11)), new("Try gauge and heat", new(0.5, 1, 2))];

    protected override void AddMold(CostBook book, Job job)
    {
        var part = job.Part;
        var blockCm3 = (part.LengthMm + 2 * EdgeMm) * (part.WidthMm + 2 * EdgeMm) * (part.HeightMm + EdgeMm) / 1000;
        var block = new WorkInput("block: box + 30 mm each side and below", blockCm3, "cm³", "part");
        double r = job.Norm("tool.ballRadius").Likely, s = job.Norm("tool.scallop").Likely, stepover = 2 * Math.Sqrt(2 * r * s - s * s);
        book.Add(ChargedOn.Tool, "Block", new Amount(job.Norm("tool.aluminium.density") * (blockCm3 / 1000), "kg", "block × density ÷ 1000", block, job.Rate("tool.aluminium.density").AsInput()), "tool.aluminium.price")
            .Add(ChargedOn.Tool, "Rough the mold", new Amount(part.BoxCm3 / job.Norm("tool.aluminium.roughing"), "h", "box of the part ÷ removal rate", new WorkInput("box of the part", part.BoxCm3, "cm³", "part"), job.Rate("tool.aluminium.roughing").AsInput()), "labour.toolmaker")
            .Add(ChargedOn.Tool, "Finish the mold", new Amount(part.AreaCm2 * 50 / (stepover * 60) / job.Norm("tool.aluminium.feed"), "h", "½ surface ÷ (stepover × feed), stepover = 2·√(2·r·s − s²)", new WorkInput("surface", part.AreaCm2, "cm²", "part"), new WorkInput("stepover", stepover, "mm"), job.Rate("tool.aluminium.feed").AsInput()), "labour.toolmaker")
            .Add(ChargedOn.Tool, "Vents, temperature lines, mounting", Amount.Of(job.Rate("form.aluminium.ventHours")), "labour.toolmaker");
    }
}
