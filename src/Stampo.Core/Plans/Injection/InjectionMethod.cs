using Stampo.Core.Jobs;
using Stampo.Core.Planning;
using Stampo.Core.Ranges;

namespace Stampo.Core.Plans.Injection;

/// <summary>A tool that could be made for the part, as its route prices it at the quantities of the brief.</summary>
/// <param name="Metal">Its norms by name.</param>
/// <param name="Name">Of its route.</param>
/// <param name="Cavities">How many.</param>
/// <param name="OneOff">Engineering.</param>
/// <param name="Tool">One tool.</param>
/// <param name="Piece">A good part without its share of the tool.</param>
/// <param name="LifeShots">Shots of one tool.</param>
/// <param name="Yield">Share of good parts.</param>
/// <param name="LeadDays">Working days to the first article.</param>
/// <param name="ChangeShare">Share of the tool that a change usually costs.</param>
public sealed record PricedTool(
    string Metal,
    string Name,
    int Cavities,
    ThreePoint OneOff,
    ThreePoint Tool,
    ThreePoint Piece,
    ThreePoint? LifeShots,
    ThreePoint Yield,
    ThreePoint LeadDays,
    ThreePoint ChangeShare
);

/// <summary>A route that molds the plastic of the series in a metal tool.</summary>
/// <param name="MaterialId">The plastic.</param>
/// <param name="Metal">Of the tool, the name of its norms.</param>
/// <param name="Cavities">As decided.</param>
/// <param name="Tools">All metals and cavities, priced by their routes.</param>
public sealed record InjectionMethod(string MaterialId, string Metal, int Cavities, Func<Job, IReadOnlyList<PricedTool>> Tools)
    : RouteMethod
{
    public override IPlanner Planner => InjectionPlanner.Instance;

    public override bool IsForSeries => true;
}
