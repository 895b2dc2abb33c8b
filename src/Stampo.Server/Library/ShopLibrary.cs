using Microsoft.EntityFrameworkCore;
using Stampo.Core.Materials;
using Stampo.Core.Reference;
using Stampo.Core.Working;
using Stampo.Server.Hosting;
using Stampo.Storage;
using TheLibrary = Stampo.Core.Reference.Library;

namespace Stampo.Server.Library;

/// <summary>Rates, materials and supplies to change at once.</summary>
public sealed record LibraryEntries(IReadOnlyList<Rate>? Rates, IReadOnlyList<Material>? Materials, IReadOnlyList<Supply>? Supplies);

/// <summary>The library the shop works with; the changes count up so that what was made from it knows when it is old.</summary>
public sealed class ShopLibrary(IDbContextFactory<StampoDb> factory, TimeProvider clock) : IDisposable
{
    public const string Rates = "rate", Materials = "material", Supplies = "supply";

    private readonly SemaphoreSlim _one = new(1, 1);

    private volatile TheLibrary? _current;

    private int _changes;

    public int Changes => _changes;

    public async ValueTask<TheLibrary> CurrentAsync(CancellationToken cancel = default)
    {
        if (_current is { } current)
            return current;
        await using var db = await factory.CreateDbContextAsync(cancel);
        var own = await db.ShopEntries.AsNoTracking().ToListAsync(cancel);
        return _current = TheLibrary.Shipped.With(Of<Rate>(own, Rates), Of<Material>(own, Materials), Of<Supply>(own, Supplies));
    }

    /// <summary>Keeps entries as the shop's own; one that is as shipped stops being the shop's.</summary>
    public async Task SaveAsync(LibraryEntries entries, CancellationToken cancel = default)
    {
        List<(string Kind, string Key, string Json, string? Shipped)> all =
        [
            .. Check.Whole(entries.Rates ?? [], "rates").Select(r => (Rates, r.Key, Json.Write(Known(r).Checked()), Shipped(RateCard.Shipped.Find(r.Key)))),
            .. Check.Whole(entries.Materials ?? [], "materials").Select(m => (Materials, m.Id, Json.Write(m.Checked()), Shipped(MaterialLibrary.Find(m.Id)))),
            .. Check.Whole(entries.Supplies ?? [], "supplies").Select(s => (Supplies, s.Id, Json.Write(s.Checked()), Shipped(SupplyLibrary.All.FirstOrDefault(o => o.Id == s.Id)))),
        ];
        await ChangeAsync(async db =>
        {
            foreach (var (kind, key, json, shipped) in all)
            {
                var entry = await db.ShopEntries.FindAsync([kind, key], cancel);
                if (json == shipped)
                    db.RemoveRange(entry is null ? [] : [entry]);
                else if (entry is null)
                    db.Add(new ShopEntry { Kind = kind, Key = key, Json = json, ChangedUtc = clock.GetUtcNow().UtcDateTime });
                else
                    (entry.Json, entry.ChangedUtc) = (json, clock.GetUtcNow().UtcDateTime);
            }
        }, cancel);
    }

    /// <summary>Back to what ships: one entry, or all of them.</summary>
    public Task ResetAsync(string? kind, string? key, CancellationToken cancel = default) => ChangeAsync(
        async db => db.RemoveRange(await db.ShopEntries.Where(e => (kind == null || e.Kind == kind) && (key == null || e.Key == key)).ToListAsync(cancel)), cancel);

    private async Task ChangeAsync(Func<StampoDb, Task> change, CancellationToken cancel)
    {
        await _one.WaitAsync(cancel);
        try
        {
            await using var db = await factory.CreateDbContextAsync(cancel);
            await change(db);
            await db.SaveChangesAsync(cancel);
            _current = null;
            Interlocked.Increment(ref _changes);
        }
        finally
        {
            _one.Release();
        }
    }

    public void Dispose() => _one.Dispose();

    /// <summary>A rate's name and unit are the application's; the shop sets its figures and source.</summary>
    private static Rate Known(Rate rate) => RateCard.Shipped.Find(rate.Key) is { } shipped
        ? rate with { Name = shipped.Name, Unit = shipped.Unit }
        : throw new RefusalException("library.no-rate", $"There is no rate \"{rate.Key}\"; a cost line that would use it doesn't exist.", "rates");

    private static string? Shipped<T>(T? entry) where T : class => entry is null ? null : Json.Write(entry);

    private static List<T> Of<T>(List<ShopEntry> own, string kind) => own.FindAll(e => e.Kind == kind).ConvertAll(e => Json.Read<T>(e.Json));
}
