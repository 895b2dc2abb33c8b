using System.Threading.Channels;
using Stampo.Core.Bench;
using Stampo.Devices;
using Stampo.Server.Shop;
using Stampo.Storage;

namespace Stampo.Server.Bench;

/// <summary>
/// Watches the devices that open runs depend on, to the end of what depends on them, whether or not a page is open: curves and losses are
/// acts of the run like any other.
/// </summary>
public sealed class Watches(Runs runs, DeviceRoom devices, TimeProvider clock, ILogger<Watches> log) : BackgroundService
{
    private const int MostWaiting = 10_000;

    private static readonly TimeSpan LookEvery = TimeSpan.FromSeconds(1);

    private readonly Lock _changing = new();
    private readonly Dictionary<(string Run, WatchedReading Of), ReadingWatch> _watches = [];
    private readonly Dictionary<string, KeptRun> _runs = [];
    private readonly Channel<(string Run, DeviceAct Act)> _acts = Channel.CreateBounded<(string, DeviceAct)>(
        new BoundedChannelOptions(MostWaiting) { FullMode = BoundedChannelFullMode.DropOldest }
    );

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        runs.Changed += Follow;
        devices.Heard += Hear;
        try
        {
            foreach (var run in await runs.OpenAsync(stoppingToken))
                Follow(run);
            using var timer = new PeriodicTimer(LookEvery, clock);
            while (await timer.WaitForNextTickAsync(stoppingToken))
            {
                Look();
                await KeepAsync(stoppingToken);
            }
        }
        catch (OperationCanceledException) when (stoppingToken.IsCancellationRequested)
        {
            CloseAll();
            await KeepAsync(CancellationToken.None);
        }
        finally
        {
            devices.Heard -= Hear;
            runs.Changed -= Follow;
        }
    }

    /// <summary>What a run depends on now; what it does not any more is closed.</summary>
    private void Follow(KeptRun run)
    {
        var now = clock.Now();
        lock (_changing)
        {
            if (run.State.IsOver)
                _runs.Remove(run.Row.Id);
            else
                _runs[run.Row.Id] = run;
            var wanted = WatchedReading.Of(run.Sheet, run.State, now).ToHashSet();
            foreach (var (key, watch) in _watches.Where(w => w.Key.Run == run.Row.Id && !wanted.Contains(w.Key.Of)).ToList())
            {
                Post(run.Row.Id, watch.Close(now));
                _watches.Remove(key);
            }

            foreach (var of in wanted)
            {
                var isLost = run.State.Operations.First(o => o.Id == of.Operation).Watched.Any(w => w.Ask == of.Ask.Id && w.IsLost);
                _watches.TryAdd((run.Row.Id, of), new ReadingWatch(of, now, isLost, NewId));
            }
        }
    }

    private void Hear(DeviceNow device)
    {
        if (device is not { Status: DeviceStatus.Live, Reading: { Value: { } value } reading })
            return;
        var now = clock.Now();
        lock (_changing)
        {
            foreach (var ((run, of), watch) in _watches)
            {
                if (of.Device == device.Name && of.Ask.Unit == reading.Unit)
                    Post(run, watch.Hear(now, value));
            }
        }
    }

    /// <summary>A wait that is over by the clock is no longer watched; the rest is asked what time makes of it.</summary>
    private void Look()
    {
        List<KeptRun> all;
        lock (_changing)
            all = [.. _runs.Values.Where(r => _watches.Keys.Any(w => w.Run == r.Row.Id))];
        all.ForEach(Follow);
        lock (_changing)
        {
            foreach (var ((run, _), watch) in _watches)
                Post(run, watch.Look(clock.Now()));
        }
    }

    private void CloseAll()
    {
        lock (_changing)
        {
            foreach (var ((run, _), watch) in _watches)
                Post(run, watch.Close(clock.Now()));
        }
    }

    private void Post(string run, IEnumerable<DeviceAct> acts)
    {
        foreach (var act in acts)
            _acts.Writer.TryWrite((run, act));
    }

    private async Task KeepAsync(CancellationToken cancel)
    {
        while (_acts.Reader.TryRead(out var said))
        {
            try
            {
                await runs.RecordAsync(said.Run, [new SentAct(said.Act, 0)], cancel);
            }
            catch (Exception failure) when (failure is not OperationCanceledException)
            {
                NotKept(log, said.Act.Ask, said.Run, failure);
            }
        }
    }

    private static string NewId() => Guid.NewGuid().ToString("n");

    private static readonly Action<ILogger, string, string, Exception> NotKept = LoggerMessage.Define<string, string>(
        LogLevel.Warning,
        new EventId(1, "NotKept"),
        "What was watched of {Ask} in run {Run} could not be kept"
    );
}
