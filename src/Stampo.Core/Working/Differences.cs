using System.Text.Json.Nodes;
using Stampo.Core.Wording;

namespace Stampo.Core.Working;

/// <summary>One place where two states of the same thing differ; null: it isn't there.</summary>
public sealed record Difference(string Where, string? Then, string? Now);

/// <summary>What differs between two JSON trees, leaf by leaf, in the order of the first.</summary>
public static class Differences
{
    public static IReadOnlyList<Difference> Between(JsonNode? then, JsonNode? now)
    {
        var found = new List<Difference>();
        Walk("", then, now, found);
        return found;
    }

    private static void Walk(string where, JsonNode? then, JsonNode? now, List<Difference> found)
    {
        if (then is JsonObject || now is JsonObject)
        {
            var names = Names(then).Concat(Names(now)).Distinct().ToList();
            if (names.Count > 0 && then is JsonObject or null && now is JsonObject or null)
            {
                foreach (var name in names)
                    Walk(where.Length == 0 ? name : $"{where}.{name}", (then as JsonObject)?[name], (now as JsonObject)?[name], found);
                return;
            }
        }

        if (then is JsonArray thens && now is JsonArray nows && thens.Concat(nows).Any(n => n is JsonObject))
        {
            for (var i = 0; i < Math.Max(thens.Count, nows.Count); i++)
                Walk($"{where}[{i + 1}]", i < thens.Count ? thens[i] : null, i < nows.Count ? nows[i] : null, found);
            return;
        }

        if (!JsonNode.DeepEquals(then, now))
            found.Add(new Difference(where, Said(then), Said(now)));
    }

    private static IEnumerable<string> Names(JsonNode? node) => (node as JsonObject)?.Select(p => p.Key) ?? [];

    private static string? Said(JsonNode? node) =>
        node switch
        {
            null => null,
            JsonValue value when value.GetValueKind() == System.Text.Json.JsonValueKind.Number => Text.Number(value.GetValue<double>(), 6),
            JsonArray array => string.Join(", ", array.Select(n => n?.ToString())),
            _ => node.ToString(),
        };
}
