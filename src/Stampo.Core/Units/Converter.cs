using System.Globalization;
using System.Text.RegularExpressions;
using Stampo.Core.Wording;

namespace Stampo.Core.Units;

/// <summary>A converted value; <paramref name="Note"/> says what a reader must know about the conversion.</summary>
public sealed record Converted(double Value, string Unit, string? Note = null);

/// <summary>Reads what people type ("24.8 in3/lb", "1/8 in", "300 °F", "55 psig") and gives it in the unit asked for.</summary>
public static partial class Converter
{
    private const double AtmospherePa = 101_325;
    private const int LongestInput = 80;

    /// <summary>
    /// Converts <paramref name="text"/> to <paramref name="to"/>; a plain number is taken to be in that unit already.
    /// Refuses with <c>units.not-a-number</c>, <c>units.unknown</c>, <c>units.mismatch</c> or <c>units.hardness-is-a-label</c>.
    /// </summary>
    public static Converted Convert(string text, string to)
    {
        if (string.IsNullOrWhiteSpace(text) || text.Length > LongestInput)
            throw new RefusalException(
                "units.not-a-number",
                $"Type a number and a unit, at most {LongestInput} characters, such as \"3.2 in\".",
                "value"
            );
        if (to.Length > LongestInput)
            throw new RefusalException("units.unknown", "The unit asked for is too long to be one.", "to");
        if (Hardness(text, to) is { } hardness)
            return hardness;

        var (number, unitText) = Split(text);
        var target = Unit.Parse(to);
        var source = unitText.Length == 0 ? target : Unit.Parse(unitText);

        if (source.Dimension != target.Dimension)
            return Inverted(number, source, target) ?? throw Mismatch(text, source, to, target);

        var si = number * source.Factor + source.Offset;
        if (source.Dimension == Unit.Parse("K").Dimension && si < -1e-9)
            throw new RefusalException("input.out-of-range", $"{text.Trim()} is below absolute zero.", "value");
        var note = ReferenceShift(source, target, ref si);
        return new Converted(Clean((si - target.Offset) / target.Factor, text), to, note);
    }

    /// <summary>Twelve significant digits: what was typed has fewer, and 3 in shall be 76.2 mm, not 76.19999999999999.</summary>
    private static double Clean(double value, string text) =>
        double.IsFinite(value)
            ? double.Parse(value.ToString("G12", CultureInfo.InvariantCulture), CultureInfo.InvariantCulture)
            : throw new RefusalException("units.not-a-number", $"\"{text.Trim()}\" is too large to convert.", "value");

    private static string? ReferenceShift(Unit source, Unit target, ref double pa)
    {
        if (source.Dimension != Unit.Parse("Pa").Dimension)
            return null;
        switch (source.Pressure, target.Pressure)
        {
            case (PressureKind.Gauge, PressureKind.Absolute):
                pa += AtmospherePa;
                return "gauge to absolute: one atmosphere (101.325 kPa) added";
            case (PressureKind.Absolute, PressureKind.Gauge):
                pa -= AtmospherePa;
                return "absolute to gauge: one atmosphere (101.325 kPa) taken off";
            case (PressureKind.Unsaid, not PressureKind.Unsaid) or (not PressureKind.Unsaid, PressureKind.Unsaid):
                return "gauge or absolute is said on one side only: converted without shifting by an atmosphere";
            default:
                return null;
        }
    }

    private static Converted? Inverted(double number, Unit source, Unit target)
    {
        if (source.Dimension != target.Dimension.Inverse || number == 0)
            return null;
        var (from, into) = (source.Dimension.ToString(), target.Dimension.ToString());
        return new Converted(1 / (number * source.Factor) / target.Factor, target.Symbol, $"{Bare(from)} inverted to {Bare(into)}");
        static string Bare(string kind) => kind[(kind.IndexOf(' ', StringComparison.Ordinal) + 1)..];
    }

    private static RefusalException Mismatch(string text, Unit source, string to, Unit target) =>
        new(
            "units.mismatch",
            $"\"{text.Trim()}\" is {source.Dimension}, but {to} is {target.Dimension}; type a value of that kind.",
            "value"
        );

    private static Converted? Hardness(string text, string to)
    {
        var typed = HardnessPattern().Match(text);
        var wanted = ShoreUnit().Match(to);
        if (!wanted.Success)
            return typed.Success && typed.Groups["scale"].Value is "A" or "D"
                ? throw new RefusalException("units.hardness-is-a-label", $"{text.Trim()} is a hardness; it has no value in {to}.", "value")
                : null;
        if (!typed.Success)
            throw new RefusalException("units.not-a-number", $"\"{text.Trim()}\" is not a hardness; type for example 70A or 75D.", "value");
        var scale = typed.Groups["scale"].Value.ToUpperInvariant();
        var target = wanted.Groups["scale"].Value.ToUpperInvariant();
        if (scale.Length > 0 && scale != target)
            throw new RefusalException(
                "units.hardness-is-a-label",
                $"Shore {scale} can't be turned into Shore {target}: the scales press with different points. Give the "
                    + $"value measured on Shore {target}.",
                "value"
            );
        var value = Check.Between(Number(typed.Groups["number"].Value), 0, 100, "hardness", $"Shore {target}", "a Shore scale ends there");
        return new Converted(value, $"Shore {target}", "hardness is a label: no conversion between scales");
    }

    private static (double Number, string Unit) Split(string text)
    {
        var match = Typed().Match(text);
        if (!match.Success)
            throw new RefusalException(
                "units.not-a-number",
                $"\"{text.Trim()}\" does not start with a number; type for example \"3.2 in\".",
                "value"
            );
        return (Number(match.Groups["number"].Value), match.Groups["unit"].Value.Trim());
    }

    private static double Number(string text)
    {
        var fraction = Fraction().Match(text);
        if (fraction.Success)
        {
            var whole = fraction.Groups["whole"].Success ? Plain(fraction.Groups["whole"].Value) : 0;
            return whole + Plain(fraction.Groups["top"].Value) / Plain(fraction.Groups["bottom"].Value);
        }

        return Plain(text);
    }

    /// <summary>In a typed quantity a dot is the decimal sign; a comma before three digits may be either, and is asked about.</summary>
    private static double Plain(string text) => NumberText.One(text, "value", dotIsDecimal: true);

    [GeneratedRegex(
        @"^\s*(?<number>[-−+]?(\d+ +)?\d+/[1-9]\d*|[-−+]?\d{1,3}( \d{3})+([.,]\d+)?(?![\d/])|"
            + @"[-−+]?(\d[\d.,'’\u00A0\u2009\u202F]*|[.,]\d+)([eE][-+]?\d+)?)\s*(?<unit>.*)$"
    )]
    private static partial Regex Typed();

    [GeneratedRegex(@"^((?<whole>\d+) +)?(?<top>\d+)/(?<bottom>\d+)$")]
    private static partial Regex Fraction();

    [GeneratedRegex(@"^\s*(?<number>\d+([.,]\d+)?)\s*(?<shore>(shore\s*)?(?<scale>[AD]))?\s*$", RegexOptions.IgnoreCase)]
    private static partial Regex HardnessPattern();

    [GeneratedRegex(@"^\s*shore\s*(?<scale>[AD])\s*$", RegexOptions.IgnoreCase)]
    private static partial Regex ShoreUnit();
}
