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

    /// <summary>What stands where something else belongs.</summary>
    private static readonly string[] Odd =
    [
        "null",
        "true",
        "-1",
        "1e300",
        "\"\"",
        "\"-9000-01-01T00:00:00Z\"",
        "\"\\ud800\"",
        "[]",
        "{}",
        "[null]",
        "[[]]",
    ];

    /// <summary>One value somewhere in it left out, or replaced by what does not belong there.</summary>
    public static string Spoiled(string json, Random random)
    {
        var node = JsonNode.Parse(json)!;
        var places = Of(node, int.MaxValue).ToList();
        if (places.Count == 0)
            return Odd[random.Next(Odd.Length)];
        var path = places[random.Next(places.Count)];
        var holder = Holder(node, path);
        if (random.Next(4) == 0)
            Remove(holder, path[^1]);
        else
            Put(holder, path[^1], "put-in-here");
        return node.ToJsonString().Replace("\"put-in-here\"", Odd[random.Next(Odd.Length)], StringComparison.Ordinal);
    }

    public static void Remove(JsonNode holder, object key)
    {
        if (holder is JsonObject from)
            from.Remove((string)key);
        else
            holder.AsArray().RemoveAt((int)key);
    }

    public static void Put(JsonNode holder, object key, JsonNode? value)
    {
        if (holder is JsonObject into)
            into[(string)key] = value;
        else
            holder.AsArray()[(int)key] = value;
    }
}
