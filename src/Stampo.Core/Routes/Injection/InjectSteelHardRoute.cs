namespace Stampo.Core.Routes.Injection;

/// <summary>The true plastic in hardened tool steel: a million shots and more, abrasive plastics.</summary>
public sealed class InjectSteelHardRoute : MetalInjection
{
    public override RouteCard Card { get; } =
        new(
            "inject-steel-hard",
            "HT",
            "Injection, hardened steel",
            "Injection",
            RouteFigure.MetalHalves,
            "The most money and the longest wait before the first part; a design change may mean a new tool."
        );

    protected override string ToolClass => "1,000,000 cycles and more: all inserts hardened";

    public override string ChangeKey => "change.steel";

    public override string Metal => "steelHard";

    protected override double ToleranceMm => 0.04;

    protected override double GlassFactor => 0.9;
}
