using NodaTime;
using Stampo.Core.Comparison;
using Stampo.Core.Reference;
using Stampo.Core.Routes;
using Stampo.Core.Sequences;
using Stampo.Server.Hosting;
using Stampo.Storage;

namespace Stampo.Server.Routes;

/// <summary>
/// A decision as it was taken: the sequence, who, when, why, what would have changed it, and the lanes, part and brief it stood on.
/// Nothing in it changes later. <paramref name="RouteName"/> names the routes in turn; <paramref name="Advised"/> is the answer that
/// stood, null in earlier records.
/// </summary>
public sealed record DecisionRecord(
    Sequence Sequence,
    string Reason,
    string By,
    Instant DecidedUtc,
    IReadOnlyList<Lane> Lanes,
    Core.Parts.PartFacts Part,
    Core.Briefs.Brief Brief,
    int PartVersion,
    int BriefVersion,
    string RouteName,
    Sequence? Advised,
    IReadOnlyList<WouldChange> WouldChange
)
{
    public int Id { get; init; }

    /// <summary>The rates it was costed with; empty in records made before they were kept.</summary>
    public IReadOnlyList<Rate> Rates { get; init; } = [];

    /// <summary>What-ifs that stood when it was taken.</summary>
    public WhatIf WhatIf { get; init; } = WhatIf.None;

    public static DecisionRecord Read(Decision row)
    {
        var record = Json.Read<DecisionRecord>(row.Json);
        return (
            record.Sequence is null ? record with { Sequence = Json.Read<OfOneRoute>(row.Json).Sequence, WouldChange = [] } : record
        ) with
        {
            Id = row.Id,
        };
    }

    /// <summary>What an earlier release kept: one route for a quantity. It reads as a sequence of one.</summary>
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
                    $"{lane.Route.Name} for {Core.Working.Text.Number(Quantity, 12)}: {Core.Working.Text.Euros(lane.Total.P50)}."
                );
            }
        }
    }
}
