using System.Collections.Concurrent;
using Stampo.Core.Ranges;

namespace Stampo.Core.Comparison;

/// <summary>
/// The draws of one comparison: an input that many lines share, such as a labour rate, is drawn once; what one hand estimates errs
/// together.
/// </summary>
/// <param name="source">What is drawn from.</param>
/// <param name="count">How many draws.</param>
/// <param name="together">How far estimates of one hand err together, 0 to 1.</param>
public sealed class SharedDraws(Draws source, int count, double together = 0)
{
    private readonly ConcurrentDictionary<string, double[]> _groups = [];

    /// <summary>The draws of an estimate by its hand; null: on its own.</summary>
    public void Sample(ThreePoint range, string key, string? hand, Span<double> values)
    {
        if (hand is null || together == 0)
            source.Sample(range, key, values);
        else
            source.SampleTogether(range, key, GroupOf(hand), together, values);
    }

    private double[] GroupOf(string hand) =>
        _groups.GetOrAdd(
            hand,
            name =>
            {
                var values = new double[count];
                source.Normal($"hand/{name}", values);
                return values;
            }
        );

    private readonly ConcurrentDictionary<(string Key, ThreePoint Range), double[]> _drawn = [];

    public int Count => count;

    /// <summary>The draws of a shared input; the array is shared too.</summary>
    public ReadOnlySpan<double> Of(ThreePoint range, string key, string? hand = null) =>
        _drawn.GetOrAdd(
            (key, range),
            input =>
            {
                var values = new double[count];
                Sample(input.Range, input.Key, hand, values);
                return values;
            }
        );
}
