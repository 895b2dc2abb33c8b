using Microsoft.EntityFrameworkCore;
using NodaTime;
using Stampo.Server.Hosting;
using Stampo.Storage;

namespace Stampo.Server.Part;

/// <summary>
/// Finds and removes meshes, with what was measured on them and the molds made from them, that no state of any part leads to any more,
/// undo included.
/// </summary>
public sealed class UnusedMeshes(IDbContextFactory<StampoDb> factory, TimeProvider clock) : ISweeper
{
    /// <summary>A mesh is kept before the part that leads to it is saved.</summary>
    private static readonly Duration Grace = Duration.FromDays(1);

    /// <summary>The number of meshes and studies removed.</summary>
    public async Task<int> RemoveAsync(CancellationToken cancel = default)
    {
        var before = clock.Now() - Grace;
        await using var db = await factory.CreateDbContextAsync(cancel);
        if (await UsedAsync(db, cancel) is not { } used)
            return 0;
        var meshes = (await db.Meshes.Where(m => m.KeptUtc < before).Select(m => m.Hash).ToListAsync(cancel)).FindAll(hash =>
            !used.Contains(hash)
        );
        var studies = (await db.Studies.Where(s => s.KeptUtc < before).Select(s => s.Key).ToListAsync(cancel)).FindAll(key =>
            !used.Contains(HashIn(key))
        );
        // A mesh that came in again meanwhile is kept anew, and so is no longer from before.
        return await db.Meshes.Where(m => meshes.Contains(m.Hash) && m.KeptUtc < before).ExecuteDeleteAsync(cancel)
            + await db.Studies.Where(s => studies.Contains(s.Key) && s.KeptUtc < before).ExecuteDeleteAsync(cancel);
    }

    /// <summary>The meshes that states of parts lead to; null when one of them can't be read, for who knows where it led.</summary>
    private static async Task<HashSet<string>?> UsedAsync(StampoDb db, CancellationToken cancel)
    {
        var used = await db
            .Database.SqlQuery<string?>(
                $"""
                SELECT DISTINCT CASE WHEN json_valid(Json) THEN ifnull(json_extract(Json, '$.hash'), '') END AS Value
                FROM States WHERE Step = {PartEndpoints.Step}
                """
            )
            .ToListAsync(cancel);
        return used.Contains(null) ? null : [.. used.OfType<string>()];
    }

    /// <summary>Keys of studies and molds say: edition, hash, and what was asked.</summary>
    private static string HashIn(string key) => key.Split('/') is [_, var hash, ..] ? hash : "";
}
