using System.Globalization;
using System.Text.RegularExpressions;
using Stampo.Core.Wording;

namespace Stampo.Core.Units;

/// <summary>
/// Numbers as people write them in any country: "8 000", "8'000", "1,234.5", "1.234,5", "1e4". What can be read two ways ("8,000",
/// "1.234") has two readings; nothing is guessed.
/// </summary>
public static partial class NumberText
{
    /// <summary>The value, or both values; empty when it is no number.</summary>
    /// <param name="text">What was typed, without its unit.</param>
    /// <param name="dotIsDecimal">A dot is the decimal sign for sure, as in a program's own text.</param>
    public static IReadOnlyList<double> Readings(string text, bool dotIsDecimal = false)
    {
        var match = Shape().Match(text.Trim().Replace('−', '-'));
        if (!match.Success)
            return [];
        var (sign, body, exponent) = (match.Groups["sign"].Value, match.Groups["body"].Value, match.Groups["exponent"].Value);
        List<double> values = [];
        foreach (var plain in Plain(body, dotIsDecimal || exponent.Length > 0).Distinct())
        {
            if (
                double.TryParse($"{sign}{plain}{exponent}", NumberStyles.Float, CultureInfo.InvariantCulture, out var value)
                && double.IsFinite(value)
            )
                values.Add(value);
        }

        return values;
    }

    /// <summary>The one value; refuses what is no number and what can be read two ways, naming both readings.</summary>
    public static double One(string text, string field, bool dotIsDecimal = false) =>
        Readings(text, dotIsDecimal) switch
        {
            [var value] => value,
            [var a, var b] => throw TwoWays(text, a, b, field),
            _ => throw new RefusalException("units.not-a-number", $"\"{text.Trim()}\" is not a number.", field),
        };

    public static RefusalException TwoWays(string text, double a, double b, string field) =>
        new(
            "number.two-ways",
            $"\"{text.Trim()}\" can be read as {Text.Number(a, 12)} or as {Text.Number(b, 12)}; write it without a "
                + "thousands sign, or with all its decimals.",
            field
        );

    /// <summary>Every way to write it with a dot and without thousands signs.</summary>
    private static IEnumerable<string> Plain(string body, bool dotIsDecimal)
    {
        var grouped = Spaces().Replace(body, "");
        if (grouped.Length < body.Length && !SpacedGroups().IsMatch(body))
            yield break;
        int dots = grouped.Count(c => c == '.'),
            commas = grouped.Count(c => c == ',');
        if (dots == 0 && commas == 0)
        {
            yield return grouped;
            yield break;
        }

        if (dots > 0 && commas > 0)
        {
            // The last sign is the decimal one; the other must stand between groups of three.
            var (point, thousands) = grouped.LastIndexOf('.') > grouped.LastIndexOf(',') ? ('.', ',') : (',', '.');
            var whole = grouped[..grouped.LastIndexOf(point)];
            if (!whole.Contains(point) && Groups(whole, thousands))
                yield return grouped.Replace(thousands.ToString(), "", StringComparison.Ordinal).Replace(point, '.');
            yield break;
        }

        var sign = dots > 0 ? '.' : ',';
        if (dots + commas == 1)
            yield return grouped.Replace(sign, '.');
        if (!(sign == '.' && dotIsDecimal) && Groups(grouped, sign))
            yield return grouped.Replace(sign.ToString(), "", StringComparison.Ordinal);
    }

    /// <summary>One to three digits that do not begin with nought, then groups of three.</summary>
    public static bool Groups(string text, char sign)
    {
        var parts = text.Split(sign);
        return parts[0].Length is >= 1 and <= 3 && parts[0][0] != '0' && parts.Skip(1).All(part => part.Length == 3);
    }

    [GeneratedRegex(@"^(?<sign>[-+]?)(?<body>\d[\d.,'’\u00A0\u2009\u202F ]*|[.,]\d+)(?<exponent>[eE][-+]?\d+)?$")]
    private static partial Regex Shape();

    [GeneratedRegex(@"[\u00A0\u2009\u202F '’]")]
    private static partial Regex Spaces();

    [GeneratedRegex(@"^\d{1,3}([\u00A0\u2009\u202F '’]\d{3})+([.,]\d+)?$")]
    private static partial Regex SpacedGroups();
}
