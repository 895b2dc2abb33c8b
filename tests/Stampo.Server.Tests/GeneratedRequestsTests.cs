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
        var requests = Requests().ToList();
        Assert.True(requests.Count > 1_000, $"only {requests.Count} requests were made");
        var (whole, random) = (requests.Count, new Random(20));
        while (requests.Count < Wanted)
        {
            var (method, address, body) = requests[random.Next(whole)];
            requests.Add((method, address, body is null ? null : JsonPlaces.Spoiled(body, random)));
        }

        var failed = new List<string>();
        foreach (var (method, address, body) in requests)
        {
            using var request = new HttpRequestMessage(new HttpMethod(method.ToUpperInvariant()), address);
            if (body is not null)
                request.Content = new StringContent(body, Encoding.UTF8, "application/json");
            using var answer = await _server.Client.SendAsync(request, TestContext.Current.CancellationToken);
            if ((int)answer.StatusCode == 500)
                failed.Add($"{method} {address} {body}");
        }

        Assert.True(failed.Count == 0, $"{failed.Count} of {requests.Count} failed:\n{string.Join('\n', failed.Take(25))}");
    }

    /// <summary>Each place of each body spoiled once, by usual; more, several places deep, by STAMPO_REQUESTS.</summary>
    private static readonly int Wanted = int.Parse(Environment.GetEnvironmentVariable("STAMPO_REQUESTS") ?? "0");

    private IEnumerable<(string Method, string Address, string? Body)> Requests() =>
        from path in _description["paths"]!.AsObject()
        from operation in path.Value!.AsObject()
        where operation.Key is "get" or "post" or "put" or "patch"
        from body in BodiesOf(operation.Value!)
        select (operation.Key, Filled(path.Key) + QueryOf(operation.Value!), body);

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
                var holder = JsonPlaces.Holder(copy, path);
                if (odd is null)
                    JsonPlaces.Remove(holder, path[^1]);
                else
                    JsonPlaces.Put(holder, path[^1], odd());
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
