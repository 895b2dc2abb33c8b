using Stampo.Core.Working;

namespace Stampo.Core.Comparison;

/// <summary>Where the cheapest route changes. <paramref name="ForGoodAt"/> is null when the two keep alternating to the end of the search.</summary>
public sealed record Crossover(string From, string To, long FirstAt, long? ForGoodAt);

/// <summary>A stretch of quantities over which one route is cheapest.</summary>
public sealed record Leader(string Id, long From, long To);

/// <summary>A route as one or more ways to tool it (numbers of cavities); its cost at a quantity is the cheapest of them.</summary>
public sealed record Curve(string Id, IReadOnlyList<CostPoint> Ways)
{
    public double Total(double quantity)
    {
        var least = double.PositiveInfinity;
        foreach (var way in Ways)
            least = Math.Min(least, way.Total(quantity));
        return least;
    }
}

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
        var holder = curves.MinBy(c => c.Total(1))!;
        long from = 1;
        while (leaders.Count < MostLeaders)
        {
            long? next = null;
            var taker = holder;
            foreach (var curve in curves)
            {
                if (curve == holder || Next(curve, holder, from, next ?? upTo) is not { } at)
                    continue;
                if (next is null || at < next || curve.Total(at) < taker.Total(at))
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
            var first = Next(to, from, chain[i - 1].From, upTo);
            if (first is { } at)
                crossovers.Add(new Crossover(from.Id, to.Id, at, ForGood(to, from, at)));
        }

        return crossovers;
    }

    private long? ForGood(Curve to, Curve from, long at)
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

    /// <summary>The smallest whole quantity in from … upTo at which the challenger costs less than (or as much as) the holder.</summary>
    private long? Next(Curve challenger, Curve holder, long from, long until, bool orEqual = false)
    {
        for (double q = from; q <= until;)
        {
            if (Skip(challenger, holder, q) is not { } start || start > until)
                return null;
            if (++_steps > MostSteps)
                throw new RefusalException("crossover.too-far", "Two of the routes rise so nearly alike that their crossings can't be followed this far; ask with a smaller crossoverUpTo.", "crossoverUpTo");
            q = start;
            double end = until;
            foreach (var way in challenger.Ways)
                end = Math.Min(end, way.StepEnd(q));
            foreach (var way in holder.Ways)
                end = Math.Min(end, way.StepEnd(q));
            if (WithinStep(challenger, holder, q, end, orEqual) is { } found)
                return found;
            q = end + 1;
        }

        return null;
    }

    /// <summary>The first quantity at or after q where the challenger's lower bound dips under the holder's upper bound; null if never.</summary>
    private static double? Skip(Curve challenger, Curve holder, double q)
    {
        double? earliest = null;
        foreach (var way in challenger.Ways)
        {
            var (low, lowSlope) = way.Bound(above: false);
            var reach = q;
            foreach (var other in holder.Ways)
            {
                var (high, highSlope) = other.Bound(above: true);
                // A hair of slack, so that rounding never skips a true crossing.
                var gap = low + lowSlope * reach - (high + highSlope * reach);
                if (gap <= 1e-9 * (1 + Math.Abs(high)))
                    continue;
                reach = lowSlope < highSlope ? Math.Max(reach, Math.Floor(reach + gap / (highSlope - lowSlope)) - 1) : double.PositiveInfinity;
            }

            earliest = Math.Min(earliest ?? double.PositiveInfinity, reach);
        }

        return earliest is null || double.IsPositiveInfinity(earliest.Value) ? null : Math.Max(q, earliest.Value);
    }

    /// <summary>
    /// Inside one step of all curves each way is a line, so a way of the challenger is under all ways of the holder
    /// on one interval; its smallest whole quantity is confirmed with the totals themselves.
    /// </summary>
    private static long? WithinStep(Curve challenger, Curve holder, double start, double end, bool orEqual)
    {
        long? smallest = null;
        foreach (var way in challenger.Ways)
        {
            double low = start, high = smallest - 1 ?? end;
            foreach (var other in holder.Ways)
            {
                var gap = way.Total(start) - other.Total(start);
                var slope = way.PerGoodPart - other.PerGoodPart;
                if (slope < 0)
                    low = Math.Max(low, start + Math.Ceiling(gap / -slope) - 1);
                else if (gap > 0)
                    high = double.NegativeInfinity;
                else if (slope > 0)
                    high = Math.Min(high, start + Math.Floor(-gap / slope) + 1);
            }

            // Rounding can put the root one quantity off either way: confirm on the few candidates.
            for (var q = low; q <= Math.Min(high, low + 3); q++)
            {
                if (!IsUnder(challenger, holder, q, orEqual))
                    continue;
                smallest = (long)q;
                break;
            }
        }

        return smallest;
    }

    private static bool IsUnder(Curve challenger, Curve holder, double q, bool orEqual)
    {
        var (ours, theirs) = (challenger.Total(q), holder.Total(q));
        return orEqual ? ours <= theirs : ours < theirs;
    }
}
