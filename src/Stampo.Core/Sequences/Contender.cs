using Stampo.Core.Wording;

namespace Stampo.Core.Sequences;

/// <summary>How much each aim counts when routes that nothing dominates are put in order; all nought but cost: by cost.</summary>
public sealed record Weights(double Cost = 1, double Date = 0, double Likeness = 0, double Tolerance = 0)
{
    public Weights Checked()
    {
        foreach (var (value, name) in new[] { (Cost, "cost"), (Date, "date"), (Likeness, "likeness"), (Tolerance, "tolerance") })
            Check.Between(value, 0, 10, $"weights.{name}", "", "weights are small numbers");
        return this;
    }
}

/// <summary>A route that meets every must, on the four aims; <paramref name="DominatedBy"/> is as good on all and better on one.</summary>
public sealed record Contender(
    string RouteId,
    string Name,
    double Cost,
    DateOnly LastPart,
    int DaysLate,
    int SlackDays,
    double Likeness,
    double ToleranceMm,
    string? DominatedBy
);

/// <summary>A route that is out, and what would have to give.</summary>
public sealed record LeastBad(string RouteId, string Name, IReadOnlyList<string> Reasons, IReadOnlyList<string> Relax);
