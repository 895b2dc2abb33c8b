using Stampo.Core.Materials;

namespace Stampo.Core.Reference;

/// <summary>Rates, materials and supplies as a shop works with them: what ships, with the shop's own in place of it or besides.</summary>
public sealed record Library(RateCard Rates, IReadOnlyList<Material> Materials, IReadOnlyList<Supply> Supplies)
{
    public static Library Shipped { get; } = new(RateCard.Shipped, MaterialLibrary.All, SupplyLibrary.All);

    public Library With(IReadOnlyList<Rate> rates, IReadOnlyList<Material> materials, IReadOnlyList<Supply> supplies) =>
        new(Rates.With(rates), Merged(Materials, materials, m => m.Id), Merged(Supplies, supplies, s => s.Id));

    private static List<T> Merged<T>(IReadOnlyList<T> shipped, IReadOnlyList<T> own, Func<T, string> key)
    {
        var changed = own.ToDictionary(key);
        return [.. shipped.Select(s => changed.GetValueOrDefault(key(s), s)), .. own.Where(o => shipped.All(s => key(s) != key(o)))];
    }
}
