using Stampo.Core.Wording;
using Stampo.Core.Working;

namespace Stampo.Core.Comparison;

/// <summary>
/// Why the lead changes hands where it does on the ruler of quantities: cost, a must, or the safer of two that tie. A line for each turn.
/// </summary>
public static class RulerWorking
{
    public static IReadOnlyList<WorkLine> Of(RouteComparison comparison)
    {
        var (sheet, spans) = (new Worksheet(), comparison.Overview.Spans);
        for (var s = 0; s < spans.Count; s++)
        {
            if (s == 0)
                First(sheet, comparison, spans[s]);
            else
                Turn(sheet, comparison, spans[s - 1].Id, spans[s]);
        }

        return sheet.Lines;
    }

    private static string IdOf(Span span) => $"turn-{span.From}";

    private static void First(Worksheet sheet, RouteComparison comparison, Span span)
    {
        var lane = Of(comparison.LanesAt(span.From), span.Id);
        sheet.Found(
            "draws",
            IdOf(span),
            $"From 1: {lane.Route.Name}",
            "leads at one part",
            span.From,
            "parts",
            "middle totals of the draws",
            Figure.Given(lane.Route.Name, lane.Total.P50, "€")
        );
    }

    private static void Turn(Worksheet sheet, RouteComparison comparison, string beforeId, Span after)
    {
        var from = after.From;
        var (last, first) = (comparison.LanesAt(from - 1), comparison.LanesAt(from));
        var (name, card) = (Of(first, after.Id).Route.Name, Of(first, beforeId).Route);
        var before = comparison.Candidates.Single(c => c.Route.Card.Id == beforeId);
        Figure[] totals =
        [
            Total(last, beforeId, from - 1),
            Total(last, after.Id, from - 1),
            Total(first, beforeId, from),
            Total(first, after.Id, from),
        ];
        var (why, source) =
            before.IsOutAt(from)
                ? ($"{card.Name} may serve no part from here on", $"a must: {string.Join("; ", before.Material.MissedMusts)}")
            : totals[3].Value.Likely < totals[2].Value.Likely
                ? ("the first quantity at which its middle total leads", "cost: middle totals of the draws")
            : (
                "inside the noise, and the safer from here on",
                "a tie: under two draws in three decide it; fits before at risk, then earlier, then tighter"
            );
        var title = $"From {Text.Number(from, 12)}: {name} after {card.Within}";
        sheet.Found("draws", IdOf(after), title, why, from, "parts", source, totals);
    }

    private static Figure Total(IReadOnlyList<Lane> lanes, string id, double quantity)
    {
        var lane = Of(lanes, id);
        return Figure.Given($"{lane.Route.Name} at {Text.Number(quantity, 12)}", lane.Total.P50, "€");
    }

    private static Lane Of(IReadOnlyList<Lane> lanes, string id) => lanes.Single(l => l.Route.Id == id);
}
