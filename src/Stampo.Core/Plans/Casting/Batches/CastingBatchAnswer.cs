using System.Text.Json.Serialization;
using Stampo.Core.Parts;
using Stampo.Core.Working;

namespace Stampo.Core.Plans.Casting.Batches;

/// <summary>One cup pair: what to weigh for how many cavities, and whether it is poured before it gels.</summary>
public sealed record Charge(
    int Cavities,
    [property: JsonPropertyName("aG")] double AG,
    [property: JsonPropertyName("bG")] double BG,
    double FillerG,
    double? WorkingTimeMin,
    double? TimeNeededMin,
    bool? Fits
);

/// <summary>
/// Grams for one pour. <paramref name="MassG"/> is what the cavities need with the loss; <paramref name="AG"/> and <paramref name="BG"/>
/// are the whole batch as weighed (rounded when a scale step is given). Working time, time needed and fits speak of
/// one charge of the cavities asked for; <paramref name="Charges"/> is the split that keeps inside pot life.
/// </summary>
public sealed record CastingBatchAnswer(
    double NetCm3,
    double PouredCm3,
    double DensityGPerCm3,
    double MassG,
    [property: JsonPropertyName("aG")] double AG,
    [property: JsonPropertyName("bG")] double BG,
    double WeighedG,
    double FillerG,
    double RatioErrorPct,
    double? SmallestChargeG,
    double? WorkingTimeMin,
    double? TimeNeededMin,
    bool? Fits,
    IReadOnlyList<Charge> Charges,
    double DegasVesselCm3,
    IReadOnlyList<Finding> Messages,
    IReadOnlyList<WorkLine> Working
);
