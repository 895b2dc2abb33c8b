namespace Stampo.Core.Routes.Injection;

/// <summary>The true plastic in pre-hardened steel: the tool for years of production.</summary>
public sealed class InjectSteelPreRoute : MetalInjection
{
    public override RouteCard Card { get; } =
        new(
            "inject-steel-pre",
            "ST",
            "Injection, pre-hardened steel",
            "Injection",
            RouteFigure.MetalHalves,
            "The money and the weeks before the first part; a design change costs most here."
        );

    protected override string ToolClass => "under 500,000 cycles: pre-hardened steel";

    public override string ChangeKey => "change.steel";

    public override string Metal => "steelPre";

    protected override double ToleranceMm => 0.05;

    protected override double GlassFactor => 0.7;
}
