using Stampo.Core.Briefs;
using Stampo.Core.Materials;
using Stampo.Core.Parts;
using Stampo.Core.Ranges;
using Stampo.Core.Reference;
using Stampo.Core.Working;

namespace Stampo.Core.Jobs;

/// <summary>What a route is asked about: the part, the brief, the material chosen for this route, and the rates.</summary>
public sealed record Job(PartFacts Part, Brief Brief, Material Material, RateCard Rates)
{
    /// <summary>Who loads inserts and carries parts to their second tool.</summary>
    public Assist Assist { get; init; }

    /// <summary>The soft material this route would put on as the second; null when none is asked or none goes with the first.</summary>
    public Material? Soft { get; init; }

    /// <summary>The day the question is asked; dates are counted from it.</summary>
    public DateOnly Today { get; init; } = new(2000, 1, 3);

    /// <summary>What molds are made of and what is printed, to choose the usual from.</summary>
    public IReadOnlyList<Supply> Supplies { get; init; } = SupplyLibrary.All;

    public IReadOnlyList<Material> Materials { get; init; } = MaterialLibrary.All;

    private const double SmallCm3 = 5,
        LargeCm3 = 500;

    /// <summary>Parts from which one may learn about each other.</summary>
    public string PartKind =>
        (Material.IsSoft ? "soft, " : "rigid, ")
        + (
            Part.VolumeCm3 < SmallCm3 ? "small"
            : Part.VolumeCm3 < LargeCm3 ? "hand-sized"
            : "large"
        );

    /// <summary>A part softer than this pulls off what a hard one hangs on.</summary>
    private const double SoftEnoughToStretch = 90;

    public bool Stretches => Material.Hardness.OnOneScale <= SoftEnoughToStretch;

    public Rate Rate(string key) => Rates[key];

    public ThreePoint Norm(string key) => Rates[key].Value;

    /// <summary>A rate to reckon with.</summary>
    public Figure Figure(string key) => Rates[key].Figure;
}

public enum Assist
{
    Hands,

    /// <summary>A robot for inserts, a two-barrel press with a turning tool for a second material.</summary>
    Machine,
}
