using Stampo.Core.Ranges;
using Stampo.Core.Reference;
using Stampo.Core.Working;

namespace Stampo.Core.Routes;

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

/// <summary>What many lines count: the part's sizes, and things that are counted.</summary>
public static class JobFigures
{
    public static Figure PartCm3(this Job job) => Figure.Given("part", job.Part.VolumeCm3, "cm³", "part");

    public static Figure BoxCm3(this Job job) => Figure.Given("box of the part", job.Part.BoxCm3, "cm³", "part");

    public static Figure SurfaceCm2(this Job job) => Figure.Given("surface", job.Part.AreaCm2, "cm²", "part");

    public static Figure PartingCm2(this Job job) =>
        Figure.Given(job.Part.Measured is null ? "footprint of the box" : "parting area", job.Part.PartingCm2, "cm²", "part");

    public static Figure SectionMm(this Job job) => Figure.Given("section", job.Part.SectionMm, "mm", "part/nominalWallMm");

    public static Figure Density(this Materials.Material material) => Figure.Given("density", material.DensityGPerCm3, "g/cm³");

    public static Figure Cavities(int cavities) => Count("cavities", cavities);

    public static Figure Count(string name, double count, string? changeAt = null) => Figure.Given(name, count, "", changeAt);

    /// <summary>What a part weighs.</summary>
    public static Term PartMass(this Job job) => job.PartCm3() * job.Material.Density();

    /// <summary>One shot of several cavities: a norm for the first, another for each further one, all shared by its parts.</summary>
    public static Term Shot(this Job job, string first, string more, int cavities) =>
        cavities == 1 ? job.Figure(first) : (job.Figure(first) + (Cavities(cavities) - 1) * job.Figure(more)) / Cavities(cavities);

    /// <summary>A norm per shot that its cavities share.</summary>
    public static Term Shared(this Term each, int cavities) => cavities == 1 ? each : each / Cavities(cavities);
}
