using Stampo.Core.Jobs;
using Stampo.Core.Plans.Forming.Molds;
using Stampo.Core.Ranges;

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

    protected override double ToleranceMm => 0.7;

    protected override IReadOnlyList<LeadStep> Lead(Job job, ThreePoint moldHours) =>
        [new("Glue up, machine, seal the mold", moldHours * (1 / 6.0) + 1), new("Try gauge and heat", new(0.5, 1, 2))];

    public override Made Made => Made.SoftMold;

    protected override FormMold Mold { get; } = new BoardMold();

    protected override IReadOnlyList<string> MoldIds => ["board", "plaster", "epoxy-glass", "cast-resin"];
}
