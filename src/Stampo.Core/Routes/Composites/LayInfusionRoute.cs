namespace Stampo.Core.Routes.Composites;

/// <summary>Dry fibre under a bag, the resin drawn in by vacuum: light, high fibre content.</summary>
public sealed class LayInfusionRoute : LaminateRoute
{
    public override RouteCard Card { get; } =
        new(
            "lay-infusion",
            "LI",
            "Laminate by vacuum infusion",
            "Composites",
            RouteFigure.FibreStack,
            "A bag and its lines lost with every part; one finished side."
        );

    protected override string Way => "infusion";

    protected override double LeastWallMm => 1.5;

    protected override double PartsPerDay => 0.8;

    protected override double ToleranceMm => 0.4;
}
