using System.Globalization;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.Caching.Memory;
using NodaTime;
using Stampo.Core.Log.Inspection;
using Stampo.Core.Wording;
using Stampo.Server.Hosting;
using Stampo.Storage;

namespace Stampo.Server.Log;

/// <summary>What the parts of a plan are measured for: its project and the step it is kept at.</summary>
public sealed record OfPlan(string ProjectId, string Plan);

/// <summary>Keeps what was measured, and what was decided of it. What was acknowledged is on disk.</summary>
public sealed class Measurements(IDbContextFactory<StampoDb> factory, IMemoryCache cache, TimeProvider clock) : IDisposable
{
    private const int EntriesAUnit = 20_000,
        IdsAtOnce = 400;

    private static readonly TimeSpan Kept = TimeSpan.FromMinutes(30);

    private readonly SemaphoreSlim _one = new(1, 1);

    /// <summary>Those of an item that stand, by shot and cavity.</summary>
    public async Task<IReadOnlyList<KeptEntry>> OfItemAsync(OfPlan of, string item, CancellationToken cancel) =>
        (await AllAsync(of, cancel)).GetValueOrDefault(item, []);

    /// <summary>All that stand, by item: read once, at hand while somebody looks at them.</summary>
    public async Task<IReadOnlyDictionary<string, IReadOnlyList<KeptEntry>>> AllAsync(OfPlan of, CancellationToken cancel)
    {
        if (Known(of) is { } known)
            return known;
        await _one.WaitAsync(cancel);
        try
        {
            return await ReadAsync(of, cancel);
        }
        finally
        {
            _one.Release();
        }
    }

    private IReadOnlyDictionary<string, IReadOnlyList<KeptEntry>>? Known(OfPlan of) =>
        cache.TryGetValue((nameof(Measurements), of), out IReadOnlyDictionary<string, IReadOnlyList<KeptEntry>>? known) ? known : null;

    private async Task<IReadOnlyDictionary<string, IReadOnlyList<KeptEntry>>> ReadAsync(OfPlan of, CancellationToken cancel)
    {
        if (Known(of) is { } known)
            return known;
        await using var db = await factory.CreateDbContextAsync(cancel);
        var rows = await Rows(db, of).ToListAsync(cancel);
        return AtHand(of, rows.GroupBy(m => m.Item).ToDictionary(g => g.Key, g => Entries.Standing(g.Select(Read))));
    }

    private Dictionary<string, IReadOnlyList<KeptEntry>> AtHand(OfPlan of, Dictionary<string, IReadOnlyList<KeptEntry>> standing)
    {
        var size = 1 + standing.Values.Sum(v => v.Count) / EntriesAUnit;
        cache.Set(
            (nameof(Measurements), of),
            (IReadOnlyDictionary<string, IReadOnlyList<KeptEntry>>)standing,
            new MemoryCacheEntryOptions { Size = size, SlidingExpiration = Kept }
        );
        return standing;
    }

    /// <summary>
    /// Keeps all entries, or none when one of them can't be: a table is put right as a whole. The same entry a second time is the one that
    /// is kept.
    /// </summary>
    public async Task AddAsync(OfPlan of, InspectionPlan plan, IReadOnlyList<Entry> entries, CancellationToken cancel, Instant? at = null)
    {
        await _one.WaitAsync(cancel);
        try
        {
            var before = await ReadAsync(of, cancel);
            var standing = entries
                .Select(e => e.Item)
                .Distinct()
                .ToDictionary(item => item, item => before.GetValueOrDefault(item, []).Select(k => k.Entry).ToList());
            await using var db = await factory.CreateDbContextAsync(cancel);
            var known = new Dictionary<string, MeasuredRow>();
            foreach (var ids in entries.Select(e => e.Id).Distinct().Chunk(IdsAtOnce))
                await db.Measured.AsNoTracking().Where(m => ids.Contains(m.Id)).ForEachAsync(m => known[m.Id] = m, cancel);
            var added = new List<KeptEntry>();
            for (var i = 0; i < entries.Count; i++)
            {
                if (Check(entries[i], plan, standing[entries[i].Item], known.GetValueOrDefault(entries[i].Id), of, i) is { } entry)
                    added.Add(new KeptEntry(entry, at ?? clock.Now()));
            }

            db.AddRange(added.Select(k => RowOf(of, k)));
            await db.SaveChangesAsync(cancel);
            var after = before.ToDictionary();
            foreach (var some in added.GroupBy(k => k.Entry.Item))
                after[some.Key] = Entries.Standing([.. before.GetValueOrDefault(some.Key, []), .. some]);
            AtHand(of, after);
        }
        finally
        {
            _one.Release();
        }
    }

    /// <summary>The last that was decided of each of these entries.</summary>
    public async Task<IReadOnlyDictionary<string, Disposed>> DecidedAsync(IReadOnlyCollection<string> entries, CancellationToken cancel)
    {
        await using var db = await factory.CreateDbContextAsync(cancel);
        var rows = new List<DisposedRow>();
        // Some hundred at a time: a database takes so many values in one question, and no more.
        foreach (var some in entries.Chunk(IdsAtOnce))
            rows.AddRange(await db.Disposed.AsNoTracking().Where(d => some.Contains(d.EntryId)).ToListAsync(cancel));
        return rows.GroupBy(d => d.EntryId)
            .ToDictionary(g => g.Key, g => Read(g.OrderBy(d => d.AtUtc).ThenBy(d => d.Id, StringComparer.Ordinal).Last()));
    }

    public async Task DecideAsync(OfPlan of, Disposed disposed, CancellationToken cancel)
    {
        await using var db = await factory.CreateDbContextAsync(cancel);
        if (!await Rows(db, of).AnyAsync(m => m.Id == disposed.Entry, cancel))
            throw new NotFoundException("That entry is not one of this plan.");
        if (await db.Disposed.AsNoTracking().FirstOrDefaultAsync(d => d.Id == disposed.Id, cancel) is { } known)
        {
            if (
                (known.EntryId, known.What, known.By, known.Note)
                == (disposed.Entry, disposed.What.ToString(), disposed.By.Trim(), disposed.Note?.Trim())
            )
                return;
            throw new RefusalException("entry.id", "Another decision has this id; make a new one.", "id");
        }

        db.Add(
            new DisposedRow
            {
                Id = disposed.Id,
                EntryId = disposed.Entry,
                What = disposed.What.ToString(),
                By = disposed.By.Trim(),
                Note = disposed.Note?.Trim(),
                AtUtc = clock.Now(),
            }
        );
        await db.SaveChangesAsync(cancel);
    }

    public void Dispose() => _one.Dispose();

    /// <summary>
    /// The entry as it is to be kept; null when it is already. What follows it in the same table is looked at with it standing.
    /// </summary>
    private static Entry? Check(Entry sent, InspectionPlan plan, List<Entry> standing, MeasuredRow? known, OfPlan of, int at)
    {
        if (known is not null)
            return IsSame(known, sent, of)
                ? null
                : throw new RefusalException(
                    "entry.id",
                    "Another entry has this id, or the same one another value; make a new id, and name the entry that is put right.",
                    $"entries[{at}].id"
                );
        var entry = RefusalException.Renamed(() => Entries.Checked(sent, plan.Of(sent.Item), standing), field => $"entries[{at}].{field}");
        standing.RemoveAll(e => e.Id == entry.Corrects);
        if (entry.Value is not null)
            standing.Add(entry);
        return entry;
    }

    /// <summary>What is kept under the id says just what is sent; of a hardness the readings count, the median follows them.</summary>
    private static bool IsSame(MeasuredRow known, Entry sent, OfPlan of)
    {
        var kept = Read(known).Entry;
        var isSameValue = kept.Readings is null
            ? kept.Value == sent.Value
            : sent.Readings is not null && kept.Readings.SequenceEqual(sent.Readings);
        return (known.ProjectId, known.Plan, kept.Item, kept.Shot, kept.Cavity, kept.Corrects)
                == (of.ProjectId, of.Plan, sent.Item, sent.Shot, sent.Cavity, sent.Corrects)
            && isSameValue;
    }

    private static IQueryable<MeasuredRow> Rows(StampoDb db, OfPlan of) =>
        db.Measured.AsNoTracking().Where(m => m.ProjectId == of.ProjectId && m.Plan == of.Plan);

    internal static MeasuredRow RowOf(OfPlan of, KeptEntry kept) =>
        new()
        {
            Id = kept.Entry.Id,
            ProjectId = of.ProjectId,
            Plan = of.Plan,
            Item = kept.Entry.Item,
            Shot = kept.Entry.Shot,
            Cavity = kept.Entry.Cavity,
            Value = kept.Entry.Value,
            Readings = kept.Entry.Readings is null
                ? null
                : string.Join(' ', kept.Entry.Readings.Select(r => r.ToString("R", CultureInfo.InvariantCulture))),
            By = kept.Entry.By.Trim(),
            Source = kept.Entry.Source,
            Corrects = kept.Entry.Corrects,
            AtUtc = kept.At,
        };

    internal static KeptEntry Read(MeasuredRow row) =>
        new(
            new Entry(
                row.Id,
                row.Item,
                row.Shot,
                row.Cavity,
                row.Value,
                row.By,
                row.Source,
                row.Readings is null ? null : [.. row.Readings.Split(' ').Select(r => double.Parse(r, CultureInfo.InvariantCulture))],
                row.Corrects
            ),
            row.AtUtc
        );

    private static Disposed Read(DisposedRow row) => new(row.Id, row.EntryId, Enum.Parse<Disposition>(row.What), row.By, row.Note);
}
