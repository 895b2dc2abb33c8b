using NodaTime;
using Stampo.Core.Shops;

namespace Stampo.Devices;

public enum DeviceStatus
{
    /// <summary>Nobody answers at its address yet.</summary>
    Away,

    /// <summary>Connected, and its readings come.</summary>
    Live,

    /// <summary>Connected, and nothing has come for three seconds.</summary>
    Silent,

    /// <summary>It said that it is something else.</summary>
    WrongKind,

    /// <summary>More lines come than anybody can read; most are passed over.</summary>
    Flooding,
}

/// <summary>
/// The last thing read; no value while more lies on a scale than it can weigh. What was sent by a key has an id of its own, so that it is
/// one value however often it is told.
/// </summary>
public sealed record DeviceReading(double? Value, string Unit, bool? IsStable, bool IsOver, string? Key, double? Set, Instant At);

/// <summary>How a device stands, for people.</summary>
/// <param name="Id">Of the shop's device.</param>
/// <param name="Kind">What it should be.</param>
/// <param name="Name">As it is called here.</param>
/// <param name="Status">Whether it can be read from.</param>
/// <param name="Says">Why not, in a sentence; null when it can.</param>
/// <param name="Reading">The last one; null when there is none since it was connected.</param>
/// <param name="NotUnderstood">Lines that meant nothing, since it was connected.</param>
/// <param name="LastOdd">The last of them.</param>
/// <param name="IsStandIn">It says of itself that it is one.</param>
public sealed record DeviceNow(
    string Id,
    DeviceKind Kind,
    string Name,
    DeviceStatus Status,
    string? Says,
    DeviceReading? Reading,
    int NotUnderstood,
    string? LastOdd,
    bool IsStandIn
);
