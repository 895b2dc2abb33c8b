using System.Collections.Concurrent;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.Caching.Memory;
using Stampo.Core.Geometry;
using Stampo.Core.Parts;
using Stampo.Core.Working;
using Stampo.Server.Hosting;
using Stampo.Storage;

namespace Stampo.Server.Part;

public enum StudyPhase
{
    /// <summary>Not asked for, or nothing to measure: the part is not a sound solid.</summary>
    None,
    Waiting,
    Running,
    Done,
    Stopped,
    Failed,
}

/// <summary>How far the measuring of a shape is, and its figures when it is done.</summary>
public sealed record StudyState(StudyPhase Phase, string Doing, double Share, ShapeFigures? Figures)
{
    public static StudyState None { get; } = new(StudyPhase.None, "", 0, null);
}

/// <summary>
/// Measures shapes in the background, one at a time on all cores, with progress and a way to stop; what was measured is kept
/// by content, unit and pull, so that nothing is measured twice.
/// </summary>
public sealed class Studies(IDbContextFactory<StampoDb> factory, MeshIntake intake, IMemoryCache cache, IHostApplicationLifetime life, ILogger<Studies> log) : IDisposable
{
    /// <summary>Raised when the measuring changes, so that old results are not taken for new ones.</summary>
    private const int Edition = 1;

    private const int MostWaiting = 30;

    private readonly ConcurrentDictionary<string, Job> _jobs = [];
    private readonly SemaphoreSlim _turn = new(1);
    private int _finished;

    /// <summary>How many studies were finished since the start: when it has not changed, no part is known better than before.</summary>
    public int Finished => Volatile.Read(ref _finished);

    public async Task<StudyState> StateAsync(StoredPart part, CancellationToken cancel = default)
    {
        if (KeyOf(part) is not { } key)
            return StudyState.None;
        if (await FiguresAsync(part, cancel) is { } figures)
            return new StudyState(StudyPhase.Done, "", 1, figures);
        return _jobs.TryGetValue(key, out var job) ? job.State : StudyState.None;
    }

    /// <summary>Begins to measure unless that is done or under way.</summary>
    public async Task StartAsync(StoredPart part, CancellationToken cancel = default)
    {
        if (KeyOf(part) is not { } key || await FiguresAsync(part, cancel) is not null)
            return;
        if (_jobs.Values.Count(j => j.IsOpen) >= MostWaiting)
            throw new RefusalException("study.busy", $"{MostWaiting} parts are waiting to be measured; try again when some are done.", "part");
        var job = new Job(CancellationTokenSource.CreateLinkedTokenSource(life.ApplicationStopping));
        var standing = _jobs.AddOrUpdate(key, job, (_, other) => other.IsOpen ? other : job);
        if (standing == job)
            _ = Task.Run(() => RunAsync(key, part, job), CancellationToken.None);
        else
            job.Dispose();
    }

    public void Stop(StoredPart part)
    {
        if (KeyOf(part) is { } key && _jobs.TryGetValue(key, out var job))
            job.Stop();
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
    public async Task<PartFacts?> FactsAsync(StoredPart part, CancellationToken cancel = default) => part.Facts(await FiguresAsync(part, cancel));

    /// <summary>The maps of a measured part, packed.</summary>
    public async Task<byte[]> MapsAsync(StoredPart part, CancellationToken cancel)
    {
        var key = KeyOf(part);
        await using var db = await factory.CreateDbContextAsync(cancel);
        return await db.Studies.Where(s => s.Key == key).Select(s => s.Maps).SingleOrDefaultAsync(cancel) ?? throw new NotFoundException("The shape of this part has not been measured yet.");
    }

    public void Dispose() => _turn.Dispose();

    private static string? KeyOf(StoredPart part) => part is { Hash: { } hash, Report.VolumeMm3: > 0 }
        ? FormattableString.Invariant($"{Edition}/{hash}/{part.Unit}/{(part.Pull is { } pull ? string.Join(",", pull) : "proposed")}")
        : null;

    private async Task RunAsync(string key, StoredPart part, Job job)
    {
        try
        {
            await _turn.WaitAsync(job.Cancel);
            try
            {
                var mesh = await intake.OpenAsync(part, job.Cancel);
                var pull = part.Pull is [var x, var y, var z] ? new Vec3(x, y, z) : (Vec3?)null;
                var study = ShapeCheck.Study(mesh, pull, new Progress(job.Report, job.Cancel))!;
                await KeepAsync(key, study, job.Cancel);
                job.Finish(new StudyState(StudyPhase.Done, "", 1, Remember(key, study.Figures)));
                _jobs.TryRemove(key, out _);
                Interlocked.Increment(ref _finished);
            }
            finally
            {
                _turn.Release();
            }
        }
        catch (Exception stopped) when (stopped is OperationCanceledException || life.ApplicationStopping.IsCancellationRequested)
        {
            job.Finish(new StudyState(StudyPhase.Stopped, "", 0, null));
        }
        catch (Exception failure)
        {
            Failed(log, part.Hash!, failure);
            job.Finish(new StudyState(StudyPhase.Failed, "", 0, null));
        }
    }

    private async Task KeepAsync(string key, ShapeStudy study, CancellationToken cancel)
    {
        await using var db = await factory.CreateDbContextAsync(cancel);
        if (await db.Studies.AnyAsync(s => s.Key == key, cancel))
            return;
        db.Add(new StoredStudy { Key = key, Figures = Json.Write(study.Figures), Maps = Packed.Pack(Drawing.Of(study.Maps)) });
        await db.SaveChangesAsync(cancel);
    }

    private ShapeFigures Remember(string key, ShapeFigures figures) =>
        cache.Set(CacheKey(key), figures, new MemoryCacheEntryOptions { Size = 1, SlidingExpiration = TimeSpan.FromMinutes(30) });

    private static string CacheKey(string key) => $"study/{key}";

    private static readonly Action<ILogger, string, Exception> Failed =
        LoggerMessage.Define<string>(LogLevel.Error, new EventId(2, "StudyFailed"), "Measuring {Hash} failed");

    /// <summary>One piece of work: where it stands, and its stop.</summary>
    private sealed class Job(CancellationTokenSource stop) : IDisposable
    {
        private volatile StudyState _state = new(StudyPhase.Waiting, "Waiting for its turn", 0, null);

        public StudyState State => _state;

        public CancellationToken Cancel { get; } = stop.Token;

        public bool IsOpen => _state.Phase is StudyPhase.Waiting or StudyPhase.Running;

        public void Report(string doing, double share) => _state = new StudyState(StudyPhase.Running, doing, share, null);

        public void Stop()
        {
            if (IsOpen)
                stop.Cancel();
        }

        public void Finish(StudyState state) => _state = state;

        public void Dispose() => stop.Dispose();
    }
}
