using Stampo.Core.Comparison;

namespace Stampo.Core.Sequences;

/// <summary>Single routes for everything, on the four aims.</summary>
public static class Contenders
{
    internal static IReadOnlyList<Contender> Of(StretchTable table)
    {
        List<Contender> all =
        [
            .. table.Alone.Select(t =>
            {
                var (estimate, slack) = (t.Way.Estimate, t.Slack.Min(s => s.Days));
                return new Contender(
                    t.Route.Route.Card.Id,
                    t.Route.Route.Card.Name,
                    t.TotalAt(table.Account.ChancePerMonth),
                    Dates.Of(estimate, t.Quantity, table.Account.Comparison.Inputs.Today).LastPart,
                    Math.Max(0, -slack),
                    slack,
                    t.Route.Material.Likeness.Share,
                    estimate.ToleranceMm,
                    null
                );
            }),
        ];
        return Ordered(all.ConvertAll(c => c with { DominatedBy = all.Find(other => Dominates(other, c))?.Name }), new Weights());
    }

    /// <summary>What nothing dominates, by weighted distance from the best on each aim; then the dominated by cost.</summary>
    public static IReadOnlyList<Contender> Ordered(IReadOnlyList<Contender> contenders, Weights weights)
    {
        List<Contender> front = [.. contenders.Where(c => c.DominatedBy is null)];
        return [.. front.OrderBy(Score).ThenBy(c => c.Cost), .. contenders.Where(c => c.DominatedBy is not null).OrderBy(c => c.Cost)];

        double Score(Contender c) =>
            weights.Cost * Place(c.Cost, front.ConvertAll(f => f.Cost))
            + weights.Date * Place(c.LastPart.DayNumber, front.ConvertAll(f => (double)f.LastPart.DayNumber))
            + weights.Likeness * Place(-c.Likeness, front.ConvertAll(f => -f.Likeness))
            + weights.Tolerance * Place(c.ToleranceMm, front.ConvertAll(f => f.ToleranceMm));
    }

    private static bool Dominates(Contender a, Contender b) =>
        a.Cost <= b.Cost
        && a.LastPart <= b.LastPart
        && a.Likeness >= b.Likeness
        && a.ToleranceMm <= b.ToleranceMm
        && (a.Cost < b.Cost || a.LastPart < b.LastPart || a.Likeness > b.Likeness || a.ToleranceMm < b.ToleranceMm);

    /// <summary>0 for the best of the front on one aim, 1 for the worst.</summary>
    private static double Place(double value, List<double> front) =>
        front.Max() > front.Min() ? (value - front.Min()) / (front.Max() - front.Min()) : 0;
}
