using Stampo.Core.Wording;
using Stampo.Core.Working;
using Stampo.Server.Hosting;

namespace Stampo.Server.Library;

/// <summary>An entry of a file that would change, and where; a new one says so.</summary>
public sealed record EntryChange(string Kind, string Key, string Name, bool IsNew, IReadOnlyList<Difference> Differences);

/// <summary>
/// What taking a file in would do, before anything is done: the entries to keep, what of them changes, and, for a table, how it was read.
/// </summary>
/// <param name="Entries">To be kept as they are, when a person agrees.</param>
/// <param name="Changes">What would change.</param>
/// <param name="Same">Entries of the file that are as they stand.</param>
/// <param name="Version">The library this was held against.</param>
/// <param name="ReadAs">Separator and decimal sign of a table, in words; null for JSON.</param>
public sealed record LibraryPreview(LibraryEntries Entries, IReadOnlyList<EntryChange> Changes, int Same, int Version, string? ReadAs)
{
    public static LibraryPreview Of(string table, string text, StandingLibrary standing)
    {
        var csv = CsvTable.Read(text, "library.bad-csv");
        var entries = table switch
        {
            "rates" => new LibraryEntries(LibraryCsv.ReadRates(csv, standing.Library.Rates), [], []),
            "materials" => new LibraryEntries([], LibraryCsv.ReadMaterials(csv, standing.Library.Materials), []),
            _ => throw new RefusalException(
                "library.no-table",
                $"There is no table \"{table}\"; rates and materials travel as CSV.",
                "table"
            ),
        };
        return Of(entries, standing) with { ReadAs = csv.ReadAs };
    }

    public static LibraryPreview Of(LibraryEntries given, StandingLibrary standing)
    {
        var (entries, library) = (given.Checked(), standing.Library);
        List<EntryChange> all =
        [
            .. entries.Rates!.Select(r => Change(ShopLibrary.Rates, r.Key, r, library.Rates.Find(r.Key), e => e.Name)),
            .. entries.Materials!.Select(m =>
                Change(ShopLibrary.Materials, m.Id, m, library.Materials.FirstOrDefault(o => o.Id == m.Id), e => e.Name)
            ),
            .. entries.Supplies!.Select(s =>
                Change(ShopLibrary.Supplies, s.Id, s, library.Supplies.FirstOrDefault(o => o.Id == s.Id), e => e.Name)
            ),
        ];
        List<EntryChange> changes = [.. all.Where(c => c.IsNew || c.Differences.Count > 0)];
        return new LibraryPreview(entries, changes, all.Count - changes.Count, standing.Version, null);
    }

    private static EntryChange Change<T>(string kind, string key, T entry, T? was, Func<T, string> name)
        where T : class => new(kind, key, name(entry), was is null, was is null ? [] : Json.Differences(was, entry));
}
