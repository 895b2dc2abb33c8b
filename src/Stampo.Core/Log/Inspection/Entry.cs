using NodaTime;
using Stampo.Core.Wording;

namespace Stampo.Core.Log.Inspection;

/// <summary>
/// A value measured on a part. Nothing is changed: what was wrong is put right by an entry that names the one it corrects, with another
/// value or, when nothing was measured at all, none.
/// </summary>
/// <param name="Id">Made by whoever measures, so that sending it twice is the same entry.</param>
/// <param name="Item">Of the plan.</param>
/// <param name="Shot">Of the run.</param>
/// <param name="Cavity">From 1.</param>
/// <param name="Value">In the unit of the item; null takes the corrected entry back. Of a hardness the median of its readings.</param>
/// <param name="By">Who measured.</param>
/// <param name="Source">Name of the device it was read from; null when it was typed.</param>
/// <param name="Readings">Of a hardness, five.</param>
/// <param name="Corrects">Id of the entry it stands in for.</param>
public sealed record Entry(
    string Id,
    string Item,
    int Shot,
    int Cavity,
    double? Value,
    string By,
    string? Source = null,
    IReadOnlyList<double>? Readings = null,
    string? Corrects = null
);

/// <summary>An entry as it is kept.</summary>
public sealed record KeptEntry(Entry Entry, Instant At);

public enum Disposition
{
    Use,
    Rework,
    Scrap,
}

/// <summary>What was decided of a value out of its limits.</summary>
public sealed record Disposed(string Id, string Entry, Disposition What, string By, string? Note);

/// <summary>What must hold of an entry, and which of them stand.</summary>
public static class Entries
{
    /// <summary>A hardness is read five times; the median counts.</summary>
    public const int HardnessReadings = 5;

    private const double InchMm = 25.4,
        Alike = 0.1;

    /// <summary>Refuses what can't be, or what looks like another unit; a hardness gets its median.</summary>
    public static Entry Checked(Entry entry, InspectionItem item, IReadOnlyList<Entry> standing)
    {
        CheckPlace(entry);
        var corrected = entry.Corrects is { } id
            ? standing.FirstOrDefault(e => e.Id == id)
                ?? throw new RefusalException("entry.no-such", "The entry to correct is not there, or was corrected already.", "corrects")
            : null;
        if (corrected is not null && (corrected.Item, corrected.Shot, corrected.Cavity) != (entry.Item, entry.Shot, entry.Cavity))
            throw new RefusalException("entry.other", "A correction is of the same item, shot and cavity.", "corrects");
        if (standing.FirstOrDefault(e => (e.Shot, e.Cavity) == (entry.Shot, entry.Cavity) && e.Id != entry.Corrects) is { } twice)
            throw new RefusalException(
                "entry.twice",
                $"{item.Name} of shot {entry.Shot}, cavity {entry.Cavity} was measured by {twice.By}: {Text.Number(twice.Value ?? 0, 6)}. "
                    + "To put it right, correct that entry.",
                "shot"
            );
        return WithValue(entry, item, corrected is not null);
    }

    /// <summary>Refuses an entry of nobody, or of no shot or cavity there can be.</summary>
    public static void CheckPlace(Entry entry)
    {
        Check.Length(entry.Id, 8, 64, "id");
        Check.Length(entry.By, 1, 80, "by");
        Check.Between(entry.Shot, 1, 1_000_000, "shot", "", "shots are counted from 1");
        Check.Between(entry.Cavity, 1, 1_000, "cavity", "", "cavities are counted from 1");
    }

    /// <summary>What counts of the readings of a hardness.</summary>
    public static double MedianOf(IReadOnlyList<double> readings) => readings.Order().ElementAt(readings.Count / 2);

    /// <summary>Each once, corrections in the place of what they correct, none of what was taken back; by shot and cavity.</summary>
    public static IReadOnlyList<KeptEntry> Standing(IEnumerable<KeptEntry> kept)
    {
        var all = kept.DistinctBy(k => k.Entry.Id).ToList();
        var corrected = all.Select(k => k.Entry.Corrects).OfType<string>().ToHashSet();
        return
        [
            .. all.Where(k => k.Entry.Value is not null && !corrected.Contains(k.Entry.Id))
                .OrderBy(k => k.Entry.Shot)
                .ThenBy(k => k.Entry.Cavity),
        ];
    }

    private static Entry WithValue(Entry entry, InspectionItem item, bool corrects)
    {
        if (entry.Value is null && entry.Readings is null && corrects)
            return entry;
        switch (item.Kind)
        {
            case InspectedKind.Hardness:
                var readings = Check.Given(entry.Readings, "readings");
                if (readings.Count != HardnessReadings)
                    throw new RefusalException(
                        "entry.readings",
                        $"A hardness is the median of {HardnessReadings} readings, each after 3 s, on a stack of 6 mm or more; "
                            + $"{readings.Count} came.",
                        "readings"
                    );
                for (var i = 0; i < readings.Count; i++)
                    Check.Between(readings[i], 0, 100, $"readings[{i}]", "points", "the scale ends at 100");
                return entry with { Value = MedianOf(readings) };
            case InspectedKind.Look:
                if (entry.Value is not (0 or 1))
                    throw new RefusalException("entry.look", "A look is 1 (as it should be) or 0 (not).", "value");
                return entry;
            default:
                return entry with { Value = Size(entry.Value ?? throw Missing(), item) };
        }
    }

    /// <summary>A value that would fit in inches, or ten times off, is asked about, never taken.</summary>
    private static double Size(double value, InspectionItem item)
    {
        Check.Between(value, 0, 1e5, "value", "mm", "a size is not negative");
        if (item.Nominal <= 0 || Math.Abs(value - item.Nominal) <= 0.5 * item.Nominal)
            return value;
        var looksLike =
            Near(value * InchMm, item.Nominal) ? $"like inches: {Text.Number(value, 6)} in is {Text.Number(value * InchMm, 6)} mm"
            : Near(value / 1000, item.Nominal) ? "like µm"
            : Near(value * 10, item.Nominal) || Near(value / 10, item.Nominal) ? "ten times off, a decimal sign may be lost"
            : null;
        return looksLike is null
            ? value
            : throw new RefusalException(
                "entry.unit",
                $"{item.Name} is drawn {Text.Number(item.Nominal, 6)} mm; {Text.Number(value, 6)} looks {looksLike}. Give it in mm.",
                "value"
            );
    }

    private static bool Near(double value, double nominal) => Math.Abs(value - nominal) <= Alike * nominal;

    private static RefusalException Missing() => new("input.missing", "The value is missing; give it and send again.", "value");
}
