using System.Buffers.Binary;
using System.IO.Compression;
using System.Net;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;

namespace Stampo.Server.Tests;

/// <summary>The plan of an injection tool over HTTP: its answer, its drawing, its maps, its files.</summary>
[Collection(OneDemo.Name)]
public sealed class InjectionTests(DemoServer demo)
{
    private async Task<string> PlanAsync(string part = "Gateway housing") => $"/api/projects/{await demo.ProjectAsync(part)}/plan";

    private async Task<JsonElement> ToolAsync() =>
        (await demo.Server.GetAsync($"{await PlanAsync()}?stretch=s3")).GetProperty("answer").GetProperty("figures");

    [Fact]
    public async Task The_series_tool_of_the_demo_is_planned_and_the_bridge_before_it_is_looked_at_first()
    {
        var tool = await ToolAsync();
        Assert.Equal("injection", tool.GetProperty("family").GetString());
        Assert.Equal([228.0, 192], Sides(tool.GetProperty("layout"), "plateLongMm", "plateWideMm"));
        Assert.Equal(34, tool.GetProperty("shape").GetProperty("partingMm").GetDouble(), 1e-6);
        var first = await demo.Server.GetAsync(await PlanAsync());
        Assert.Equal("s2", first.GetProperty("stretch").GetString());
    }

    private static double[] Sides(JsonElement of, params string[] names) =>
        [.. names.Select(n => Math.Round(of.GetProperty(n).GetDouble(), 6))];

    [Fact]
    public async Task Its_routes_reckon_with_what_the_mesh_says_once_it_was_read()
    {
        await ToolAsync();
        var project = $"/api/projects/{await demo.ProjectAsync("Gateway housing")}";
        var lines = (await demo.Server.GetAsync($"{project}/routes/inject-aluminium/working?quantity=1000")).EnumerateArray();
        Assert.Contains(lines, l => l.GetProperty("name").GetString()!.Contains("read off the mesh", StringComparison.Ordinal));
    }

    [Fact]
    public async Task It_is_drawn_and_mapped_over_every_sample_of_the_part()
    {
        var drawing = await demo.Server.GetAsync($"{await PlanAsync()}/tool?stretch=s3");
        Assert.Equal([118.0, 82, 34], drawing.GetProperty("sizeMm").EnumerateArray().Select(mm => Math.Round(mm.GetDouble(), 3)));
        // A box open above, cut lengthwise: the lines of its section reach from its floor to its rim.
        var heights = drawing.GetProperty("section").EnumerateArray().Select(n => n.GetDouble()).Where((_, i) => i % 2 == 1).ToList();
        Assert.Equal((0, 34), (heights.Min(), heights.Max()), (a, b) => Math.Abs(a.Item1 - b.Item1) + Math.Abs(a.Item2 - b.Item2) < 1e-3);
        var map = await UnpackedAsync($"{await PlanAsync()}/tool/map?stretch=s3");
        var (triangles, samples) = (BinaryPrimitives.ReadInt32LittleEndian(map), BinaryPrimitives.ReadInt32LittleEndian(map.AsSpan(4)));
        Assert.Equal(8 + 5 * samples + triangles, map.Length);
        Assert.Equal(samples, map[^triangles..].Sum(d => d * d));
        var ratio = Enumerable.Range(0, samples).Select(i => BitConverter.ToSingle(map, 8 + 4 * i)).ToList();
        var farthest = (await ToolAsync()).GetProperty("filling").GetProperty("ratio").GetDouble();
        Assert.All(ratio, r => Assert.InRange(r, 0, farthest + 1));
        Assert.Contains(ratio, r => r > 0.9 * farthest);
    }

    private async Task<byte[]> UnpackedAsync(string path)
    {
        await using var unpacked = new GZipStream(await demo.Server.Client.GetStreamAsync(path), CompressionMode.Decompress);
        using var whole = new MemoryStream();
        await unpacked.CopyToAsync(whole);
        return whole.ToArray();
    }

    [Fact]
    public async Task The_request_for_it_and_the_scaled_part_are_files()
    {
        var client = demo.Server.Client;
        var pdf = await client.GetByteArrayAsync($"{await PlanAsync()}/tool/request.pdf?stretch=s3");
        Assert.StartsWith("%PDF", Encoding.ASCII.GetString(pdf, 0, 4), StringComparison.Ordinal);
        var stl = await client.GetByteArrayAsync($"{await PlanAsync()}/tool/model/stl?stretch=s3");
        var longest = 0f;
        for (var at = 84; at + 50 <= stl.Length; at += 50)
        for (var corner = 0; corner < 3; corner++)
            longest = Math.Max(longest, Math.Abs(BitConverter.ToSingle(stl, at + 12 + 12 * corner)));
        var shrink = (await ToolAsync()).GetProperty("material").GetProperty("shrinkPct").GetProperty("likely").GetDouble();
        Assert.Equal(59 * (1 + shrink / 100), longest, 1e-3);
        Assert.Equal(HttpStatusCode.NotFound, (await client.GetAsync($"{await PlanAsync()}/tool/model/obj?stretch=s3")).StatusCode);
    }

    [Theory]
    [InlineData("tool")]
    [InlineData("tool/map")]
    [InlineData("tool/request.pdf")]
    [InlineData("tool/model/stl")]
    public async Task A_route_without_a_tool_has_none_of_it(string what)
    {
        var answer = await demo.Server.Client.GetAsync($"{await PlanAsync()}/{what}?stretch=s2");
        Assert.Equal(HttpStatusCode.UnprocessableEntity, answer.StatusCode);
        Assert.Equal("plan.none", (await answer.Content.ReadFromJsonAsync<JsonElement>()).GetProperty("code").GetString());
    }

    [Fact]
    public async Task A_gate_is_moved_by_hand_and_one_that_is_no_place_is_refused_with_its_field()
    {
        var path = $"{await PlanAsync()}?stretch=s3";
        var whole = await demo.Server.GetAsync(path);
        var (version, value) = (
            whole.GetProperty("plan").GetProperty("version").GetInt32(),
            JsonNode.Parse(whole.GetProperty("plan").GetProperty("value").GetRawText())!
        );
        async Task<HttpResponseMessage> PutAsync(object? at)
        {
            value["gates"]!["at"] = JsonSerializer.SerializeToNode(at);
            return await demo.Server.Client.PutAsJsonAsync(path, new { value, version });
        }

        var bad = await PutAsync(
            new[]
            {
                new
                {
                    x = 1e9,
                    y = 0,
                    z = 0,
                },
            }
        );
        Assert.Equal(HttpStatusCode.UnprocessableEntity, bad.StatusCode);
        Assert.Equal("gates.at", (await bad.Content.ReadFromJsonAsync<JsonElement>()).GetProperty("field").GetString());
        var moved = await StampoServer.ReadAsync(
            await PutAsync(
                new[]
                {
                    new
                    {
                        x = 0,
                        y = 0,
                        z = 0,
                    },
                }
            )
        );
        var feed = moved.GetProperty("answer").GetProperty("figures").GetProperty("feed");
        Assert.False(feed.GetProperty("isProposed").GetBoolean());
        Assert.Equal(0, feed.GetProperty("gates")[0].GetProperty("at").GetProperty("pointMm")[0].GetDouble());
        var back = moved.GetProperty("plan").GetProperty("version").GetInt32();
        await demo.Server.PostAsync($"{await PlanAsync()}/undo?stretch=s3", new { version = back });
    }
}
