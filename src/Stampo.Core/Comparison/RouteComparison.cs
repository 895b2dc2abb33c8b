using Stampo.Core.Jobs;
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
    int Draws
);

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
    private readonly SharedDraws _source;

    /// <summary>Routes that are not ruled out at any quantity: the others have lanes, but no curve.</summary>
    private readonly bool[] _mayEver;

    public RouteComparison(
        JobInputs inputs,
        IReadOnlyList<IRoute> routes,
        int draws = Ranges.Draws.DefaultCount,
        ulong seed = Ranges.Draws.DefaultSeed
    )
    {
        Inputs = inputs;
        Draws = draws;
        _source = new SharedDraws(new Ranges.Draws(seed), draws, inputs.Rates["estimates.together"].Likely);
        _candidates = [.. routes.AsParallel().AsOrdered().Select(r => CandidateRoute.For(r, inputs, _source)).OfType<CandidateRoute>()];
        _mayEver = [.. _candidates.Select(c => !c.IsOutAt(1))];
        UpTo = Math.Max(1_000, 5 * inputs.Brief.TotalQuantity);
        _overview = new Lazy<Overview>(() => new Overview(_candidates, UpTo, q => OddsAt(q, _mayEver), LeaderAt));
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

    public ComparisonAnswer At(double quantity) =>
        new(quantity, LanesAt(quantity), Overview.Quantities, Overview.Curves, Overview.Spans, Overview.Crossovers, Draws);

    /// <summary>Every route at a quantity, cheapest first, those ruled out last.</summary>
    public IReadOnlyList<Lane> LanesAt(double quantity)
    {
        var odds = OddsAt(quantity);
        return
        [
            .. _candidates
                .Select((c, r) => (Lane: LaneOf(c, quantity, odds.Bands[r], odds.ChanceCheapest[r], odds.Tied[r]), Leads: r == odds.Leader))
                .OrderBy(l =>
                    l.Lane.Verdict == Verdict.Out ? 2
                    : l.Lane.IsHeldBack ? 1
                    : 0
                )
                .ThenBy(l => l.Leads ? 0 : 1)
                .ThenBy(l => l.Lane.Total.P50)
                .Select(l => l.Lane),
        ];
    }

    private Odds OddsAt(double quantity, bool[]? wanted = null)
    {
        var (drawn, competes, safety) = FieldAt(quantity, wanted);
        return Odds.At(quantity, drawn, Draws, competes, safety, wanted);
    }

    private int? LeaderAt(double quantity)
    {
        var (drawn, competes, safety) = FieldAt(quantity, _mayEver);
        return Odds.LeaderAt(quantity, drawn, Draws, competes, safety);
    }

    private (DrawnCost[] Drawn, bool[] Competes, SafeRank[] Safety) FieldAt(double quantity, bool[]? wanted)
    {
        Way[] ways = [.. _candidates.Select(c => c.BestWay(quantity))];
        return (
            [.. ways.Select((w, r) => wanted is null || wanted[r] ? w.Drawn : DrawnCost.None)],
            [.. _candidates.Select(c => !c.IsOutAt(quantity))],
            [.. _candidates.Select((c, r) => c.SafetyOf(ways[r]))]
        );
    }

    private Lane LaneOf(CandidateRoute candidate, double quantity, Band total, double chance, bool tied)
    {
        var way = candidate.BestWay(quantity);
        var estimate = way.Estimate;
        var dates = Dates.Of(estimate, quantity, Inputs.Today);
        var unit = new Band(total.P10 / quantity, total.P50 / quantity, total.P90 / quantity);
        List<Gate> gates = [.. candidate.Gates, .. QuantityGates.Of(Inputs, candidate, way, quantity, unit, dates)];
        var tool = estimate.Sum(ChargedOn.Tool) + estimate.Sum(ChargedOn.OneOff);
        return new Lane(
            candidate.Route.Card,
            gates.Max(g => g.Verdict),
            gates,
            candidate.Gates.Count,
            candidate.Material.Material,
            candidate.Material.Properties,
            candidate.Material.Likeness,
            total,
            unit,
            chance,
            tied,
            estimate.Cavities,
            way.Assist,
            estimate.LifeShots is null ? null : (long)way.Likely.Sets(quantity),
            estimate.LifeShots,
            new Band(tool.Low, tool.Likely, tool.High),
            estimate.ToolClass,
            estimate.Run,
            dates.FirstArticle,
            dates.LastPart,
            estimate.ToleranceMm,
            GivesUp(candidate),
            QuotedRoute.Beside(candidate, quantity, _source, Inputs.Today)
        )
        {
            Cautions = Cautions.Of(candidate.Route.Cautions),
        };
    }

    private static string GivesUp(CandidateRoute candidate) =>
        candidate.Material.MissedWants.Count == 0
            ? candidate.Route.Card.GivesUp
            : $"{candidate.Route.Card.GivesUp} Misses a want: {string.Join("; ", candidate.Material.MissedWants)}.";
}
