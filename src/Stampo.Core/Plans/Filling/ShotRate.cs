namespace Stampo.Core.Plans.Filling;

/// <summary>How long a shot stays in its mold, and how often one mold is filled in a working day.</summary>
public static class ShotRate
{
    /// <summary>Chamber casting demolds warm after not less and not more than this.</summary>
    private const double LeastWarmMin = 15, MostWarmMin = 60;

    /// <summary>Warm the mold again, mix under vacuum, pour, flood.</summary>
    private const double WarmHandlingMin = 40;

    /// <summary>Hours in a mold at a temperature, from the data sheet's at 23 °C.</summary>
    public static double CureH(double demoldH, double moldC) => demoldH * RuleOfTen.Factor(23, moldC);

    public static double WarmDemoldMin(double demoldH, double moldC) => Math.Clamp(60 * CureH(demoldH, moldC), LeastWarmMin, MostWarmMin);

    /// <summary>By hand: one cure after another, at most three in a working day.</summary>
    public static double ByHand(double demoldH) => Math.Clamp(9 / (demoldH + 0.75), 1, 3);

    /// <summary>In a chamber with two ovens: three to ten a day.</summary>
    public static double InChamber(double demoldH, double moldC) => Math.Clamp(Math.Floor(8 * 60 / (WarmDemoldMin(demoldH, moldC) + WarmHandlingMin)), 3, 10);
}
