using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.Caching.Memory;
using Stampo.Core.Geometry;
using Stampo.Core.Parts;
using Stampo.Core.Wording;
using Stampo.Core.Working;
using Stampo.Server.Hosting;
using Stampo.Storage;

namespace Stampo.Server.Part;

/// <summary>
/// How far the measuring of a shape is, and its figures when it is done. None also stands for a part that is no sound solid.
/// </summary>
[Whole]
public sealed record StudyState(WorkPhase Phase, string Doing, double Share, ShapeFigures? Figures)
{
    public static StudyState None { get; } = new(WorkPhase.None, "", 0, null);
}

/// <summary>
/// Measures shapes in the background; what was measured is kept by content, unit and pull, so that nothing is measured twice.
/// </summary>
public sealed class Studies(IDbContextFactory<StampoDb> factory, MeshIntake intake, IMemoryCache cache, LongWork work, TimeProvider clock)
{
    /// <summary>Raised when the measuring changes, so that old results are not taken for new ones.</summary>
    private const int Edition = 3;

    private int _finished;

    /// <summary>How many studies were finished since the start: when it has not changed, no part is known better than before.</summary>
    public int Finished => Volatile.Read(ref _finished);

    public async Task<StudyState> StateAsync(StoredPart part, CancellationToken cancel = default)
    {
        if (KeyOf(part) is not { } key)
            return StudyState.None;
        // Asked before the figures: work that ends in between has kept them by then.
        var state = work.StateOf(key);
        return await FiguresAsync(part, cancel) is { } figures
            ? new StudyState(WorkPhase.Done, "", 1, figures)
            : new StudyState(state.Phase, state.Doing, state.Share, null);
    }

    /// <summary>
    /// Begins to measure unless that is done or under way; refused when too much is waiting. What it is known by in the line, for what has
    /// to come after it; null when there is nothing to measure.
    /// </summary>
    public async Task<string?> StartAsync(StoredPart part, CancellationToken cancel = default)
    {
        var key = await UnmeasuredAsync(part, cancel);
        if (key is not null)
            work.Start(key, progress => MeasureAsync(key, part, progress));
        return key;
    }

    /// <summary>
    /// After a save: measures the part as it now is, and no longer what it was. When too much is waiting the page offers to begin later;
    /// what was saved is saved.
    /// </summary>
    public async Task FollowAsync(StoredPart before, StoredPart part, CancellationToken cancel = default)
    {
        if (KeyOf(before) != KeyOf(part))
            Stop(before);
        if (await UnmeasuredAsync(part, cancel) is { } key)
            work.TryStart(key, progress => MeasureAsync(key, part, progress));
    }

    private async Task<string?> UnmeasuredAsync(StoredPart part, CancellationToken cancel) =>
        KeyOf(part) is { } key && await FiguresAsync(part, cancel) is null ? key : null;

    private async Task MeasureAsync(string key, StoredPart part, Progress progress)
    {
        var mesh = await intake.OpenAsync(part, progress.Cancel);
        var pull = part.Pull is [var x, var y, var z] ? new Vec3(x, y, z) : (Vec3?)null;
        var study = ShapeCheck.Study(mesh, pull, progress)!;
        await KeepAsync(key, study, progress.Cancel);
        Remember(key, study.Figures);
        Interlocked.Increment(ref _finished);
    }

    public void Stop(StoredPart part)
    {
        if (KeyOf(part) is { } key)
            work.Stop(key);
    }

    /// <summary>What was measured on a part; null when it has not been, yet.</summary>
    public async Task<ShapeFigures?> FiguresAsync(StoredPart part, CancellationToken cancel = default)
    {
        if (KeyOf(part) is not { } key)
            return null;
        if (cache.TryGetValue(CacheKey(key), out ShapeFigures? known))
            return known;
        await using var db = await factory.CreateDbContextAsync(cancel);
        return await db.Studies.Where(s => s.Key == key).Select(s => s.Figures).SingleOrDefaultAsync(cancel) is { } json
            ? Remember(key, Json.Read<ShapeFigures>(json))
            : null;
    }

    /// <summary>The part as routes see it, with what was measured; null when it has neither a volume nor a declared size.</summary>
    public async Task<PartFacts?> FactsAsync(StoredPart part, CancellationToken cancel = default) =>
        part.Facts(await FiguresAsync(part, cancel));

    /// <summary>The maps of a measured part, packed.</summary>
    public async Task<byte[]> MapsAsync(StoredPart part, CancellationToken cancel)
    {
        var key = KeyOf(part);
        await using var db = await factory.CreateDbContextAsync(cancel);
        return await db.Studies.Where(s => s.Key == key).Select(s => s.Maps).SingleOrDefaultAsync(cancel)
            ?? throw new NotFoundException("The shape of this part has not been measured yet.");
    }

    private static string? KeyOf(StoredPart part) =>
        part is { Hash: { } hash, Report.VolumeMm3: > 0 }
            ? FormattableString.Invariant($"{Edition}/{hash}/{part.Unit}/{(part.Pull is { } pull ? string.Join(",", pull) : "proposed")}")
            : null;

    private async Task KeepAsync(string key, ShapeStudy study, CancellationToken cancel)
    {
        await using var db = await factory.CreateDbContextAsync(cancel);
        if (await db.Studies.AnyAsync(s => s.Key == key, cancel))
            return;
        db.Add(
            new StoredStudy
            {
                Key = key,
                Figures = Json.Write(study.Figures),
                Maps = Packed.Pack(Drawing.Of(study.Maps)),
                KeptUtc = clock.Now(),
            }
        );
        await db.SaveChangesAsync(cancel);
    }

    private ShapeFigures Remember(string key, ShapeFigures figures) =>
        cache.Set(CacheKey(key), figures, new MemoryCacheEntryOptions { Size = 1, SlidingExpiration = TimeSpan.FromMinutes(30) });

    private static string CacheKey(string key) => $"study/{key}";
}
