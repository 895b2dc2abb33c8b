using Stampo.Core.Materials;

namespace Stampo.Core.Plans.Casting.Filling;

/// <summary>How often one mold is filled in a working day.</summary>
public static class ShotRate
{
    /// <summary>Warm the mold again, mix under vacuum, pour, flood.</summary>
    private const double WarmHandlingMin = 40;

    /// <summary>By hand: one cure after another, at most three in a working day.</summary>
    public static double ByHand(double demoldH) => Math.Clamp(9 / (demoldH + 0.75), 1, 3);

    /// <summary>In a chamber with two ovens: three to ten a day.</summary>
    public static double InChamber(CastData cast, double moldC) =>
        Math.Clamp(Math.Floor(8 * 60 / (60 * HandlingTime.Hours(cast, moldC) + WarmHandlingMin)), 3, 10);
}
