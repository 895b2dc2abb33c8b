namespace Stampo.Core.Routes.Composites;

/// <summary>Fibre closed between two molds, pressed or filled: both sides finished, thickness under control.</summary>
public sealed class LayClosedRoute : LaminateRoute
{
    public override RouteCard Card { get; } =
        new(
            "lay-closed",
            "LC",
            "Laminate pressed between molds",
            "Composites",
            RouteFigure.FibreStack,
            "Two molds to make and keep; thickness is set by their gap."
        );

    protected override string Way => "closed";

    protected override double LeastWallMm => 2;

    protected override int Molds => 2;

    protected override double PartsPerDay => 2;

    protected override double ToleranceMm => 0.4;
}
