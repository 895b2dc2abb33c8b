using Stampo.Core.Materials;
using Stampo.Core.Ranges;
using Stampo.Core.Routes;

namespace Stampo.Core.Comparison;

/// <summary>One way of tooling a route, costed and drawn.</summary>
public sealed record Way(RouteEstimate Estimate, CostPoint Likely, DrawnCost Drawn)
{
    public static Way Of(RouteEstimate estimate, string routeId, SharedDraws source)
    {
        var draws = source.Count;
        var drawn = new DrawnCost(draws) { BatchSize = estimate.PiecesPerBatch ?? double.PositiveInfinity };
        double[] amount = new double[draws], yield = new double[draws];
        foreach (var line in estimate.Costs)
        {
            source.Sample(line.Amount, $"{routeId}/{line.Name}", amount);
            var rate = source.Of(line.Rate, line.RateKey);
            var into = Of(drawn, line.On);
            for (var d = 0; d < draws; d++)
                into[d] += amount[d] * rate[d];
        }

        source.Sample(estimate.Yield, $"{routeId}/yield", yield);
        source.Sample(estimate.LifeShots ?? double.PositiveInfinity, $"{routeId}/life", drawn.Capacity);
        for (var d = 0; d < draws; d++)
        {
            drawn.PerGoodPart[d] /= yield[d];
            drawn.Capacity[d] *= estimate.Cavities * yield[d];
        }

        return new Way(estimate, LikelyOf(estimate), drawn);
    }

    /// <summary>The likely cost charged on one thing.</summary>
    public static ThreePoint Sum(RouteEstimate estimate, ChargedOn on) =>
        estimate.Costs.Where(c => c.On == on).Aggregate((ThreePoint)0, (sum, line) => sum + line.Cost);

    private static double[] Of(DrawnCost drawn, ChargedOn on) => on switch
    {
        ChargedOn.OneOff => drawn.OneOff,
        ChargedOn.Tool => drawn.Tool,
        ChargedOn.Batch => drawn.Batch,
        _ => drawn.PerGoodPart,
    };

    private static CostPoint LikelyOf(RouteEstimate e) => new(
        Sum(e, ChargedOn.OneOff).Likely, Sum(e, ChargedOn.Tool).Likely,
        e.LifeShots?.Likely * e.Cavities * e.Yield.Likely ?? double.PositiveInfinity,
        Sum(e, ChargedOn.Piece).Likely / e.Yield.Likely, Sum(e, ChargedOn.Batch).Likely, e.PiecesPerBatch ?? double.PositiveInfinity);
}

/// <summary>A route with its material, its gates that hold at any quantity, and its ways of tooling.</summary>
public sealed record CandidateRoute(IRoute Route, MaterialChoice Material, IReadOnlyList<Gate> Gates, IReadOnlyList<Way> Ways)
{
    public bool IsOut => Gates.Any(g => g.Verdict == Verdict.Out);

    /// <summary>The way that is cheapest at this quantity, by likely cost.</summary>
    public Way BestWay(double quantity) => Ways.MinBy(w => w.Likely.Total(quantity))!;

    public static CandidateRoute? For(IRoute route, JobInputs inputs, SharedDraws source)
    {
        if (MaterialChoice.Best(route.Card.Id, inputs.Brief, inputs.Library) is not { } choice)
            return null;
        var job = inputs.JobWith(choice.Material);
        List<Gate> gates = [MaterialGate(choice), .. route.Screen(job)];
        return new CandidateRoute(route, choice, gates,
            [.. route.CavityChoices(job).Select(n => Way.Of(route.Estimate(job, n), route.Card.Id, source))]);
    }

    private static Gate MaterialGate(MaterialChoice choice)
    {
        var name = choice.Material.Name;
        if (choice.MissedMusts.Count > 0)
            return new Gate(Verdict.Out, "Material", $"The nearest on this route misses a must: {string.Join("; ", choice.MissedMusts)}.", "Make it a want, or widen it.");
        return choice.MissedWants.Count > 0
            ? new Gate(Verdict.Fits, "Material", $"{name}, though a want is missed: {string.Join("; ", choice.MissedWants)}.")
            : new Gate(Verdict.Fits, "Material", $"{name} ({choice.Material.Hardness}, {choice.Material.ServiceC:0} °C).");
    }
}
