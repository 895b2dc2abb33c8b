using Stampo.Core.Materials;
using Stampo.Core.Wording;

namespace Stampo.Core.Plans.Casting.SiliconeMolds;

/// <summary>How mold silicone gets rid of its air.</summary>
public enum SiliconeDegas
{
    /// <summary>All at once, in a vessel four times its volume.</summary>
    AtOnce,

    /// <summary>Evacuated, flooded just before it boils over, again and again: half the vessel, more minutes.</summary>
    SawTooth,

    /// <summary>Metered and mixed by a machine without air in it.</summary>
    MeterMix,
}

/// <summary>What is chosen about a silicone mold; null: as proposed.</summary>
public sealed record SiliconeChoices
{
    public string SupplyId { get; init; } = "mold-silicone-addition-40a";

    public SplitSchool? School { get; init; }

    public SiliconeDegas Degas { get; init; }

    public double? WallMm { get; init; }

    public double? SpacingMm { get; init; }

    /// <summary>Which way is up in casting, x, y, z.</summary>
    public double[]? Up { get; init; }

    /// <summary>Height of the parting plane over the part's lowest point along the pull.</summary>
    public double? PartingMm { get; init; }

    public double LossPct { get; init; } = 10;

    public SiliconeSteps Steps { get; init; } = new();

    public double? VesselL { get; init; }

    public double CureC { get; init; } = 23;

    public SiliconeChoices Checked()
    {
        if (Up is { } up && (up.Length != 3 || !up.All(double.IsFinite) || up.All(v => v == 0)))
            throw new RefusalException("input.out-of-range", "Up is a direction: three numbers, not all nothing.", "silicone.up");
        if (PartingMm is { } parting)
            Check.Between(parting, 0, 3000, "silicone.partingMm", "mm", "counted from the part's lowest point");
        Check.Given(Steps, "silicone.steps");
        return this;
    }
}

/// <summary>A mold silicone as it is mixed and cured.</summary>
public sealed record Silicone(Supply Supply, MixRatio Ratio, SiliconeCure Cure, double PotLifeMin, double CureH)
{
    public bool IsCondensation => Cure == SiliconeCure.Condensation;

    /// <summary>Null when the supply is no mold silicone, or does not say enough to weigh and cure it by.</summary>
    public static Silicone? Of(Supply supply) =>
        supply is { Kind: SupplyKind.MoldSilicone, Mix: { CanBeWeighed: true } mix, Cure: { } cure, PotLifeMin: { } pot, CureH: { } hours }
            ? new Silicone(supply, mix, cure, pot, hours)
            : null;
}
