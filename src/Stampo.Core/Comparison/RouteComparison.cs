using Stampo.Core.Ranges;
using Stampo.Core.Routes;
using Stampo.Core.Safety;

namespace Stampo.Core.Comparison;

public sealed record ComparisonAnswer(
    double Quantity,
    IReadOnlyList<Lane> Lanes,
    IReadOnlyList<double> Quantities,
    IReadOnlyList<LaneCurve> Curves,
    IReadOnlyList<Span> Spans,
    IReadOnlyList<Crossover> Crossovers,
    int Draws);

/// <summary>The lanes at a quantity, without what stays the same at all of them.</summary>
public sealed record LanesAnswer(double Quantity, IReadOnlyList<MovedLane> Lanes);

/// <summary>
/// All routes costed for one part and brief. What doesn't depend on the quantity is done once here;
/// <see cref="At"/> then answers a moved marker in a few milliseconds.
/// </summary>
public sealed class RouteComparison
{
    private readonly IReadOnlyList<CandidateRoute> _candidates;
    private readonly Lazy<Overview> _overview;

    public RouteComparison(JobInputs inputs, IReadOnlyList<IRoute> routes, int draws = Ranges.Draws.DefaultCount, ulong seed = Ranges.Draws.DefaultSeed)
    {
        Inputs = inputs;
        Draws = draws;
        var source = new SharedDraws(new Ranges.Draws(seed), draws);
        _candidates = [.. routes.AsParallel().AsOrdered().Select(r => CandidateRoute.For(r, inputs, source)).OfType<CandidateRoute>()];
        UpTo = Math.Max(1_000, 5 * inputs.Brief.TotalQuantity);
        _overview = new Lazy<Overview>(() => new Overview(_candidates, UpTo, OddsAt));
    }

    public JobInputs Inputs { get; }

    public int Draws { get; }

    /// <summary>The largest quantity looked at: five times the demand, a thousand at least.</summary>
    public long UpTo { get; }

    public IReadOnlyList<CandidateRoute> Candidates => _candidates;

    /// <summary>All that does not depend on the quantity marked, worked out when first asked for.</summary>
    public Overview Overview => _overview.Value;

    /// <summary>What changes as the marker moves, alone.</summary>
    public LanesAnswer LanesOnly(double quantity) => new(quantity, [.. LanesAt(quantity).Select(l => l.Moved)]);

    public ComparisonAnswer At(double quantity) => new(quantity, LanesAt(quantity),
        Overview.Quantities, Overview.Curves, Overview.Spans, Overview.Crossovers, Draws);

    /// <summary>Every route at a quantity, cheapest first, those ruled out last.</summary>
    public IReadOnlyList<Lane> LanesAt(double quantity)
    {
        var (bands, chances) = OddsAt(quantity);
        return [.. _candidates.Select((c, r) => LaneOf(c, quantity, bands[r], chances[r]))
            .OrderBy(l => l.Verdict == Verdict.Out ? 2 : l.IsHeldBack ? 1 : 0).ThenBy(l => l.Total.P50)];
    }

    private (Band[] Bands, double[] Chances) OddsAt(double quantity) => Odds.At(quantity,
        [.. _candidates.Select(c => c.BestWay(quantity).Drawn)], Draws, [.. _candidates.Select(c => !c.IsOutAt(quantity))]);

    private Lane LaneOf(CandidateRoute candidate, double quantity, Band total, double chance)
    {
        var way = candidate.BestWay(quantity);
        var estimate = way.Estimate;
        var dates = Dates.Of(estimate, quantity, Inputs.Today);
        var unit = new Band(total.P10 / quantity, total.P50 / quantity, total.P90 / quantity);
        List<Gate> gates = [.. candidate.Gates, .. QuantityGates.Of(Inputs, candidate, way, quantity, unit, dates)];
        var tool = estimate.Sum(ChargedOn.Tool) + estimate.Sum(ChargedOn.OneOff);
        return new Lane(candidate.Route.Card, gates.Max(g => g.Verdict), gates, candidate.Gates.Count, candidate.Material.Material, candidate.Material.Properties, candidate.Material.Likeness, total, unit, chance,
            estimate.Cavities, way.Assist, estimate.LifeShots is null ? null : (long)way.Likely.Sets(quantity), estimate.LifeShots,
            new Band(tool.Low, tool.Likely, tool.High), estimate.ToolClass, estimate.Run, dates.FirstArticle, dates.LastPart, estimate.ToleranceMm,
            GivesUp(candidate))
        { Cautions = Cautions.Of(candidate.Route.Cautions) };
    }

    private static string GivesUp(CandidateRoute candidate) => candidate.Material.MissedWants.Count == 0
        ? candidate.Route.Card.GivesUp
        : $"{candidate.Route.Card.GivesUp} Misses a want: {string.Join("; ", candidate.Material.MissedWants)}.";
}
