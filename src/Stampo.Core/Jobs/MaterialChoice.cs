using Stampo.Core.Briefs;
using Stampo.Core.Materials;

namespace Stampo.Core.Jobs;

/// <summary>
/// The best material a route offers for a brief, each requirement held against it, and how like the production material it is.
/// </summary>
public sealed record MaterialChoice(Material Material, IReadOnlyList<PropertyMatch> Properties, Likeness Likeness)
{
    public IReadOnlyList<string> MissedMusts { get; } =
    [.. Properties.Where(p => p.IsMissed && p.Must).Select(p => $"{Material.Name} is {p.Said}")];

    public IReadOnlyList<string> MissedWants { get; } =
    [.. Properties.Where(p => p.IsMissed && !p.Must).Select(p => $"{Material.Name} is {p.Said}")];

    /// <summary>Whether parts for this purpose may be of this material.</summary>
    public bool Serves(Purpose purpose) => !Properties.Any(p => p.IsMissed && p.Must && p.Binds(purpose));

    /// <summary>
    /// Fewest missed musts, then the brief's own family, then the polymer named for the series, then fewest missed wants, then least off
    /// the hardness asked, then the most like the production material, then price. Null when the route has no material at all.
    /// </summary>
    public static MaterialChoice? Best(string routeId, Brief brief, IReadOnlyList<Material> library) =>
        BestOf(library.Where(m => m.Routes.Contains(routeId)), brief, Production(brief, library));

    /// <summary>
    /// The material of the series parts: the one named in the brief, else of the brief's family the one that fits the targets best,
    /// the cheapest of equals. What is printed, cast or cut from block stands in for another material and is not looked at.
    /// </summary>
    public static Material? Production(Brief brief, IReadOnlyList<Material> library) =>
        library.FirstOrDefault(m => m.Id == brief.ProductionMaterial)
        ?? BestOf(library.Where(m => m.Family == brief.Family && m.Series), brief, null)?.Material;

    private static MaterialChoice? BestOf(IEnumerable<Material> materials, Brief brief, Material? production) =>
        materials
            .Select(m => new MaterialChoice(m, PropertyMatch.Of(m, brief), Likeness.Of(m, production ?? m)))
            .OrderBy(c => c.MissedMusts.Count)
            .ThenBy(c => c.Material.Family == brief.Family ? 0 : 1)
            .ThenBy(c => brief.ProductionMaterial is not null && c.Material.Polymer == production?.Polymer ? 0 : 1)
            .ThenBy(c => c.MissedWants.Count)
            .ThenBy(c => brief.Hardness is { } target ? Math.Abs(c.Material.Hardness.OnOneScale - target.Hardness.OnOneScale) : 0)
            .ThenBy(c => -c.Likeness.Share)
            .ThenBy(c => c.Material.PricePerKg.Likely)
            .FirstOrDefault();
}
