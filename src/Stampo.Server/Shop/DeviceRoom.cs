using System.Collections.Concurrent;
using Microsoft.Extensions.Options;
using Stampo.Core.Shops;
using Stampo.Devices;
using Stampo.Devices.StandIns;
using Stampo.Server.Hosting;
using Stampo.Storage;
using TheShop = Stampo.Core.Shops.Shop;

namespace Stampo.Server.Shop;

/// <summary>Listens to the devices of the shop, and to those only, as the shop changes.</summary>
public sealed class DeviceRoom(ShopFloor floor, StandInRoom standIns, IOptions<StampoOptions> options, TimeProvider clock)
    : BackgroundService
{
    private readonly ConcurrentDictionary<AttachedDevice, (DeviceConnection Line, CancellationTokenSource End)> _lines = [];

    private readonly Lock _changing = new();

    /// <summary>Told at each reading, and each change of how a device stands.</summary>
    public event Action<DeviceNow>? Heard;

    /// <summary>All of them, in the order of the shop.</summary>
    public async Task<IReadOnlyList<DeviceNow>> AllAsync(CancellationToken cancel) =>
        [
            .. (await floor.OfAsync(cancel)).Devices.Select(device =>
                _lines.TryGetValue(device, out var line)
                    ? line.Line.Now
                    : new DeviceNow(device.Id, device.Kind, device.Name, DeviceStatus.Away, "not connected yet", null, 0, null, false)
            ),
        ];

    public async Task<DeviceAnswer> TellAsync(string id, string command, CancellationToken cancel)
    {
        var line = _lines.FirstOrDefault(l => l.Key.Id == id).Value.Line;
        return line is null ? throw new NotFoundException($"The shop has no device \"{id}\".") : await line.TellAsync(command, cancel);
    }

    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        if (options.Value.StandIns)
            standIns.Start();
        floor.Changed += ListenTo;
        try
        {
            ListenTo(await floor.OfAsync(stoppingToken));
            await Task.Delay(Timeout.Infinite, stoppingToken).ConfigureAwait(ConfigureAwaitOptions.SuppressThrowing);
        }
        finally
        {
            floor.Changed -= ListenTo;
            ListenTo(TheShop.Unsaid);
        }
    }

    private void ListenTo(TheShop shop)
    {
        lock (_changing)
        {
            foreach (var gone in _lines.Keys.Except(shop.Devices))
            {
                if (_lines.TryRemove(gone, out var line))
                    line.End.Cancel();
            }

            foreach (var device in shop.Devices.Except(_lines.Keys))
            {
                var end = new CancellationTokenSource();
                var line = new DeviceConnection(
                    device,
                    () => AddressOf(device),
                    clock.Now,
                    now => Heard?.Invoke(now),
                    options.Value.DevicesAnywhere
                );
                _lines[device] = (line, end);
                _ = Task.Run(async () =>
                {
                    using (end)
                    using (line)
                        await line.ListenAsync(end.Token);
                });
            }
        }
    }

    private (string, int)? AddressOf(AttachedDevice device) => device.Host is { } host ? (host, device.Port!.Value) : standIns.For(device);
}
