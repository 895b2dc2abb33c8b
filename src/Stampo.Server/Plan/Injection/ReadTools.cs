using Microsoft.EntityFrameworkCore;
using Stampo.Core.Parts;
using Stampo.Core.Planning;
using Stampo.Core.Plans.Injection;
using Stampo.Core.Tooling;
using Stampo.Core.Working;
using Stampo.Server.Hosting;
using Stampo.Server.Part;
using Stampo.Storage;

namespace Stampo.Server.Plan.Injection;

/// <summary>
/// Tools read off the meshes of stored parts, kept by content: plans draw them, and routes reckon with them from then on.
/// </summary>
public sealed class ReadTools(IDbContextFactory<StampoDb> factory, SurfaceAnswers shapes, Surfaces surfaces, TimeProvider clock)
    : IShapeAnswerer,
        IFindsOut
{
    /// <summary>Raised when the reading changes.</summary>
    private const int Edition = 1;

    private int _finished;

    public int Finished => Volatile.Read(ref _finished);

    public bool Takes(ShapeQuestion question) => question is ToolAsked;

    public async Task<object?> AnswerAsync(StoredPart part, ShapeQuestion question, CancellationToken cancel)
    {
        var pull = await shapes.PullAsync(part, cancel);
        var key = KeyOf(part, pull.ToArray());
        if (await KeptAsync(key, cancel) is { } kept)
            return kept;
        var surface = await surfaces.NeededAsync(part, cancel);
        var read = await Task.Run(() => ToolShape.Of(surface, pull, new Progress(cancel: cancel)), cancel);
        await KeepAsync(key, read, cancel);
        return read;
    }

    public async Task<bool> IsAtHandAsync(StoredPart part, ShapeQuestion question, CancellationToken cancel) =>
        await FoundAsync(part, cancel) is not null;

    public async Task<IFoundOut?> FoundAsync(StoredPart part, CancellationToken cancel) =>
        part.IsSolid ? await KeptAsync(KeyOf(part, (await shapes.PullAsync(part, cancel)).ToArray()), cancel) : null;

    private async Task<ToolShape?> KeptAsync(string key, CancellationToken cancel)
    {
        await using var db = await factory.CreateDbContextAsync(cancel);
        return await db.Studies.Where(s => s.Key == key).Select(s => s.Figures).SingleOrDefaultAsync(cancel) is { } json
            ? Json.Read<ToolShape>(json)
            : null;
    }

    private async Task KeepAsync(string key, ToolShape read, CancellationToken cancel)
    {
        await using var db = await factory.CreateDbContextAsync(cancel);
        if (await db.Studies.AnyAsync(s => s.Key == key, cancel))
            return;
        db.Add(
            new StoredStudy
            {
                Key = key,
                Figures = Json.Write(read),
                Maps = [],
                KeptUtc = clock.Now(),
            }
        );
        await db.SaveChangesAsync(cancel);
        Interlocked.Increment(ref _finished);
    }

    private static string KeyOf(StoredPart part, double[] pull) =>
        FormattableString.Invariant($"tool {Edition}/{part.Hash}/{part.Unit}/{string.Join(",", pull)}");
}
