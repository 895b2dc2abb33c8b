using System.Buffers;
using System.IO.Pipelines;
using System.Net;
using System.Net.Sockets;
using System.Text;
using System.Threading.Channels;
using NodaTime;
using Stampo.Core.Shops;

namespace Stampo.Devices;

/// <summary>
/// Listens to one device as long as it is wanted: connects, and again when it was lost; whatever comes over the line, the listener says
/// plainly what it is and goes on.
/// </summary>
/// <param name="device">Of the shop.</param>
/// <param name="address">Where it listens; null while nothing does.</param>
/// <param name="now">The time.</param>
/// <param name="tell">Told at each reading and each change of how it stands.</param>
/// <param name="anywhere">It may lie outside this machine and private networks.</param>
public sealed class DeviceConnection(
    AttachedDevice device,
    Func<(string Host, int Port)?> address,
    Func<Instant> now,
    Action<DeviceNow> tell,
    bool anywhere = false
) : IDisposable
{
    /// <summary>Lines a second that are listened to; a device sends two to ten.</summary>
    private const int MostLinesPerS = 100;

    private static readonly TimeSpan Again = TimeSpan.FromSeconds(1),
        AnswersWithin = TimeSpan.FromSeconds(3);

    private static readonly Duration SilentAfter = Duration.FromSeconds(3),
        FloodedFor = Duration.FromSeconds(2),
        Second = Duration.FromSeconds(1);

    private readonly SemaphoreSlim _command = new(1, 1);
    private readonly Channel<DeviceAnswer> _answers = Channel.CreateBounded<DeviceAnswer>(
        new BoundedChannelOptions(4) { FullMode = BoundedChannelFullMode.DropOldest }
    );

    private volatile Stream? _line;

    private DeviceNow _now = new(device.Id, device.Kind, device.Name, DeviceStatus.Away, "not connected yet", null, 0, null, false);

    public DeviceNow Now => _now;

    public async Task ListenAsync(CancellationToken cancel)
    {
        while (!cancel.IsCancellationRequested)
        {
            try
            {
                if (address() is var (host, port))
                    await ListenOnceAsync(host, port, cancel);
                else
                    Become(DeviceStatus.Away, "no stand-in is running");
            }
            catch (OperationCanceledException) when (cancel.IsCancellationRequested)
            {
                return;
            }
            // Whatever came over the line, or went wrong with it: the device is listened to again.
            catch (Exception failure)
            {
                if (failure is DeviceRefusedException refused)
                    Become(refused.Status, refused.Message);
                else
                    Become(
                        DeviceStatus.Away,
                        _now.Status == DeviceStatus.Away ? "nobody answers at its address" : "the connection was lost"
                    );
            }

            await Task.Delay(Again, cancel).ConfigureAwait(ConfigureAwaitOptions.SuppressThrowing);
        }
    }

    public void Dispose() => _command.Dispose();

    /// <summary>Tells it to do something, as a JSON object in one line; what it answered, or that it did not.</summary>
    public async Task<DeviceAnswer> TellAsync(string command, CancellationToken cancel)
    {
        await _command.WaitAsync(cancel);
        try
        {
            if (_line is not { } line)
                return new DeviceAnswer(false, "it is not connected");
            while (_answers.Reader.TryRead(out _)) { }

            await line.WriteAsync(Encoding.UTF8.GetBytes(command + "\n"), cancel);
            using var patience = CancellationTokenSource.CreateLinkedTokenSource(cancel);
            patience.CancelAfter(AnswersWithin);
            return await _answers.Reader.ReadAsync(patience.Token);
        }
        catch (Exception failure) when (failure is IOException or ObjectDisposedException)
        {
            return new DeviceAnswer(false, "the connection was lost");
        }
        catch (OperationCanceledException) when (!cancel.IsCancellationRequested)
        {
            return new DeviceAnswer(false, "it did not answer");
        }
        finally
        {
            _command.Release();
        }
    }

    private async Task ListenOnceAsync(string host, int port, CancellationToken cancel)
    {
        using var client = new TcpClient { NoDelay = true };
        using (var patience = CancellationTokenSource.CreateLinkedTokenSource(cancel))
        {
            patience.CancelAfter(AnswersWithin);
            try
            {
                // The address that was looked at is the one that is asked, whatever the name says a moment later.
                var addresses = await Dns.GetHostAddressesAsync(host, patience.Token);
                if (addresses.Select(a => DeviceAddress.Refused(a, anywhere)).FirstOrDefault(no => no is not null) is { } refused)
                    throw new DeviceRefusedException(DeviceStatus.Away, refused);
                await client.ConnectAsync(addresses, port, patience.Token);
            }
            catch (OperationCanceledException) when (!cancel.IsCancellationRequested)
            {
                throw new IOException("nobody answered");
            }
        }

        await using var stream = client.GetStream();
        _now = _now with { NotUnderstood = 0, LastOdd = null, Reading = null };
        _line = stream;
        using var quiet = new Timer(_ => LookForSilence(), null, 0, 500);
        try
        {
            (_lastHeard, _saidWhat) = (now(), false);
            await ReadLinesAsync(stream, cancel);
            Become(DeviceStatus.Away, "the connection ended");
        }
        finally
        {
            _line = null;
        }
    }

    private async Task ReadLinesAsync(Stream stream, CancellationToken cancel)
    {
        var reader = PipeReader.Create(stream);
        var (lines, since) = (0, now());
        while (await reader.ReadAsync(cancel) is { } read)
        {
            var rest = read.Buffer;
            while (rest.PositionOf((byte)'\n') is { } end)
            {
                var line = rest.Slice(0, end);
                rest = rest.Slice(rest.GetPosition(1, end));
                if (now() - since is var passed && (passed >= Second || passed < Duration.Zero))
                    (lines, since) = (0, now());
                if (++lines <= MostLinesPerS)
                    Hear(line);
            }

            if (rest.Length > DeviceLines.LongestBytes)
                throw DeviceRefusedException.LongLine();
            reader.AdvanceTo(rest.Start, rest.End);
            if (read.IsCompleted)
                return;
            // What a flood has left on the line is let go with it: what is read next is of now.
            if (lines > MostLinesPerS)
            {
                _flooded = now();
                throw DeviceRefusedException.Flood();
            }
        }
    }

    private Instant _lastHeard,
        _flooded = Instant.MinValue;

    private bool _saidWhat;

    private void Hear(ReadOnlySequence<byte> bytes)
    {
        if (bytes.Length > DeviceLines.LongestBytes)
            throw DeviceRefusedException.LongLine();
        var text = Encoding.UTF8.GetString(bytes).TrimEnd('\r');
        switch (DeviceLines.Parse(text))
        {
            case Hello hello when hello.Kind != device.Kind:
                throw new DeviceRefusedException(
                    DeviceStatus.WrongKind,
                    $"it says that it is \"{hello.Word}\", and a {device.Kind.ToString().ToLowerInvariant()} is wanted here"
                );
            case Hello hello:
                _saidWhat = true;
                _now = _now with { IsStandIn = hello.IsStandIn };
                break;
            case Read read when _saidWhat && !device.Kind.Gives(read.Unit):
                Odd($"a {device.Kind.ToString().ToLowerInvariant()} does not give {read.Unit}: {text}");
                break;
            case Read or Over when !_saidWhat:
                Become(DeviceStatus.WrongKind, "it sends readings and has not said what it is");
                break;
            case Read read:
                Take(
                    new DeviceReading(
                        read.Value,
                        read.Unit,
                        read.IsStable,
                        false,
                        read.IsKeyed ? Guid.NewGuid().ToString("n") : null,
                        read.Set,
                        now()
                    )
                );
                break;
            case Over:
                Take(new DeviceReading(null, _now.Reading?.Unit ?? "g", false, true, null, null, now()));
                break;
            case DeviceAnswer answer:
                _answers.Writer.TryWrite(answer);
                break;
            case NotUnderstood odd:
                Odd(odd.Text);
                break;
        }
    }

    private void Odd(string text)
    {
        _now = _now with { NotUnderstood = _now.NotUnderstood + 1, LastOdd = text.Length <= 100 ? text : text[..100] };
        tell(_now);
    }

    private void Take(DeviceReading reading)
    {
        _lastHeard = reading.At;
        // A second without a flood is not yet the end of it.
        _now =
            now() - _flooded < FloodedFor
                ? _now with
                {
                    Reading = reading,
                }
                : _now with
                {
                    Status = DeviceStatus.Live,
                    Says = null,
                    Reading = reading,
                };
        tell(_now);
    }

    private void LookForSilence()
    {
        if (_line is not null && now() - _lastHeard > SilentAfter)
            Become(DeviceStatus.Silent, "connected, but no reading has come for 3 s");
    }

    private void Become(DeviceStatus status, string says)
    {
        if (_now.Status == status && _now.Says == says)
            return;
        _now = _now with { Status = status, Says = says };
        tell(_now);
    }

    /// <summary>What came over the line ends the connection.</summary>
    private sealed class DeviceRefusedException(DeviceStatus status, string message) : Exception(message)
    {
        public DeviceStatus Status { get; } = status;

        public static DeviceRefusedException Flood() =>
            new(DeviceStatus.Flooding, $"it sends more than {MostLinesPerS} lines a second; it is listened to again in a moment");

        public static DeviceRefusedException LongLine() => new(DeviceStatus.Away, "it sent a line of more than 4 kB and was cut off");
    }
}
