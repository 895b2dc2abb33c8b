using Stampo.Core.Jobs;
using Stampo.Core.Ranges;

namespace Stampo.Core.Comparison;

/// <summary>A route's totals: bands over the grid of quantities (none for one that is ruled out), and the likely staircase.</summary>
public sealed record LaneCurve(string Id, string Tag, string Name, bool Out, IReadOnlyList<Band> Totals, Stairs Likely);

/// <summary>A stretch of quantities that one route leads; hatched when the odds call it a tie.</summary>
public sealed record Span(string Id, long From, long To, bool Tie);

/// <summary>
/// The comparison over all quantities at once: curves, who leads from where to where, and where the lead changes hands,
/// by the same middle totals as the lanes.
/// </summary>
public sealed class Overview
{
    private const int GridSize = 60,
        MostTurns = 8;

    private readonly IReadOnlyList<CandidateRoute> _candidates;
    private readonly long _upTo;
    private readonly Func<double, Odds> _oddsAt;
    private readonly Func<double, int?> _leaderAt;

    public Overview(IReadOnlyList<CandidateRoute> candidates, long upTo, Func<double, Odds> oddsAt, Func<double, int?> leaderAt)
    {
        (_candidates, _upTo, _oddsAt, _leaderAt) = (candidates, upTo, oddsAt, leaderAt);
        var grid = Grid(upTo);
        // Each way that is anywhere the best is drawn first, so that no quantity waits for another.
        candidates
            .Where(c => !c.IsOutAt(1))
            .SelectMany(c => grid.Select(c.BestWay).Distinct())
            .ToList()
            .AsParallel()
            .ForAll(way => _ = way.Drawn);
        var odds = new Odds[grid.Length];
        Parallel.For(0, odds.Length, i => odds[i] = oddsAt(grid[i]));
        Quantities = grid;
        Curves =
        [
            .. candidates.Select(
                (c, r) =>
                    new LaneCurve(
                        c.Route.Card.Id,
                        c.Route.Card.Tag,
                        c.Route.Card.Name,
                        c.IsOutAt(1),
                        c.IsOutAt(1) ? [] : [.. odds.Select(o => o.Bands[r])],
                        Stairs.Of([.. c.Ways.Select(w => w.Likely)], grid)
                    )
            ),
        ];
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

    /// <summary>
    /// Leaders read off the grid, the turning quantities between two grid points found by halving.
    /// A lead that comes and goes while the same route leads at both is not seen.
    /// </summary>
    private List<Span> SpansOf(double[] grid, Odds[] odds)
    {
        var turns = new List<(int? Leader, long From)>[grid.Length];
        turns[0] = [(odds[0].Leader, 1)];
        Parallel.For(
            1,
            grid.Length,
            i =>
                turns[i] =
                    odds[i].Leader == odds[i - 1].Leader ? [] : TurnsBetween(grid[i - 1], odds[i - 1].Leader, grid[i], odds[i].Leader)
        );
        List<(int? Leader, long From)> all = [.. turns.SelectMany(t => t)];
        return
        [
            .. all.TakeWhile(turn => turn.Leader is not null)
                .Select(
                    (turn, t) =>
                    {
                        var to = t + 1 < all.Count ? all[t + 1].From - 1 : _upTo;
                        return new Span(_candidates[turn.Leader!.Value].Route.Card.Id, turn.From, to, IsTie(grid, odds, turn.From, to));
                    }
                ),
        ];
    }

    /// <summary>Who takes over after whom, and from where, until the route that leads at the end does.</summary>
    private List<(int? Leader, long From)> TurnsBetween(double from, int? leader, double to, int? last)
    {
        var turns = new List<(int? Leader, long From)>();
        while (leader != last)
        {
            var next = LastLedBy(leader, from, to) + 1;
            (leader, from) = (next >= to || turns.Count >= MostTurns ? last : _leaderAt(next), next);
            turns.Add((leader, next));
        }

        return turns;
    }

    /// <summary>By the odds in the middle of the span.</summary>
    private bool IsTie(double[] grid, Odds[] odds, long from, long to)
    {
        List<int> within = [.. Enumerable.Range(0, grid.Length).Where(i => grid[i] >= from && grid[i] <= to)];
        return (within.Count > 0 ? odds[within[within.Count / 2]] : _oddsAt(from)).Tied.Count(tied => tied) > 1;
    }

    private long LastLedBy(int? leader, double led, double lost)
    {
        while (lost - led > 1)
        {
            var middle = Math.Floor((led + lost) / 2);
            if (_leaderAt(middle) == leader)
                led = middle;
            else
                lost = middle;
        }

        return (long)led;
    }

    /// <summary>
    /// Between the routes that lead in turn: where each first takes over, and from where the one before never leads again.
    /// </summary>
    private static List<Crossover> CrossoversOf(IReadOnlyList<Span> spans)
    {
        var chain = spans.DistinctBy(s => s.Id).ToList();
        return
        [
            .. chain.Zip(
                chain.Skip(1),
                (from, to) =>
                {
                    var lastBefore = spans.Last(s => s.Id == from.Id);
                    return new Crossover(
                        from.Id,
                        to.Id,
                        to.From,
                        lastBefore.From < to.From ? to.From
                            : lastBefore == spans[^1] ? null
                            : lastBefore.To + 1
                    );
                }
            ),
        ];
    }
}
