using System.Text.Json.Serialization;
using Stampo.Core.Briefs;
using Stampo.Core.Ranges;
using Stampo.Core.Reference;

namespace Stampo.Core.Materials;

/// <summary>How a two-part casting resin is mixed and how long it stays pourable.</summary>
public sealed record CastData(double RatioA, double RatioB, string Basis, double PotLifeMin, double PotMassG, double PotC, double DemoldH);

/// <summary>Temperatures and flow figures of a thermoplastic in an injection tool.</summary>
public sealed record MeltData(double MeltC, double MoldC, double EjectC, double DiffusivityMm2PerS, double CavityMpa, bool GlassFilled);

/// <summary>A generic material with the routes it can be used on. Prices in the shop's currency per kg.</summary>
public sealed record Material(
    string Id,
    string Name,
    MaterialFamily Family,
    IReadOnlyList<string> Routes,
    double DensityGPerCm3,
    ShoreScale ShoreScale,
    double ShoreValue,
    double ServiceC,
    ThreePoint ShrinkPct,
    ThreePoint PricePerKg,
    string Source,
    CastData? Cast = null,
    MeltData? Melt = null)
{
    [JsonIgnore]
    public Hardness Hardness => new(ShoreScale, ShoreValue);
}

/// <summary>The materials that ship with the application.</summary>
public static class MaterialLibrary
{
    public static IReadOnlyList<Material> All { get; } = EmbeddedJson.List<Material>("materials");

    public static Material? Find(string id) => All.FirstOrDefault(m => m.Id == id);
}
