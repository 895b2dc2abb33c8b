using System.Globalization;
using Stampo.Core.Wording;

namespace Stampo.Core.Units;

/// <summary>
/// A unit as typed: factor and offset to SI base units (m, kg, s, K), and for pressures whether it is gauge or absolute.
/// </summary>
public sealed record Unit(string Symbol, Dimension Dimension, double Factor, double Offset = 0, PressureKind Pressure = PressureKind.Unsaid)
{
    private const double Inch = 0.0254,
        Pound = 0.45359237,
        Psi = 6894.757293168361;

    private static readonly Dimension Length = new(1, 0, 0, 0),
        Mass = new(0, 1, 0, 0),
        Time = new(0, 0, 1, 0),
        Warmth = new(0, 0, 0, 1),
        Force = new(1, 1, -2, 0),
        Stress = new(-1, 1, -2, 0),
        Volume = Length.Power(3);

    private static readonly Dictionary<string, Unit> Simple = new Unit[]
    {
        new("m", Length, 1),
        new("cm", Length, 0.01),
        new("mm", Length, 1e-3),
        new("dm", Length, 0.1),
        new("µm", Length, 1e-6),
        new("um", Length, 1e-6),
        new("km", Length, 1e3),
        new("in", Length, Inch),
        new("inch", Length, Inch),
        new("inches", Length, Inch),
        new("\"", Length, Inch),
        new("mil", Length, Inch / 1000),
        new("thou", Length, Inch / 1000),
        new("ft", Length, 12 * Inch),
        new("yd", Length, 36 * Inch),
        new("l", Volume, 1e-3),
        new("L", Volume, 1e-3),
        new("litre", Volume, 1e-3),
        new("ml", Volume, 1e-6),
        new("mL", Volume, 1e-6),
        new("cc", Volume, 1e-6),
        new("gal", Volume, 231 * Inch * Inch * Inch),
        new("floz", Volume, 231 * Inch * Inch * Inch / 128),
        new("qt", Volume, 231 * Inch * Inch * Inch / 4),
        new("kg", Mass, 1),
        new("g", Mass, 1e-3),
        new("mg", Mass, 1e-6),
        new("t", Mass, 1000),
        new("lb", Mass, Pound),
        new("lbs", Mass, Pound),
        new("oz", Mass, Pound / 16),
        new("s", Time, 1),
        new("sec", Time, 1),
        new("min", Time, 60),
        new("h", Time, 3600),
        new("hr", Time, 3600),
        new("d", Time, 86_400),
        new("day", Time, 86_400),
        new("days", Time, 86_400),
        new("week", Time, 604_800),
        new("weeks", Time, 604_800),
        new("N", Force, 1),
        new("kN", Force, 1e3),
        new("lbf", Force, Pound * 9.80665),
        new("Pa", Stress, 1),
        new("kPa", Stress, 1e3),
        new("MPa", Stress, 1e6),
        new("GPa", Stress, 1e9),
        new("mbar", Stress, 100),
        new("bar", Stress, 1e5),
        new("atm", Stress, 101_325),
        new("torr", Stress, 101_325 / 760.0),
        new("mmHg", Stress, 133.322387415),
        new("inHg", Stress, 3386.388640341),
        new("psi", Stress, Psi),
        new("ksi", Stress, 1e3 * Psi),
        new("K", Warmth, 1),
        new("°C", Warmth, 1, 273.15),
        new("C", Warmth, 1, 273.15),
        new("degC", Warmth, 1, 273.15),
        new("°F", Warmth, 5 / 9.0, 459.67 * 5 / 9),
        new("F", Warmth, 5 / 9.0, 459.67 * 5 / 9),
        new("degF", Warmth, 5 / 9.0, 459.67 * 5 / 9),
        new("%", Dimension.None, 0.01),
        new("", Dimension.None, 1),
    }.ToDictionary(u => u.Symbol);

    /// <summary>Reads "g/cm3", "in³/lb", "N/mm^2", "psig", "kPa abs". Throws <c>units.unknown</c> naming the part it can't read.</summary>
    public static Unit Parse(string text)
    {
        var symbol = text.Trim();
        if (Simple.TryGetValue(symbol, out var simple))
            return simple;
        if (PressureWithReference(symbol) is { } pressure)
            return pressure;

        var factor = 1.0;
        var dimension = Dimension.None;
        var sign = 1;
        foreach (var (piece, divides) in Pieces(symbol))
        {
            if (divides)
                sign = -1;
            var (name, exponent) = SplitExponent(piece);
            if (!Simple.TryGetValue(name, out var unit) || name.Length == 0 || unit.Offset != 0)
                throw Unknown(text, piece);
            factor *= Math.Pow(unit.Factor, sign * exponent);
            dimension *= unit.Dimension.Power(sign * exponent);
        }

        return new Unit(symbol, dimension, factor);
    }

    private static IEnumerable<(string Piece, bool Divides)> Pieces(string symbol)
    {
        var divides = false;
        var start = 0;
        for (var i = 0; i <= symbol.Length; i++)
        {
            if (i < symbol.Length && symbol[i] is not ('/' or '·' or '*' or ' '))
                continue;
            if (i > start)
                yield return (symbol[start..i], divides);
            if (i < symbol.Length && symbol[i] == '/')
                divides = true;
            start = i + 1;
        }
    }

    private static (string Name, int Exponent) SplitExponent(string piece)
    {
        var plain = piece
            .Replace("²", "2", StringComparison.Ordinal)
            .Replace("³", "3", StringComparison.Ordinal)
            .Replace("^", "", StringComparison.Ordinal);
        var end = plain.Length;
        while (end > 0 && char.IsAsciiDigit(plain[end - 1]))
            end--;
        return end == plain.Length || !int.TryParse(plain[end..], CultureInfo.InvariantCulture, out var exponent) || exponent is 0 or > 9
            ? (plain, 1)
            : (plain[..end], exponent);
    }

    private static Unit? PressureWithReference(string symbol)
    {
        foreach (
            var (ending, kind) in new[]
            {
                (" absolute", PressureKind.Absolute),
                (" abs", PressureKind.Absolute),
                ("abs", PressureKind.Absolute),
                (" gauge", PressureKind.Gauge),
                (" g", PressureKind.Gauge),
                (" a", PressureKind.Absolute),
                ("g", PressureKind.Gauge),
                ("a", PressureKind.Absolute),
            }
        )
        {
            if (
                symbol.EndsWith(ending, StringComparison.Ordinal)
                && Simple.TryGetValue(symbol[..^ending.Length].TrimEnd(), out var unit)
                && unit.Dimension == Stress
            )
                return unit with { Symbol = symbol, Pressure = kind };
        }

        return null;
    }

    private static RefusalException Unknown(string text, string piece) =>
        new(
            "units.unknown",
            $"\"{piece}\" in \"{text.Trim()}\" is not a unit known here; try mm, in, g, lb, g/cm3, in3/lb, kPa, psi, °C, °F, min.",
            "unit"
        );
}

/// <summary>What a pressure is counted from. Unsaid is kept unsaid: the difference is one atmosphere.</summary>
public enum PressureKind
{
    Unsaid,
    Gauge,
    Absolute,
}
