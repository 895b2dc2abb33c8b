using Stampo.Core.Shops;
using Stampo.Core.Wording;

namespace Stampo.Core.Planning;

/// <summary>The phase of an operation in which it holds something.</summary>
public enum During
{
    Hands,
    Alone,
    Both,
}

/// <summary>A resource kept busy.</summary>
/// <param name="Resource">Which.</param>
/// <param name="During">In which phase.</param>
/// <param name="Amount">How many of it, or litres of its room.</param>
[Whole]
public sealed record Hold(string Resource, During During, double Amount = 1)
{
    public static Hold Hands { get; } = new(Shops.Resource.Hands, During.Hands);

    /// <summary>The temperature an oven is held at, °C: it is shared by what wants the same.</summary>
    public double? AtC { get; init; }

    public static Hold OvenAt(double celsius) => new(Shops.Resource.Oven, During.Both) { AtC = celsius };

    /// <summary>Each in its usual phase: a scale while there are hands at it, a pot, an oven or a printer to the end.</summary>
    public static IReadOnlyList<Hold> Of(params IEnumerable<string> resources) =>
        [.. resources.Select(r => new Hold(r, IsHeldByHand(r) ? During.Hands : During.Both))];

    private static bool IsHeldByHand(string resource) =>
        resource == Shops.Resource.Hands || EquipmentKinds.Find(resource)?.IsHeldByHand == true;
}
