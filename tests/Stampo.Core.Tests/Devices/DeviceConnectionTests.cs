using System.Net;
using System.Net.Sockets;
using System.Text;
using System.Threading.Channels;
using NodaTime;
using Stampo.Core.Shops;
using Stampo.Devices;
using Stampo.Devices.StandIns;

namespace Stampo.Core.Tests.Devices;

/// <summary>Whatever a device does, it is told plainly, and the next one is listened to.</summary>
public class DeviceConnectionTests
{
    private const string Hello = """{"device":"scale","name":"bench-1"}""";

    private static readonly AttachedDevice Scale = new("scale", DeviceKind.Scale, "Bench scale");

    /// <summary>A device that says what it is told to say, and whoever listens to it.</summary>
    private sealed class Bench : IAsyncDisposable
    {
        private readonly TcpListener _door = new(IPAddress.Loopback, 0);
        private readonly CancellationTokenSource _end = new();
        private readonly Channel<DeviceNow> _told = Channel.CreateUnbounded<DeviceNow>();
        private readonly Task _listening;
        private Instant _now = Instant.FromUtc(2026, 1, 2, 3, 4);

        public Bench()
        {
            _door.Start();
            var address = ("127.0.0.1", ((IPEndPoint)_door.LocalEndpoint).Port);
            Line = new DeviceConnection(Scale, () => address, () => _now, now => _told.Writer.TryWrite(now));
            _listening = Line.ListenAsync(_end.Token);
        }

        public DeviceConnection Line { get; }

        public void Pass(Duration time) => _now += time;

        /// <summary>The next time the other end is rung.</summary>
        public async Task<TcpClient> RungAsync() => await _door.AcceptTcpClientAsync().WaitAsync(TimeSpan.FromSeconds(20));

        public async Task<DeviceNow> UntilAsync(Func<DeviceNow, bool> holds)
        {
            using var patience = new CancellationTokenSource(TimeSpan.FromSeconds(20));
            await foreach (var now in _told.Reader.ReadAllAsync(patience.Token))
            {
                if (holds(now))
                    return now;
            }

            throw new InvalidOperationException("It went silent.");
        }

        public async ValueTask DisposeAsync()
        {
            await _end.CancelAsync();
            await _listening;
            _door.Dispose();
            _end.Dispose();
            Line.Dispose();
        }
    }

    private static async Task SayAsync(TcpClient device, params string[] lines) =>
        await device.GetStream().WriteAsync(Encoding.UTF8.GetBytes(string.Join('\n', lines) + "\n"));

    [Fact]
    public async Task Readings_come_and_a_device_that_goes_silent_is_said_to_be()
    {
        await using var bench = new Bench();
        using var device = await bench.RungAsync();
        await SayAsync(device, Hello, """{"g":124.3,"stable":true}""");
        var live = await bench.UntilAsync(d => d.Status == DeviceStatus.Live);
        Assert.Equal((124.3, "g", true, false), (live.Reading!.Value, live.Reading.Unit, live.Reading.IsStable, live.IsStandIn));
        bench.Pass(Duration.FromSeconds(3.1));
        var silent = await bench.UntilAsync(d => d.Status == DeviceStatus.Silent);
        Assert.Equal(124.3, silent.Reading!.Value);
        await SayAsync(device, """{"over":true}""");
        var over = await bench.UntilAsync(d => d.Status == DeviceStatus.Live);
        Assert.Equal((null, true), (over.Reading!.Value, over.Reading.IsOver));
    }

    [Fact]
    public async Task What_it_does_not_understand_it_counts_and_goes_on()
    {
        await using var bench = new Bench();
        using var device = await bench.RungAsync();
        await SayAsync(device, Hello, "%% 12,4 ??", """{"g":"much"}""", """{"g":5}""");
        var now = await bench.UntilAsync(d => d.Status == DeviceStatus.Live);
        Assert.Equal((2, """{"g":"much"}""", 5.0), (now.NotUnderstood, now.LastOdd, now.Reading!.Value));
    }

    [Theory]
    [InlineData("""{"device":"oven","name":"x"}""", "oven")]
    [InlineData("""{"device":"toaster"}""", "toaster")]
    [InlineData("""{"g":5}""", "not said what it is")]
    public async Task Another_kind_is_not_read_from(string first, string says)
    {
        await using var bench = new Bench();
        using var device = await bench.RungAsync();
        await SayAsync(device, first);
        var now = await bench.UntilAsync(d => d.Status == DeviceStatus.WrongKind);
        Assert.Contains(says, now.Says!, StringComparison.Ordinal);
        Assert.Null(now.Reading);
    }

    [Theory]
    [InlineData(5_000, true)]
    [InlineData(100_000, false)]
    public async Task A_line_of_more_than_4_kB_ends_the_connection_and_the_next_one_is_listened_to(int length, bool ends)
    {
        await using var bench = new Bench();
        using (var device = await bench.RungAsync())
        {
            await SayAsync(device, Hello);
            var line = new string('x', length) + (ends ? "\n" : "");
            try
            {
                await device.GetStream().WriteAsync(Encoding.UTF8.GetBytes(line));
            }
            catch (IOException)
            {
                // Cut off while it spoke.
            }

            Assert.Equal(
                DeviceStatus.Away,
                (await bench.UntilAsync(d => d.Says?.Contains("4 kB", StringComparison.Ordinal) == true)).Status
            );
        }

        using var again = await bench.RungAsync();
        await SayAsync(again, Hello, """{"g":1}""");
        await bench.UntilAsync(d => d.Status == DeviceStatus.Live);
    }

    [Fact]
    public async Task A_sudden_end_is_told_and_it_is_rung_again()
    {
        await using var bench = new Bench();
        using (var device = await bench.RungAsync())
        {
            await SayAsync(device, Hello, """{"g":1}""");
            await bench.UntilAsync(d => d.Status == DeviceStatus.Live);
        }

        await bench.UntilAsync(d => d.Status == DeviceStatus.Away);
        Assert.Equal(new DeviceAnswer(false, "it is not connected"), await bench.Line.TellAsync("""{"do":"tare"}""", default));
        (await bench.RungAsync()).Dispose();
    }

    [Fact]
    public async Task A_flood_is_told_and_most_of_it_passed_over()
    {
        await using var bench = new Bench();
        using var device = await bench.RungAsync();
        await SayAsync(device, [Hello, .. Enumerable.Range(0, 5_000).Select(i => $"{{\"g\":{i}}}")]);
        await bench.UntilAsync(d => d.Status == DeviceStatus.Flooding);
        Assert.True(bench.Line.Now.Reading!.Value < 200);
    }

    [Fact]
    public async Task A_device_that_does_not_answer_keeps_nobody_waiting()
    {
        await using var bench = new Bench();
        using var device = await bench.RungAsync();
        await SayAsync(device, Hello, """{"g":1}""");
        await bench.UntilAsync(d => d.Status == DeviceStatus.Live);
        Assert.Equal(new DeviceAnswer(false, "it did not answer"), await bench.Line.TellAsync("""{"do":"tare"}""", default));
    }

    /// <summary>The stand-ins keep to the same lines: every one is understood, says that it is one, and does what it is told.</summary>
    [Fact]
    public async Task Every_stand_in_is_read_from_and_does_as_it_is_told()
    {
        using var room = new StandInRoom();
        AttachedDevice[] devices =
        [
            new("scale", DeviceKind.Scale, "a"),
            new("vacuum", DeviceKind.Gauge, "b"),
            new("pot", DeviceKind.Gauge, "c"),
            new("oven", DeviceKind.Oven, "d"),
            new("hardness", DeviceKind.Hardness, "e"),
            new("calliper", DeviceKind.Calliper, "f"),
        ];
        Assert.All(devices, d => Assert.Null(room.For(d)));
        room.Start();
        string[] told =
        [
            """{"do":"pour","g":124.3,"gPerS":500}""",
            """{"do":"pump"}""",
            """{"do":"set","kpa":300}""",
            """{"do":"set","c":70}""",
            """{"do":"press","shoreA":54}""",
            """{"do":"close","mm":10}""",
        ];
        Predicate<DeviceReading>[] comes =
        [
            r => r is { IsStable: true, Value: > 124 and < 124.6, Unit: "g" },
            r => r is { Value: < 900, Unit: "mbar" },
            r => r is { Value: > 20, Unit: "kPa" },
            r => r is { Value: > 22.5, Set: 70, Unit: "°C" },
            r => r is { Value: > 50 and < 58, Unit: "Shore A" },
            r => r is { Value: > 9.9 and < 10.1, Unit: "mm" },
        ];
        await Task.WhenAll(devices.Select((device, i) => ReadsAsync(room, device, told[i], comes[i])));
    }

    private static async Task ReadsAsync(StandInRoom room, AttachedDevice device, string told, Predicate<DeviceReading> comes)
    {
        using var end = new CancellationTokenSource(TimeSpan.FromSeconds(30));
        var (live, come) = (new TaskCompletionSource(), new TaskCompletionSource());
        using var line = new DeviceConnection(
            device,
            () => room.For(device),
            () => SystemClock.Instance.GetCurrentInstant(),
            now =>
            {
                if (now is { Status: DeviceStatus.Live, IsStandIn: true, Reading: { } reading })
                {
                    live.TrySetResult();
                    if (comes(reading))
                        come.TrySetResult();
                }
            }
        );
        var listening = line.ListenAsync(end.Token);
        await live.Task.WaitAsync(end.Token);
        Assert.True((await line.TellAsync(told, end.Token)).IsDone, told);
        Assert.False((await line.TellAsync("""{"do":"fly"}""", end.Token)).IsDone);
        await come.Task.WaitAsync(end.Token);
        await end.CancelAsync();
        await listening;
    }

    /// <summary>Half of a sign in a name, as an escape: valid JSON and no text.</summary>
    [Fact]
    public async Task No_line_ends_listening()
    {
        await using var bench = new Bench();
        using var device = await bench.RungAsync();
        await SayAsync(
            device,
            Hello,
            """{"device":"\ud800","name":"\ud800"}""",
            """{"cannot":"\udfff"}""",
            """{"c":70,"set":70}""",
            """{"g":7}"""
        );
        await bench.UntilAsync(d => d.Reading?.Value == 7);
        Assert.Equal("g", bench.Line.Now.Reading!.Unit);
        Assert.True(bench.Line.Now.NotUnderstood >= 2);
    }

    [Fact]
    public async Task After_a_flood_the_device_is_back_within_seconds()
    {
        await using var bench = new Bench();
        using (var device = await bench.RungAsync())
        {
            await SayAsync(device, [Hello, .. Enumerable.Range(0, 200_000).Select(i => $"{{\"g\":{i}}}")]);
            await bench.UntilAsync(d => d.Status == DeviceStatus.Flooding);
        }

        using var again = await bench.RungAsync();
        for (var i = 0; i < 30 && bench.Line.Now.Status != DeviceStatus.Live; i++)
        {
            await SayAsync(again, i == 0 ? [Hello, """{"g":4.2}"""] : ["""{"g":4.2}"""]);
            await Task.Delay(20, TestContext.Current.CancellationToken);
            bench.Pass(Duration.FromMilliseconds(100));
        }

        Assert.Equal((DeviceStatus.Live, 4.2), (bench.Line.Now.Status, bench.Line.Now.Reading!.Value));
    }

    [Theory]
    [InlineData("127.0.0.1", false, true)]
    [InlineData("::ffff:192.168.4.7", false, true)]
    [InlineData("10.1.2.3", false, true)]
    [InlineData("172.32.0.1", false, false)]
    [InlineData("8.8.4.4", false, false)]
    [InlineData("8.8.4.4", true, true)]
    [InlineData("169.254.169.254", true, false)]
    [InlineData("::ffff:169.254.169.254", true, false)]
    [InlineData("fe80::1", true, false)]
    [InlineData("fd00::1", false, true)]
    [InlineData("0.0.0.0", true, false)]
    [InlineData("224.0.0.1", true, false)]
    public void Devices_lie_in_the_shops_own_network(string address, bool anywhere, bool allowed) =>
        Assert.Equal(allowed, DeviceAddress.Refused(System.Net.IPAddress.Parse(address), anywhere) is null);
}
