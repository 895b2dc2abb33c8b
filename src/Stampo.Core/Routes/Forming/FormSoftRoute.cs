using Stampo.Core.Ranges;
using Stampo.Core.Working;

namespace Stampo.Core.Routes.Forming;

/// <summary>Sheet formed over a sealed MDF mold.</summary>
public sealed class FormSoftRoute : SheetForming
{
    public override RouteCard Card { get; } =
        new(
            "form-soft",
            "FS",
            "Sheet formed over MDF",
            "Forming",
            RouteFigure.Sheet,
            "Constant-gauge sheet that thins where it draws; one crisp side; edges trimmed."
        );

    protected override string CycleKey => "form.cycle";

    protected override string LifeKey => "form.life";

    protected override double PartsPerDay => 60;

    protected override double ToleranceMm => 0.7;

    protected override IReadOnlyList<LeadStep> Lead(Job job, ThreePoint moldHours) =>
        [new("Glue up, machine, seal the mold", moldHours * (1 / 6.0) + 1), new("Try gauge and heat", new(0.5, 1, 2))];

    public override Made Made => Made.SoftMold;

    protected override void AddMold(CostBook book, Job job)
    {
        var board = new Amount(
            job.Part.BoxCm3 / 1000 * 1.3,
            "dm³",
            "box × 1.3 for base and cutting room",
            new WorkInput("box", job.Part.BoxCm3, "cm³", "part")
        );
        book.Add(ChargedOn.Tool, "Board", board, "form.board")
            .Add(
                ChargedOn.Tool,
                "Machine and seal",
                Amount.Of(job.Rate("form.machineHours"), job.Part.ShowAreaDm2, "surface"),
                "labour.toolmaker"
            )
            .Add(ChargedOn.Tool, "Glue up, vents, mount", Amount.Of(job.Rate("form.jointHours")), "labour.bench");
    }
}
