using Stampo.Core.Shops;
using Stampo.Core.Wording;

namespace Stampo.Core.Briefs;

/// <summary>Threaded bushes or contacts molded in, with the boss around each.</summary>
public sealed record InsertSize(double DiameterMm, double BossMm);

/// <summary>
/// A soft part molded or cast onto the first: what of, over how much of the first part, and whether
/// undercuts, holes or wraps hold it even without a bond.
/// </summary>
public sealed record SecondMaterial(string MaterialId, double AreaCm2, double VolumeCm3, bool Interlocks);

public enum ChangeSize
{
    /// <summary>Metal can be taken away where the change is.</summary>
    Small,

    /// <summary>The tool is remade.</summary>
    Large,
}

/// <summary>How likely the design is to change in a month, and roughly how much.</summary>
public sealed record ChangeRisk(double ChancePerMonth, ChangeSize Size);

/// <summary>Who makes a thing.</summary>
public enum Source
{
    InHouse,
    BoughtIn,

    /// <summary>By a toolmaker abroad.</summary>
    FarBoughtIn,
}

/// <summary>Who makes metal tools, who soft molds with their patterns, who printed and machined parts.</summary>
[Whole]
public sealed record Sources
{
    public Source MetalTools { get; init; } = Source.BoughtIn;

    public Source SoftMolds { get; init; }

    public Source Parts { get; init; }
}

/// <summary>
/// What stands in the shop. Vessels are round, by inside diameter and height; ovens and frames by their inside sides. Litres alone are
/// what older briefs say: enough for pumping down, not for what fits.
/// </summary>
[Whole]
public sealed record Equipment
{
    /// <summary>Machines of the shop, one of a kind: what they say goes before what stands below.</summary>
    public IReadOnlyList<string> MachineIds { get; init; } = [];

    /// <summary>Figures by kind of equipment; what is null or left out is not known.</summary>
    public IReadOnlyDictionary<string, IReadOnlyDictionary<string, double?>> Figures { get; init; } =
        new Dictionary<string, IReadOnlyDictionary<string, double?>>();

    /// <summary>A figure of a kind, as "plateKpa" of a pot.</summary>
    public double? Says(string kind, string figure) => Figures.GetValueOrDefault(kind)?.GetValueOrDefault(figure);

    /// <summary>The sides of a kind, as far as all of these are said.</summary>
    public double[]? Sides(string kind, params IReadOnlyList<string> figures)
    {
        var sides = figures.Select(f => Says(kind, f)).OfType<double>().ToArray();
        return sides.Length == figures.Count ? sides : null;
    }

    /// <summary>With the figures of the machines chosen, as the shop has them today; one that is gone says nothing.</summary>
    public Equipment In(Shop shop)
    {
        var figures = new Dictionary<string, IReadOnlyDictionary<string, double?>>(Figures);
        foreach (var machine in shop.Machines.Where(m => MachineIds.Contains(m.Id)))
            figures[machine.Kind] = machine.Figures;
        return this with { Figures = figures };
    }
}
