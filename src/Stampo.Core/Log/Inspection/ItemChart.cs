using Stampo.Core.Log.Charts;
using Stampo.Core.Wording;
using Stampo.Core.Working;

namespace Stampo.Core.Log.Inspection;

/// <summary>A value on a chart, and the entry it is of.</summary>
public sealed record ChartPoint(string Entry, int Shot, int Cavity, double Value, bool Within);

/// <summary>What is known of one item over a run: its control chart, how it fits its limits, and what it takes of the tool.</summary>
/// <param name="Item">Which.</param>
/// <param name="Points">By shot and cavity, the last ones.</param>
/// <param name="Control">Its signals are of the points shown. Null with fewer than two values.</param>
/// <param name="NotInControl">Said when more than half of the values give a signal; null otherwise.</param>
/// <param name="Capability">Null with fewer than two values, for a look, and for what is not in control.</param>
/// <param name="Replication">Null where the tool was not measured, or with fewer than three shots.</param>
/// <param name="Out">How many lie out of their limits.</param>
/// <param name="Values">How many there are; the points are the last of them.</param>
public sealed record ItemChart(
    InspectionItem Item,
    IReadOnlyList<ChartPoint> Points,
    ControlChart? Control,
    string? NotInControl,
    Capability? Capability,
    Replication? Replication,
    int Out,
    int Values
)
{
    /// <summary>How its figures came about; none with fewer than two values, or for a look.</summary>
    public IReadOnlyList<WorkLine> Working { get; init; } = [];

    /// <summary>More than an eye tells apart: the last ones are shown, all are reckoned with.</summary>
    private const int MostShown = 400;

    public static ItemChart Of(InspectionItem item, IReadOnlyList<KeptEntry> standing)
    {
        var values = new double[standing.Count];
        for (var i = 0; i < values.Length; i++)
            values[i] = standing[i].Entry.Value!.Value;
        var charted = values.Length >= 2 && item.Kind != InspectedKind.Look;
        var hidden = Math.Max(0, values.Length - MostShown);
        var control = charted ? ControlChart.Of(values) : null;
        var unsteady = control is null ? null : Unsteady(item, control, standing, values);
        var capability = charted && unsteady is null ? Capability.Of(values, item.Lower, item.Upper) : null;
        var pairs = PairsOf(item, standing);
        return new ItemChart(
            item,
            [.. standing.Skip(hidden).Select(k => PointOf(item, k.Entry))],
            control is null ? null : Shown(control, hidden),
            unsteady,
            capability,
            Shown(pairs.Count > 0 ? Replication.Of(pairs) : null, hidden),
            values.Count(v => !item.Within(v)),
            values.Length
        )
        {
            Working = charted ? ChartWorking.Of(item, values, capability, pairs) : [],
        };
    }

    private static string? Unsteady(InspectionItem item, ControlChart control, IReadOnlyList<KeptEntry> standing, double[] values)
    {
        var signals = control.Signals.DistinctBy(s => s.Index).Count();
        if (signals <= values.Length / 2.0)
            return null;
        return Slope.Of([.. standing.Select(k => k.Entry.Shot)], values) is { IsSeen: true } trend
            ? $"Not in control: a trend of {Text.Number(100 * trend.PerShot, 2)} {item.Unit} in a hundred shots."
            : $"Not in control: {signals} of {values.Length} values give a signal. Find out what changed between them.";
    }

    private static ChartPoint PointOf(InspectionItem item, Entry entry) =>
        new(entry.Id, entry.Shot, entry.Cavity, entry.Value!.Value, item.Within(entry.Value.Value));

    private static ControlChart Shown(ControlChart chart, int hidden) =>
        chart with
        {
            Signals = [.. chart.Signals.Where(s => s.Index >= hidden).Select(s => s with { Index = s.Index - hidden })],
        };

    private static Replication? Shown(Replication? replication, int hidden) =>
        replication is null ? null : replication with { Degrees = [.. replication.Degrees.Skip(hidden)] };

    /// <summary>None where the tool was not measured, or with fewer than three values or only one shot.</summary>
    private static IReadOnlyList<ReplicationPair> PairsOf(InspectionItem item, IReadOnlyList<KeptEntry> standing) =>
        item is { ToolMm: { } tool, Kind: InspectedKind.Size } && standing.Count >= 3 && standing[0].Entry.Shot != standing[^1].Entry.Shot
            ? [.. standing.Select(k => new ReplicationPair(k.Entry.Shot, tool, k.Entry.Value!.Value))]
            : [];
}
