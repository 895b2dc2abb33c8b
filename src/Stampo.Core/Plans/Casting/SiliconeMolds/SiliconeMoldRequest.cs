using System.Text.Json.Serialization;
using Stampo.Core.Materials;
using Stampo.Core.Parts;
using Stampo.Core.Working;

namespace Stampo.Core.Plans.Casting.SiliconeMolds;

public enum SplitSchool
{
    /// <summary>The part hangs on its gate and risers in one pour; the block is cut open along a wavy line.</summary>
    CutOpen,

    /// <summary>The part lies in a false bottom to its parting plane; one half is poured, turned over, then the other.</summary>
    TwoPour,

    /// <summary>A thin silicone face held in a rigid fibreglass shell.</summary>
    Hybrid,
}

/// <summary>Minutes between first contact of the silicone's components and the end of its second degassing.</summary>
public sealed record SiliconeSteps(double MixMin = 3, double FirstDegasMin = 20, double PourMin = 8, double SecondDegasMin = 10);

/// <summary>
/// What lies below and above the parting plane, for two pours: the part's volume below it and its height over the part's lowest point.
/// </summary>
public sealed record PartingPlane(double HeightMm, [property: JsonPropertyName("belowCm3")] double BelowCm3);

/// <summary>What a silicone mold is worked out from; the box of the part in casting attitude, the third number up.</summary>
public sealed record SiliconeMoldRequest
{
    public required double[] PartBboxMm { get; init; }

    public required double PartVolumeCm3 { get; init; }

    /// <summary>Patterns in one block.</summary>
    public int Count { get; init; } = 1;

    /// <summary>Null: 20 to 40 by the longest side; 12 on a rigid back.</summary>
    public double? WallMm { get; init; }

    /// <summary>Between patterns; null: as the wall.</summary>
    public double? SpacingMm { get; init; }

    /// <summary>Gate, risers and reservoir inside the block, all patterns together.</summary>
    public double GatesCm3 { get; init; }

    public required double DensityGPerCm3 { get; init; }

    public required MixRatio Ratio { get; init; }

    public double LossPct { get; init; } = 10;

    public SplitSchool School { get; init; }

    /// <summary>Null: in the middle of the part.</summary>
    public PartingPlane? Parting { get; init; }

    public double? PotLifeMin { get; init; }

    public SiliconeSteps Steps { get; init; } = new();

    public SiliconeDegas Degas { get; init; }

    /// <summary>The largest degassing vessel in house, litres; null for one that is large enough.</summary>
    /// <summary>Most the scale weighs, g; more is weighed in lots.</summary>
    public double? ScaleCapacityG { get; init; }

    public double? VesselL { get; init; }
}

/// <summary>One charge of mixed silicone that its vessel can degas.</summary>
public sealed record SiliconeLot(double MassG, [property: JsonPropertyName("aG")] double AG, [property: JsonPropertyName("bG")] double BG);

/// <summary>One filling of the box: the whole of it, or a half.</summary>
public sealed record SiliconePour(
    string Name,
    [property: JsonPropertyName("siliconeCm3")] double SiliconeCm3,
    double MassG,
    IReadOnlyList<SiliconeLot> Lots
);

/// <summary>Minutes from mixing to the end of the second degassing, against the pot life.</summary>
public sealed record PotClock(double PotLifeMin, double NeededMin)
{
    public double MarginMin => PotLifeMin - NeededMin;

    public bool Fits => MarginMin >= 0;
}

public sealed record SiliconeMoldAnswer(
    double[] BoxMm,
    double WallMm,
    BlockLayout Layout,
    [property: JsonPropertyName("siliconeCm3")] double SiliconeCm3,
    double MassG,
    [property: JsonPropertyName("aG")] double AG,
    [property: JsonPropertyName("bG")] double BG,
    [property: JsonPropertyName("degasVesselCm3")] double DegasVesselCm3,
    IReadOnlyList<SiliconePour> Pours,
    PotClock? Clock,
    double BlockKg,
    IReadOnlyList<Finding> Messages,
    IReadOnlyList<WorkLine> Working
);
