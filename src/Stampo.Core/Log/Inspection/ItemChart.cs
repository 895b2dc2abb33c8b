using Stampo.Core.Log.Charts;

namespace Stampo.Core.Log.Inspection;

/// <summary>A value on a chart, and the entry it is of.</summary>
public sealed record ChartPoint(string Entry, int Shot, int Cavity, double Value, bool Within);

/// <summary>What is known of one item over a run: its control chart, how it fits its limits, and what it takes of the tool.</summary>
/// <param name="Item">Which.</param>
/// <param name="Points">By shot and cavity.</param>
/// <param name="Control">Null with fewer than two values.</param>
/// <param name="Capability">Null with fewer than two values, and for a look.</param>
/// <param name="Replication">Null where the tool was not measured, or with fewer than three shots.</param>
/// <param name="Out">How many lie out of their limits.</param>
public sealed record ItemChart(
    InspectionItem Item,
    IReadOnlyList<ChartPoint> Points,
    ControlChart? Control,
    Capability? Capability,
    Replication? Replication,
    int Out
)
{
    public static ItemChart Of(InspectionItem item, IReadOnlyList<KeptEntry> standing)
    {
        List<ChartPoint> points =
        [
            .. standing.Select(k => new ChartPoint(
                k.Entry.Id,
                k.Entry.Shot,
                k.Entry.Cavity,
                k.Entry.Value!.Value,
                item.Within(k.Entry.Value.Value)
            )),
        ];
        var values = points.ConvertAll(p => p.Value);
        var charted = values.Count >= 2 && item.Kind != InspectedKind.Look;
        return new ItemChart(
            item,
            points,
            charted ? ControlChart.Of(values) : null,
            charted ? Capability.Of(values, item.Lower, item.Upper) : null,
            ReplicationOf(item, points),
            points.Count(p => !p.Within)
        );
    }

    private static Replication? ReplicationOf(InspectionItem item, List<ChartPoint> points) =>
        item is { ToolMm: { } tool, Kind: InspectedKind.Size } && points.Count >= 3 && points.Select(p => p.Shot).Distinct().Count() >= 2
            ? Replication.Of([.. points.Select(p => new ReplicationPair(p.Shot, tool, p.Value))])
            : null;
}
