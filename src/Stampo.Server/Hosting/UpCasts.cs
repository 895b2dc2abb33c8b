using System.Text.Json.Nodes;
using Stampo.Core.Planning;

namespace Stampo.Server.Hosting;

/// <summary>Brings what an earlier release wrote into the form of today, before it is read by its type.</summary>
internal static class UpCasts
{
    private static readonly Dictionary<Type, Func<JsonObject, bool>> ByType = new() { [typeof(PlanChoices)] = NamesItsFamily };

    public static string Of<T>(string json) =>
        ByType.TryGetValue(typeof(T), out var cast) && JsonNode.Parse(json) is JsonObject state && cast(state)
            ? state.ToJsonString()
            : json;

    /// <summary>Plans were those of poured routes before there were other families.</summary>
    private static bool NamesItsFamily(JsonObject choices) => choices.TryAdd(PlanFamilies.Discriminator, "casting");
}
