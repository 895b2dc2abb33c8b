using System.Text;
using System.Text.Json.Nodes;

namespace Stampo.Server.Tests;

/// <summary>
/// Everything that takes JSON, spoiled one value at a time: missing, null, of another kind, beyond any number, nested too deep.
/// Whatever is sent is answered, or refused in words.
/// </summary>
public sealed class OddRequestsTests(OddRequestsTests.World world) : IClassFixture<OddRequestsTests.World>
{
    /// <summary>The demo, laid in once; nothing here changes what it looks at.</summary>
    public sealed class World : IAsyncLifetime
    {
        public StampoServer Server { get; } = new(settings: DemoCopy.Settings);

        public string ProjectId { get; private set; } = "";

        public async ValueTask InitializeAsync()
        {
            foreach (var project in (await Server.GetAsync("/api/projects")).EnumerateArray())
            {
                var id = project.GetProperty("id").GetString()!;
                if (project.GetProperty("name").GetString() == "Scale foot")
                    ProjectId = id;
                else
                    await Server.Client.DeleteAsync($"/api/projects/{id}/part/study"); // nobody asks for these shapes
            }

            await Server.MeasuredAsync(ProjectId);
        }

        public ValueTask DisposeAsync()
        {
            Server.Dispose();
            return ValueTask.CompletedTask;
        }
    }

    private readonly StampoServer _server = world.Server;

    private readonly string _id = world.ProjectId;

    /// <summary>Never a version that stands, so that nothing is saved on the way.</summary>
    private const int NoVersion = 999;

    private static readonly string[] Odd =
    [
        "null",
        "\"x\"",
        "true",
        "-1",
        "0",
        "-1e300",
        "1e308",
        "1e400",
        "[]",
        "{}",
        "[null]",
        string.Concat(Enumerable.Repeat("[", 40)) + string.Concat(Enumerable.Repeat("]", 40)),
    ];

    /// <summary>A question each calculator answers.</summary>
    private static readonly Dictionary<string, string> Calculators = new()
    {
        ["convert"] = """{"value":"24.8 in3/lb","to":"g/cm3"}""",
        ["bridge"] =
            """{"rows":[{"byDate":"2030-01-10","quantity":40}],"routes":[{"id":"a","oneOff":650,"tool":900,"lifeShots":25,"cavities":1,"yield":0.92,"piece":46,"leadDays":5,"changeShare":0.2}],"changeProbability":0.1}""",
        ["hardness-modulus"] = """{"shoreA":60,"shoreD":null}""",
        ["hardness-ladder"] = """{"section":"pad","loadN":40,"giveMm":1.5,"diameterMm":30,"heightMm":12}""",
        ["insert-stress"] = """{"modulusMpa":2300,"strain":0.006,"innerRadiusMm":3,"outerRadiusMm":6,"poisson":0.38}""",
        ["cooling-time"] = """{"sectionMm":2.5,"diffusivityMm2PerS":0.09,"meltC":240,"moldC":60,"ejectC":95,"criterion":"centre"}""",
        ["clamp-force"] = """{"projectedCm2":96,"cavityMpa":35,"cavities":2,"runnerCm2":8,"safety":1.1}""",
        ["cost-curve"] =
            """{"routes":[{"id":"a","oneOff":0,"tool":1200,"lifeShots":20,"cavities":2,"yield":0.9,"piece":{"low":120,"likely":140,"high":180}}],"quantities":[10,50],"draws":100,"seed":3}""",
        ["shrink-scale"] = """{"linearShrinkPct":[0.4,0.6]}""",
        ["casting-batch"] =
            """{"partVolumeCm3":18.4,"count":8,"lossPct":15,"densityGPerCm3":1.08,"ratio":{"a":100,"b":60,"basis":"weight"},"potLife":{"minutes":6,"atMassG":100,"atC":23},"resinC":25,"steps":{"mixMin":1.5,"degasMin":2,"pourMinPerCavity":0.3},"scaleStepG":0.1}""",
        ["silicone-mold"] =
            """{"partBboxMm":[118,82,34],"partVolumeCm3":46,"wallMm":25,"gatesCm3":0,"densityGPerCm3":1.10,"ratio":{"a":100,"b":10},"lossPct":10}""",
        ["schedule"] =
            """{"resources":[{"id":"hands","capacity":1,"windows":[[480,1020]]}],"operations":[{"id":"mix","handsMin":10,"waitMin":5,"holds":[{"resource":"hands","during":"hands"}],"after":[{"id":"weigh","minLagMin":0,"maxLagMin":5}]},{"id":"weigh","handsMin":5,"waitMin":0}],"horizonMin":20160}""",
        ["cure-time"] = """{"refHours":12,"refC":23,"atC":60}""",
        ["bubble"] = """{"fromKpaAbs":101.325,"toKpaAbs":400}""",
        ["pump-down"] = """{"volumeL":30,"speedLPerMin":85,"fromMbar":1013,"toMbar":10}""",
        ["insert-automation"] = """{"capital":48000,"handSeconds":12,"handRatePerH":60,"robotSeconds":1.5,"robotRatePerH":44}""",
        ["preform"] = """{"partVolumeCm3":9.2,"densityGPerCm3":1.18,"overfillPct":8}""",
        ["cure-slab"] = """{"thicknessMm":10,"diffusivityMm2PerS":0.11,"startC":25,"moldC":170,"t90RefMin":6,"refC":160}""",
        ["ply"] = """{"arealWeightGsm":450,"fibreDensityGPerCm3":2.55,"fibreVolumeFraction":0.48,"resinDensityGPerCm3":1.15}""",
        ["laminate"] =
            """{"plies":[{"angleDeg":0,"thicknessMm":0.5,"e1Gpa":38,"e2Gpa":8.5,"g12Gpa":3.8,"nu12":0.28,"densityGPerCm3":1.9}]}""",
        ["infusion-line"] = """{"porosity":0.52,"viscosityPaS":0.28,"lengthM":0.6,"permeabilityM2":2e-9,"pressureDropPa":95000}""",
        ["infusion-point"] =
            """{"porosity":0.52,"viscosityPaS":0.28,"radiusM":0.35,"portRadiusM":0.006,"permeabilityM2":2e-9,"pressureDropPa":95000}""",
        ["vacuum-drop"] = """{"volumeL":18,"dropMbar":9,"seconds":600}""",
    };

    public static TheoryData<string> CalculatorNames => [.. Calculators.Keys];

    [Theory]
    [MemberData(nameof(CalculatorNames))]
    public async Task A_calculator_answers_or_says_why_not(string calculator)
    {
        var path = $"/api/calc/{calculator}";
        await StampoServer.ReadAsync(await SendAsync("POST", path, Calculators[calculator]));
        await SpoilAsync("POST", path, Calculators[calculator]);
    }

    [Theory]
    [MemberData(nameof(CalculatorNames))]
    public async Task A_calculator_asks_for_a_figure_it_needs(string calculator)
    {
        foreach (var key in await NeededAsync(calculator))
        {
            var body = JsonNode.Parse(Calculators[calculator])!.AsObject();
            body.Remove(key);
            Assert.Equal(
                422,
                (await StampoServer.RefusedAsync(await SendAsync("POST", $"/api/calc/{calculator}", body.ToJsonString()))).Status
            );
        }
    }

    [Theory]
    [InlineData("part", 1)]
    [InlineData("brief", 1)]
    [InlineData("ladder", 1)]
    [InlineData("what-if", 1)]
    [InlineData("plan", 5)]
    public async Task A_step_is_saved_or_refused_in_words(string step, int every)
    {
        var answer = await _server.GetAsync($"/api/projects/{_id}/{step}");
        var value = (answer.TryGetProperty("plan", out var plan) ? plan : answer).GetProperty("value").GetRawText();
        await SpoilAsync(
            "PUT",
            $"/api/projects/{_id}/{step}",
            $$"""{"value":{{(step == "part" ? """{"unit":"mm","declared":{},"pull":[0,0,1]}""" : value)}},"version":{{NoVersion}}}""",
            every
        );
        await SpoilAsync("POST", $"/api/projects/{_id}/{step}/undo", $$"""{"version":{{NoVersion}}}""");
    }

    /// <summary>Two tabs on the same page: whoever saves from what is no longer there is told what stands.</summary>
    [Fact]
    public async Task Two_tabs_on_each_step_are_told_apart()
    {
        var id = await _server.NewProjectWithPartAsync("scale-foot.stl");
        await _server.PostAsync(
            $"/api/projects/{id}/decisions",
            new
            {
                stretches = new[] { new { routeId = "cast-silicone", quantity = 40 } },
                reason = "To be planned.",
                by = "Oren Tisdale",
            }
        );
        foreach (var step in new[] { "brief", "ladder", "what-if", "plan", "quotes", "inspection", "spent" })
        {
            var answer = await _server.GetAsync($"/api/projects/{id}/{step}");
            var document = new[] { "plan", "paid" }
                .Select(n => answer.TryGetProperty(n, out var d) ? d : default)
                .Append(answer)
                .First(d => d.ValueKind == System.Text.Json.JsonValueKind.Object);
            var save = $$"""{"value":{{document.GetProperty("value").GetRawText()}},"version":{{document.GetProperty("version")}}}""";
            await StampoServer.ReadAsync(await SendAsync("PUT", $"/api/projects/{id}/{step}", save));
            Assert.Equal(
                (409, "conflict", null),
                await StampoServer.RefusedAsync(await SendAsync("PUT", $"/api/projects/{id}/{step}", save))
            );
        }
    }

    [Fact]
    public async Task The_library_is_saved_or_refused_in_words()
    {
        var library = await _server.GetAsync("/api/library");
        string First(string list, int at = 0) => library.GetProperty(list)[at].GetProperty("entry").GetRawText();
        var entries = $"\"rates\":[{First("rates")}],\"materials\":[{First("materials")}],\"supplies\":[{First("supplies")}]";
        await SpoilAsync("PUT", "/api/library", $"{{{entries},\"version\":{NoVersion}}}");
        await SpoilAsync("POST", "/api/library/preview", $"{{{entries}}}");
        var shop = (await _server.GetAsync("/api/shop")).GetProperty("value");
        await SpoilAsync("PUT", "/api/shop", $"{{\"value\":{shop.GetRawText()},\"version\":{NoVersion}}}");
        var commitments = (await _server.GetAsync("/api/shop/commitments")).GetProperty("value");
        await SpoilAsync("PUT", "/api/shop/commitments", $"{{\"value\":{commitments.GetRawText()},\"version\":{NoVersion}}}");
    }

    [Theory]
    [InlineData("POST", "projects", """{"name":"Odd","revision":"B"}""")]
    [InlineData("PATCH", "projects/{0}", """{"name":"Scale foot","revision":"B","removed":false}""")]
    [InlineData(
        "POST",
        "projects/{0}/decisions",
        """{"stretches":[{"routeId":"cast-silicone","quantity":40,"reason":"First."}],"reason":"Because.","by":"Oren Tisdale"}"""
    )]
    [InlineData("POST", "projects/{0}/part/show-side", """{"pick":{"triangle":3,"angleDeg":20,"add":true},"version":999}""")]
    [InlineData("POST", "projects/{0}/part/mending", """{"mends":["fillHoles"],"version":999}""")]
    [InlineData("POST", "projects/{0}/part/mending/preview", """{"mends":["fillHoles"]}""")]
    [InlineData("POST", "read-quantity", """{"text":"12 mm","quantity":"length"}""")]
    public Task Everything_else_is_done_or_refused_in_words(string method, string path, string body) =>
        SpoilAsync(method, "/api/" + string.Format(System.Globalization.CultureInfo.InvariantCulture, path, _id), body);

    [Fact]
    public async Task A_figure_in_an_address_is_read_or_refused_in_words()
    {
        foreach (var asked in new[] { "", "0", "-1", "1e400", "x", "NaN", "Infinity", "1e308" })
        {
            foreach (
                var path in new[]
                {
                    $"projects/{_id}/comparison?quantity={asked}",
                    $"projects/{_id}/memo?quantity={asked}",
                    $"projects/{_id}/answer?cost={asked}",
                    $"projects?skip={asked}&take={asked}",
                    $"projects/{_id}/plan/attitude?up={asked}",
                    $"projects/{asked}x/comparison",
                    $"projects/{_id}/comparison/beside?with={asked}&brief={asked}",
                }
            )
                await AnsweredAsync(await _server.Client.GetAsync("/api/" + path), path);
        }
    }

    private async Task SpoilAsync(string method, string path, string body, int every = 1)
    {
        var turn = 0;
        foreach (var spoiled in Spoiled(JsonNode.Parse(body)!).Concat(["", "null", "[]", "{", "\"text\""]))
        {
            if (turn++ % every == 0)
                await AnsweredAsync(await SendAsync(method, path, spoiled), $"{method} {path} {spoiled}");
        }
    }

    private static async Task AnsweredAsync(HttpResponseMessage answer, string asked)
    {
        var text = await answer.Content.ReadAsStringAsync();
        Assert.True((int)answer.StatusCode < 500, $"{(int)answer.StatusCode} for {asked}: {text}");
        if (answer.IsSuccessStatusCode)
            Assert.NotNull(JsonNode.Parse(text));
        else
            Assert.True(JsonNode.Parse(text)!["detail"]!.GetValue<string>().Length > 15, $"{asked}: {text}");
    }

    private async Task<HttpResponseMessage> SendAsync(string method, string path, string body) =>
        await _server.Client.SendAsync(
            new HttpRequestMessage(new HttpMethod(method), path) { Content = new StringContent(body, Encoding.UTF8, "application/json") }
        );

    /// <summary>Each value of a document in turn: taken out, and replaced by each odd one.</summary>
    private static IEnumerable<string> Spoiled(JsonNode whole)
    {
        foreach (var path in JsonPlaces.Of(whole, itemsOfAList: 2).ToList())
        {
            foreach (var odd in Odd)
                yield return Replaced(whole, path, odd);
            var without = whole.DeepClone();
            var parent = JsonPlaces.Holder(without, path);
            if (parent is JsonObject from)
                from.Remove((string)path[^1]);
            else
                parent.AsArray().RemoveAt((int)path[^1]);
            yield return without.ToJsonString();
        }
    }

    /// <summary>Put in as text: what no number holds can't be a node.</summary>
    private static string Replaced(JsonNode whole, object[] path, string odd)
    {
        const string mark = "put-in-here";
        var copy = whole.DeepClone();
        var parent = JsonPlaces.Holder(copy, path);
        if (parent is JsonObject at)
            at[(string)path[^1]] = mark;
        else
            parent[(int)path[^1]] = mark;
        return copy.ToJsonString().Replace($"\"{mark}\"", odd, StringComparison.Ordinal);
    }

    /// <summary>The figures the description says must be there.</summary>
    private async Task<List<string>> NeededAsync(string calculator)
    {
        var description = JsonNode.Parse(await _server.Client.GetStringAsync("/openapi/v1.json"))!;
        var schema = description["paths"]![$"/api/calc/{calculator}"]!["post"]!["requestBody"]!["content"]!["application/json"]!["schema"]!;
        var named = description["components"]!["schemas"]![schema["$ref"]!.GetValue<string>().Split('/')[^1]]!;
        return
        [
            .. (named["required"]?.AsArray() ?? [])
                .Select(n => n!.GetValue<string>())
                .Where(key => !named["properties"]![key]!.ToJsonString().Contains("\"null\"", StringComparison.Ordinal)),
        ];
    }
}
