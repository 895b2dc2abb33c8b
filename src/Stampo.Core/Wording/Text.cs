using System.Globalization;

namespace Stampo.Core.Wording;

/// <summary>Numbers as a person writes them: never more digits than carry meaning, no locale.</summary>
public static class Text
{
    /// <summary>Thousands apart by a thin space, which no country takes for a decimal sign and no line breaks at.</summary>
    private static readonly NumberFormatInfo Format = new() { NumberGroupSeparator = "\u202F" };

    public static string Number(double value, int digits = 4)
    {
        if (!double.IsFinite(value))
            return double.IsNaN(value) ? "not a number" : "infinite";
        // Less than any digit shown, and never "-0".
        if (Math.Abs(value) < 5e-10)
            return "0";
        var decimals = Math.Clamp(digits - 1 - (int)Math.Floor(Math.Log10(Math.Abs(value))), 0, 9);
        return Math.Round(value, decimals).ToString(decimals == 0 ? "#,0" : "#,0." + new string('#', decimals), Format);
    }

    /// <summary>An estimate of money: three digits mean something, as on every page.</summary>
    public static string Euros(double value) =>
        value == 0
            ? "0\u00A0€"
            : $"{Number(double.Parse(value.ToString("G3", CultureInfo.InvariantCulture), CultureInfo.InvariantCulture), 3)}\u00A0€";

    /// <summary>Minutes in the unit a person would say them in.</summary>
    public static string Duration(double min) =>
        min < 120 ? $"{Number(min, 2)} min"
        : min < 72 * 60 ? $"{Number(min / 60, 2)} h"
        : $"{Number(min / 1440, 2)} days";

    /// <summary>Sides of a box as "118 × 82 × 34 mm".</summary>
    public static string Sides(IEnumerable<double> mm, int digits = 4) =>
        $"{string.Join(" × ", mm.Select(side => Number(side, digits)))} mm";

    public static string Count(int count, string singular, string? plural = null) =>
        $"{Number(count, 12)} {(count == 1 ? singular : plural ?? singular + "s")}";
}
