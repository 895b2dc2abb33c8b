using System.Globalization;
using Stampo.Devices.StandIns;

namespace Stampo.Server.Hosting;

/// <summary>The stand-ins by themselves, on ports of the loopback, until they are stopped.</summary>
internal static class DevicesCommand
{
    private const int LastPort = 65_500;

    public static async Task<int> RunAsync(string[] args)
    {
        if (args is not [var text] || !int.TryParse(text, CultureInfo.InvariantCulture, out var port) || port is < 1 or > LastPort)
            return Say.CannotStart("devices.port", $"Name the first port, from 1 to {LastPort}.");
        using var room = new StandInRoom();
        try
        {
            room.Start(port);
        }
        catch (Exception taken) when (taken is System.Net.Sockets.SocketException or IOException)
        {
            return Say.CannotStart("address.in-use", $"A port from {port} on can't be had: {taken.Message}");
        }

        foreach (var device in room.All)
            Console.WriteLine($"{device.Name, -10} 127.0.0.1:{device.Port}");
        Console.WriteLine($"{"suppliers", -10} {room.Suppliers.Address}");
        var end = new TaskCompletionSource();
        Console.CancelKeyPress += (_, stop) =>
        {
            stop.Cancel = true;
            end.TrySetResult();
        };
        AppDomain.CurrentDomain.ProcessExit += (_, _) => end.TrySetResult();
        await end.Task;
        return 0;
    }
}
