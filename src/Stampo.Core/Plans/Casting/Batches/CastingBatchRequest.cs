using Stampo.Core.Materials;

namespace Stampo.Core.Plans.Casting.Batches;

/// <summary>Pot life on the data sheet: minutes, at which mass and temperature.</summary>
public sealed record PotLife(double Minutes, double AtMassG, double AtC = 23);

/// <summary>Minutes the hands take between first contact of A and B and the last cavity filled.</summary>
public sealed record PourSteps(double MixMin, double DegasMin, double PourMinPerCavity, double LoadMin = 0, double SecondDegasMin = 0);

/// <summary>What a batch is worked out from. Volumes in cm³, densities in g/cm³, losses in %.</summary>
public sealed record CastingBatchRequest
{
    public required double PartVolumeCm3 { get; init; }

    public required int Count { get; init; }

    public double LossPct { get; init; } = 15;

    /// <summary>"added" (default): poured = net × (1 + loss). "ofPoured": poured = net ÷ (1 − loss).</summary>
    public string? LossBasis { get; init; }

    public double? DensityGPerCm3 { get; init; }

    public double? SpecificVolumeIn3PerLb { get; init; }

    /// <summary>A density outside 0.7 … 2.5 is taken only when somebody says it was meant.</summary>
    public bool DensityConfirmed { get; init; }

    public required MixRatio Ratio { get; init; }

    public double ExtraCm3PerPart { get; init; }

    /// <summary>Filler or pigment, % of side A, stirred into A and weighed on top of it.</summary>
    public double FillerPctOfA { get; init; }

    public double? ScaleStepG { get; init; }

    /// <summary>Most the scale weighs; a cup above it is said.</summary>
    public double? ScaleCapacityG { get; init; }

    /// <summary>What stays in a cup of 100 mL beside the loss, g; more in larger ones, by the cube root of their volume.</summary>
    public double CupG { get; init; }

    public PotLife? PotLife { get; init; }

    public double? ResinC { get; init; }

    public PourSteps? Steps { get; init; }

    public int? CavitiesPerCharge { get; init; }
}
