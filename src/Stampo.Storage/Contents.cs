using System.Linq.Expressions;
using Microsoft.EntityFrameworkCore;

namespace Stampo.Storage;

/// <summary>Rows that are kept once per content.</summary>
public static class Contents
{
    /// <summary>
    /// Adds a row; when the same content arrives twice at once, the other one is kept. Anything else that goes wrong is a real failure.
    /// </summary>
    public static async Task AddOnceAsync<T>(
        this IDbContextFactory<StampoDb> factory,
        T row,
        Expression<Func<T, bool>> same,
        CancellationToken cancel
    )
        where T : class
    {
        await using var db = await factory.CreateDbContextAsync(cancel);
        db.Add(row);
        try
        {
            await db.SaveChangesAsync(cancel);
        }
        catch (DbUpdateException)
        {
            await using var again = await factory.CreateDbContextAsync(cancel);
            if (!await again.Set<T>().AnyAsync(same, cancel))
                throw;
        }
    }
}
