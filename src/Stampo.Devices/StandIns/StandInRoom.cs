using Stampo.Core.Shops;

namespace Stampo.Devices.StandIns;

/// <summary>All stand-ins that ship, on ports of the loopback.</summary>
public sealed class StandInRoom : IDisposable
{
    private static readonly TimeSpan SuppliersThink = TimeSpan.FromSeconds(5);

    private readonly IReadOnlyList<(DeviceKind Kind, StandIn Device)> _all =
    [
        (DeviceKind.Scale, new ScaleStandIn("scale")),
        (DeviceKind.Gauge, new VacuumStandIn("vacuum")),
        (DeviceKind.Gauge, new PotStandIn("pot")),
        (DeviceKind.Oven, new OvenStandIn("oven")),
        (DeviceKind.Hardness, new HardnessStandIn("hardness")),
        (DeviceKind.Calliper, new CalliperStandIn("calliper")),
    ];

    private bool _started;

    public SupplierDeskStandIn Suppliers { get; } = new(TimeProvider.System, SuppliersThink);

    /// <summary>The devices.</summary>
    public IEnumerable<StandIn> All => _all.Select(s => s.Device);

    /// <param name="firstPort">They listen on this one and those after it, the supplier desk on the last; 0 for free ones.</param>
    public void Start(int firstPort = 0)
    {
        for (var i = 0; i < _all.Count; i++)
            _all[i].Device.Start(firstPort == 0 ? 0 : firstPort + i);
        Suppliers.Start(firstPort == 0 ? 0 : firstPort + _all.Count);
        _started = true;
    }

    /// <summary>Where the stand-in for a device listens: the one of its id, or the first of its kind; null when none runs.</summary>
    public (string Host, int Port)? For(AttachedDevice device)
    {
        if (!_started)
            return null;
        var ofKind = _all.Where(s => s.Kind == device.Kind).Select(s => s.Device).ToList();
        return ("127.0.0.1", (ofKind.Find(s => s.Name == device.Id) ?? ofKind[0]).Port);
    }

    public void Dispose()
    {
        foreach (var standIn in All)
            standIn.Dispose();
        Suppliers.Dispose();
    }
}
