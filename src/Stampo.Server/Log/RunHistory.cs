using NodaTime;
using Stampo.Core.Log;
using Stampo.Server.Bench;
using Stampo.Storage;

namespace Stampo.Server.Log;

/// <summary>
/// The records of all runs of the shop, read once and kept with each change: what is asked across the shop is answered without folding ten
/// thousand runs anew.
/// </summary>
public sealed class RunHistory : BackgroundService
{
    private readonly Runs _runs;
    private readonly Lock _changing = new();
    private readonly Dictionary<string, RunRecord> _records = [];
    private readonly SemaphoreSlim _reading = new(1, 1);
    private volatile bool _isRead;
    private IReadOnlyList<RunRecord>? _inOrder;

    private readonly TimeProvider _clock;

    public RunHistory(Runs runs, TimeProvider clock)
    {
        (_runs, _clock) = (runs, clock);
        runs.Changed += Keep;
    }

    /// <summary>In the order they began.</summary>
    public async Task<IReadOnlyList<RunRecord>> AllAsync(CancellationToken cancel = default)
    {
        await ReadAsync(cancel);
        lock (_changing)
            return _inOrder ??= [.. _records.Values.OrderBy(r => r.Begun).ThenBy(r => r.Run, StringComparer.Ordinal)];
    }

    /// <summary>So that nobody waits for the first question.</summary>
    protected override Task ExecuteAsync(CancellationToken stoppingToken) => Task.Run(() => ReadAsync(stoppingToken), stoppingToken);

    public override void Dispose()
    {
        _runs.Changed -= Keep;
        _reading.Dispose();
        base.Dispose();
    }

    private async Task ReadAsync(CancellationToken cancel)
    {
        if (_isRead)
            return;
        await _reading.WaitAsync(cancel);
        try
        {
            if (_isRead)
                return;
            // What changed meanwhile is newer than what is read.
            await foreach (var run in _runs.AllAsync(cancel))
            {
                var record = RecordOf(run, _clock.DayOf);
                lock (_changing)
                    _records.TryAdd(run.Row.Id, record);
            }

            _isRead = true;
        }
        finally
        {
            _reading.Release();
        }
    }

    private void Keep(KeptRun run)
    {
        var record = RecordOf(run, _clock.DayOf);
        lock (_changing)
        {
            _records[run.Row.Id] = record;
            _inOrder = null;
        }
    }

    internal static RunRecord RecordOf(KeptRun run, Func<Instant, DateOnly> dayOf) =>
        RunRecord.Of(run.Row.Id, run.Row.ProjectId, run.Row.Plan, run.Row.By, run.Row.BegunUtc, run.Sheet, run.State, run.Log, dayOf);
}
