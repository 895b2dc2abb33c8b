namespace Stampo.Core.Routes.Composites;

/// <summary>Gel coat and layers by hand on one mold: large, few, cheap.</summary>
public sealed class LayOpenRoute : LaminateRoute
{
    public override RouteCard Card { get; } =
        new(
            "lay-open",
            "LO",
            "Laid up by hand, open mold",
            "Composites",
            RouteFigure.FibreStack,
            "One finished side; thickness by the hand that rolls it; styrene or epoxy at the bench."
        );

    protected override string Way => "open";

    protected override double LeastWallMm => 2;

    protected override double PartsPerDay => 1;

    protected override double ToleranceMm => 1.0;
}
