using Stampo.Core.Wording;

namespace Stampo.Core.Comparison;

/// <summary>
/// Where the cheapest route changes. <paramref name="ForGoodAt"/> is null when the two keep alternating to the end of the search.
/// </summary>
public sealed record Crossover(string From, string To, long FirstAt, long? ForGoodAt);

/// <summary>A stretch of quantities over which one route is cheapest.</summary>
public sealed record Leader(string Id, long From, long To);

/// <summary>A named staircase.</summary>
public sealed record Curve(string Id, CostPoint Cost);

/// <summary>
/// Exact crossings of cost staircases over whole quantities. Between steps every cost is a straight line, so the search goes
/// from step to step and jumps over stretches where straight bounds already decide: work depends on the steps near
/// a crossing, not on how far is searched.
/// </summary>
public sealed class CrossingSearch(IReadOnlyList<Curve> curves, long upTo)
{
    /// <summary>Steps one search may walk: two staircases of equal slope could otherwise be followed for minutes.</summary>
    private const int MostSteps = 8_000_000;

    /// <summary>Changes of leader beyond this are no help to anybody; the search stops there.</summary>
    private const int MostLeaders = 2_000;

    private int _steps;

    /// <summary>Stretches of cheapest routes from 1 to the end of the search; a tie stays with the route that had the lead.</summary>
    public List<Leader> Leaders()
    {
        var leaders = new List<Leader>();
        if (curves.Count == 0)
            return leaders;
        var holder = curves.MinBy(c => c.Cost.Total(1))!;
        long from = 1;
        while (leaders.Count < MostLeaders)
        {
            long? next = null;
            var taker = holder;
            foreach (var curve in curves)
            {
                if (curve == holder || Next(curve.Cost, holder.Cost, from, next ?? upTo) is not { } at)
                    continue;
                if (next is null || at < next || curve.Cost.Total(at) < taker.Cost.Total(at))
                    (next, taker) = (at, curve);
            }

            leaders.Add(new Leader(holder.Id, from, next - 1 ?? upTo));
            if (next is null)
                break;
            (holder, from) = (taker, next.Value);
        }

        return leaders;
    }

    /// <summary>
    /// Crossovers between the routes that are cheapest in turn, in the order in which each first takes the lead.
    /// First: the smallest quantity at which the second is cheaper once the first has led. For good: from where it stays so.
    /// </summary>
    public List<Crossover> Between(IReadOnlyList<Leader> leaders)
    {
        var chain = leaders.DistinctBy(l => l.Id).ToList();
        var byId = curves.ToDictionary(c => c.Id);
        var crossovers = new List<Crossover>();
        for (var i = 1; i < chain.Count; i++)
        {
            var (from, to) = (byId[chain[i - 1].Id], byId[chain[i].Id]);
            var first = Next(to.Cost, from.Cost, chain[i - 1].From, upTo);
            if (first is { } at)
                crossovers.Add(new Crossover(from.Id, to.Id, at, ForGood(to.Cost, from.Cost, at)));
        }

        return crossovers;
    }

    private long? ForGood(CostPoint to, CostPoint from, long at)
    {
        long? lead = at;
        for (var turns = 0; lead is { } start && turns < MostLeaders; turns++)
        {
            if (Next(from, to, start, upTo, orEqual: true) is not { } lost)
                return start;
            lead = Next(to, from, lost, upTo);
        }

        return null;
    }

    /// <summary>The smallest whole quantity in from … until at which the challenger costs less than (or as much as) the holder.</summary>
    private long? Next(CostPoint challenger, CostPoint holder, long from, long until, bool orEqual = false)
    {
        for (double q = from; q <= until; )
        {
            q = Skip(challenger, holder, q);
            if (q > until)
                return null;
            if (++_steps > MostSteps)
                throw new RefusalException(
                    "crossover.too-far",
                    "Two of the routes rise so nearly alike that their crossings can't be followed this far; ask with a "
                        + "smaller crossoverUpTo.",
                    "crossoverUpTo"
                );
            var end = Math.Min(until, Math.Min(challenger.StepEnd(q), holder.StepEnd(q)));
            if (WithinStep(challenger, holder, q, end, orEqual) is { } found)
                return found;
            q = end + 1;
        }

        return null;
    }

    /// <summary>
    /// The first quantity at or after q where the challenger's lower bound dips under the holder's upper bound; infinite if never.
    /// </summary>
    private static double Skip(CostPoint challenger, CostPoint holder, double q)
    {
        var (low, lowSlope) = challenger.Bound(above: false);
        var (high, highSlope) = holder.Bound(above: true);
        var gap = low + lowSlope * q - (high + highSlope * q);
        // A hair of slack, so that rounding never skips a true crossing.
        if (gap <= 1e-9 * (1 + Math.Abs(high)))
            return q;
        return lowSlope < highSlope ? Math.Max(q, Math.Floor(q + gap / (highSlope - lowSlope)) - 1) : double.PositiveInfinity;
    }

    /// <summary>Inside one step both are straight lines: the root is known, and confirmed with the totals themselves.</summary>
    private static long? WithinStep(CostPoint challenger, CostPoint holder, double start, double end, bool orEqual)
    {
        var gap = challenger.Total(start) - holder.Total(start);
        var slope = challenger.PerGoodPart - holder.PerGoodPart;
        var root = gap > 0 && slope < 0 ? start + Math.Ceiling(gap / -slope) - 1 : start;
        // Rounding can put the root one quantity off either way.
        for (var q = root; q <= Math.Min(end, root + 3); q++)
        {
            var (ours, theirs) = (challenger.Total(q), holder.Total(q));
            if (orEqual ? ours <= theirs : ours < theirs)
                return (long)q;
        }

        return null;
    }
}
