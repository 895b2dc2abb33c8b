using Stampo.Core.Ranges;
using Stampo.Core.Working;

namespace Stampo.Core.Materials;

public enum SupplyKind
{
    MoldSilicone,
    LaminatingResin,
    Fibre,
    Core,
    PrintSupport,
    Tooling,
}

/// <summary>What molds, laminates and tools are made of. Null is not known or doesn't apply; the unit of the price is said.</summary>
public sealed record Supply(
    string Id,
    string Name,
    SupplyKind Kind,
    double DensityGPerCm3,
    ThreePoint Price,
    string PriceUnit,
    string Source
)
{
    public double? ShoreA { get; init; }

    public double? TensileMpa { get; init; }

    public double? ModulusMpa { get; init; }

    public double? TearKnPerM { get; init; }

    public double? ServiceC { get; init; }

    public ThreePoint? ShrinkPct { get; init; }

    /// <summary>Parts of A and B, for what is mixed.</summary>
    public MixRatio? Mix { get; init; }

    /// <summary>How a mold silicone cures; null for what is none.</summary>
    public SiliconeCure? Cure { get; init; }

    public double? PotLifeMin { get; init; }

    public double? CureH { get; init; }

    public double? ViscosityMpaS { get; init; }

    public double? GelMin { get; init; }

    public double? ArealGPerM2 { get; init; }

    public double? ThicknessMm { get; init; }

    public string? Note { get; init; }
}

/// <summary>How a silicone cures: what stops it, what wears it and how it shrinks go by this.</summary>
public enum SiliconeCure
{
    Addition,
    Condensation,
}

public static class SupplyLibrary
{
    public static IReadOnlyList<Supply> All { get; } = EmbeddedJson.List<Supply>("supplies");
}
