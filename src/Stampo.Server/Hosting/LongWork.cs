using System.Collections.Concurrent;
using Stampo.Core.Working;

namespace Stampo.Server.Hosting;

public enum WorkPhase
{
    /// <summary>Not asked for, or nothing to do.</summary>
    None,
    Waiting,
    Running,
    Done,
    Stopped,
    Failed,
}

/// <summary>How far a piece of long work is. <paramref name="Problem"/>: why it can't be done, in a sentence; null otherwise.</summary>
public sealed record WorkState(WorkPhase Phase, string Doing, double Share, string? Problem = null)
{
    public static WorkState None { get; } = new(WorkPhase.None, "", 0);

    public static WorkState Done { get; } = new(WorkPhase.Done, "", 1);
}

/// <summary>Long work in the background, one at a time on all cores, by key, with progress and a way to stop.</summary>
public sealed class LongWork(IHostApplicationLifetime life, ILogger<LongWork> log) : IDisposable
{
    /// <summary>How much may wait, and how much that ended badly is remembered for those who ask.</summary>
    private const int MostWaiting = 30,
        MostEnded = 100;

    private readonly ConcurrentDictionary<string, Job> _jobs = [];
    private readonly ConcurrentQueue<KeyValuePair<string, Job>> _ended = [];
    private readonly SemaphoreSlim _turn = new(1);

    /// <summary>Where work stands; none when it was never begun or is done.</summary>
    public WorkState StateOf(string key) => _jobs.TryGetValue(key, out var job) ? job.State : WorkState.None;

    /// <summary>Begins the work unless it is under way. The work keeps its own result.</summary>
    public void Start(string key, Func<Progress, Task> work)
    {
        if (!TryStart(key, work))
            throw new RefusalException("study.busy", $"{MostWaiting} pieces of work are waiting; try again when some are done.", "part");
    }

    /// <summary>As <see cref="Start"/>; false when too much is waiting.</summary>
    public bool TryStart(string key, Func<Progress, Task> work)
    {
        if (_jobs.TryGetValue(key, out var known) && known.IsOpen)
            return true;
        if (_jobs.Values.Count(j => j.IsOpen) >= MostWaiting)
            return false;
        var job = new Job(life.ApplicationStopping);
        if (_jobs.AddOrUpdate(key, job, (_, other) => other.IsOpen ? other : job) == job)
            _ = Task.Run(() => RunAsync(new(key, job), work), CancellationToken.None);
        else
            job.Dispose();
        return true;
    }

    public void Stop(string key)
    {
        if (_jobs.TryGetValue(key, out var job))
            job.Stop();
    }

    /// <summary>Stops it and forgets it: what nobody wants any more may begin anew when somebody does.</summary>
    public void Leave(string key)
    {
        if (_jobs.TryRemove(key, out var job))
            job.Stop();
    }

    public void Dispose() => _turn.Dispose();

    private async Task RunAsync(KeyValuePair<string, Job> entry, Func<Progress, Task> work)
    {
        using var job = entry.Value;
        var end = await EndOfAsync(entry.Key, work, job);
        job.Finish(end);
        // Only this job: another of the same key may stand in its place.
        if (end.Phase == WorkPhase.Done)
            _jobs.TryRemove(entry);
        else
            _ended.Enqueue(entry);
        while (_ended.Count > MostEnded && _ended.TryDequeue(out var oldest))
            _jobs.TryRemove(oldest);
    }

    private async Task<WorkState> EndOfAsync(string key, Func<Progress, Task> work, Job job)
    {
        try
        {
            await _turn.WaitAsync(job.Cancel);
            try
            {
                await work(new Progress(job.Report, job.Cancel));
                return WorkState.Done;
            }
            finally
            {
                _turn.Release();
            }
        }
        catch (Exception stopped) when (stopped is OperationCanceledException || life.ApplicationStopping.IsCancellationRequested)
        {
            return new WorkState(WorkPhase.Stopped, "", 0);
        }
        catch (RefusalException refused)
        {
            return new WorkState(WorkPhase.Failed, "", 0, refused.Message);
        }
        catch (Exception failure)
        {
            Failed(log, key, failure);
            return new WorkState(WorkPhase.Failed, "", 0);
        }
    }

    private static readonly Action<ILogger, string, Exception> Failed = LoggerMessage.Define<string>(
        LogLevel.Error,
        new EventId(2, "LongWorkFailed"),
        "{Key} failed"
    );

    /// <summary>One piece of work: where it stands, and its stop.</summary>
    private sealed class Job : IDisposable
    {
        private readonly Lock _one = new();
        private readonly CancellationTokenSource _stop;
        private volatile WorkState _state = new(WorkPhase.Waiting, "Waiting for its turn", 0);

        public Job(CancellationToken end)
        {
            _stop = CancellationTokenSource.CreateLinkedTokenSource(end);
            Cancel = _stop.Token;
        }

        public WorkState State => _state;

        public CancellationToken Cancel { get; }

        public bool IsOpen => _state.Phase is WorkPhase.Waiting or WorkPhase.Running;

        public void Report(string doing, double share) => _state = new WorkState(WorkPhase.Running, doing, share);

        public void Stop()
        {
            lock (_one)
            {
                if (IsOpen)
                    _stop.Cancel();
            }
        }

        /// <summary>Nothing stops it after this.</summary>
        public void Finish(WorkState state)
        {
            lock (_one)
                _state = state;
        }

        public void Dispose() => _stop.Dispose();
    }
}
