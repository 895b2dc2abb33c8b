using System.Text.RegularExpressions;
using Stampo.Core.Wording;

namespace Stampo.Core.Units;

/// <summary>
/// What was typed into a field of a unit. <paramref name="Whole"/>: counts only. Readings outside of least and most are none.
/// </summary>
public sealed record QuantityRequest(string Text, string Unit, bool Whole = false, double? Least = null, double? Most = null);

/// <summary>One way to read it, and in words.</summary>
public sealed record QuantityReading(double Value, string Says);

/// <summary>The one reading, or all of them for a person to choose from.</summary>
public sealed record QuantityAnswer(IReadOnlyList<QuantityReading> Readings, string? Note);

/// <summary>
/// Reads a field: a number, or a number with its unit, or an amount of money or pieces as people shorten it ("18k", "1.2M"). What can be
/// read two ways comes back with both readings.
/// </summary>
public static partial class QuantityText
{
    private const int LongestInput = 80;

    public static QuantityAnswer Read(QuantityRequest request)
    {
        var text = Check.Given(request.Text, "text").Trim();
        var unit = Check.Given(request.Unit, "unit").Trim();
        if (text.Length is 0 or > LongestInput)
            throw new RefusalException("units.not-a-number", $"Type a number, at most {LongestInput} characters.", "text");
        var (values, note) = IsCount(unit) ? (Counted(text, unit), null) : Measured(text, unit);
        var possible = values
            .Where(v =>
                (!request.Whole || v == Math.Floor(v)) && v >= (request.Least ?? double.MinValue) && v <= (request.Most ?? double.MaxValue)
            )
            .ToList();
        // A reading the field would refuse anyway is no second reading; when none is left, the field says why itself.
        return new QuantityAnswer([.. (possible.Count > 0 ? possible : values).Select(v => new QuantityReading(v, Said(v, unit)))], note);
    }

    /// <summary>Money and pieces have no other unit to convert from.</summary>
    private static bool IsCount(string unit) =>
        unit.Length == 0
        || unit.Contains('€', StringComparison.Ordinal)
        || unit is "pieces" or "parts" or "years" or "shots" or "molds" or "×";

    private static List<double> Counted(string text, string unit)
    {
        var match = Short().Match(text);
        if (!match.Success || NumberText.Readings(match.Groups["number"].Value) is not { Count: > 0 } readings)
            throw new RefusalException(
                "units.not-a-number",
                $"\"{text}\" is not {(unit.Contains('€', StringComparison.Ordinal) ? "an amount of money" : "a number")}; "
                    + "type for example 18000, 18 000 or 18k.",
                "text"
            );
        var times = match.Groups["times"].Value.ToLowerInvariant() switch
        {
            "k" => 1e3,
            "m" or "mio" => 1e6,
            _ => 1,
        };
        return [.. readings.Select(v => v * times)];
    }

    private static (List<double>, string?) Measured(string text, string unit)
    {
        var number = Leading().Match(text);
        var readings = number.Success ? NumberText.Readings(number.Groups["number"].Value) : [];
        if (readings.Count < 2)
        {
            var one = Converter.Convert(text, unit);
            return ([one.Value], one.Note);
        }

        var rest = text[number.Length..];
        List<Converted> converted =
        [
            .. readings.Select(v => Converter.Convert($"{v.ToString("R", System.Globalization.CultureInfo.InvariantCulture)}{rest}", unit)),
        ];
        return (converted.ConvertAll(c => c.Value), converted[0].Note);
    }

    private static string Said(double value, string unit) =>
        unit switch
        {
            "" => Text.Number(value, 12),
            "€" => $"{Text.Number(value, 12)} €",
            _ => $"{Text.Number(value, 12)} {unit}",
        };

    [GeneratedRegex(
        @"^(€\s*)?(?<number>[-+−]?[\d.,'’\u00A0\u2009\u202F ]*\d([eE][-+]?\d+)?)\s*"
            + @"(?<times>k|K|m|M|mio|Mio)?\s*(€|eur|EUR|pcs|pieces|parts)?(/\S+)?$"
    )]
    private static partial Regex Short();

    [GeneratedRegex(@"^(?<number>[-+−]?[\d.,'’\u00A0\u2009\u202F]*\d)(?![/\d])")]
    private static partial Regex Leading();
}
