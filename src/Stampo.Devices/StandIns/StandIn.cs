using System.Collections.Concurrent;
using System.Globalization;
using System.Net;
using System.Net.Sockets;
using System.Text;
using System.Text.Json;

namespace Stampo.Devices.StandIns;

/// <summary>
/// Behaves like a device over the documented lines on a loopback port: says what it is, sends readings, does what it is told. What only a
/// stand-in can be told, to pour or to be unplugged, comes the same way.
/// </summary>
public abstract class StandIn(string name) : IDisposable
{
    private const int LongestCommand = 1_000,
        MostListeners = 50;

    private static readonly TimeSpan Tick = TimeSpan.FromMilliseconds(100);

    private readonly ConcurrentDictionary<Guid, TcpClient> _listeners = [];
    private readonly CancellationTokenSource _end = new();
    private readonly Lock _state = new();
    private TcpListener? _door;
    private DateTime _unpluggedUntilUtc;

    public string Name { get; } = name;

    public int Port { get; private set; }

    /// <summary>Seconds between readings.</summary>
    protected virtual double EveryS => 0.2;

    /// <summary>Its first line, but for what all say.</summary>
    protected abstract IReadOnlyDictionary<string, object> Hello { get; }

    /// <summary>Goes on by so many seconds.</summary>
    protected abstract void Step(double seconds);

    /// <summary>The line it sends now; null for none.</summary>
    protected abstract object? Reading();

    /// <summary>Does what it is told; false when it can't.</summary>
    protected abstract bool Do(string what, Command command);

    /// <summary>Begins to listen on the loopback; port 0 for a free one.</summary>
    public void Start(int port = 0)
    {
        _door = new TcpListener(IPAddress.Loopback, port);
        _door.Start();
        Port = ((IPEndPoint)_door.LocalEndpoint).Port;
        _ = Task.Run(() => LetInAsync(_door, _end.Token));
        _ = Task.Run(() => RunAsync(_end.Token));
    }

    public void Dispose()
    {
        _end.Cancel();
        _door?.Stop();
        HangUp();
        _end.Dispose();
        GC.SuppressFinalize(this);
    }

    private bool IsUnplugged => DateTime.UtcNow < _unpluggedUntilUtc;

    private async Task LetInAsync(TcpListener door, CancellationToken cancel)
    {
        while (!cancel.IsCancellationRequested)
        {
            try
            {
                var client = await door.AcceptTcpClientAsync(cancel);
                if (IsUnplugged || _listeners.Count >= MostListeners)
                    client.Dispose();
                else
                    _ = Task.Run(() => AttendAsync(client, cancel), CancellationToken.None);
            }
            catch (Exception failure) when (failure is SocketException or OperationCanceledException or ObjectDisposedException)
            {
                // Somebody rang and went away, or this is the end.
            }
        }
    }

    private async Task AttendAsync(TcpClient client, CancellationToken cancel)
    {
        var id = Guid.NewGuid();
        try
        {
            client.NoDelay = true;
            await SayAsync(client, Hello, cancel);
            _listeners[id] = client;
            using var lines = new StreamReader(client.GetStream(), Encoding.UTF8);
            while (await lines.ReadLineAsync(cancel) is { Length: <= LongestCommand } line)
                await SayAsync(client, Obey(line), cancel);
        }
        catch (Exception failure) when (failure is IOException or OperationCanceledException or ObjectDisposedException)
        {
            // The other end is gone.
        }
        finally
        {
            _listeners.TryRemove(id, out _);
            client.Dispose();
        }
    }

    private Dictionary<string, object> Obey(string line)
    {
        try
        {
            using var json = JsonDocument.Parse(line);
            var command = new Command(json.RootElement);
            if (command.What is not { } what)
                return Cannot("no \"do\" in it");
            lock (_state)
            {
                if (what == "unplug")
                    Unplug(command.Number("forS", 10));
                else if (what == "babble")
                    _ = Task.Run(() => TellAllAsync("%% 12,4 ?? {"), CancellationToken.None);
                else if (!Do(what, command))
                    return Cannot($"this {Hello["device"]} does not {what}");
            }

            return new Dictionary<string, object> { ["done"] = what };
        }
        catch (JsonException)
        {
            return Cannot("that is not JSON");
        }
    }

    private static Dictionary<string, object> Cannot(string why) => new() { ["cannot"] = why };

    /// <summary>Answers first, then the plug is out.</summary>
    private void Unplug(double seconds)
    {
        _unpluggedUntilUtc = DateTime.UtcNow.AddSeconds(Math.Clamp(seconds, 1, 600));
        _ = Task.Run(async () =>
        {
            await Task.Delay(Tick, CancellationToken.None);
            HangUp();
        });
    }

    private void HangUp()
    {
        foreach (var client in _listeners.Values)
            client.Dispose();
        _listeners.Clear();
    }

    private async Task RunAsync(CancellationToken cancel)
    {
        using var ticks = new PeriodicTimer(Tick);
        var sinceReading = 0.0;
        try
        {
            while (await ticks.WaitForNextTickAsync(cancel))
            {
                object? reading = null;
                lock (_state)
                {
                    Step(Tick.TotalSeconds);
                    if ((sinceReading += Tick.TotalSeconds) >= EveryS - 1e-9)
                        (reading, sinceReading) = (Reading(), 0);
                }

                if (reading is not null)
                    await TellAllAsync(JsonSerializer.Serialize(reading));
            }
        }
        catch (OperationCanceledException)
        {
            // The end.
        }
    }

    private async Task TellAllAsync(string line)
    {
        foreach (var (id, client) in _listeners)
        {
            try
            {
                await client.GetStream().WriteAsync(Encoding.UTF8.GetBytes(line + "\n"), CancellationToken.None);
            }
            catch (Exception failure) when (failure is IOException or ObjectDisposedException or InvalidOperationException)
            {
                _listeners.TryRemove(id, out _);
            }
        }
    }

    private static async Task SayAsync(TcpClient client, object line, CancellationToken cancel) =>
        await client.GetStream().WriteAsync(Encoding.UTF8.GetBytes(JsonSerializer.Serialize(line) + "\n"), cancel);

    protected static string Now() => DateTime.UtcNow.ToString("yyyy-MM-ddTHH:mm:ss.fffZ", CultureInfo.InvariantCulture);

    protected Dictionary<string, object> HelloAs(string device) =>
        new()
        {
            ["device"] = device,
            ["name"] = Name,
            ["standIn"] = true,
        };
}

/// <summary>What a device is told: <c>{"do":"set","c":70}</c>.</summary>
public sealed class Command(JsonElement json)
{
    public string? What { get; } =
        json.ValueKind == JsonValueKind.Object && json.TryGetProperty("do", out var what) && what.ValueKind == JsonValueKind.String
            ? what.GetString()
            : null;

    public double Number(string name, double otherwise) =>
        json.TryGetProperty(name, out var value) && value.ValueKind == JsonValueKind.Number && value.TryGetDouble(out var number)
            ? Math.Clamp(number, -1e6, 1e6)
            : otherwise;
}
