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

        Uniform(key, values);
        range.At(values);
    }

    /// <summary>
    /// As <see cref="Sample"/>, for an estimate that errs together with others of the same hand: a one-factor Gaussian copula. Each draw's
    /// place in its range comes from z = √ρ·g + √(1 − ρ)·e, with g shared by the group and e its own; the range keeps its shape.
    /// </summary>
    /// <param name="range">What is drawn.</param>
    /// <param name="key">Its own.</param>
    /// <param name="group">Normal draws that all of its group share.</param>
    /// <param name="together">ρ, 0 to 1.</param>
    /// <param name="values">Filled, one a draw.</param>
    public void SampleTogether(ThreePoint range, string key, ReadOnlySpan<double> group, double together, Span<double> values)
    {
        if (range.IsPoint)
        {
            values.Fill(range.Likely);
            return;
        }

        Uniform(key, values);
        var (shared, own) = (Math.Sqrt(together), Math.Sqrt(1 - together));
        for (var i = 0; i < values.Length; i++)
            values[i] = Ranges.Normal.Share(shared * group[i] + own * Ranges.Normal.Quantile(values[i]));
        range.At(values);
    }

    /// <summary>Normal draws, for a group to share.</summary>
    public void Normal(string key, Span<double> values)
    {
        Uniform(key, values);
        foreach (ref var value in values)
            value = Ranges.Normal.Quantile(value);
    }

    private void Uniform(string key, Span<double> values)
    {
        var state = Mix(seed ^ Hash(key));
        for (var i = 0; i < values.Length; i++)
            values[i] = (Mix(state += Golden) >> 11) * (1.0 / (1UL << 53));
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
