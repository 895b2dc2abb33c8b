using System.Text;
using System.Text.Json.Nodes;

namespace Stampo.Server.Tests;

/// <summary>
/// Every address the description names, with bodies made from it: whole, without each thing it says is needed, with null and with other
/// kinds in its place. What the description says is required is what the server requires, and nothing is a 500.
/// </summary>
public sealed class GeneratedRequestsTests(OddRequestsTests.World world) : IClassFixture<OddRequestsTests.World>
{
    private readonly StampoServer _server = world.Server;

    private JsonNode _description = null!;

    [Fact]
    public async Task Every_address_answers_whatever_is_left_out()
    {
        _description = JsonNode.Parse(await _server.Client.GetStringAsync("/openapi/v1.json"))!;
        var (asked, failed) = (0, new List<string>());
        foreach (var (path, methods) in _description["paths"]!.AsObject())
        {
            foreach (var (method, operation) in methods!.AsObject())
            {
                if (method is not ("get" or "post" or "put" or "patch"))
                    continue;
                var address = Filled(path) + QueryOf(operation!);
                foreach (var body in BodiesOf(operation!))
                {
                    using var request = new HttpRequestMessage(new HttpMethod(method.ToUpperInvariant()), address);
                    if (body is not null)
                        request.Content = new StringContent(body, Encoding.UTF8, "application/json");
                    using var answer = await _server.Client.SendAsync(request, TestContext.Current.CancellationToken);
                    asked++;
                    if ((int)answer.StatusCode == 500)
                        failed.Add($"{method} {address} {body}");
                }
            }
        }

        Assert.True(asked > 1_000, $"only {asked} requests were made");
        Assert.True(failed.Count == 0, $"{failed.Count} of {asked} failed:\n{string.Join('\n', failed.Take(25))}");
    }

    private string Filled(string path) =>
        System.Text.RegularExpressions.Regex.Replace(
            path,
            "\\{([^}]+)\\}",
            name =>
                name.Groups[1].Value switch
                {
                    "id" => world.ProjectId,
                    "device" => "scale",
                    _ => "1",
                }
        );

    private static string QueryOf(JsonNode operation)
    {
        var needed = (operation["parameters"]?.AsArray() ?? []).Where(p =>
            p!["in"]!.GetValue<string>() == "query" && p["required"]?.GetValue<bool>() == true
        );
        return string.Concat(needed.Select((p, i) => $"{(i == 0 ? '?' : '&')}{p!["name"]}=1"));
    }

    private IEnumerable<string?> BodiesOf(JsonNode operation)
    {
        if (operation["requestBody"]?["content"]?["application/json"]?["schema"] is not { } schema)
        {
            yield return null;
            yield break;
        }

        var whole = Sample(schema, 0);
        yield return whole?.ToJsonString() ?? "null";
        yield return "{}";
        yield return "null";
        foreach (var spoiled in Spoiled(whole))
            yield return spoiled;
    }

    /// <summary>Each key in turn left out, null, of another kind, and a list with nothing in it where something belongs.</summary>
    private static IEnumerable<string> Spoiled(JsonNode? whole)
    {
        if (whole is null)
            yield break;
        foreach (var path in JsonPlaces.Of(whole, itemsOfAList: 1).ToList())
        {
            foreach (var odd in new Func<JsonNode?>?[] { null, () => null, () => new JsonArray((JsonNode?)null), () => 7, () => "x" })
            {
                var copy = whole.DeepClone();
                var parent = JsonPlaces.Holder(copy, path);
                if (parent is JsonObject at)
                {
                    if (odd is null)
                        at.Remove((string)path[^1]);
                    else
                        at[(string)path[^1]] = odd();
                }
                else if (odd is null)
                    parent.AsArray().RemoveAt((int)path[^1]);
                else
                    parent.AsArray()[(int)path[^1]] = odd();
                yield return copy.ToJsonString();
            }
        }
    }

    private JsonNode? Sample(JsonNode? schema, int depth)
    {
        if (schema is null || depth > 6)
            return null;
        if (schema["$ref"]?.GetValue<string>() is { } name)
            return Sample(_description["components"]!["schemas"]![name.Split('/')[^1]], depth + 1);
        if ((schema["oneOf"] ?? schema["anyOf"]) is JsonArray { Count: > 0 } choices)
            return Sample(choices.FirstOrDefault(c => c!["type"]?.ToString() != "null"), depth);
        if (schema["enum"] is JsonArray { Count: > 0 } values)
            return values[0]?.DeepClone();
        if (schema["properties"] is JsonObject properties)
        {
            var needed = (schema["required"]?.AsArray() ?? []).Select(r => r!.GetValue<string>()).ToHashSet();
            var made = new JsonObject();
            foreach (var (key, of) in properties)
            {
                if (needed.Contains(key) || depth < 2)
                    made[key] = Sample(of, depth + 1);
            }

            return made;
        }

        return Types(schema).FirstOrDefault(t => t != "null") switch
        {
            "array" => new JsonArray(Sample(schema["items"], depth + 1)),
            "object" => new JsonObject(),
            "boolean" => true,
            "integer" => 1,
            "number" => 1.5,
            _ => schema["format"]?.GetValue<string>() switch
            {
                "date" => "2030-01-01",
                "date-time" => "2030-01-01T00:00:00Z",
                _ => "sample-1",
            },
        };
    }

    private static IEnumerable<string> Types(JsonNode schema) =>
        schema["type"] switch
        {
            JsonArray several => several.Select(t => t!.GetValue<string>()),
            JsonValue one => [one.GetValue<string>()],
            _ => [],
        };
}
