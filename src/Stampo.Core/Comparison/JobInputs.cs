using Stampo.Core.Briefs;
using Stampo.Core.Materials;
using Stampo.Core.Parts;
using Stampo.Core.Reference;
using Stampo.Core.Routes;

namespace Stampo.Core.Comparison;

/// <summary>Everything a comparison depends on. <paramref name="Today"/> comes in so that the same inputs give the same answer.</summary>
public sealed record JobInputs(PartFacts Part, Brief Brief, RateCard Rates, IReadOnlyList<Material> Library, DateOnly Today)
{
    public Job JobWith(Material material) => new(Part, Brief, material, Rates);
}
