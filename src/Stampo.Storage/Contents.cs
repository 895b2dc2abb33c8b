using System.Linq.Expressions;
using System.Security.Cryptography;
using Microsoft.EntityFrameworkCore;
using NodaTime;

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

    /// <summary>Keeps a file once per content, as come in now; its name is the SHA-256 of what it holds.</summary>
    public static async Task<string> KeepFileAsync(
        this IDbContextFactory<StampoDb> factory,
        byte[] content,
        Instant now,
        CancellationToken cancel
    )
    {
        var hash = Convert.ToHexStringLower(SHA256.HashData(content));
        await using var db = await factory.CreateDbContextAsync(cancel);
        if (await db.Files.Where(f => f.Hash == hash).ExecuteUpdateAsync(f => f.SetProperty(x => x.KeptUtc, now), cancel) == 0)
            await factory.AddOnceAsync(
                new StoredFile
                {
                    Hash = hash,
                    Content = content,
                    KeptUtc = now,
                },
                f => f.Hash == hash,
                cancel
            );
        return hash;
    }
}
