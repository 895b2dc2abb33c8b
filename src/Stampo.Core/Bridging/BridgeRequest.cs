using Stampo.Core.Comparison;
using Stampo.Core.Ranges;
using Stampo.Core.Wording;

namespace Stampo.Core.Bridging;

/// <summary>So many parts by a date; <paramref name="Musts"/> are for people, eligibility is said by the routes.</summary>
public sealed record BridgeRow(DateOnly ByDate, double Quantity, IReadOnlyList<string>? Musts = null);

/// <summary>
/// A route as in the cost curve, with the calendar days from ordering its tool to its first parts, the share of the tool that a
/// design change costs, which rows (counted from 0 as given) it may serve (all when left out), and the parts it gives a calendar day:
/// its first row is made before its date. Ranges count as their likely value.
/// </summary>
public sealed record BridgeRoute(
    string Id,
    ThreePoint OneOff,
    ThreePoint Tool,
    ThreePoint? LifeShots,
    int Cavities,
    ThreePoint Yield,
    ThreePoint Piece,
    double LeadDays = 0,
    double ChangeShare = 0,
    IReadOnlyList<int>? EligibleRows = null,
    double? PartsPerDay = null
)
{
    internal BareRoute Bare => new(Id, OneOff, Tool, LifeShots, Cavities, Yield, Piece);
}

/// <param name="Rows">Demand over time, in any order.</param>
/// <param name="Routes">The routes to choose among.</param>
/// <param name="ChangeProbability">Chance each month that the design changes.</param>
/// <param name="MoneyPctPerYear">Price of money bound in tools, percent a year.</param>
/// <param name="StartDate">The first day a tool can be ordered; today when left out.</param>
/// <param name="ChangeUntil">From this day the design no longer changes; never when left out.</param>
public sealed record BridgeRequest(
    IReadOnlyList<BridgeRow> Rows,
    IReadOnlyList<BridgeRoute> Routes,
    double ChangeProbability = 0,
    double MoneyPctPerYear = 0,
    DateOnly? StartDate = null,
    DateOnly? ChangeUntil = null
);

/// <summary>What a stretch costs: tools, pieces, and what a change of the design is expected to cost while its tool stands.</summary>
[Whole]
public sealed record StretchCost(double OneOff, double Tools, double Pieces, double Change, double Money)
{
    public double Total => OneOff + Tools + Pieces + Change + Money;
}

/// <summary>One route serving rows that follow each other in time.</summary>
public sealed record Stretch(
    string RouteId,
    IReadOnlyList<int> Rows,
    double Quantity,
    DateOnly OrderBy,
    DateOnly From,
    DateOnly Until,
    long Sets,
    StretchCost Cost
);

/// <summary>One route serving everything, to compare with.</summary>
public sealed record SingleRoute(string RouteId, double Total);

/// <param name="Stretches">Which route serves which rows, in time.</param>
/// <param name="Total">What the whole costs.</param>
/// <param name="BestSingle">The cheapest route that can serve all rows alone; null when none can.</param>
/// <param name="LongestLivedAtOnce">The route whose tool lasts longest, for all rows from the start; null when it comes too late or none
/// has a tool.</param>
/// <param name="DesignFreeUntil">The last tool is ordered then; a change after it is paid in that tool.</param>
public sealed record BridgeAnswer(
    IReadOnlyList<Stretch> Stretches,
    double Total,
    SingleRoute? BestSingle,
    SingleRoute? LongestLivedAtOnce,
    DateOnly DesignFreeUntil
);
