namespace Stampo.Core.Materials;

/// <summary>Properties of a material, each with its own unit.</summary>
public enum Property
{
    TensileMpa,
    ModulusMpa,
    ElongationPct,
    TearKnPerM,
    ImpactKjPerM2,
    ShortTermC,
    HeatDeflectionC,
}

public enum Clarity
{
    Opaque,
    Translucent,
    Clear,
}

/// <summary>How a material comes by its colour, from the least free to the most.</summary>
public enum Colour
{
    AsComes,
    Dyed,
    Matched,
}
