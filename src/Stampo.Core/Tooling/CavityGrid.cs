using Stampo.Core.Parts;

namespace Stampo.Core.Tooling;

/// <summary>Cavities beside each other, as square as they come, a wall apart, in plates with room for pins and screws around.</summary>
/// <param name="Along">Cavities along the plate.</param>
/// <param name="Across">And across it.</param>
/// <param name="BetweenMm">Wall between two of them, or beside one.</param>
/// <param name="PlateLongMm">The plate.</param>
/// <param name="PlateWideMm">The plate, the other way.</param>
public sealed record CavityGrid(int Along, int Across, double BetweenMm, double PlateLongMm, double PlateWideMm)
{
    /// <summary>Room for guide pins and screws; the price of a base is known for plates with so much.</summary>
    public const double AroundMm = 55;

    public const double LeastWallMm = 25,
        WallShare = 0.8;

    public static CavityGrid Of(PartFacts part, int cavities) => Of(part.LongestMm, part.MiddleMm, part.ShortestMm, cavities);

    public static CavityGrid Of(double longMm, double wideMm, double deepMm, int cavities)
    {
        var across = Math.Max(1, (int)Math.Round(Math.Sqrt(cavities * longMm / wideMm)));
        var along = (int)Math.Ceiling((double)cavities / across);
        var wall = WallMm(deepMm);
        return new CavityGrid(
            along,
            across,
            wall,
            along * longMm + (along - 1) * wall + 2 * AroundMm,
            across * wideMm + (across - 1) * wall + 2 * AroundMm
        );
    }

    public static double WallMm(double deepMm) => Math.Max(LeastWallMm, WallShare * deepMm);
}
