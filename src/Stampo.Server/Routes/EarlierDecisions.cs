using System.Text.Json;
using System.Text.Json.Nodes;
using NodaTime;
using Stampo.Core.Comparison;
using Stampo.Core.Routes;
using Stampo.Core.Sequences;
using Stampo.Server.Hosting;

namespace Stampo.Server.Routes;

/// <summary>Decisions as earlier releases kept them.</summary>
internal static class EarlierDecisions
{
    /// <summary>A decision was one route for a quantity: it becomes a sequence of one.</summary>
    public static void BecomeSequencesOfOne(JsonObject decision)
    {
        if (decision["sequence"] is not null)
            return;
        // Nobody could quote then.
        foreach (var lane in decision["lanes"] as JsonArray ?? [])
            lane!.AsObject().TryAdd("quotes", new JsonArray());
        decision["sequence"] = JsonSerializer.SerializeToNode(decision.Deserialize<OfOneRoute>(Json.Options)!.Sequence, Json.Options);
        decision["wouldChange"] = new JsonArray();
    }

    private sealed record OfOneRoute(string RouteId, double Quantity, Instant DecidedUtc, IReadOnlyList<Lane> Lanes)
    {
        public Sequence Sequence
        {
            get
            {
                var lane = Lanes.Single(l => l.Route.Id == RouteId);
                var stretch = new SequenceStretch(
                    "s1",
                    RouteId,
                    lane.Material.Id,
                    lane.Material.Name,
                    lane.Cavities,
                    lane.Assist,
                    Quantity,
                    DecidedUtc.InUtc().Date.ToDateOnly(),
                    lane.FirstArticle,
                    lane.FirstArticle,
                    lane.LastPart,
                    lane.ToolSets ?? 1,
                    SequenceCost.Of(lane.Total.P50, 0, 0),
                    0,
                    [],
                    lane.Verdict,
                    lane.Gates.FirstOrDefault(g => g.Verdict == lane.Verdict && g.Verdict != Verdict.Fits)?.Reason,
                    null
                );
                return Sequence.Of(
                    [stretch],
                    lane.Total.P10,
                    lane.Total.P90,
                    $"{lane.Route.Name} for {Core.Wording.Text.Number(Quantity, 12)}: {Core.Wording.Text.Euros(lane.Total.P50)}."
                );
            }
        }
    }
}
