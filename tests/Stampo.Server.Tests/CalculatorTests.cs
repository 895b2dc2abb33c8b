using System.Net.Http.Json;
using System.Text;
using System.Text.Json;

namespace Stampo.Server.Tests;

public sealed class CalculatorTests(SharedServer shared)
{
    private readonly StampoServer _server = shared.Server;

    [Fact]
    public async Task Cost_curve_answers_plain_numbers_with_plain_numbers()
    {
        var answer = await _server.PostAsync(
            "/api/calc/cost-curve",
            JsonSerializer.Deserialize<JsonElement>(
                """
                {"routes":[{"id":"a","oneOff":0,"tool":0,"lifeShots":null,"cavities":1,"yield":1.0,"piece":140},
                           {"id":"b","oneOff":650,"tool":900,"lifeShots":25,"cavities":1,"yield":0.92,"piece":46}],
                 "quantities":[20,23,24]}
                """
            )
        );
        var b = answer.GetProperty("curves")[1];
        Assert.Equal([2550, 2700, 3650], b.GetProperty("totals").EnumerateArray().Select(t => Math.Round(t.GetDouble(), 6)));
        Assert.Equal([1, 1, 2], b.GetProperty("sets").EnumerateArray().Select(s => s.GetInt32()));
        Assert.False(b.TryGetProperty("chanceCheapest", out _));
        var crossover = Assert.Single(answer.GetProperty("crossovers").EnumerateArray());
        Assert.Equal(
            ("a", "b", 18, 28),
            (
                crossover.GetProperty("from").GetString(),
                crossover.GetProperty("to").GetString(),
                crossover.GetProperty("firstAt").GetInt32(),
                crossover.GetProperty("forGoodAt").GetInt32()
            )
        );
    }

    [Fact]
    public async Task Cost_curve_answers_ranges_with_bands()
    {
        var answer = await _server.PostAsync(
            "/api/calc/cost-curve",
            JsonSerializer.Deserialize<JsonElement>(
                """
                {"routes":[{"id":"a","oneOff":0,"tool":0,"lifeShots":null,"cavities":1,"yield":1,"piece":{"low":120,"likely":140,"high":180}}],"quantities":[10],"draws":500,"seed":3}
                """
            )
        );
        var total = answer.GetProperty("curves")[0].GetProperty("totals")[0];
        Assert.InRange(total.GetProperty("p50").GetDouble(), 1400, 1500);
        Assert.True(total.GetProperty("p10").GetDouble() < total.GetProperty("p90").GetDouble());
        Assert.Equal(1, answer.GetProperty("curves")[0].GetProperty("chanceCheapest")[0].GetDouble(), 1e-9);
    }

    [Fact]
    public async Task Casting_batch_answers_the_worked_example_with_its_working()
    {
        var answer = await _server.PostAsync(
            "/api/calc/casting-batch",
            JsonSerializer.Deserialize<JsonElement>(
                """
                {"partVolumeCm3":18.4,"count":8,"lossPct":15,"densityGPerCm3":1.08,"ratio":{"a":100,"b":60,"basis":"weight"},
                 "potLife":{"minutes":6,"atMassG":100,"atC":23},"resinC":25,"steps":{"mixMin":1.5,"degasMin":2,"pourMinPerCavity":0.3},"scaleStepG":0.1}
                """
            )
        );
        Assert.Equal(182.8224, answer.GetProperty("massG").GetDouble(), 1e-6);
        Assert.Equal(114.264, answer.GetProperty("aG").GetDouble(), 0.25);
        Assert.True(answer.GetProperty("charges").GetArrayLength() >= 2);
        Assert.Contains(answer.GetProperty("working").EnumerateArray(), line => line.GetProperty("id").GetString() == "mass");
    }

    [Fact]
    public async Task Convert_answers_value_unit_and_note()
    {
        var answer = await _server.PostAsync("/api/calc/convert", new { value = "24.8 in3/lb", to = "g/cm3" });
        Assert.Equal(1.116125, answer.GetProperty("value").GetDouble(), 1e-6);
        Assert.Equal("g/cm3", answer.GetProperty("unit").GetString());
        Assert.Equal("specific volume inverted to density", answer.GetProperty("note").GetString());
    }

    [Fact]
    public async Task Hardness_and_shrink_answer_their_worked_examples()
    {
        Assert.Equal(
            2.9666,
            (await _server.PostAsync("/api/calc/hardness-modulus", new { shoreA = 55 })).GetProperty("modulusMpa").GetDouble(),
            1e-3
        );
        Assert.Equal(
            1.0045168,
            (await _server.PostAsync("/api/calc/shrink-scale", new { linearShrinkPct = new[] { 0.1, 0.35 } }))
                .GetProperty("scale")
                .GetDouble(),
            1e-7
        );
        Assert.Equal(
            (422, "input.out-of-range", "shoreA"),
            await _server.RefusedPostAsync("/api/calc/hardness-modulus", new { shoreA = 5 })
        );
        Assert.Equal((422, "input.missing", "shoreA"), await _server.RefusedPostAsync("/api/calc/hardness-modulus", new { }));
    }

    [Fact]
    public async Task Bridge_answers_stretches_with_dates_and_totals()
    {
        var request = JsonSerializer.Deserialize<JsonElement>(
            """
            {"startDate":"2030-01-01","changeProbability":0.02,
             "rows":[{"byDate":"2030-01-15","quantity":3,"musts":["fit"]},{"byDate":"2030-03-01","quantity":60},{"byDate":"2030-09-01","quantity":5000}],
             "routes":[{"id":"print","oneOff":0,"tool":0,"lifeShots":null,"cavities":1,"yield":1,"piece":140,"leadDays":3},
                       {"id":"cast","oneOff":650,"tool":900,"lifeShots":{"low":15,"likely":25,"high":40},"cavities":1,"yield":0.92,"piece":46,"leadDays":20,"changeShare":1},
                       {"id":"steel","oneOff":1000,"tool":20000,"lifeShots":300000,"cavities":1,"yield":0.98,"piece":2,"leadDays":90,"changeShare":0.4,"eligibleRows":[1,2]}]}
            """
        );
        var answer = await _server.PostAsync("/api/calc/bridge", request);
        Assert.Equal(
            ["print", "cast", "steel"],
            answer.GetProperty("stretches").EnumerateArray().Select(s => s.GetProperty("routeId").GetString())
        );
        Assert.Equal("2030-06-03", answer.GetProperty("stretches")[2].GetProperty("orderBy").GetString());
        Assert.Equal("2030-06-03", answer.GetProperty("designFreeUntil").GetString());
        Assert.Equal(
            answer.GetProperty("total").GetDouble(),
            answer.GetProperty("stretches").EnumerateArray().Sum(s => s.GetProperty("cost").GetProperty("total").GetDouble()),
            1e-6
        );
        Assert.Equal("print", answer.GetProperty("bestSingle").GetProperty("routeId").GetString());
        Assert.Equal(
            (422, "input.out-of-range", "rows"),
            await _server.RefusedPostAsync("/api/calc/bridge", new { rows = Array.Empty<int>(), routes = Array.Empty<int>() })
        );
        Assert.Equal((400, "request.unreadable", null), await _server.RefusedPostAsync("/api/calc/bridge", new { rows = "soon" }));
    }

    [Fact]
    public async Task Mesh_check_gives_the_report_in_the_unit_asked()
    {
        var answer = await StampoServer.ReadAsync(
            await _server.SendMeshAsync("/api/calc/mesh-check", StampoServer.DemoMesh("vent-disc.stl"), unit: "cm")
        );
        Assert.True(answer.GetProperty("watertight").GetBoolean());
        Assert.Equal("stl-binary", answer.GetProperty("format").GetString());
        Assert.Equal(260, answer.GetProperty("bboxMm")[0].GetDouble(), 0.01);
    }

    [Fact]
    public async Task Mesh_check_of_a_cube_answers_the_whole_contract()
    {
        var cube = Stampo.Core.Geometry.Writing.StlWriter.Write(
            new Stampo.Core.Geometry.Mesh(
                [0, 0, 0, 10, 0, 0, 0, 10, 0, 10, 10, 0, 0, 0, 10, 10, 0, 10, 0, 10, 10, 10, 10, 10],
                [0, 2, 1, 1, 2, 3, 4, 5, 6, 5, 7, 6, 0, 1, 4, 1, 5, 4, 2, 6, 3, 3, 6, 7, 0, 4, 2, 2, 4, 6, 1, 3, 5, 3, 7, 5]
            )
        );
        var answer = await StampoServer.ReadAsync(await _server.SendMeshAsync("/api/calc/mesh-check", cube));
        double Number(params string[] path) => Math.Round(path.Aggregate(answer, (at, name) => at.GetProperty(name)).GetDouble(), 6);
        Assert.Equal(
            (12, 8, 1, 0, 0, 0, 0, 0),
            (
                Number("triangles"),
                Number("vertices"),
                Number("shells"),
                Number("openEdges"),
                Number("nonManifoldEdges"),
                Number("flippedEdges"),
                Number("degenerateTriangles"),
                Number("duplicateTriangles")
            )
        );
        Assert.Equal(
            (1000, 600, 100, 100, 100),
            (
                Number("volumeMm3"),
                Number("areaMm2"),
                Number("projectedAreaMm2", "x"),
                Number("projectedAreaMm2", "y"),
                Number("projectedAreaMm2", "z")
            )
        );
        foreach (var wall in new[] { "wallMm", "wallRayMm" })
            Assert.Equal((10, 10, 10, 10), (Number(wall, "min"), Number(wall, "p1"), Number(wall, "median"), Number(wall, "max")));
        Assert.Equal("sphere", answer.GetProperty("wallMm").GetProperty("method").GetString());
        Assert.Equal((0, 0, 400), (Number("undercutAreaMm2"), Number("undercutRegions"), Number("noDraftAreaMm2")));
        Assert.Contains(
            answer.GetProperty("messages").EnumerateArray(),
            m => m.GetProperty("code").GetString() == "no-draft" && m.GetProperty("severity").GetString() == "warning"
        );
    }

    [Fact]
    public async Task Mesh_check_measures_shape_along_the_pull_asked_or_proposed()
    {
        async Task<System.Net.Http.HttpResponseMessage> AskAsync(string? pull)
        {
            using var form = new MultipartFormDataContent
            {
                { new ByteArrayContent(StampoServer.DemoMesh("probe-grommet.stl")), "file", "grommet.stl" },
            };
            if (pull is not null)
                form.Add(new StringContent(pull), "pull");
            return await _server.Client.PostAsync("/api/calc/mesh-check", form);
        }

        var proposed = await StampoServer.ReadAsync(await AskAsync(null));
        Assert.Equal(32 * 32 * Math.PI / 4 - 25 * Math.PI, proposed.GetProperty("projectedAreaMm2").GetProperty("z").GetDouble(), 2.0);
        Assert.Equal(3, proposed.GetProperty("pull").GetArrayLength());
        var along = await StampoServer.ReadAsync(await AskAsync("0,0,2"));
        Assert.Equal([0, 0, 1], along.GetProperty("pull").EnumerateArray().Select(n => n.GetDouble()));
        Assert.Equal(1, along.GetProperty("undercutRegions").GetInt32());
        Assert.True(along.GetProperty("wallRayMm").GetProperty("median").GetDouble() > 3);
        Assert.Equal("input.pull", (await StampoServer.RefusedAsync(await AskAsync("0,0,0"))).Code);
        Assert.Equal("input.pull", (await StampoServer.RefusedAsync(await AskAsync("up"))).Code);
    }

    [Theory]
    [InlineData("{", "request.unreadable", 400)]
    [InlineData("[1,2]", "request.unreadable", 400)]
    [InlineData("""{"partVolumeCm3":"lots"}""", "request.unreadable", 400)]
    [InlineData("""{"partVolumeCm3":1}""", "input.missing", 422)]
    [InlineData("""{"partVolumeCm3":1,"count":1,"densityGPerCm3":24.8,"ratio":{"a":1,"b":1}}""", "batch.density-odd", 422)]
    [InlineData("""{"partVolumeCm3":-1,"count":1,"densityGPerCm3":1,"ratio":{"a":1,"b":1}}""", "input.out-of-range", 422)]
    [InlineData("""{"partVolumeCm3":1e308,"count":99999,"densityGPerCm3":1,"ratio":{"a":1,"b":1}}""", "input.out-of-range", 422)]
    public async Task Bad_json_and_bad_numbers_are_refused_by_name(string body, string code, int status)
    {
        var answer = await _server.Client.PostAsync("/api/calc/casting-batch", new StringContent(body, Encoding.UTF8, "application/json"));
        var refused = await StampoServer.RefusedAsync(answer);
        Assert.Equal((status, code), (refused.Status, refused.Code));
    }

    [Theory]
    [InlineData("", "mesh.empty")]
    [InlineData("just a letter about a mesh", "mesh.not-a-mesh")]
    [InlineData("solid a\nfacet normal 0 0 1\nouter loop\nvertex 0 0", "mesh.truncated")]
    public async Task Bad_files_are_refused_by_name(string text, string code)
    {
        var refused = await StampoServer.RefusedAsync(await _server.SendMeshAsync("/api/calc/mesh-check", Encoding.UTF8.GetBytes(text)));
        Assert.Equal((422, code), (refused.Status, refused.Code));
    }

    [Fact]
    public async Task A_form_without_a_file_and_no_form_at_all_say_what_is_missing()
    {
        using var empty = new MultipartFormDataContent { { new StringContent("mm"), "unit" } };
        Assert.Equal(400, (await StampoServer.RefusedAsync(await _server.Client.PostAsync("/api/calc/mesh-check", empty))).Status);
        Assert.Equal(415, (await _server.RefusedPostAsync("/api/calc/mesh-check", new { })).Status);
    }

    [Fact]
    public async Task Json_larger_than_anybody_sends_is_refused()
    {
        // The larger ones are still on their way when it is clear that they are not taken: the answer comes after them, not instead.
        foreach (var signs in new[] { 1_000_000, 2_000_000, 60_000_000 })
        {
            using var said = new StringContent($"{{\"value\":\"{new string('9', signs)}\",\"to\":\"mm\"}}", null, "application/json");
            Assert.Equal((413, "request.too-large", null), await RefusedAsync(said));
            using var unsaid = JsonContent.Create(new { value = new string('9', signs), to = "mm" });
            Assert.Equal((413, "request.too-large", null), await RefusedAsync(unsaid));
        }

        async Task<(int, string, string?)> RefusedAsync(HttpContent content) =>
            await StampoServer.RefusedAsync(await _server.Client.PostAsync("/api/calc/convert", content));
    }

    [Fact]
    public async Task Unknown_addresses_and_wrong_verbs_answer_with_a_problem()
    {
        Assert.Equal(404, (await StampoServer.RefusedAsync(await _server.Client.GetAsync("/api/calc/nothing"))).Status);
        Assert.Equal(405, (await StampoServer.RefusedAsync(await _server.Client.GetAsync("/api/calc/convert"))).Status);
        Assert.Equal(
            415,
            (await StampoServer.RefusedAsync(await _server.Client.PostAsync("/api/calc/convert", new StringContent("3 mm")))).Status
        );
    }

    [Fact]
    public async Task A_page_from_elsewhere_may_change_nothing()
    {
        using var request = new HttpRequestMessage(HttpMethod.Post, "/api/projects")
        {
            Content = JsonContent.Create(new { name = "Sneaked in" }),
        };
        request.Headers.Add("Origin", "http://elsewhere.example");
        Assert.Equal((403, "request.foreign-origin", null), await StampoServer.RefusedAsync(await _server.Client.SendAsync(request)));
    }

    [Fact]
    public async Task The_description_names_every_calculator()
    {
        var paths = (await _server.GetAsync("/openapi/v1.json")).GetProperty("paths");
        foreach (var name in new[] { "mesh-check", "cost-curve", "casting-batch", "convert", "form-mesh", "form-cone" })
            Assert.True(paths.TryGetProperty($"/api/calc/{name}", out _), name);
    }
}
