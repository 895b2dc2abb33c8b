using Microsoft.EntityFrameworkCore;
using NodaTime;
using Stampo.Server.Hosting;
using Stampo.Storage;

namespace Stampo.Server.Routes;

/// <summary>
/// Finds and removes attached files that no state of any project's quotes names any more, undo included, and no tool's book.
/// </summary>
public sealed class UnusedFiles(IDbContextFactory<StampoDb> factory, TimeProvider clock) : ISweeper
{
    /// <summary>A file is kept before the quote that names it is saved.</summary>
    private static readonly Duration Grace = Duration.FromDays(1);

    public async Task<int> RemoveAsync(CancellationToken cancel = default)
    {
        var before = clock.Now() - Grace;
        await using var db = await factory.CreateDbContextAsync(cancel);
        // A hash is 64 characters long: what a state holds of it, it names. One statement: what a quote comes to name meanwhile stays.
        return await db
            .Files.Where(f =>
                f.KeptUtc < before
                && !db.States.Any(s => s.Step == Comparisons.QuotesStep && s.Json.Contains(f.Hash))
                && !db.ToolActs.Any(a => a.Json.Contains(f.Hash))
            )
            .ExecuteDeleteAsync(cancel);
    }
}
