using Stampo.Core.Ranges;
using Stampo.Core.Reference;
using Stampo.Core.Working;

namespace Stampo.Core.Jobs;

/// <summary>Collects a route's cost lines.</summary>
public sealed class CostBook(RateCard rates)
{
    private readonly List<CostLine> _lines = [];

    public IReadOnlyList<CostLine> Lines => _lines;

    /// <param name="on">What it is charged on.</param>
    /// <param name="name">What for.</param>
    /// <param name="amount">In what the rate's price is for.</param>
    /// <param name="rateKey">Of the price.</param>
    public CostBook Add(ChargedOn on, string name, Term amount, string rateKey)
    {
        var rate = rates[rateKey];
        return Add(new CostLine(on, name, amount, rate.Key, rate.Figure, rate.Source));
    }

    /// <summary>A price that belongs to the material, not to the rate card.</summary>
    public CostBook AddMaterial(ChargedOn on, string name, Term kilograms, Materials.Material material)
    {
        var price = Figure.Given($"price of {material.Name}", material.PricePerKg, "€/kg", $"rates/material.{material.Id}");
        return Add(new CostLine(on, name, kilograms, $"material.{material.Id}", price, material.Source));
    }

    /// <summary>What the lines of a kind come to, by their likely values.</summary>
    public double Sum(ChargedOn on) =>
        _lines
            .Where(l => l.On == on)
            .Sum(l => l.Amount.Likely * l.Rate.Likely * l.Markups.Aggregate(1.0, (times, markup) => times * markup.Value.Likely));

    /// <summary>Hours or other amounts of some lines together.</summary>
    public ThreePoint Amounts(Func<CostLine, bool> of) => _lines.Where(of).Aggregate((ThreePoint)0, (sum, line) => sum + line.Amount);

    /// <summary>A line as another book has it.</summary>
    public CostBook Add(CostLine line)
    {
        _lines.Add(line);
        return this;
    }

    /// <summary>An expense that is itself a price in the rate card (a mold base, a box of consumables).</summary>
    public CostBook AddPrice(ChargedOn on, string name, string rateKey, Term? times = null) => Add(on, name, times ?? 1, rateKey);
}
