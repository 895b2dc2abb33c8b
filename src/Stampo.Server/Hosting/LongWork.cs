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
    private const int MostWaiting = 30;

    private readonly ConcurrentDictionary<string, Job> _jobs = [];
    private readonly SemaphoreSlim _turn = new(1);

    /// <summary>Where work stands; none when it was never begun or is done.</summary>
    public WorkState StateOf(string key) => _jobs.TryGetValue(key, out var job) ? job.State : WorkState.None;

    /// <summary>Begins the work unless it is under way. The work keeps its own result.</summary>
    public void Start(string key, Func<Progress, Task> work)
    {
        if (_jobs.Values.Count(j => j.IsOpen) >= MostWaiting)
            throw new RefusalException("study.busy", $"{MostWaiting} pieces of work are waiting; try again when some are done.", "part");
        var job = new Job(CancellationTokenSource.CreateLinkedTokenSource(life.ApplicationStopping));
        var standing = _jobs.AddOrUpdate(key, job, (_, other) => other.IsOpen ? other : job);
        if (standing == job)
            _ = Task.Run(() => RunAsync(key, work, job), CancellationToken.None);
        else
            job.Dispose();
    }

    public void Stop(string key)
    {
        if (_jobs.TryGetValue(key, out var job))
            job.Stop();
    }

    public void Dispose() => _turn.Dispose();

    private async Task RunAsync(string key, Func<Progress, Task> work, Job job)
    {
        try
        {
            await _turn.WaitAsync(job.Cancel);
            try
            {
                await work(new Progress(job.Report, job.Cancel));
                job.Finish(WorkState.Done);
                _jobs.TryRemove(key, out _);
            }
            finally
            {
                _turn.Release();
            }
        }
        catch (Exception stopped) when (stopped is OperationCanceledException || life.ApplicationStopping.IsCancellationRequested)
        {
            job.Finish(new WorkState(WorkPhase.Stopped, "", 0));
        }
        catch (RefusalException refused)
        {
            job.Finish(new WorkState(WorkPhase.Failed, "", 0, refused.Message));
        }
        catch (Exception failure)
        {
            Failed(log, key, failure);
            job.Finish(new WorkState(WorkPhase.Failed, "", 0));
        }
    }

    private static readonly Action<ILogger, string, Exception> Failed =
        LoggerMessage.Define<string>(LogLevel.Error, new EventId(2, "LongWorkFailed"), "{Key} failed");

    /// <summary>One piece of work: where it stands, and its stop.</summary>
    private sealed class Job(CancellationTokenSource stop) : IDisposable
    {
        private volatile WorkState _state = new(WorkPhase.Waiting, "Waiting for its turn", 0);

        public WorkState State => _state;

        public CancellationToken Cancel { get; } = stop.Token;

        public bool IsOpen => _state.Phase is WorkPhase.Waiting or WorkPhase.Running;

        public void Report(string doing, double share) => _state = new WorkState(WorkPhase.Running, doing, share);

        public void Stop()
        {
            if (IsOpen)
                stop.Cancel();
        }

        public void Finish(WorkState state) => _state = state;

        public void Dispose() => stop.Dispose();
    }
}
