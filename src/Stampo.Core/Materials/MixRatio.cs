using System.Text.Json.Serialization;
using Stampo.Core.Wording;

namespace Stampo.Core.Materials;

/// <summary>Parts of A and B. By weight as it stands; by volume the densities of the two components are needed.</summary>
public sealed record MixRatio(double A, double B, string? Basis = null, double? DensityA = null, double? DensityB = null)
{
    /// <summary>A ÷ (A + B) by weight, from the ratio as given.</summary>
    public double ShareOfA()
    {
        var (a, b) = Basis == "volume" ? (A * DensityA!.Value, B * DensityB!.Value) : (A, B);
        return a / (a + b);
    }

    /// <summary>By volume only with the densities of both components.</summary>
    [JsonIgnore]
    public bool CanBeWeighed => Basis != "volume" || (DensityA is not null && DensityB is not null);

    /// <summary>Refuses a ratio nothing can be weighed by.</summary>
    public MixRatio Checked(string at = "ratio")
    {
        Check.Between(A, 0.001, 100_000, $"{at}.a", "parts", "each side has some");
        Check.Between(B, 0.001, 100_000, $"{at}.b", "parts", "each side has some");
        Check.OneOf(Basis, $"{at}.basis", "weight", "volume");
        if (!CanBeWeighed)
            throw new RefusalException(
                "batch.component-density-missing",
                "A ratio by volume needs the density of A and of B (densityA, densityB in g/cm³) before anything can be weighed.",
                at
            );
        Component(DensityA, $"{at}.densityA");
        Component(DensityB, $"{at}.densityB");
        return this;
    }

    private static void Component(double? densityGPerCm3, string field)
    {
        if (densityGPerCm3 is { } density)
            Check.Between(density, 0.3, 5, field, "g/cm³", "no component of a resin or silicone is lighter or heavier");
    }
}
