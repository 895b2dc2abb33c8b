using System.Numerics;

namespace Stampo.Core.Ranges;

/// <summary>
/// Reproducible uniform numbers: the same (seed, key, draw) gives the same number whatever else is drawn.
/// Inputs that share a key (a labour rate, say) therefore move together in every route: common random numbers.
/// Mixing: the finaliser of SplitMix64 (Steele, Lea and Flood 2014).
/// </summary>
public readonly struct Draws(ulong seed)
{
    public const ulong DefaultSeed = 20_260_101;

    public const int DefaultCount = 2_000;

    public const int MaxCount = 50_000;

    private const ulong Golden = 0x9E3779B97F4A7C15;

    /// <summary>Fills <paramref name="values"/> with one sample of <paramref name="range"/> per draw.</summary>
    public void Sample(ThreePoint range, string key, Span<double> values)
    {
        if (range.IsPoint)
        {
            values.Fill(range.Likely);
            return;
        }

        var state = Mix(seed ^ Hash(key));
        for (var i = 0; i < values.Length; i++)
            values[i] = (Mix(state += Golden) >> 11) * (1.0 / (1UL << 53));
        range.At(values);
    }

    private static ulong Mix(ulong z)
    {
        z = (z ^ (z >> 30)) * 0xBF58476D1CE4E5B9;
        z = (z ^ (z >> 27)) * 0x94D049BB133111EB;
        return z ^ (z >> 31);
    }

    /// <summary>FNV-1a over the key's characters: stable across processes, unlike string.GetHashCode.</summary>
    private static ulong Hash(string key)
    {
        var hash = 14695981039346656037UL;
        foreach (var c in key)
            hash = (hash ^ c) * 1099511628211UL;
        return BitOperations.RotateLeft(hash, 17);
    }
}
