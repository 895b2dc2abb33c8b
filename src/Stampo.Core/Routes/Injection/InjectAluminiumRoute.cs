namespace Stampo.Core.Routes.Injection;

/// <summary>The true plastic in an aluminium tool: weeks, not months, and thousands of shots.</summary>
public sealed class InjectAluminiumRoute : MetalInjection
{
    public override RouteCard Card { get; } =
        new(
            "inject-aluminium",
            "AL",
            "Injection, aluminium tool",
            "Injection",
            RouteFigure.MetalHalves,
            "Fewer shots than steel; a design change costs part of the tool."
        );

    protected override string ToolClass => "under 100,000 cycles: mild steel or aluminium";

    public override string ChangeKey => "change.aluminium";

    public override string Metal => "aluminium";

    protected override double ToleranceMm => 0.1;

    protected override double GlassFactor => 0.4;
}
