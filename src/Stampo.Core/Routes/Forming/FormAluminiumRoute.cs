using Stampo.Core.Jobs;
using Stampo.Core.Plans.Forming.Molds;
using Stampo.Core.Ranges;

namespace Stampo.Core.Routes.Forming;

/// <summary>Sheet formed in a tempered aluminium mold: hundreds to tens of thousands of shells.</summary>
public sealed class FormAluminiumRoute : SheetForming
{
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

    protected override double ToleranceMm => 0.45;

    protected override IReadOnlyList<LeadStep> Lead(Job job, ThreePoint moldHours) =>
        [
            new("Design and program the mold", job.Norm("tool.cam") * (1 / 6.0)),
            new("Machine, vent and mount", moldHours / job.Norm("tool.hoursADay")),
            new("Try gauge and heat", new(0.5, 1, 2)),
        ];

    public override Made Made => Made.MetalTool;

    protected override FormMold Mold { get; } = new MachinedAluminiumMold();

    protected override IReadOnlyList<string> MoldIds => ["machined-aluminium", "cast-aluminium"];
}
