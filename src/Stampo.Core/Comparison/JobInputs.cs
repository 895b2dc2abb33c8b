using Stampo.Core.Briefs;
using Stampo.Core.Jobs;
using Stampo.Core.Materials;
using Stampo.Core.Parts;
using Stampo.Core.Quotes;
using Stampo.Core.Reference;

namespace Stampo.Core.Comparison;

/// <summary>Everything a comparison depends on. <paramref name="Today"/> comes in so that the same inputs give the same answer.</summary>
public sealed record JobInputs(PartFacts Part, Brief Brief, RateCard Rates, IReadOnlyList<Material> Library, DateOnly Today)
{
    /// <summary>Single deliveries in the order of their dates.</summary>
    public IReadOnlyList<DemandRow> Deliveries { get; } = [.. Brief.Demand.SelectMany(row => row.Calls()).OrderBy(row => row.NeededBy)];

    /// <summary>What suppliers offer.</summary>
    public QuoteBook Quotes { get; init; } = QuoteBook.Empty;

    public IReadOnlyList<Supply> Supplies { get; init; } = SupplyLibrary.All;

    public Job JobWith(Material material) =>
        new(Part, Brief, material, Rates)
        {
            Soft = SoftWith(material),
            Today = Today,
            Materials = Library,
            Supplies = Supplies,
        };

    /// <summary>The second material asked for where it shares a route with the first; else the one nearest in hardness that does.</summary>
    private Material? SoftWith(Material first)
    {
        if (Brief.SecondMaterial is not { } second || Library.FirstOrDefault(m => m.Id == second.MaterialId) is not { } asked)
            return null;
        return Goes(asked)
            ? asked
            : Library.Where(m => m.IsSoft && Goes(m)).MinBy(m => Math.Abs(m.Hardness.OnOneScale - asked.Hardness.OnOneScale));

        bool Goes(Material soft) => soft.Routes.Intersect(first.Routes).Any();
    }
}
