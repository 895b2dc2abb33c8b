using Stampo.Core.Materials;
using Stampo.Core.Ranges;
using Stampo.Core.Reference;
using Stampo.Core.Routes;
using Stampo.Core.Wording;

namespace Stampo.Core.Comparison;

/// <summary>One input held at another value: a rate by its key, or the price of a material as "material.id".</summary>
public sealed record HeldInput(string Key, ThreePoint At);

/// <summary>Inputs held at other values to see what would come of it.</summary>
[Whole]
public sealed record WhatIf(IReadOnlyList<HeldInput> Inputs)
{
    private const int Most = 50;

    /// <summary>Before the id of a material where its price is meant.</summary>
    public const string MaterialMark = "material.";

    private const string Source = "what if";

    public static WhatIf None { get; } = new([]);

    public WhatIf Checked(RateCard rates, IReadOnlyList<Material> library)
    {
        Check.Between(Check.Whole(Inputs, "inputs").Count, 0, Most, "inputs", "", "with more it is another rate card");
        foreach (var (key, range) in Inputs)
        {
            if (rates.Find(key) is { } rate)
                _ = Held(rate, range).Checked("inputs");
            else if (library.Any(m => key == MaterialMark + m.Id))
            {
                Check.Between(range.Low, 0, 1e5, $"inputs.{key}", "€/kg", "a price is not negative");
                Check.Between(range.High, 0, 1e5, $"inputs.{key}", "€/kg", "no plastic is dearer");
            }
            else
                throw new RefusalException("whatif.unknown", $"There is no input \"{key}\"; take one from a working.", $"inputs.{key}");
        }

        if (Inputs.DistinctBy(i => i.Key).Count() < Inputs.Count)
            throw new RefusalException("input.duplicate", "One input is held at two values; keep one.", "inputs");
        return this;
    }

    public RateCard On(RateCard rates) =>
        rates.With(Inputs.Where(i => rates.Find(i.Key) is not null).Select(i => Held(rates[i.Key], i.At)));

    private static Rate Held(Rate rate, ThreePoint at) => rate with { Low = at.Low, Likely = at.Likely, High = at.High, Source = Source };

    public IReadOnlyList<Material> On(IReadOnlyList<Material> library) =>
        Inputs.Any(i => i.Key.StartsWith(MaterialMark, StringComparison.Ordinal))
            ?
            [
                .. library.Select(m =>
                    Inputs.FirstOrDefault(i => i.Key == MaterialMark + m.Id) is { } held
                        ? m with
                        {
                            PricePerKg = held.At,
                            Source = Source,
                        }
                        : m
                ),
            ]
            : library;
}
