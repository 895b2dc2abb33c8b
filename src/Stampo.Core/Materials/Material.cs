using System.Text.Json.Serialization;
using Stampo.Core.Ranges;
using Stampo.Core.Working;

namespace Stampo.Core.Materials;

/// <summary>
/// How a two-part casting resin is mixed, how long it stays pourable and how hot it runs. Handling strength is known at 23 °C
/// (<paramref name="DemoldH"/>) and, where the data sheet says so, warm; parts that need a post-cure have its temperature and hours.
/// </summary>
public sealed record CastData(
    double RatioA,
    double RatioB,
    string Basis,
    double PotLifeMin,
    double PotMassG,
    double PotC,
    double DemoldH,
    double? ViscosityMpaS = null,
    string? Exotherm = null,
    double? WarmC = null,
    double? WarmDemoldH = null,
    double? PostCureC = null,
    double? PostCureH = null
);

/// <summary>
/// Temperatures and flow figures of a thermoplastic in an injection tool. <paramref name="CrazingMpa"/> is the stress it bears
/// around an insert for years; null for plastics that creep instead of crazing. <paramref name="MpaPerRatio"/> is what each length of
/// a wall's thickness costs in pressure, <paramref name="EnthalpyJPerG"/> what a gram gives to the tool on its way to being taken out.
/// </summary>
public sealed record MeltData(
    double MeltC,
    double MoldC,
    double EjectC,
    double DiffusivityMm2PerS,
    double CavityMpa,
    bool GlassFilled,
    double? FlowRatioLow = null,
    double? FlowRatioHigh = null,
    string? Drying = null,
    double? CrazingMpa = null,
    double? MpaPerRatio = null,
    double? EnthalpyJPerG = null,
    double? VentLowMm = null,
    double? VentHighMm = null
);

/// <summary>
/// Between which temperatures a sheet is formed, and the gauges it is sold in; how it takes up heat on the way there, melting apart,
/// and how warm it may be taken off the mold. Null is not known, but for drying: without it the sheet need not be dried.
/// </summary>
public sealed record SheetData(
    double FormLowC,
    double FormHighC,
    IReadOnlyList<double> GaugesMm,
    double? SpecificHeatJPerKgK = null,
    [property: JsonPropertyName("conductivityWPerMK")] double? ConductivityWPerMK = null,
    double? EjectC = null,
    double? DryC = null,
    IReadOnlyList<DryingHours>? DryHours = null,
    double? MeltingKjPerKg = null
)
{
    /// <summary>Between the gauges known; thicker ones take longer by the square.</summary>
    public double? HoursFor(double gaugeMm)
    {
        if (DryHours is not [{ } thinnest, ..])
            return null;
        var last = DryHours[^1];
        if (gaugeMm >= last.GaugeMm)
            return last.Hours * Math.Pow(gaugeMm / last.GaugeMm, 2);
        if (gaugeMm <= thinnest.GaugeMm)
            return thinnest.Hours;
        var (above, below) = (DryHours.First(d => d.GaugeMm > gaugeMm), DryHours.Last(d => d.GaugeMm <= gaugeMm));
        return below.Hours + (above.Hours - below.Hours) * (gaugeMm - below.GaugeMm) / (above.GaugeMm - below.GaugeMm);
    }
}

/// <summary>How long sheet of a gauge is dried.</summary>
public sealed record DryingHours(double GaugeMm, double Hours);

/// <summary>By which kind of machine a printed material is built.</summary>
public enum PrintProcess
{
    /// <summary>Liquid, cured a whole layer at once: time goes by height.</summary>
    Resin,

    /// <summary>A strand laid down: time goes by volume and height.</summary>
    Extrusion,

    /// <summary>A bed of powder: time goes by volume and height.</summary>
    Powder,
}

public sealed record PrintData(PrintProcess Process);

/// <summary>
/// A generic material with the routes it can be used on. Prices in the shop's currency per kg; null is not known.
/// <paramref name="ServiceC"/> is what it bears for years, <paramref name="HeatDeflectionC"/> where it bends under load within minutes.
/// <paramref name="Series"/>: parts are meant to be of it; what is printed, cast or cut from block stands in for another.
/// </summary>
public sealed record Material(
    string Id,
    string Name,
    MaterialFamily Family,
    string Polymer,
    bool Series,
    IReadOnlyList<string> Routes,
    double DensityGPerCm3,
    ShoreScale ShoreScale,
    double ShoreValue,
    double? TensileMpa,
    double? ModulusMpa,
    double? ElongationPct,
    double? TearKnPerM,
    double? ImpactKjPerM2,
    double ServiceC,
    double? ShortTermC,
    Clarity Clarity,
    Colour Colour,
    ThreePoint ShrinkPct,
    ThreePoint PricePerKg,
    string Source,
    CastData? Cast = null,
    MeltData? Melt = null,
    SheetData? Sheet = null,
    PrintData? Print = null,
    double? HeatDeflectionC = null
)
{
    [JsonIgnore]
    public Hardness Hardness => new(ShoreScale, ShoreValue);

    [JsonIgnore]
    public bool IsSoft => Softness.Of(Family);

    public double? Of(Property property) =>
        property switch
        {
            Property.TensileMpa => TensileMpa,
            Property.ModulusMpa => ModulusMpa,
            Property.ElongationPct => ElongationPct,
            Property.TearKnPerM => TearKnPerM,
            Property.ImpactKjPerM2 => ImpactKjPerM2,
            Property.HeatDeflectionC => HeatDeflectionC,
            _ => ShortTermC,
        };

    /// <summary>Where it goes soft: heat deflection, or what it bears for years when that is not known.</summary>
    [JsonIgnore]
    public double SoftensC => HeatDeflectionC ?? ServiceC;
}

public static class Softness
{
    public static bool Of(MaterialFamily family) =>
        family is MaterialFamily.FlexibleElastomer or MaterialFamily.SiliconeRubber or MaterialFamily.Rubber;
}

/// <summary>The materials that ship with the application.</summary>
public static class MaterialLibrary
{
    public static IReadOnlyList<Material> All { get; } = EmbeddedJson.List<Material>("materials");

    public static Material? Find(string id) => All.FirstOrDefault(m => m.Id == id);
}
