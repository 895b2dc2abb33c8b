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
    double LikelyTotal,
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

/// <summary>A route's totals over the grid of quantities.</summary>
public sealed record LaneCurve(string Id, bool Out, IReadOnlyList<Band> Totals, IReadOnlyList<long> Sets);

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
        _curves = [.. _candidates.Select((c, r) => new LaneCurve(c.Route.Card.Id, c.IsOut,
            [.. odds.Select(o => o.Bands[r])], [.. _quantities.Select(q => (long)c.BestWay(q).Likely.Sets(q))]))];

        var search = new CrossingSearch([.. _candidates.Where(c => !c.IsOut).Select(c => c.Curve)], UpTo);
        var leaders = search.Leaders();
        _crossovers = search.Between(leaders);
        _spans = [.. leaders.Select(l => new Span(l.Id, l.From, l.To, IsTie(l, odds)))];
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
        return new Lane(candidate.Route.Card, gates.Max(g => g.Verdict), gates, candidate.Material.Material, total, unit, way.Likely.Total(quantity), chance,
            estimate.Cavities, estimate.LifeShots is null ? null : (long)way.Likely.Sets(quantity), estimate.LifeShots,
            new Band(tool.Low, tool.Likely, tool.High), dates.FirstArticle, dates.LastPart, estimate.ToleranceMm,
            GivesUp(candidate), candidate.Route.ProposePour(_inputs.JobWith(candidate.Material.Material), estimate.Cavities) is not null);
    }

    private static string GivesUp(CandidateRoute candidate) => candidate.Material.MissedWants.Count == 0
        ? candidate.Route.Card.GivesUp
        : $"{candidate.Route.Card.GivesUp} Misses a want: {string.Join("; ", candidate.Material.MissedWants)}.";

    private bool IsTie(Leader leader, (Band[] Bands, double[] Chances)[] odds)
    {
        var index = _candidates.Select(c => c.Route.Card.Id).ToList().IndexOf(leader.Id);
        var middle = Math.Sqrt((double)leader.From * leader.To);
        var nearest = Enumerable.Range(0, _quantities.Length).MinBy(i => Math.Abs(Math.Log(_quantities[i] / middle)));
        return odds[nearest].Chances[index] < ClearLead;
    }

    /// <summary>Whole quantities spread evenly on a logarithmic scale from 1 to the end.</summary>
    private static double[] Grid(double upTo) =>
        [.. Enumerable.Range(0, GridSize).Select(i => Math.Round(Math.Pow(upTo, i / (GridSize - 1.0)))).Distinct()];
}
