using Microsoft.EntityFrameworkCore;
using Stampo.Core.Materials;
using Stampo.Core.Reference;
using Stampo.Core.Routes;
using Stampo.Core.Wording;
using Stampo.Server.Hosting;
using Stampo.Server.Projects;
using Stampo.Storage;
using TheLibrary = Stampo.Core.Reference.Library;

namespace Stampo.Server.Library;

/// <summary>Rates, materials and supplies to change at once.</summary>
public sealed record LibraryEntries(IReadOnlyList<Rate>? Rates, IReadOnlyList<Material>? Materials, IReadOnlyList<Supply>? Supplies)
{
    /// <summary>As they may be kept, none of the lists missing; refused by name where an entry can't be.</summary>
    public LibraryEntries Checked() =>
        new(
            [.. Check.Whole(Rates ?? [], "rates").Select(r => r.Checked())],
            [.. Check.Whole(Materials ?? [], "materials").Select(m => m.Checked())],
            [.. Check.Whole(Supplies ?? [], "supplies").Select(s => s.Checked())]
        );
}

/// <summary>The library as it stands, with the version a save is made from and whether there is a way back.</summary>
public sealed record StandingLibrary(TheLibrary Library, LibraryEntries Own, int Version, bool CanUndo, bool CanRedo);

/// <summary>
/// The library the shop works with: what ships, and the shop's own kept as one document, so that every change of it can be undone.
/// The changes count up so that what was made from it knows when it is old.
/// </summary>
public sealed class ShopLibrary(IDbContextFactory<StampoDb> factory, StepDocuments documents, DocumentForms forms) : IDisposable
{
    public const string Rates = "rate",
        Materials = "material",
        Supplies = "supply";

    public const string Document = "library";

    private readonly SemaphoreSlim _one = new(1, 1);

    private volatile StandingLibrary? _current;

    private int _changes;

    public int Changes => _changes;

    public async ValueTask<TheLibrary> CurrentAsync(CancellationToken cancel = default) => (await StandingAsync(cancel)).Library;

    public async ValueTask<StandingLibrary> StandingAsync(CancellationToken cancel = default)
    {
        if (_current is { } current)
            return current;
        await _one.WaitAsync(cancel);
        try
        {
            return _current ??= await ReadAsync(cancel);
        }
        finally
        {
            _one.Release();
        }
    }

    /// <summary>
    /// Keeps entries as the shop's own; one that is as shipped stops being the shop's. Without a version it is made from whatever stands.
    /// </summary>
    public Task SaveAsync(LibraryEntries entries, int? version = null, CancellationToken cancel = default) =>
        ChangeAsync(own => Merged(own, entries.Checked()), version, cancel);

    /// <summary>Back to what ships: one entry, or all of them.</summary>
    public Task ResetAsync(string? kind, string? key, CancellationToken cancel = default) =>
        ChangeAsync(
            own => new LibraryEntries(
                [.. own.Rates!.Where(r => !(kind is null or Rates && (key is null || key == r.Key)))],
                [.. own.Materials!.Where(m => !(kind is null or Materials && (key is null || key == m.Id)))],
                [.. own.Supplies!.Where(s => !(kind is null or Supplies && (key is null || key == s.Id)))]
            ),
            null,
            cancel
        );

    /// <summary>Undo (−1) or redo (+1).</summary>
    public async Task MoveAsync(int by, Move from, CancellationToken cancel = default)
    {
        await _one.WaitAsync(cancel);
        try
        {
            Take(await documents.MoveAsync(StepStore.WholeShop, Document, by, from.Version, cancel) ?? throw StepStore.NothingTo(by));
        }
        finally
        {
            _one.Release();
        }
    }

    private async Task ChangeAsync(Func<LibraryEntries, LibraryEntries> change, int? version, CancellationToken cancel)
    {
        await _one.WaitAsync(cancel);
        try
        {
            var standing = _current ?? await ReadAsync(cancel);
            var own = change(standing.Own);
            if (Json.Write(own) == Json.Write(standing.Own))
                return;
            Take(
                await documents.SaveAsync(
                    StepStore.WholeShop,
                    Document,
                    Json.Write(own),
                    version ?? standing.Version,
                    Json.Write(standing.Own),
                    cancel
                )
            );
        }
        finally
        {
            _one.Release();
        }
    }

    private void Take(StepContent content)
    {
        _current = Of(Json.Read<LibraryEntries>(content.Json), content.Version, content.CanUndo, content.CanRedo);
        Interlocked.Increment(ref _changes);
    }

    public void Dispose() => _one.Dispose();

    private async Task<StandingLibrary> ReadAsync(CancellationToken cancel)
    {
        if (await documents.ReadAsync(StepStore.WholeShop, Document, cancel) is { } content)
            return Of(Json.Read<LibraryEntries>(content.Json), content.Version, content.CanUndo, content.CanRedo);
        await using var db = await factory.CreateDbContextAsync(cancel);
        var earlier = await db.ShopEntries.AsNoTracking().ToListAsync(cancel);
        return Of(
            new LibraryEntries(OfKind<Rate>(earlier, Rates), OfKind<Material>(earlier, Materials), OfKind<Supply>(earlier, Supplies)),
            0,
            false,
            false
        );
    }

    private static StandingLibrary Of(LibraryEntries own, int version, bool canUndo, bool canRedo) =>
        new(TheLibrary.Shipped.With(own.Rates ?? [], own.Materials ?? [], own.Supplies ?? []), own, version, canUndo, canRedo);

    private static LibraryEntries Merged(LibraryEntries own, LibraryEntries entries) =>
        new(
            Merged(own.Rates!, entries.Rates!, r => r.Key, RateCard.Shipped.Find),
            Merged(own.Materials!, entries.Materials!, m => m.Id, MaterialLibrary.Find),
            Merged(own.Supplies!, entries.Supplies!, s => s.Id, id => SupplyLibrary.All.FirstOrDefault(s => s.Id == id))
        );

    private static List<T> Merged<T>(IReadOnlyList<T> own, IEnumerable<T> entries, Func<T, string> key, Func<string, T?> shipped)
        where T : class
    {
        var kept = own.ToDictionary(key);
        foreach (var entry in entries)
        {
            if (shipped(key(entry)) is { } original && Json.Write(original) == Json.Write(entry))
                kept.Remove(key(entry));
            else
                kept[key(entry)] = entry;
        }

        return [.. kept.Values];
    }

    /// <summary>Kept one by one they were all of the first form.</summary>
    private List<T> OfKind<T>(List<ShopEntry> own, string kind) =>
        own.FindAll(e => e.Kind == kind).ConvertAll(e => Json.Read<T>(forms.BroughtUp(DocumentForms.ShopEntry, 1, e.Json)));
}
