using Microsoft.EntityFrameworkCore;
using Stampo.Core.Quotes;
using Stampo.Core.Wording;
using Stampo.Server.Hosting;
using Stampo.Server.Projects;
using Stampo.Storage;

namespace Stampo.Server.Routes;

/// <summary>
/// Suppliers' papers attached to quotes. A stranger's file is kept as it came and handed out as a download only; nothing here opens it.
/// </summary>
public sealed class QuoteFiles(IDbContextFactory<StampoDb> factory, StepStore steps, TimeProvider clock)
{
    public const int LargestBytes = 10_000_000;

    public async Task<QuoteFile> KeepAsync(IFormFile file, CancellationToken cancel)
    {
        if (file.Length is 0 or > LargestBytes)
            throw new RefusalException(
                "quote.file",
                file.Length == 0
                    ? "The file is empty; choose the supplier's paper itself."
                    : $"The file has {file.Length / 1e6:0.0} MB; up to {LargestBytes / 1_000_000} MB are kept with a quote.",
                "file"
            );
        var content = await Forms.BytesAsync(file, cancel);
        var hash = await factory.KeepFileAsync(content, clock.Now(), cancel);
        return new QuoteFile(
            Forms.NameOf(string.Concat(file.FileName.Where(c => !char.IsControl(c))).Trim(), "quote"),
            hash,
            content.Length
        );
    }

    /// <summary>A file that a quote of this project has attached.</summary>
    public async Task<(string Name, byte[] Content)> FindAsync(string projectId, string hash, CancellationToken cancel)
    {
        var quotes = (await steps.ReadAsync(projectId, Comparisons.QuotesStep, QuoteBook.Empty, cancel)).Value;
        await using var db = await factory.CreateDbContextAsync(cancel);
        return
            quotes.All.FirstOrDefault(q => q.File?.Hash == hash)?.File is { } file
            && await db.Files.Where(f => f.Hash == hash).Select(f => f.Content).SingleOrDefaultAsync(cancel) is { } content
            ? (file.Name, content)
            : throw new NotFoundException("No quote of this project has that file.");
    }
}
