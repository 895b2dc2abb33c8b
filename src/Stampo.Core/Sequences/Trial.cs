using Stampo.Core.Comparison;

namespace Stampo.Core.Sequences;

/// <summary>
/// A stretch as it would be on a route; what making it costs is drawn when it is first asked for, for most are never looked at.
/// </summary>
/// <param name="account">Whose demand it serves.</param>
/// <param name="route">The route.</param>
/// <param name="way">Its way of tooling for so many.</param>
/// <param name="from">Parts made before it.</param>
/// <param name="to">Parts made after it.</param>
/// <param name="holding">What holding stock costs.</param>
/// <param name="changePerChance">The change of the design to be expected, for a chance of one a month.</param>
/// <param name="slack">Row by row.</param>
/// <param name="orderBy">When its tool has to be ordered at the latest; today when it is late.</param>
/// <param name="begins">Its first delivery.</param>
/// <param name="ends">Its last delivery.</param>
public sealed class Trial(
    Account account,
    CandidateRoute route,
    Way way,
    double from,
    double to,
    double holding,
    double changePerChance,
    RowSlack[] slack,
    DateOnly orderBy,
    DateOnly begins,
    DateOnly ends
)
{
    private double? _made;
    private double? _atLeast;

    public CandidateRoute Route => route;

    public Way Way => way;

    public double From => from;

    public double To => to;

    public double Quantity => to - from;

    public double Made => _made ??= account.Made(way, Quantity);

    public double Holding => holding;

    public double ChangePerChance => changePerChance;

    public IReadOnlyList<RowSlack> Slack => slack;

    public DateOnly OrderBy => orderBy;

    public DateOnly Begins => begins;

    public DateOnly Ends => ends;

    public int DaysLate => Math.Max(0, -slack.Select(s => s.Days).DefaultIfEmpty(0).Min());

    public SafeRank Safety => route.SafetyOf(way);

    public double TotalAt(double chancePerMonth) => Made + holding + chancePerMonth * changePerChance;

    /// <summary>No more than <see cref="TotalAt"/>, without drawing.</summary>
    public double AtLeastAt(double chancePerMonth) =>
        (_made ?? (_atLeast ??= account.AtLeast(route, Quantity))) + holding + chancePerMonth * changePerChance;

    /// <summary>Whether every row is in time when each may be late by so many working days.</summary>
    public bool IsInTime(ReadOnlySpan<int> lateBy)
    {
        foreach (var row in slack)
        {
            if (row.Days + lateBy[row.Row] < 0)
                return false;
        }

        return true;
    }
}
