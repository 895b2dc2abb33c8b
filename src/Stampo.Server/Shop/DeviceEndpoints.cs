using System.Text.Json;
using Stampo.Core.Wording;

namespace Stampo.Server.Shop;

public static class DeviceEndpoints
{
    private const int LongestCommand = 400;

    public static void MapDevices(this IEndpointRouteBuilder app)
    {
        var devices = app.MapGroup("/api/devices").WithTags("Shop");
        devices.MapGet("", (DeviceRoom room, CancellationToken cancel) => room.AllAsync(cancel));
        devices.MapPost(
            "/{device}/do",
            (string device, JsonElement command, DeviceRoom room, CancellationToken cancel) =>
                room.TellAsync(device, OneLine(command), cancel)
        );
    }

    /// <summary>An object with a word under "do", and numbers.</summary>
    private static string OneLine(JsonElement command)
    {
        if (
            command.ValueKind != JsonValueKind.Object
            || !command.TryGetProperty("do", out var what)
            || what.ValueKind != JsonValueKind.String
        )
            throw new RefusalException("device.command", "Say what it is to do: {\"do\":\"tare\"}.", "do");
        var line = JsonSerializer.Serialize(command);
        Check.Between(line.Length, 2, LongestCommand, "command", "signs", "one short line");
        return line;
    }
}
