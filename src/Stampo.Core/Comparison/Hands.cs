using Stampo.Core.Routes;

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

    /// <summary>Of what it is charged at: a labour rate is its own.</summary>
    public static string? OfRate(CostLine line) =>
        line.RateKey.StartsWith("labour.", StringComparison.Ordinal) ? null
        : line.RateKey.StartsWith("material.", StringComparison.Ordinal) ? "prices/material"
        : line.RateKey.StartsWith("tool.", StringComparison.Ordinal) ? "prices/tool"
        : OfAmount(line) is null ? "prices/supplies"
        : null;

    /// <summary>Of how long its tools last: by family of routes.</summary>
    public static string OfLife(string routeId) => $"lives/{routeId.Split('-')[0]}";
}
