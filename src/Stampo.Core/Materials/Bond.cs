using Stampo.Core.Working;

namespace Stampo.Core.Materials;

/// <summary>Strength of a chemical bond, worst first.</summary>
public enum BondStrength
{
    Poor,
    Fair,
    Good,
}

/// <summary>How well a soft material holds on a substrate by chemistry alone, and what it takes.</summary>
public sealed record Bond(string Substrate, string Soft, BondStrength Strength, string Note)
{
    /// <summary>Every pair of polymers that somebody vouches for.</summary>
    public static IReadOnlyList<Bond> Matrix { get; } = EmbeddedJson.List<Bond>("bonds");

    /// <summary>The same polymer bonds to itself; a pair nobody vouches for counts as poor.</summary>
    public static Bond Between(string substrate, string soft) =>
        Matrix.FirstOrDefault(b => b.Substrate == substrate && b.Soft == soft)
        ?? (
            substrate == soft
                ? new Bond(substrate, soft, BondStrength.Good, "the same polymer")
                : new Bond(substrate, soft, BondStrength.Poor, "nobody vouches for this pair: try it first")
        );
}
