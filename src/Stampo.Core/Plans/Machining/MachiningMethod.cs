using Stampo.Core.Planning;

namespace Stampo.Core.Plans.Machining;

/// <summary>A route whose parts are cut from a block.</summary>
public sealed record MachiningMethod(string MaterialId) : RouteMethod
{
    public override IPlanner Planner => MachiningPlanner.Instance;
}
