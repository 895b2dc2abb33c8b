using System.Text.Json.Nodes;
using Stampo.Core.Planning;

namespace Stampo.Server.Plan;

/// <summary>Plans as earlier releases kept them.</summary>
internal static class EarlierPlans
{
    /// <summary>Plans were those of poured routes before there were other families.</summary>
    public static void NameTheirFamily(JsonObject choices) => choices.TryAdd(PlanFamilies.Discriminator, "casting");

    /// <summary>A count of cavities and a filled print are now called what they are.</summary>
    public static void NameCavitiesAndFilledPrint(JsonObject choices)
    {
        Rename(choices["pour"] as JsonObject, "count", "cavities");
        Rename(choices, "fill", "filledPrint");
    }

    private static void Rename(JsonObject? of, string before, string now)
    {
        if (of?.ContainsKey(before) != true)
            return;
        var value = of[before];
        of.Remove(before);
        of[now] = value;
    }
}
