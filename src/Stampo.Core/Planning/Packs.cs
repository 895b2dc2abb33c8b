using Stampo.Core.Wording;

namespace Stampo.Core.Planning;

/// <summary>So many packs of a size.</summary>
public sealed record PackCount(double PackKg, int Count);

/// <summary>Which packs to buy: the least left over, among equals the fewest packs.</summary>
public static class Packs
{
    /// <summary>Packs are told apart to ten grams.</summary>
    private const double StepKg = 0.01;

    private const double SearchedKg = 100;

    public static IReadOnlyList<PackCount> For(double needKg, IReadOnlyList<double> sizesKg)
    {
        var sizes = sizesKg.Order().ToArray();
        if (needKg <= 0)
            return [];
        // What is far beyond the largest pack is bought in the largest; the rest is searched exactly.
        var bulk = (int)Math.Max(0, Math.Floor((needKg - SearchedKg) / sizes[^1]));
        var rest = (int)Math.Ceiling((needKg - bulk * sizes[^1]) / StepKg - 1e-9);
        var steps = Array.ConvertAll(sizes, s => (int)Math.Round(s / StepKg));
        var most = rest + steps[^1];
        var (fewest, last) = (new int[most + 1], new int[most + 1]);
        for (var i = 1; i <= most; i++)
        {
            fewest[i] = int.MaxValue;
            for (var s = 0; s < steps.Length; s++)
            {
                if (steps[s] <= i && fewest[i - steps[s]] < int.MaxValue && fewest[i - steps[s]] + 1 < fewest[i])
                    (fewest[i], last[i]) = (fewest[i - steps[s]] + 1, s);
            }
        }

        var at = rest;
        while (at <= most && fewest[at] == int.MaxValue)
            at++;
        var counts = new int[sizes.Length];
        counts[^1] = bulk;
        for (; at > 0; at -= steps[last[at]])
            counts[last[at]]++;
        return [.. sizes.Select((s, i) => new PackCount(s, counts[i])).Where(p => p.Count > 0).Reverse()];
    }

    public static IReadOnlyList<double> Checked(IReadOnlyList<double>? sizesKg, string field)
    {
        var sizes = Check.Given(sizesKg, field);
        Check.Between(sizes.Count, 1, 12, field, "sizes", "the packs the supplier sells");
        foreach (var size in sizes)
            Check.Between(size, 0.05, 2000, field, "kg", "from a bottle to a container");
        if (sizes.Max() > 100 * sizes.Min())
            throw new RefusalException(
                "input.out-of-range",
                "The largest pack is more than a hundred times the smallest; leave out one of them.",
                field
            );
        return sizes;
    }
}
