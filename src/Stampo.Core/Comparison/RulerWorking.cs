using Stampo.Core.Working;

namespace Stampo.Core.Comparison;

/// <summary>Why the lead changes hands where it does on the ruler of quantities: cost, a must, or the safer of two that tie. A line for each turn.</summary>
public static class RulerWorking
{
    public static IReadOnlyList<WorkLine> Of(RouteComparison comparison)
    {
        var spans = comparison.Overview.Spans;
        return [.. spans.Select((span, s) => s == 0 ? First(comparison, span) : Turn(comparison, spans[s - 1].Id, span))];
    }

    private static string IdOf(Span span) => $"turn-{span.From}";

    private static WorkLine First(RouteComparison comparison, Span span)
    {
        var lane = Lane(comparison, span.Id, span.From);
        return new WorkLine(IdOf(span), $"From 1: {lane.Route.Name}", "leads at one part", [new WorkInput(lane.Route.Name, lane.Total.P50, "€")], span.From, "parts", "middle totals of the draws");
    }

    private static WorkLine Turn(RouteComparison comparison, string beforeId, Span after)
    {
        var (from, name) = (after.From, Lane(comparison, after.Id, after.From).Route.Name);
        var before = comparison.Candidates.Single(c => c.Route.Card.Id == beforeId);
        var beforeName = before.Route.Card.Name;
        WorkInput[] totals = [.. new[] { from - 1, from }.SelectMany(q => new[] { (beforeName, Id: beforeId), (name, Id: after.Id) }
            .Select(r => new WorkInput($"{r.Item1} at {Text.Number(q, 12)}", Lane(comparison, r.Id, q).Total.P50, "€")))];
        var (why, source) = before.IsOutAt(from) ? ($"{beforeName} may serve no part from here on", $"a must: {string.Join("; ", before.Material.MissedMusts)}")
            : totals[3].Value.Likely < totals[2].Value.Likely ? ("the first quantity at which its middle total leads", "cost: middle totals of the draws")
            : ("inside the noise, and the safer from here on", "a tie: under two draws in three decide it; fits before at risk, then earlier, then tighter");
        return new WorkLine(IdOf(after), $"From {Text.Number(from, 12)}: {name} after {char.ToLowerInvariant(beforeName[0])}{beforeName[1..]}", why, totals, from, "parts", source);
    }

    private static Lane Lane(RouteComparison comparison, string id, double quantity) => comparison.LanesAt(quantity).Single(l => l.Route.Id == id);
}
