using Stampo.Core.Ranges;
using Stampo.Core.Reference;
using Stampo.Core.Working;

namespace Stampo.Core.Routes;

/// <summary>How much of something a line charges, and how that came about.</summary>
public sealed record Amount(ThreePoint Value, string Unit, string Formula, params IReadOnlyList<WorkInput> Inputs)
{
    public static Amount Of(Rate norm, double times = 1, string timesName = "times") =>
        times == 1
            ? new Amount(norm.Value, norm.Unit, "norm", norm.AsInput())
            : new Amount(
                norm.Value * times,
                norm.Unit.Split('/', ' ')[0],
                $"norm × {timesName}",
                norm.AsInput(),
                new WorkInput(timesName, times, "")
            );

    /// <summary>A cycle in seconds as hours.</summary>
    public static Amount Hours(Rate cycleSeconds) => new(cycleSeconds.Value * (1 / 3600.0), "h", "cycle ÷ 3600", cycleSeconds.AsInput());

    /// <summary>One shot of several cavities: a norm for the first, another for each further one, all shared by its parts.</summary>
    public static Amount Shot(Rate first, Rate more, int cavities) =>
        new(
            (first.Value + more.Value * (cavities - 1)) * (1.0 / cavities),
            "h",
            "(first + (cavities − 1) × each further) ÷ cavities",
            first.AsInput(),
            more.AsInput(),
            new WorkInput("cavities", cavities, "")
        );

    /// <summary>A norm per part that a shot of several cavities shares.</summary>
    public static Amount Shared(Rate norm, int cavities) =>
        new(norm.Value * (1.0 / cavities), norm.Unit, "norm ÷ cavities", norm.AsInput(), new WorkInput("cavities", cavities, ""));
}

/// <summary>Collects a route's cost lines.</summary>
public sealed class CostBook(RateCard rates)
{
    private readonly List<CostLine> _lines = [];

    public IReadOnlyList<CostLine> Lines => _lines;

    public CostBook Add(ChargedOn on, string name, Amount amount, string rateKey)
    {
        var rate = rates[rateKey];
        return Add(on, name, amount, rate.Key, rate.Value, rate.Unit, rate.Source);
    }

    /// <summary>A price that belongs to the material, not to the rate card.</summary>
    public CostBook AddMaterial(ChargedOn on, string name, Amount kilograms, Materials.Material material) =>
        Add(on, name, kilograms, $"material.{material.Id}", material.PricePerKg, "€/kg", material.Source);

    /// <summary>What the lines of a kind come to, by their likely values.</summary>
    public double Sum(ChargedOn on) =>
        _lines
            .Where(l => l.On == on)
            .Sum(l => l.Amount.Likely * l.Rate.Likely * l.Markups.Aggregate(1.0, (times, markup) => times * markup.Value.Likely));

    /// <summary>A line as another book has it.</summary>
    public CostBook Add(CostLine line)
    {
        _lines.Add(line);
        return this;
    }

    /// <summary>An expense that is itself a price in the rate card (a mold base, a box of consumables).</summary>
    public CostBook AddPrice(ChargedOn on, string name, string rateKey, double times = 1) =>
        Add(on, name, new Amount(times, "×", "how many"), rateKey);

    private CostBook Add(ChargedOn on, string name, Amount amount, string key, ThreePoint rate, string rateUnit, string source)
    {
        _lines.Add(new CostLine(on, name, amount.Value, amount.Unit, amount.Formula, amount.Inputs, key, rate, rateUnit, source));
        return this;
    }
}
