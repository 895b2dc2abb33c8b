using Stampo.Core.Planning;

namespace Stampo.Core.Plans.Forming;

/// <summary>A route that forms sheet: of which material, and on which molds, the usual first.</summary>
public sealed record FormingMethod(string MaterialId, IReadOnlyList<string> MoldIds) : RouteMethod
{
    public override IPlanner Planner => FormingPlanner.Instance;
}
