using Stampo.Core.Briefs;
using Stampo.Core.Jobs;
using Stampo.Core.Materials;
using Stampo.Core.Plans.Casting.Batches;
using Stampo.Core.Wording;

namespace Stampo.Core.Plans.Casting;

/// <summary>What one shot is planned with. Density, ratio and pot life come from the resin unless its data sheet says otherwise.</summary>
public sealed record PourChoices
{
    public string MaterialId { get; init; } = "";

    /// <summary>Cavities filled in one shot: patterns in one block.</summary>
    public int Cavities { get; init; } = 1;

    public double ExtraCm3PerPart { get; init; }

    public double LossPct { get; init; } = 15;

    public double? DensityGPerCm3 { get; init; }

    public MixRatio? Ratio { get; init; }

    public double? PotLifeMin { get; init; }

    public double ResinC { get; init; } = 23;

    public double ScaleStepG { get; init; } = 0.1;

    public PourSteps Steps { get; init; } = new(1.5, 2, 0.3);

    public int? CavitiesPerCharge { get; init; }

    public double FillerPctOfA { get; init; }

    public Material Material(IReadOnlyList<Material> library) =>
        library.FirstOrDefault(m => m.Id == MaterialId) is { Cast: not null } material
            ? material
            : throw new RefusalException(
                "plan.no-resin",
                $"\"{MaterialId}\" is not a casting resin in the library; choose one.",
                "pour.materialId"
            );

    /// <summary>The steps alone, for another resin: what was typed off a data sheet holds for its own.</summary>
    public PourChoices Plain() => this with { DensityGPerCm3 = null, Ratio = null, PotLifeMin = null, FillerPctOfA = 0 };

    public CastingBatchRequest ToBatch(double partVolumeCm3, Job job)
    {
        var material = job.Material;
        var cast = material.Cast!;
        return new CastingBatchRequest
        {
            PartVolumeCm3 = partVolumeCm3,
            Count = Cavities,
            LossPct = LossPct,
            LossBasis = job.Brief.Schools.Loss == LossSchool.OfPoured ? "ofPoured" : "added",
            DensityGPerCm3 = DensityGPerCm3 ?? material.DensityGPerCm3,
            Ratio = Ratio ?? new MixRatio(cast.RatioA, cast.RatioB, cast.Basis),
            ExtraCm3PerPart = ExtraCm3PerPart,
            FillerPctOfA = FillerPctOfA,
            ScaleStepG = ScaleStepG,
            PotLife = new PotLife(PotLifeMin ?? cast.PotLifeMin, cast.PotMassG, cast.PotC),
            ResinC = ResinC,
            Steps = Check.Given(Steps, "steps"),
            CavitiesPerCharge = CavitiesPerCharge,
        };
    }
}
