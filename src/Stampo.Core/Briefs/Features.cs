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
public sealed record Equipment
{
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
}
