using System.Text.Json.Serialization;
using Stampo.Core.Working;

namespace Stampo.Core.Parts;

public enum ShapeClass
{
    /// <summary>A solid or boxy part with walls, bosses and ribs on both sides.</summary>
    Compact,

    /// <summary>A sheet-like open shell of near-constant wall that could be drawn over a mold.</summary>
    OpenShell,
}

public enum Undercut
{
    None,
    Mild,
    Strong,
}

/// <summary>What a person says about the part that the mesh figures do not tell yet.</summary>
public sealed record PartDeclaration
{
    public ShapeClass Shape { get; init; } = ShapeClass.Compact;

    public Undercut Undercut { get; init; } = Undercut.None;

    public double? NominalWallMm { get; init; }

    public double? ThinnestWallMm { get; init; }

    public PartDeclaration Checked()
    {
        if (NominalWallMm is { } wall)
            Check.Between(wall, 0.05, 500, "nominalWallMm", "mm", "a wall is neither foil nor a block");
        if (ThinnestWallMm is { } thinnest)
        {
            Check.Between(thinnest, 0.02, 500, "thinnestWallMm", "mm", "a wall is neither foil nor a block");
            if (thinnest > NominalWallMm)
                throw new RefusalException("input.out-of-range", $"The thinnest wall ({Text.Number(thinnest)} mm) can't be thicker than the nominal wall ({Text.Number(NominalWallMm.Value)} mm).", "thinnestWallMm");
        }

        return this;
    }
}

/// <summary>The part as the routes see it. The box sides are in the file's axes.</summary>
public sealed record PartFacts(
    double LengthMm,
    double WidthMm,
    double HeightMm,
    [property: JsonPropertyName("volumeCm3")] double VolumeCm3,
    [property: JsonPropertyName("areaCm2")] double AreaCm2,
    PartDeclaration Declared)
{
    [JsonIgnore]
    public double LongestMm => Math.Max(LengthMm, Math.Max(WidthMm, HeightMm));

    /// <summary>Half of the surface: the show side until faces are picked.</summary>
    [JsonIgnore]
    public double ShowAreaDm2 => AreaCm2 / 200;

    [JsonIgnore]
    public double BoxCm3 => LengthMm * WidthMm * HeightMm / 1000;

    /// <summary>The shadow of the box along its shortest side: the most the part can project when laid flat.</summary>
    [JsonIgnore]
    public double FootprintCm2 => BoxCm3 / ShortestMm * 10;

    [JsonIgnore]
    public double ShortestMm => Math.Min(LengthMm, Math.Min(WidthMm, HeightMm));

    /// <summary>
    /// The declared wall, or 2·volume/area: exact for a plate whose edges are small against its faces,
    /// thinner than the truth for a block.
    /// </summary>
    [JsonIgnore]
    public double WallMm => Declared.NominalWallMm ?? 20 * VolumeCm3 / AreaCm2;

    /// <summary>Facts from a report that has a volume; null from one that has not.</summary>
    public static PartFacts? From(MeshReport report, PartDeclaration declared) => report.VolumeMm3 is > 0 and var volume
        ? new PartFacts(report.BboxMm[0], report.BboxMm[1], report.BboxMm[2], volume / 1000, report.AreaMm2 / 100, declared)
        : null;
}
