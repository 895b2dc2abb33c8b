using Stampo.Core.Ranges;

namespace Stampo.Core.Comparison;

/// <summary>A route's totals: bands over the grid of quantities, and the likely staircase.</summary>
public sealed record LaneCurve(string Id, string Tag, string Name, bool Out, IReadOnlyList<Band> Totals, Stairs Likely);

/// <summary>A stretch of quantities that one route leads; hatched when the odds call it a tie.</summary>
public sealed record Span(string Id, long From, long To, bool Tie);

/// <summary>
/// The comparison over all quantities at once: curves, who leads from where to where, and where the lead changes hands,
/// by the same middle totals as the lanes.
/// </summary>
public sealed class Overview
{
    private const int GridSize = 60;

    /// <summary>Under two wins in three the leader's lead is inside the noise.</summary>
    private const double ClearLead = 2.0 / 3;

    private readonly IReadOnlyList<CandidateRoute> _candidates;
    private readonly long _upTo;

    public Overview(IReadOnlyList<CandidateRoute> candidates, long upTo, Func<double, (Band[] Bands, double[] Chances)> oddsAt)
    {
        (_candidates, _upTo) = (candidates, upTo);
        var grid = Grid(upTo);
        var odds = new (Band[] Bands, double[] Chances)[grid.Length];
        Parallel.For(0, odds.Length, i => odds[i] = oddsAt(grid[i]));
        Quantities = grid;
        Curves = [.. candidates.Select((c, r) => new LaneCurve(c.Route.Card.Id, c.Route.Card.Tag, c.Route.Card.Name, c.IsOutAt(1),
            [.. odds.Select(o => o.Bands[r])], Stairs.Of([.. c.Ways.Select(w => w.Likely)], grid)))];
        Spans = SpansOf(grid, odds);
        Crossovers = CrossoversOf(Spans);
    }

    public IReadOnlyList<double> Quantities { get; }

    public IReadOnlyList<LaneCurve> Curves { get; }

    public IReadOnlyList<Span> Spans { get; }

    public IReadOnlyList<Crossover> Crossovers { get; }

    /// <summary>Whole quantities spread evenly on a logarithmic scale from 1 to the end.</summary>
    private static double[] Grid(double upTo) =>
        [.. Enumerable.Range(0, GridSize).Select(i => Math.Round(Math.Pow(upTo, i / (GridSize - 1.0)))).Distinct()];

    /// <summary>The candidate with the lowest middle total; null when all are ruled out.</summary>
    private int? LeaderOf(double quantity, Band[] totals)
    {
        int? leader = null;
        for (var r = 0; r < _candidates.Count; r++)
        {
            if (!_candidates[r].IsOutAt(quantity) && (leader is null || totals[r].P50 < totals[leader.Value].P50))
                leader = r;
        }

        return leader;
    }

    /// <summary>The same at one quantity, looking at nothing else.</summary>
    private int? LeaderAt(double quantity) => Enumerable.Range(0, _candidates.Count).Where(r => !_candidates[r].IsOutAt(quantity))
        .AsParallel().Select(r => ((int?)r, Middle: _candidates[r].BestWay(quantity).Drawn.MiddleAt(quantity)))
        .OrderBy(c => c.Middle).ThenBy(c => c.Item1).Select(c => c.Item1).FirstOrDefault();

    /// <summary>
    /// Leaders read off the grid, the turning quantity between two grid points found by halving.
    /// A lead that comes and goes between two grid points is not seen.
    /// </summary>
    private List<Span> SpansOf(double[] grid, (Band[] Bands, double[] Chances)[] odds)
    {
        var leaders = odds.Select((o, i) => LeaderOf(grid[i], o.Bands)).ToArray();
        var spans = new List<Span>();
        for (var start = 0; start < leaders.Length;)
        {
            if (leaders[start] is not { } leader)
                return spans;
            var end = start;
            while (end + 1 < leaders.Length && leaders[end + 1] == leader)
                end++;
            var from = spans.Count == 0 ? 1 : spans[^1].To + 1;
            var to = end + 1 < leaders.Length ? LastLedBy(leader, grid[end], grid[end + 1]) : _upTo;
            spans.Add(new Span(_candidates[leader].Route.Card.Id, from, to, odds[(start + end) / 2].Chances[leader] < ClearLead));
            start = end + 1;
        }

        return spans;
    }

    private long LastLedBy(int leader, double led, double lost)
    {
        while (lost - led > 1)
        {
            var middle = Math.Floor((led + lost) / 2);
            if (LeaderAt(middle) == leader)
                led = middle;
            else
                lost = middle;
        }

        return (long)led;
    }

    /// <summary>Between the routes that lead in turn: where each first takes over, and from where the one before never leads again.</summary>
    private static List<Crossover> CrossoversOf(IReadOnlyList<Span> spans)
    {
        var chain = spans.DistinctBy(s => s.Id).ToList();
        return [.. chain.Zip(chain.Skip(1), (from, to) =>
        {
            var lastBefore = spans.Last(s => s.Id == from.Id);
            return new Crossover(from.Id, to.Id, to.From, lastBefore.From < to.From ? to.From : lastBefore == spans[^1] ? null : lastBefore.To + 1);
        })];
    }
}
