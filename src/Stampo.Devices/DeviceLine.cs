using System.Text.Json;
using Stampo.Core.Shops;

namespace Stampo.Devices;

/// <summary>What a device says in one line.</summary>
public abstract record DeviceLine;

/// <summary>Its first line: what it is. Only the stand-ins say that they are one.</summary>
public sealed record Hello(DeviceKind? Kind, string Word, string Name, bool IsStandIn) : DeviceLine;

/// <summary>A value, with what a scale or an oven says beside it.</summary>
public sealed record Read(double Value, string Unit) : DeviceLine
{
    public bool? IsStable { get; init; }

    /// <summary>A key was pressed to send it.</summary>
    public bool IsKeyed { get; init; }

    /// <summary>What it is set to.</summary>
    public double? Set { get; init; }
}

/// <summary>More lies on it than it can weigh.</summary>
public sealed record Over : DeviceLine;

/// <summary>It did, or can't do, what it was told.</summary>
public sealed record DeviceAnswer(bool IsDone, string Says) : DeviceLine;

/// <summary>A line that means nothing here; it is shown and goes no further.</summary>
public sealed record NotUnderstood(string Text) : DeviceLine;

/// <summary>
/// One JSON object a line, UTF-8. First what the device is, <c>{"device":"scale","name":"bench-1"}</c>, then readings as they come.
/// </summary>
public static class DeviceLines
{
    /// <summary>A longer line ends the connection.</summary>
    public const int LongestBytes = 4096;

    private const int ShownOfOdd = 60;

    private const double Largest = 1e9;

    /// <summary>What is read, and its unit as people write it.</summary>
    private static readonly (string Name, string Unit)[] Units =
    [
        ("g", "g"),
        ("mbar", "mbar"),
        ("kpa", "kPa"),
        ("c", "°C"),
        ("shoreA", "Shore A"),
        ("shoreD", "Shore D"),
        ("mm", "mm"),
    ];

    public static DeviceLine Parse(string line)
    {
        try
        {
            using var json = JsonDocument.Parse(line, new JsonDocumentOptions { MaxDepth = 4 });
            return json.RootElement.ValueKind == JsonValueKind.Object ? Of(json.RootElement) ?? Odd(line) : Odd(line);
        }
        // A lone surrogate written as an escape is valid JSON and no text: nothing that comes over a line ends listening.
        catch (Exception odd) when (odd is JsonException or InvalidOperationException or FormatException or ArgumentException)
        {
            return Odd(line);
        }
    }

    private static DeviceLine? Of(JsonElement line)
    {
        if (Text(line, "device") is { } word)
            return new Hello(KindOf(word), Shown(word), Shown(Text(line, "name") ?? word), Flag(line, "standIn") == true);
        if (Flag(line, "over") == true)
            return new Over();
        if (Text(line, "done") is { } done)
            return new DeviceAnswer(true, Shown(done));
        if (Text(line, "cannot") is { } cannot)
            return new DeviceAnswer(false, Shown(cannot));
        foreach (var (name, unit) in Units)
        {
            if (Number(line, name) is { } value)
                return new Read(value, unit)
                {
                    IsStable = Flag(line, "stable"),
                    IsKeyed = Flag(line, "key") == true,
                    Set = Number(line, "set"),
                };
        }

        return null;
    }

    private static DeviceKind? KindOf(string word) =>
        word switch
        {
            "scale" => DeviceKind.Scale,
            "gauge" => DeviceKind.Gauge,
            "oven" => DeviceKind.Oven,
            "hardness" => DeviceKind.Hardness,
            "calliper" => DeviceKind.Calliper,
            _ => null,
        };

    private static double? Number(JsonElement line, string name) =>
        line.TryGetProperty(name, out var value)
        && value.ValueKind == JsonValueKind.Number
        && value.TryGetDouble(out var number)
        && Math.Abs(number) <= Largest
            ? number
            : null;

    private static string? Text(JsonElement line, string name) =>
        line.TryGetProperty(name, out var value) && value.ValueKind == JsonValueKind.String ? value.GetString() : null;

    private static bool? Flag(JsonElement line, string name) =>
        line.TryGetProperty(name, out var value)
            ? value.ValueKind switch
            {
                JsonValueKind.True => true,
                JsonValueKind.False => false,
                _ => null,
            }
            : null;

    private static NotUnderstood Odd(string line) => new(Shown(line));

    /// <summary>As much of a stranger's text as is shown, without signs that can't be.</summary>
    private static string Shown(string text) =>
        new([.. text.Take(ShownOfOdd).Select(sign => char.IsControl(sign) || char.IsSurrogate(sign) ? '·' : sign)]);
}
