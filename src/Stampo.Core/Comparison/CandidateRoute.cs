using Stampo.Core.Jobs;
using Stampo.Core.Quotes;
using Stampo.Core.Routes;
using Stampo.Core.Working;

namespace Stampo.Core.Comparison;

/// <summary>One way of tooling a route, costed; drawn when it is first looked at, for most ways are never the best.</summary>
/// <param name="estimate">The route's estimate with so many cavities.</param>
/// <param name="assist">Who loads.</param>
/// <param name="routeId">The route.</param>
/// <param name="source">What is drawn from.</param>
/// <param name="from">The fewest parts it can be had for: a price break.</param>
public sealed class Way(RouteEstimate estimate, Assist assist, string routeId, SharedDraws source, double from = 1)
{
    private readonly Lazy<DrawnCost> _drawn = new(() => Draw(estimate, routeId, source));

    public RouteEstimate Estimate => estimate;

    public Assist Assist => assist;

    public CostPoint Likely { get; } = CostPoint.LikelyOf(estimate) with { From = from };

    public double FirstArticleDays { get; } = estimate.FirstArticleDays.Likely;

    public DrawnCost Drawn => _drawn.Value;

    /// <summary>The quote whose price it is; null for an estimate.</summary>
    public Quote? Quote { get; init; }

    /// <summary>The same with a tool that is sure to give so many shots.</summary>
    public Way Lasting(double shots) =>
        new(estimate with { Life = Figure.Given("life, if sure", shots, "shots") }, assist, routeId, source, from) { Quote = Quote };

    private static DrawnCost Draw(RouteEstimate estimate, string routeId, SharedDraws source)
    {
        var draws = source.Count;
        var drawn = new DrawnCost(draws) { BatchSize = estimate.PiecesPerBatch ?? double.PositiveInfinity };
        double[] amount = new double[draws],
            yield = new double[draws];
        foreach (var line in estimate.Costs)
        {
            source.Sample(line.Amount, $"{routeId}/{line.Name}", Hands.OfAmount(line), amount);
            var rate = source.Of(line.Rate, line.RateKey, Hands.OfRate(line));
            var into = Of(drawn, line.On);
            foreach (var markup in line.Markups)
            {
                var times = source.Of(markup.Value, markup.Key, Hands.OfPrice(markup.Key));
                for (var d = 0; d < draws; d++)
                    amount[d] *= times[d];
            }

            for (var d = 0; d < draws; d++)
                into[d] += amount[d] * rate[d];
        }

        source.Sample(estimate.Yield, $"{routeId}/yield", null, yield);
        source.Sample(estimate.LifeShots ?? double.PositiveInfinity, $"{routeId}/life", Hands.OfLife(routeId), drawn.Capacity);
        for (var d = 0; d < draws; d++)
        {
            drawn.PerGoodPart[d] /= yield[d];
            drawn.Capacity[d] *= estimate.Cavities * yield[d];
        }

        return drawn.Kept();
    }

    private static double[] Of(DrawnCost drawn, ChargedOn on) =>
        on switch
        {
            ChargedOn.OneOff => drawn.OneOff,
            ChargedOn.Tool => drawn.Tool,
            ChargedOn.Batch => drawn.Batch,
            _ => drawn.PerGoodPart,
        };
}

/// <summary>
/// A route with its material, its gates that hold at any quantity, and its ways of tooling.
/// <paramref name="OutFrom"/> is the quantity from which it no longer competes: 1 when the part or every row rules it out or a question
/// holds it back, the first part of the first row its material may not serve, or infinite.
/// </summary>
public sealed record CandidateRoute(
    IRoute Route,
    MaterialChoice Material,
    IReadOnlyList<Gate> Gates,
    IReadOnlyList<Way> Ways,
    double OutFrom
)
{
    private readonly Verdict _verdict = Gates.Max(g => g.Verdict);

    private readonly int _missed = Gates.Count(g => g is { Verdict: Verdict.AtRisk, Concern: null });

    public bool IsOutAt(double quantity) => quantity >= OutFrom;

    /// <summary>Neither ruled out nor held back by a question nobody has answered.</summary>
    public bool Competes => !Gates.Any(g => g.Stops);

    /// <summary>How safe it is by the gates that hold at any quantity.</summary>
    public SafeRank SafetyOf(Way way) => new(_verdict, _missed, way.FirstArticleDays, way.Estimate.ToleranceMm);

    /// <summary>The way that is cheapest at this quantity, by likely cost.</summary>
    public Way BestWay(double quantity) => Best(Ways, quantity);

    internal static Way Best(IReadOnlyList<Way> ways, double quantity)
    {
        var best = ways[0];
        for (var w = 1; w < ways.Count; w++)
        {
            if (ways[w].Likely.Total(quantity) < best.Likely.Total(quantity))
                best = ways[w];
        }

        return best;
    }

    /// <summary>Quotes for this route, counting or not.</summary>
    public IReadOnlyList<Quote> Quotes { get; init; } = [];

    /// <summary>The ways as estimated, also where quotes count in their place.</summary>
    public IReadOnlyList<Way> EstimatedWays { get; init; } = Ways;

    public bool IsQuoted => Ways[0].Quote is not null;

    /// <summary>The same with tools that are sure to give so many shots.</summary>
    public CandidateRoute Lasting(double shots) =>
        this with
        {
            Ways = [.. Ways.Select(w => w.Estimate.LifeShots is null ? w : w.Lasting(shots))],
        };

    public static CandidateRoute? For(IRoute route, JobInputs inputs, SharedDraws source)
    {
        if (MaterialChoice.Best(route.Card.Id, inputs.Brief, inputs.Library) is not { } choice)
            return null;
        var job = inputs.JobWith(choice.Material);
        List<Way> ways =
        [
            .. Jobs(route, job)
                .SelectMany(j => route.CavityChoices(j).Select(n => new Way(route.Costed(j, n), j.Assist, route.Card.Id, source))),
        ];
        List<Gate> gates = [.. CommonGates.Of(route, job, choice, ways[0].Estimate.ToleranceMm), .. route.Screen(job)];
        return QuotedRoute.With(
            new CandidateRoute(route, choice, gates, ways, OutFromOf(gates, choice, inputs)),
            [.. inputs.Quotes.On(route.Card.Id)],
            source,
            inputs.Today
        );
    }

    /// <summary>By hand, and where there is something to automate also by machine.</summary>
    private static IEnumerable<Job> Jobs(IRoute route, Job job) =>
        route.Automates && (job.Brief.Inserts > 0 || job.Soft is not null) ? [job, job with { Assist = Assist.Machine }] : [job];

    private static double OutFromOf(List<Gate> gates, MaterialChoice choice, JobInputs inputs)
    {
        if (gates.Any(g => g.Stops))
            return 1;
        var before = 0.0;
        foreach (var row in inputs.Deliveries)
        {
            if (!choice.Serves(row.Purpose))
                return before + 1;
            before += row.Quantity;
        }

        return double.PositiveInfinity;
    }
}
