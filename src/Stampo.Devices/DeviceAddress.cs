using System.Net;
using System.Net.Sockets;

namespace Stampo.Devices;

/// <summary>
/// Where devices may be listened to: this machine and private networks, and elsewhere only when whoever runs the server says so. Addresses
/// that belong to a link alone, where a machine's own services answer, are never asked.
/// </summary>
public static class DeviceAddress
{
    /// <summary>Why not; null when it may be.</summary>
    public static string? Refused(IPAddress address, bool anywhere)
    {
        var plain = address.IsIPv4MappedToIPv6 ? address.MapToIPv4() : address;
        if (IsOfLink(plain) || plain.Equals(IPAddress.Any) || plain.Equals(IPAddress.IPv6Any) || IsMulticast(plain))
            return $"{plain} is an address no device has";
        return anywhere || IPAddress.IsLoopback(plain) || IsPrivate(plain)
            ? null
            : $"{plain} is outside this shop's network; whoever runs the server may allow it with Stampo__DevicesAnywhere=true";
    }

    private static bool IsOfLink(IPAddress address) =>
        address.IsIPv6LinkLocal || (address.AddressFamily == AddressFamily.InterNetwork && address.GetAddressBytes() is [169, 254, ..]);

    private static bool IsMulticast(IPAddress address) =>
        address.IsIPv6Multicast || (address.AddressFamily == AddressFamily.InterNetwork && address.GetAddressBytes()[0] >= 224);

    private static bool IsPrivate(IPAddress address) =>
        address.AddressFamily == AddressFamily.InterNetworkV6
            ? address.IsIPv6UniqueLocal
            : address.GetAddressBytes() is [10, ..] or [172, >= 16 and <= 31, ..] or [192, 168, ..];
}
