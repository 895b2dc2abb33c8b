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

/// <summary>What stands in the shop; null where nothing is said.</summary>
public sealed record Equipment
{
    public double? ChamberLitres { get; init; }

    public double? PumpM3PerH { get; init; }

    public double? PotLitres { get; init; }

    public double? PotRatedKpa { get; init; }

    public double? OvenLitres { get; init; }

    public double? PrinterXMm { get; init; }

    public double? PrinterYMm { get; init; }

    public double? PrinterZMm { get; init; }

    public double? PressKn { get; init; }

    public double? SheetLengthMm { get; init; }

    public double? SheetWidthMm { get; init; }
}
