using Stampo.Core.Working;

namespace Stampo.Core.Plans.Batches;

/// <summary>Parts of A and B. By weight as it stands; by volume the densities of the two components are needed.</summary>
public sealed record MixRatio(double A, double B, string? Basis = null, double? DensityA = null, double? DensityB = null)
{
    /// <summary>A ÷ (A + B) by weight, from the ratio as given.</summary>
    public double ShareOfA()
    {
        var (a, b) = Basis == "volume" ? (A * DensityA!.Value, B * DensityB!.Value) : (A, B);
        return a / (a + b);
    }

    /// <summary>Refuses a ratio nothing can be weighed by.</summary>
    public MixRatio Checked()
    {
        Check.Between(A, 0.001, 100_000, "ratio.a", "parts", "each side has some");
        Check.Between(B, 0.001, 100_000, "ratio.b", "parts", "each side has some");
        Check.OneOf(Basis, "ratio.basis", "weight", "volume");
        if (Basis == "volume" && (DensityA is null || DensityB is null))
            throw new RefusalException("batch.component-density-missing", "A ratio by volume needs the density of A and of B (densityA, densityB in g/cm³) before anything can be weighed.", "ratio");
        return this;
    }
}

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

    public PotLife? PotLife { get; init; }

    public double? ResinC { get; init; }

    public PourSteps? Steps { get; init; }

    public int? CavitiesPerCharge { get; init; }
}
