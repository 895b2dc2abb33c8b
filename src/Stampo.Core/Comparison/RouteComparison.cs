using Stampo.Core.Materials;
using Stampo.Core.Ranges;
using Stampo.Core.Routes;

namespace Stampo.Core.Comparison;

/// <summary>One route at the marked quantity.</summary>
public sealed record Lane(
    RouteCard Route,
    Verdict Verdict,
    IReadOnlyList<Gate> Gates,
    Material Material,
    Band Total,
    Band Unit,
    double ChanceCheapest,
    int Cavities,
    long? ToolSets,
    ThreePoint? LifeShots,
    Band FirstTooling,
    DateOnly FirstArticle,
    DateOnly LastPart,
    double ToleranceMm,
    string GivesUp,
    bool Poured);

/// <summary>A route's totals: bands over the grid of quantities, and the likely staircase.</summary>
public sealed record LaneCurve(string Id, string Tag, string Name, bool Out, IReadOnlyList<Band> Totals, Stairs Likely);

/// <summary>A stretch of quantities that one route leads; hatched when the odds call it a tie.</summary>
public sealed record Span(string Id, long From, long To, bool Tie);

public sealed record ComparisonAnswer(
    double Quantity,
    IReadOnlyList<Lane> Lanes,
    IReadOnlyList<double> Quantities,
    IReadOnlyList<LaneCurve> Curves,
    IReadOnlyList<Span> Spans,
    IReadOnlyList<Crossover> Crossovers,
    int Draws);

/// <summary>
/// All routes costed for one part and brief. What doesn't depend on the quantity is done once here;
/// <see cref="At"/> then answers a moved marker in a few milliseconds.
/// </summary>
public sealed class RouteComparison
{
    public const int GridSize = 60;

    /// <summary>Under two wins in three the leader's lead is inside the noise.</summary>
    private const double ClearLead = 2.0 / 3;

    private readonly JobInputs _inputs;
    private readonly int _draws;
    private readonly IReadOnlyList<CandidateRoute> _candidates;
    private readonly double[] _quantities;
    private readonly LaneCurve[] _curves;
    private readonly List<Span> _spans;
    private readonly List<Crossover> _crossovers;

    public RouteComparison(JobInputs inputs, IReadOnlyList<IRoute> routes, int draws = Ranges.Draws.DefaultCount, ulong seed = Ranges.Draws.DefaultSeed)
    {
        _inputs = inputs;
        _draws = draws;
        var source = new Draws(seed);
        _candidates = [.. routes.AsParallel().AsOrdered().Select(r => CandidateRoute.For(r, inputs, source, draws)).OfType<CandidateRoute>()];
        UpTo = Math.Max(1_000, 5 * inputs.Brief.TotalQuantity);
        _quantities = Grid(UpTo);

        var odds = new (Band[] Bands, double[] Chances)[_quantities.Length];
        Parallel.For(0, odds.Length, i => odds[i] = OddsAt(_quantities[i]));
        _curves = [.. _candidates.Select((c, r) => new LaneCurve(c.Route.Card.Id, c.Route.Card.Tag, c.Route.Card.Name, c.IsOut,
            [.. odds.Select(o => o.Bands[r])], Stairs.Of([.. c.Ways.Select(w => w.Likely)], _quantities)))];

        _spans = Spans([.. odds.Select(LeaderOf)], odds);
        _crossovers = CrossoversOf(_spans);
    }

    /// <summary>The largest quantity looked at: five times the demand, a thousand at least.</summary>
    public long UpTo { get; }

    public IReadOnlyList<CandidateRoute> Candidates => _candidates;

    public ComparisonAnswer At(double quantity)
    {
        var (bands, chances) = OddsAt(quantity);
        var lanes = _candidates.Select((c, r) => LaneOf(c, quantity, bands[r], chances[r]))
            .OrderBy(l => l.Verdict == Verdict.Out ? 1 : 0).ThenBy(l => l.Total.P50).ToList();
        return new ComparisonAnswer(quantity, lanes, _quantities, _curves, _spans, _crossovers, _draws);
    }

    private (Band[] Bands, double[] Chances) OddsAt(double quantity) => Odds.At(quantity,
        [.. _candidates.Select(c => c.BestWay(quantity).Drawn)], _draws, [.. _candidates.Select(c => !c.IsOut)]);

    private Lane LaneOf(CandidateRoute candidate, double quantity, Band total, double chance)
    {
        var way = candidate.BestWay(quantity);
        var estimate = way.Estimate;
        var dates = Dates.Of(estimate, quantity, _inputs.Today);
        List<Gate> gates = [.. candidate.Gates, .. QuantityGates.Of(_inputs, way, quantity, dates)];
        var unit = new Band(total.P10 / quantity, total.P50 / quantity, total.P90 / quantity);
        var tool = Way.Sum(estimate, ChargedOn.Tool) + Way.Sum(estimate, ChargedOn.OneOff);
        return new Lane(candidate.Route.Card, gates.Max(g => g.Verdict), gates, candidate.Material.Material, total, unit, chance,
            estimate.Cavities, estimate.LifeShots is null ? null : (long)way.Likely.Sets(quantity), estimate.LifeShots,
            new Band(tool.Low, tool.Likely, tool.High), dates.FirstArticle, dates.LastPart, estimate.ToleranceMm,
            GivesUp(candidate), candidate.Route.ProposePour(_inputs.JobWith(candidate.Material.Material), estimate.Cavities) is not null);
    }

    private static string GivesUp(CandidateRoute candidate) => candidate.Material.MissedWants.Count == 0
        ? candidate.Route.Card.GivesUp
        : $"{candidate.Route.Card.GivesUp} Misses a want: {string.Join("; ", candidate.Material.MissedWants)}.";

    /// <summary>The candidate with the lowest middle total; null when all are ruled out.</summary>
    private int? LeaderOf((Band[] Bands, double[] Chances) odds)
    {
        int? leader = null;
        for (var r = 0; r < _candidates.Count; r++)
        {
            if (!_candidates[r].IsOut && (leader is null || odds.Bands[r].P50 < odds.Bands[leader.Value].P50))
                leader = r;
        }

        return leader;
    }

    /// <summary>
    /// Who leads from where to where, by the same middle totals as the lanes: read off the grid, the turning quantity
    /// between two grid points found by halving. A lead that comes and goes between two grid points is not seen.
    /// </summary>
    private List<Span> Spans(int?[] leaders, (Band[] Bands, double[] Chances)[] odds)
    {
        var spans = new List<Span>();
        for (var start = 0; start < leaders.Length;)
        {
            if (leaders[start] is not { } leader)
                return spans;
            var end = start;
            while (end + 1 < leaders.Length && leaders[end + 1] == leader)
                end++;
            var from = spans.Count == 0 ? 1 : spans[^1].To + 1;
            var to = end + 1 < leaders.Length ? LastLedBy(leader, _quantities[end], _quantities[end + 1]) : UpTo;
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
            if (LeaderOf(OddsAt(middle)) == leader)
                led = middle;
            else
                lost = middle;
        }

        return (long)led;
    }

    /// <summary>Between the routes that lead in turn: where each first takes over, and from where the one before never leads again.</summary>
    private static List<Crossover> CrossoversOf(List<Span> spans)
    {
        var chain = spans.DistinctBy(s => s.Id).ToList();
        return [.. chain.Zip(chain.Skip(1), (from, to) =>
        {
            var lastBefore = spans.FindLast(s => s.Id == from.Id)!;
            return new Crossover(from.Id, to.Id, to.From, lastBefore.From < to.From ? to.From : lastBefore == spans[^1] ? null : lastBefore.To + 1);
        })];
    }

    /// <summary>Whole quantities spread evenly on a logarithmic scale from 1 to the end.</summary>
    private static double[] Grid(double upTo) =>
        [.. Enumerable.Range(0, GridSize).Select(i => Math.Round(Math.Pow(upTo, i / (GridSize - 1.0)))).Distinct()];
}
