using Stampo.Core.Jobs;

namespace Stampo.Core.Comparison;

/// <summary>
/// Whose estimate a figure is: hours of one trade, prices of one class of supplier, lives of one kind err together; nothing else does but
/// the rates that are shared anyway.
/// </summary>
internal static class Hands
{
    private static readonly (string Begins, string Trade)[] Trades =
    [
        ("labour.toolmaker", "toolmaker"),
        ("labour.engineer", "engineer"),
        ("labour.bench", "bench"),
        ("machine.hour", "machine shop"),
        ("print.machine", "printer"),
        ("print.powderMachine", "printer"),
        ("inject.press", "press"),
        ("rubber.press", "press"),
        ("lsr.press", "press"),
        ("second.twoBarrelPress", "press"),
        ("form.machine", "forming"),
        ("vacuum.machine", "bench"),
    ];

    /// <summary>
    /// Of the amount of a line: hours of a trade, or how many of what is bought at a price. Who designs and programs a tool is of the hand
    /// that makes it.
    /// </summary>
    public static string? OfAmount(CostLine line) =>
        line is { On: ChargedOn.Tool, RateKey: "labour.engineer" } ? "hours/toolmaker"
        : Trades.FirstOrDefault(t => line.RateKey.StartsWith(t.Begins, StringComparison.Ordinal)).Trade is { } trade ? $"hours/{trade}"
        : null;

    /// <summary>
    /// Of what it is charged at. A toolmaker's hourly rate, his prices and his overhead are one supplier's, a molder's press and his
    /// overhead another's; the rate of the shop's own people is its own.
    /// </summary>
    public static string? OfRate(CostLine line) => OfPrice(line.RateKey) ?? (OfAmount(line) is null ? "prices/supplies" : null);

    /// <summary>Of a rate or a markup by its key; null: by the line it stands in, or its own.</summary>
    public static string? OfPrice(string key) =>
        Suppliers.FirstOrDefault(s => key.StartsWith(s.Begins, StringComparison.Ordinal)).Of is { } supplier ? $"prices/{supplier}" : null;

    private static readonly (string Begins, string Of)[] Suppliers =
    [
        ("labour.toolmaker", "tool"),
        ("source.boughtIn", "tool"),
        ("tool.", "tool"),
        ("inject.press", "molder"),
        ("rubber.press", "molder"),
        ("lsr.press", "molder"),
        ("molder.", "molder"),
        ("material.", "material"),
    ];

    /// <summary>Of how long its tools last: by family of routes.</summary>
    public static string OfLife(string routeId) => $"lives/{routeId.Split('-')[0]}";
}
