using System.Collections.Concurrent;

namespace Stampo.Core.Units;

/// <summary>
/// The unit of a figure: what <see cref="Unit"/> reads, and besides money, working days, and counted things, which are plain numbers
/// ("parts", "shots", "h/part" is hours). What stands behind a stroke divides.
/// </summary>
/// <param name="Symbol">As it is shown.</param>
/// <param name="Dimension">What kind of thing it measures.</param>
/// <param name="Factor">To SI base units; money in its own, working days in days of work.</param>
/// <param name="Offset">Of a temperature in °C or °F.</param>
public sealed record FigureUnit(string Symbol, Dimension Dimension, double Factor, double Offset = 0)
{
    private static readonly ConcurrentDictionary<string, FigureUnit> Known = [];

    /// <summary>Counted, or a ratio: of no dimension, one each.</summary>
    private static readonly string[] Counts =
    [
        "part",
        "parts",
        "shot",
        "shots",
        "cavity",
        "cavities",
        "each",
        "sets",
        "sheet",
        "sheets",
        "rounds",
        "builds",
        "share",
        "×",
        "times",
        "molds",
        "Shore",
        "A",
        "D",
    ];

    private static readonly Dictionary<string, FigureUnit> Own = new FigureUnit[]
    {
        new("€", new Dimension(0, 0, 0, 0, Money: 1), 1),
        new("working", new Dimension(0, 0, 0, 0, Days: 1), 1),
        new("month", new Dimension(0, 0, 1, 0), 30.4375 * 86_400),
        new("months", new Dimension(0, 0, 1, 0), 30.4375 * 86_400),
        new("year", new Dimension(0, 0, 1, 0), 365.25 * 86_400),
        new("mm⁴", new Dimension(4, 0, 0, 0), 1e-12),
        new("J", new Dimension(2, 1, -2, 0), 1),
        new("kJ", new Dimension(2, 1, -2, 0), 1_000),
        new("W", new Dimension(2, 1, -3, 0), 1),
        new("kW", new Dimension(2, 1, -3, 0), 1_000),
    }.ToDictionary(u => u.Symbol);

    public static FigureUnit Of(string symbol) => Known.GetOrAdd(symbol, Read);

    public double ToSi(double value) => value * Factor + Offset;

    public double FromSi(double si) => (si - Offset) / Factor;

    private static FigureUnit Read(string symbol)
    {
        if (symbol == "working days")
            return Own["working"] with { Symbol = symbol };
        if (symbol is "°C" or "°F")
        {
            var warmth = Unit.Parse(symbol);
            return new(symbol, warmth.Dimension, warmth.Factor, warmth.Offset);
        }

        var (dimension, factor, sign) = (Dimension.None, 1.0, 1);
        foreach (var piece in symbol.Replace("(", "", StringComparison.Ordinal).Replace(")", "", StringComparison.Ordinal).Split('/'))
        {
            foreach (var name in piece.Split('·', ' ').Where(n => n.Length > 0))
            {
                var root = name[0] == '√';
                var unit = One(root ? name[1..] : name);
                var power = root ? 0.5 * sign : sign;
                (dimension, factor) = (dimension * unit.Dimension.Power(power), factor * Math.Pow(unit.Factor, power));
            }

            sign = -1;
        }

        return new(symbol, dimension, factor);
    }

    private static FigureUnit One(string name)
    {
        if (Own.TryGetValue(name, out var own))
            return own;
        if (Counts.Contains(name))
            return new(name, Dimension.None, 1);
        var unit = Unit.Parse(name);
        return new(name, unit.Dimension, unit.Factor);
    }
}
