using Stampo.Core.Briefs;

namespace Stampo.Core.Materials;

/// <summary>The best material a route offers for a brief, and each must it misses in words.</summary>
public sealed record MaterialChoice(Material Material, IReadOnlyList<string> MissedMusts, IReadOnlyList<string> MissedWants)
{
    /// <summary>
    /// Fewest missed musts, then the brief's own family, then fewest missed wants, then nearest hardness, then price.
    /// Null when the route has no material at all.
    /// </summary>
    public static MaterialChoice? Best(string routeId, Brief brief, IEnumerable<Material> library) => library
        .Where(m => m.Routes.Contains(routeId))
        .Select(m => Judge(m, brief))
        .OrderBy(c => c.MissedMusts.Count)
        .ThenBy(c => c.Material.Family == brief.Family ? 0 : 1)
        .ThenBy(c => c.MissedWants.Count)
        .ThenBy(c => brief.Hardness is { } target ? Math.Abs(c.Material.Hardness.OnOneScale - target.Hardness.OnOneScale) : 0)
        .ThenBy(c => c.Material.PricePerKg.Likely)
        .FirstOrDefault();

    private static MaterialChoice Judge(Material material, Brief brief)
    {
        List<string> musts = [], wants = [];
        if (IsSoft(material) != IsSoft(brief.Family))
            musts.Add($"{material.Name} is {(IsSoft(material) ? "soft" : "rigid")}, the brief asks for {(IsSoft(brief.Family) ? "an elastomer" : "a rigid plastic")}");
        if (brief.Family == MaterialFamily.ClearThermoplastic && material.Family != MaterialFamily.ClearThermoplastic && !material.Id.Contains("petg", StringComparison.Ordinal))
            musts.Add($"{material.Name} is not clear");
        if (brief.Hardness is { } hardness && !hardness.MetBy(material.Hardness))
            (hardness.Must ? musts : wants).Add($"{material.Name} is {material.Hardness}, {hardness.Hardness} ± {hardness.TolerancePoints:0.#} is asked");
        if (brief.ServiceTemperature is { } service && material.ServiceC < service.Celsius)
            (service.Must ? musts : wants).Add($"{material.Name} holds {material.ServiceC:0} °C in service, {service.Celsius:0} °C is asked");
        return new MaterialChoice(material, musts, wants);
    }

    private static bool IsSoft(Material material) => IsSoft(material.Family);

    private static bool IsSoft(MaterialFamily family) => family is MaterialFamily.FlexibleElastomer or MaterialFamily.SiliconeRubber or MaterialFamily.Rubber;
}
