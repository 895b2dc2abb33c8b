using Stampo.Core.Shops;
using Stampo.Core.Wording;

namespace Stampo.Core.Briefs;

/// <summary>Threaded bushes or contacts molded in, with the boss around each.</summary>
public sealed record InsertSize(double DiameterMm, double BossMm);

/// <summary>
/// A soft part molded or cast onto the first: what of, over how much of the first part, and whether
/// undercuts, holes or wraps hold it even without a bond.
/// </summary>
public sealed record SecondMaterial(string MaterialId, double AreaCm2, double VolumeCm3, bool Interlocks);

public enum ChangeSize
{
    /// <summary>Metal can be taken away where the change is.</summary>
    Small,

    /// <summary>The tool is remade.</summary>
    Large,
}

/// <summary>How likely the design is to change in a month, and roughly how much.</summary>
public sealed record ChangeRisk(double ChancePerMonth, ChangeSize Size);

/// <summary>Who makes a thing.</summary>
public enum Source
{
    InHouse,
    BoughtIn,

    /// <summary>By a toolmaker abroad.</summary>
    FarBoughtIn,
}

/// <summary>Who makes metal tools, who soft molds with their patterns, who printed and machined parts.</summary>
[Whole]
public sealed record Sources
{
    public Source MetalTools { get; init; } = Source.BoughtIn;

    public Source SoftMolds { get; init; }

    public Source Parts { get; init; }
}

/// <summary>
/// What stands in the shop; null where nothing is said. Vessels are round, by inside diameter and height; ovens and frames by their
/// inside sides. Litres alone are what older briefs say: enough for pumping down, not for what fits.
/// </summary>
[Whole]
public sealed record Equipment
{
    /// <summary>Machines of the shop, one of a kind: what they say goes before what stands below.</summary>
    public IReadOnlyList<string> MachineIds { get; init; } = [];

    public double? ChamberDiameterMm { get; init; }

    public double? ChamberHeightMm { get; init; }

    public double? ChamberLitres { get; init; }

    public double? PumpM3PerH { get; init; }

    public double? PotDiameterMm { get; init; }

    public double? PotHeightMm { get; init; }

    public double? PotLitres { get; init; }

    /// <summary>Gauge, as on its plate.</summary>
    public double? PotRatedKpa { get; init; }

    public double? OvenXMm { get; init; }

    public double? OvenYMm { get; init; }

    public double? OvenZMm { get; init; }

    public double? OvenHighestC { get; init; }

    public double? OvenLitres { get; init; }

    public double? ScaleCapacityG { get; init; }

    public double? ScaleStepG { get; init; }

    public double? PrinterXMm { get; init; }

    public double? PrinterYMm { get; init; }

    public double? PrinterZMm { get; init; }

    public double? PressKn { get; init; }

    public double? SheetLengthMm { get; init; }

    public double? SheetWidthMm { get; init; }

    /// <summary>With the figures of the machines chosen, as the shop has them today; one that is gone says nothing.</summary>
    public Equipment In(Shop shop) =>
        shop.Machines.Where(m => MachineIds.Contains(m.Id)).Aggregate(this, (has, machine) => has.With(machine));

    private Equipment With(Machine m) =>
        m.Kind switch
        {
            Resource.Chamber => this with { ChamberDiameterMm = m.DiameterMm, ChamberHeightMm = m.ZMm, PumpM3PerH = m.PumpM3PerH },
            Resource.Pot => this with { PotDiameterMm = m.DiameterMm, PotHeightMm = m.ZMm, PotRatedKpa = m.PlateKpa },
            Resource.Oven => this with { OvenXMm = m.XMm, OvenYMm = m.YMm, OvenZMm = m.ZMm, OvenHighestC = m.HighestC },
            Resource.Printer => this with { PrinterXMm = m.XMm, PrinterYMm = m.YMm, PrinterZMm = m.ZMm },
            Resource.Scale => this with { ScaleCapacityG = m.CapacityG, ScaleStepG = m.StepG },
            Resource.Press => this with { PressKn = m.ForceKn },
            Resource.Frame => this with { SheetLengthMm = m.XMm, SheetWidthMm = m.YMm },
            _ => this,
        };
}
