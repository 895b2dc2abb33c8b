namespace Stampo.Core.Materials;

/// <summary>What a property is called and measured in.</summary>
public static class PropertyWords
{
    public static string Named(this Property property) =>
        property switch
        {
            Property.TensileMpa => "Tensile strength",
            Property.ModulusMpa => "Modulus",
            Property.ElongationPct => "Elongation",
            Property.TearKnPerM => "Tear strength",
            Property.ImpactKjPerM2 => "Notched impact",
            Property.HeatDeflectionC => "Heat deflection",
            _ => "Short-term temperature",
        };

    public static string Unit(this Property property) =>
        property switch
        {
            Property.TensileMpa or Property.ModulusMpa => "MPa",
            Property.ElongationPct => "%",
            Property.TearKnPerM => "kN/m",
            Property.ImpactKjPerM2 => "kJ/m²",
            _ => "°C",
        };
}
