using System.Text;

namespace Stampo.Core.Wording;

/// <summary>The name of an input on the wire in a person's words: "demand[0].neededBy" is "demand 1, needed by".</summary>
public static class FieldWords
{
    /// <summary>Units at the end of a name; the unit is said with the number.</summary>
    private static readonly string[] Units =
    [
        "GPerCm3",
        "In3PerLb",
        "Mm2PerS",
        "KnPerM",
        "KjPerM2",
        "M3PerH",
        "MpaS",
        "PctPerC",
        "LPerMin",
        "KpaAbs",
        "GPerM2",
        "Mm2",
        "Mm3",
        "Cm2",
        "Cm3",
        "Dm2",
        "Mbar",
        "Mpa",
        "Kpa",
        "Pct",
        "Min",
        "Mm",
        "Kn",
        "Kg",
        "Deg",
        "G",
        "C",
        "H",
        "L",
        "N",
    ];

    public static string Of(string field)
    {
        var words = field.Split('.').Where(part => part != "value").Select(Part);
        return string.Join(", ", words);
    }

    /// <summary>The same at the beginning of a sentence.</summary>
    public static string Capital(string field)
    {
        var words = Of(field);
        return words.Length == 0 ? "The value" : $"{char.ToUpperInvariant(words[0])}{words[1..]}";
    }

    private static string Part(string part)
    {
        var bracket = part.IndexOf('[', StringComparison.Ordinal);
        var name = bracket < 0 ? part : part[..bracket];
        var number =
            bracket > 0
            && int.TryParse(part[(bracket + 1)..].TrimEnd(']'), System.Globalization.CultureInfo.InvariantCulture, out var index)
                ? $" {index + 1}"
                : "";
        var unit = Array.Find(Units, u => name.Length > u.Length && name.EndsWith(u, StringComparison.Ordinal));
        return Spaced(unit is null ? name : name[..^unit.Length]) + number;
    }

    private static string Spaced(string camel)
    {
        var words = new StringBuilder();
        foreach (var c in camel)
        {
            if (char.IsUpper(c) && words.Length > 0)
                words.Append(' ');
            words.Append(char.ToLowerInvariant(c));
        }

        return words.ToString();
    }
}
