using System.Text.Json.Nodes;

namespace Stampo.Server.Tests;

/// <summary>Every place in a piece of JSON, to spoil each in turn.</summary>
internal static class JsonPlaces
{
    /// <summary>Ways from the root to each value; of a list only its first items.</summary>
    public static IEnumerable<object[]> Of(JsonNode? node, int itemsOfAList)
    {
        var parts = node switch
        {
            JsonObject of => of.Select(pair => ((object)pair.Key, pair.Value)),
            JsonArray list => list.Take(itemsOfAList).Select((item, i) => ((object)i, item)),
            _ => [],
        };
        foreach (var (step, part) in parts)
        {
            yield return [step];
            foreach (var deeper in Of(part, itemsOfAList))
                yield return [step, .. deeper];
        }
    }

    /// <summary>What holds the value at the end of a way.</summary>
    public static JsonNode Holder(JsonNode whole, object[] path) => path[..^1].Aggregate(whole, Step);

    private static JsonNode Step(JsonNode node, object step) => step is int index ? node[index]! : node[(string)step]!;
}
