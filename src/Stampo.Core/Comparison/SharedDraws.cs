using System.Collections.Concurrent;
using Stampo.Core.Ranges;

namespace Stampo.Core.Comparison;

/// <summary>The draws of one comparison: an input that many lines share, such as a labour rate, is drawn once.</summary>
public sealed class SharedDraws(Draws source, int count)
{
    private readonly ConcurrentDictionary<(string Key, ThreePoint Range), double[]> _drawn = [];

    public int Count => count;

    /// <summary>The draws of a shared input; the array is shared too.</summary>
    public ReadOnlySpan<double> Of(ThreePoint range, string key) =>
        _drawn.GetOrAdd(
            (key, range),
            input =>
            {
                var values = new double[count];
                source.Sample(input.Range, input.Key, values);
                return values;
            }
        );

    /// <summary>The draws of an input that one line alone has.</summary>
    public void Sample(ThreePoint range, string key, Span<double> values) => source.Sample(range, key, values);
}
