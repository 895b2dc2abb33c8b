using System.Text.Json.Serialization;

namespace Stampo.Core.Parts;

/// <summary>What a family of plans found out about the part; only the family and its routes know it by its type.</summary>
public interface IFoundOut;

/// <summary>
/// The part as the routes see it: sizes from the mesh or declared, what was measured, and what a person said, which goes first.
/// </summary>
public sealed record PartFacts(
    double LengthMm,
    double WidthMm,
    double HeightMm,
    [property: JsonPropertyName("volumeCm3")] double VolumeCm3,
    [property: JsonPropertyName("areaCm2")] double AreaCm2,
    PartDeclaration Declared
)
{
    /// <summary>No tool has room for more; with more regions than these it is another tool altogether.</summary>
    private const int MostSlides = 8;

    /// <summary>Null until the shape has been measured, and for a part without a mesh.</summary>
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public MeasuredShape? Measured { get; init; }

    /// <summary>What families of plans found out about it so far.</summary>
    [JsonIgnore]
    public IReadOnlyList<IFoundOut> FoundOut { get; init; } = [];

    /// <summary>Area of the faces picked as show side; null when none were.</summary>
    [JsonPropertyName("pickedShowCm2")]
    [JsonIgnore(Condition = JsonIgnoreCondition.WhenWritingNull)]
    public double? PickedShowCm2 { get; init; }

    [JsonIgnore]
    public double LongestMm => Math.Max(LengthMm, Math.Max(WidthMm, HeightMm));

    /// <summary>The picked show side, or half of the surface.</summary>
    [JsonIgnore]
    public double ShowAreaDm2 => PickedShowCm2 is { } picked ? picked / 100 : AreaCm2 / 200;

    [JsonIgnore]
    public double BoxCm3 => LengthMm * WidthMm * HeightMm / 1000;

    /// <summary>The shadow of the box along its shortest side: the most the part can project when laid flat.</summary>
    [JsonIgnore]
    public double FootprintCm2 => BoxCm3 / ShortestMm * 10;

    /// <summary>The shadow along the pull, or the footprint of the box.</summary>
    [JsonIgnore]
    public double PartingCm2 => Measured?.PartingCm2 ?? FootprintCm2;

    [JsonIgnore]
    public double ShortestMm => Math.Min(LengthMm, Math.Min(WidthMm, HeightMm));

    /// <summary>Neither the longest side nor the shortest.</summary>
    [JsonIgnore]
    public double MiddleMm => Math.Max(Math.Min(LengthMm, WidthMm), Math.Min(Math.Max(LengthMm, WidthMm), HeightMm));

    /// <summary>
    /// The declared wall, the measured one, or 2·volume/area: exact for a plate whose edges are small against its faces,
    /// thinner than the truth for a block.
    /// </summary>
    [JsonIgnore]
    public double WallMm => Declared.NominalWallMm ?? Measured?.UsualWallMm ?? 20 * VolumeCm3 / AreaCm2;

    /// <summary>What cools last: the declared wall stands for the whole part, else the largest ball inside it.</summary>
    [JsonIgnore]
    public double SectionMm => Declared.NominalWallMm ?? Measured?.SectionMm ?? WallMm;

    [JsonIgnore]
    public double? ThinnestWallMm => Declared.ThinnestWallMm ?? Measured?.ThinnestWallMm;

    [JsonIgnore]
    public Undercut? Undercut => Declared.Undercut ?? Measured?.Undercut;

    /// <summary>What a soft mold of this wall has to stretch over; null when neither measured nor stated.</summary>
    public Undercut? UndercutIn(double moldWallMm) => Declared.Undercut ?? Measured?.UndercutIn(moldWallMm);

    /// <summary>Blind round holes more than three times as deep as wide; null when neither measured nor stated.</summary>
    [JsonIgnore]
    public int? SlenderHoles => Declared.SlenderHoles ?? Measured?.SlenderHoles;

    /// <summary>Those measured, unless a person said that there are none to mold.</summary>
    [JsonIgnore]
    public IReadOnlyList<BlindHole> Slenders => Declared.SlenderHoles == 0 ? [] : Measured?.Slenders ?? [];

    /// <summary>As a person answered; null until somebody has.</summary>
    [JsonIgnore]
    public ShapeClass? Shape => Declared.Shape;

    /// <summary>Slides, lifters or loose cores a rigid tool needs: as measured, or a usual number for what was declared.</summary>
    [JsonIgnore]
    public int UndercutRegions =>
        Declared.Undercut switch
        {
            null => Math.Min(Measured?.UndercutRegions ?? 0, MostSlides),
            Parts.Undercut.None => 0,
            Parts.Undercut.Mild => 1,
            _ => 3,
        };

    /// <summary>Facts from a report that has a volume, else from the declared size; null from neither.</summary>
    public static PartFacts? From(MeshReport? report, PartDeclaration declared) =>
        (report?.VolumeMm3, declared.Size) switch
        {
            (> 0 and var volume, _) => new PartFacts(
                report!.BboxMm[0],
                report.BboxMm[1],
                report.BboxMm[2],
                volume / 1000,
                report.AreaMm2 / 100,
                declared
            ),
            (_, { } size) => new PartFacts(size.LengthMm, size.WidthMm, size.HeightMm, size.VolumeCm3, size.AreaCm2, declared),
            _ => null,
        };
}
