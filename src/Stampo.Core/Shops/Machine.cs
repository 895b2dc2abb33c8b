using Stampo.Core.Wording;

namespace Stampo.Core.Shops;

/// <summary>Something that stands in the shop and that work keeps busy.</summary>
[Whole]
public sealed record Machine(string Id, string Kind, string Name)
{
    /// <summary>What is known of it, by the figures its kind asks for; what is null or left out is not known.</summary>
    public IReadOnlyDictionary<string, double?> Figures { get; init; } = new Dictionary<string, double?>();

    public double? Says(string figure) => Figures.GetValueOrDefault(figure);

    internal void Checked(string at)
    {
        if (Kind == Resource.Hands)
            throw new RefusalException("shop.hands", "Hands belong to people, not to equipment.", $"{at}.kind");
        EquipmentKinds.Check(Kind, Figures, $"{at}.figures", $"{at}.kind");
    }
}
