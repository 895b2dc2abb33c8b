using Stampo.Core.Wording;

namespace Stampo.Core.Shops;

/// <summary>
/// Something that stands in the shop and that work keeps busy. Figures that are not known are null and are taken for nothing.
/// </summary>
[Whole]
public sealed record Machine(string Id, Resource Kind, string Name)
{
    /// <summary>Inside, of what is round.</summary>
    public double? DiameterMm { get; init; }

    /// <summary>Inside, or what it can build or hold, of what has corners.</summary>
    public double? XMm { get; init; }

    public double? YMm { get; init; }

    /// <summary>Inside height.</summary>
    public double? ZMm { get; init; }

    /// <summary>What its pump draws.</summary>
    public double? PumpM3PerH { get; init; }

    /// <summary>Highest pressure by its plate, gauge.</summary>
    public double? PlateKpa { get; init; }

    public double? HighestC { get; init; }

    public double? CapacityG { get; init; }

    public double? StepG { get; init; }

    public double? ForceKn { get; init; }

    internal void Checked(string at)
    {
        if (Kind is Resource.Hands)
            throw new RefusalException("shop.hands", "Hands belong to people, not to equipment.", $"{at}.kind");
        if (HighestC is { } hottest)
            Check.Between(hottest, 25, 1_400, $"{at}.highestC", "°C", "an oven");
        foreach (
            var (value, field, unit, most) in new[]
            {
                (DiameterMm, "diameterMm", "mm", 10_000),
                (XMm, "xMm", "mm", 10_000),
                (YMm, "yMm", "mm", 10_000),
                (ZMm, "zMm", "mm", 10_000),
                (PumpM3PerH, "pumpM3PerH", "m³/h", 10_000),
                (PlateKpa, "plateKpa", "kPa", 5_000),
                (CapacityG, "capacityG", "g", 1_000_000),
                (StepG, "stepG", "g", 1_000),
                (ForceKn, "forceKn", "kN", 100_000.0),
            }
        )
        {
            if (value is { } size)
                Check.Positive(size, $"{at}.{field}", unit, most);
        }
    }
}
