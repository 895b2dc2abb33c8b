using Stampo.Core.Parts;
using Stampo.Core.Wording;
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

/// <summary>
/// How far a piece of long work is. <paramref name="Problem"/>: why it can't be done, in a sentence, and <paramref name="At"/> where on the
/// part, when it is there; null otherwise.
/// </summary>
public sealed record WorkState(WorkPhase Phase, string Doing, double Share, string? Problem = null, Place? At = null)
{
    public static WorkState None { get; } = new(WorkPhase.None, "", 0);

    public static WorkState Stopped { get; } = new(WorkPhase.Stopped, "", 0);

    public static WorkState Done { get; } = new(WorkPhase.Done, "", 1);
}

/// <summary>
/// Long work in the background, one at a time on all cores, by key, with progress and a way to stop. What waits stands in a line, in the
/// order it came; what somebody looks at goes before what nobody looks at.
/// </summary>
public sealed class LongWork(IHostApplicationLifetime life, ILogger<LongWork> log, TimeProvider clock)
{
    /// <summary>How much may wait, and how much that ended badly is remembered for those who ask.</summary>
    private const int MostWaiting = 30,
        MostEnded = 100;

    /// <summary>A page that waits for work asks for it more often than this.</summary>
    private static readonly TimeSpan Looks = TimeSpan.FromSeconds(5);

    private readonly Lock _one = new();
    private readonly Dictionary<string, Job> _jobs = [];
    private readonly List<Job> _line = [];
    private readonly Queue<Job> _ended = [];
    private Job? _running;

    /// <summary>Where work stands, for somebody who looks at it; none when it was never begun or is done.</summary>
    public WorkState StateOf(string key)
    {
        lock (_one)
        {
            if (!_jobs.TryGetValue(key, out var job))
                return WorkState.None;
            job.LookedAt = clock.GetTimestamp();
            return job.State;
        }
    }

    /// <summary>Begins the work unless it is under way. The work keeps its own result.</summary>
    /// <param name="key">What it is known by.</param>
    /// <param name="work">What is done.</param>
    /// <param name="after">Work whose end it waits for, when that is under way.</param>
    public void Start(string key, Func<Progress, Task> work, string? after = null)
    {
        if (!TryStart(key, work, after))
            throw new RefusalException("study.busy", $"{MostWaiting} pieces of work are waiting; try again when some are done.", "part");
    }

    /// <summary>As <see cref="Start"/>; false when too much is waiting.</summary>
    public bool TryStart(string key, Func<Progress, Task> work, string? after = null)
    {
        lock (_one)
        {
            if (_jobs.TryGetValue(key, out var known) && known.IsOpen)
                return true;
            if (_line.Count + (_running is null ? 0 : 1) >= MostWaiting)
                return false;
            var job = new Job(key, work, after, life.ApplicationStopping);
            _jobs[key] = job;
            _line.Add(job);
            RunNext();
            return true;
        }
    }

    public void Stop(string key) => Stop(key, isForgotten: false);

    /// <summary>Stops it and forgets it: what nobody wants any more may begin anew when somebody does.</summary>
    public void Leave(string key) => Stop(key, isForgotten: true);

    private void Stop(string key, bool isForgotten)
    {
        Job? job;
        lock (_one)
        {
            if (!_jobs.TryGetValue(key, out job))
                return;
            if (isForgotten)
                Forget(job);
            if (_line.Remove(job))
                End(job, WorkState.Stopped);
        }

        // What ends by it may end at once, on this thread.
        job.Stop();
    }

    private void RunNext()
    {
        if (_running is not null || Next() is not { } next)
            return;
        _line.Remove(next);
        _running = next;
        _ = Task.Run(() => RunAsync(next), CancellationToken.None);
    }

    private Job? Next()
    {
        var ready = _line.FindAll(j => j.After is null || !_line.Exists(other => other.Key == j.After));
        return ready.Find(IsLookedAt) ?? ready.FirstOrDefault();
    }

    /// <summary>Who waits for what comes after work waits for the work.</summary>
    private bool IsLookedAt(Job job) =>
        (job.LookedAt is { } at && clock.GetElapsedTime(at) < Looks) || _line.Exists(other => other.After == job.Key && IsLookedAt(other));

    private async Task RunAsync(Job job)
    {
        var end = await EndOfAsync(job);
        lock (_one)
        {
            _running = null;
            End(job, end);
            RunNext();
        }
    }

    private void End(Job job, WorkState end)
    {
        job.Finish(end);
        if (end.Phase == WorkPhase.Done)
            Forget(job);
        else
            _ended.Enqueue(job);
        while (_ended.Count > MostEnded)
            Forget(_ended.Dequeue());
    }

    /// <summary>Only this one: another of the same key may stand in its place.</summary>
    private void Forget(Job job)
    {
        if (_jobs.GetValueOrDefault(job.Key) == job)
            _jobs.Remove(job.Key);
    }

    private async Task<WorkState> EndOfAsync(Job job)
    {
        try
        {
            job.Cancel.ThrowIfCancellationRequested();
            await job.Work(new Progress(job.Report, job.Cancel));
            return WorkState.Done;
        }
        catch (Exception stopped) when (stopped is OperationCanceledException || life.ApplicationStopping.IsCancellationRequested)
        {
            return WorkState.Stopped;
        }
        catch (RefusalException refused)
        {
            return new WorkState(WorkPhase.Failed, "", 0, refused.Message, (refused as PlacedRefusal)?.At);
        }
        catch (Exception failure)
        {
            Failed(log, job.Key, failure);
            return new WorkState(WorkPhase.Failed, "", 0);
        }
    }

    private static readonly Action<ILogger, string, Exception> Failed = LoggerMessage.Define<string>(
        LogLevel.Error,
        new EventId(2, "LongWorkFailed"),
        "{Key} failed"
    );

    /// <summary>One piece of work: where it stands, its stop, and when somebody last looked.</summary>
    private sealed class Job
    {
        private readonly Lock _stopping = new();
        private readonly CancellationTokenSource _stop;
        private volatile WorkState _state = new(WorkPhase.Waiting, "Waiting for its turn", 0);

        public Job(string key, Func<Progress, Task> work, string? after, CancellationToken end)
        {
            (Key, Work, After) = (key, work, after);
            _stop = CancellationTokenSource.CreateLinkedTokenSource(end);
            Cancel = _stop.Token;
        }

        public string Key { get; }

        public Func<Progress, Task> Work { get; }

        public string? After { get; }

        public CancellationToken Cancel { get; }

        public long? LookedAt { get; set; }

        public WorkState State => _state;

        public bool IsOpen => _state.Phase is WorkPhase.Waiting or WorkPhase.Running;

        public void Report(string doing, double share) => _state = new WorkState(WorkPhase.Running, doing, share);

        public void Stop()
        {
            lock (_stopping)
            {
                if (IsOpen)
                    _stop.Cancel();
            }
        }

        /// <summary>Nothing stops it after this.</summary>
        public void Finish(WorkState state)
        {
            lock (_stopping)
            {
                _state = state;
                _stop.Dispose();
            }
        }
    }
}
