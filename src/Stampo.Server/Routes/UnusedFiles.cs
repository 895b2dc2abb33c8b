using Microsoft.EntityFrameworkCore;
using Stampo.Storage;

namespace Stampo.Server.Routes;

/// <summary>Finds and removes attached files that no state of any project's quotes names any more, undo included.</summary>
public sealed class UnusedFiles(IDbContextFactory<StampoDb> factory, TimeProvider clock)
{
    /// <summary>A file is kept before the quote that names it is saved.</summary>
    private static readonly TimeSpan Grace = TimeSpan.FromDays(1);

    public async Task<int> RemoveAsync(CancellationToken cancel = default)
    {
        var before = clock.GetUtcNow().UtcDateTime - Grace;
        await using var db = await factory.CreateDbContextAsync(cancel);
        var old = await db.Files.Where(f => f.KeptUtc < before).Select(f => f.Hash).ToListAsync(cancel);
        if (old.Count == 0)
            return 0;
        // A hash is 64 characters long: what a state holds of it, it names.
        var states = await db.States.Where(s => s.Step == Comparisons.QuotesStep).Select(s => s.Json).ToListAsync(cancel);
        var unused = old.FindAll(hash => !states.Exists(json => json.Contains(hash, StringComparison.Ordinal)));
        return await db.Files.Where(f => unused.Contains(f.Hash) && f.KeptUtc < before).ExecuteDeleteAsync(cancel);
    }
}
