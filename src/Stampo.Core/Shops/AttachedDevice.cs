using Stampo.Core.Wording;

namespace Stampo.Core.Shops;

public enum DeviceKind
{
    Scale,

    /// <summary>Of vacuum in mbar, or of pressure in kPa.</summary>
    Gauge,
    Oven,
    Hardness,
    Calliper,
}

public static class DeviceKinds
{
    /// <summary>Whether a device of the kind reads in a unit; what it sends in another one means nothing here.</summary>
    public static bool Gives(this DeviceKind kind, string unit) =>
        kind switch
        {
            DeviceKind.Scale => unit == "g",
            DeviceKind.Gauge => unit is "mbar" or "kPa",
            DeviceKind.Oven => unit == "°C",
            DeviceKind.Hardness => unit is "Shore A" or "Shore D",
            _ => unit == "mm",
        };
}

/// <summary>Something that sends readings as lines over the network.</summary>
/// <param name="Id">Its id.</param>
/// <param name="Kind">What it says it is when it first speaks; another one is refused.</param>
/// <param name="Name">As it is called here.</param>
/// <param name="Host">Where it listens; null for the stand-in of that name that ships.</param>
/// <param name="Port">With the host.</param>
[Whole]
public sealed record AttachedDevice(string Id, DeviceKind Kind, string Name, string? Host = null, int? Port = null)
{
    private const int LongestHost = 253;

    internal void Checked(string at)
    {
        if (Host is null)
            return;
        if (Host.Length > LongestHost || Uri.CheckHostName(Host) == UriHostNameType.Unknown)
            throw new RefusalException("shop.host", $"\"{Host}\" is no host name or address.", $"{at}.host");
        if (Port is not { } port)
            throw new RefusalException("input.missing", $"At which port of {Host} does it listen?", $"{at}.port");
        Check.Between(port, 1, 65_535, $"{at}.port", "", "a port");
    }
}
