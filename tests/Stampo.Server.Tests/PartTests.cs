using System.IO.Compression;
using System.Net;
using System.Text;
using System.Text.Json;
using Microsoft.Extensions.DependencyInjection;
using Stampo.Core.Parts;
using Stampo.Server.Hosting;

namespace Stampo.Server.Tests;

/// <summary>The Part step over HTTP: studies, verdicts, mends, the show side, exports, declared parts.</summary>
public sealed class PartTests(SharedServer shared)
{
    private readonly StampoServer _server = shared.Server;

    private async Task<string> WithMeshAsync(byte[] file, string name = "part.stl", string query = "")
    {
        var id = await _server.NewProjectAsync();
        await StampoServer.ReadAsync(await _server.SendMeshAsync($"/api/projects/{id}/part/file?version=0&unit=mm{query}", file, name));
        return id;
    }

    private async Task<JsonElement> StudyAsync(string id, string phase = "done")
    {
        for (var tries = 0; tries < 300; tries++)
        {
            var state = await _server.GetAsync($"/api/projects/{id}/part/study");
            if (state.GetProperty("phase").GetString() == phase)
                return state;
            await Task.Delay(100);
        }

        throw new TimeoutException($"The study did not reach {phase}.");
    }

    [Fact]
    public async Task A_mesh_is_measured_in_the_background_and_the_routes_hear_of_it()
    {
        var id = await WithMeshAsync(StampoServer.DemoMesh("gateway-housing.stl"));
        var figures = (await StudyAsync(id)).GetProperty("figures");
        Assert.Equal(1.1, figures.GetProperty("wallMm").GetProperty("p1").GetDouble(), 0.02);
        Assert.Equal(2.2, figures.GetProperty("wallMm").GetProperty("median").GetDouble(), 0.04);
        Assert.Contains(
            figures.GetProperty("findings").EnumerateArray(),
            f => f.GetProperty("code").GetString() == "hole-1" && f.GetProperty("place").GetProperty("pointMm").GetArrayLength() == 3
        );
        Assert.Contains(figures.GetProperty("working").EnumerateArray(), line => line.GetProperty("id").GetString() == "wall");

        var verdicts = (await _server.GetAsync($"/api/projects/{id}/part/verdicts")).EnumerateArray().ToList();
        var thin = verdicts.Where(v => v.GetProperty("concern").GetString() == "wall").ToList();
        Assert.Contains(thin, v => v.GetProperty("verdict").GetString() == "atRisk" && v.GetProperty("limit").GetDouble() == 1.2);
        Assert.Contains(verdicts, v => v.GetProperty("concern").GetString() == "draft" && v.GetProperty("verdict").GetString() == "atRisk");
        Assert.Contains(
            verdicts,
            v =>
                v.GetProperty("concern").GetString() == "hole"
                && v.GetProperty("routes").EnumerateArray().Any(r => r.GetProperty("id").GetString() == "cast-silicone")
        );
        var gates = (await _server.GetAsync($"/api/projects/{id}/comparison?quantity=40"))
            .GetProperty("lanes")
            .EnumerateArray()
            .Single(lane => lane.GetProperty("route").GetProperty("id").GetString() == "cast-printed")
            .GetProperty("gates")
            .EnumerateArray();
        Assert.Contains(
            gates,
            g =>
                g.GetProperty("name").GetString() == "Thinnest wall"
                && g.GetProperty("reason").GetString()!.StartsWith("Walls of 1.1 mm", StringComparison.Ordinal)
        );
    }

    [Fact]
    public async Task The_maps_come_packed_and_only_when_measured()
    {
        var id = await WithMeshAsync(StampoServer.DemoMesh("vent-disc.stl"));
        await StudyAsync(id);
        var answer = await _server.Client.GetAsync($"/api/projects/{id}/part/maps");
        Assert.Equal("gzip", answer.Content.Headers.ContentEncoding.Single());
        using var bytes = new MemoryStream();
        await new GZipStream(await answer.Content.ReadAsStreamAsync(), CompressionMode.Decompress).CopyToAsync(bytes);
        var triangles = BitConverter.ToInt32(bytes.ToArray(), 0);
        Assert.Equal(
            (await _server.GetAsync($"/api/projects/{id}/part"))
                .GetProperty("value")
                .GetProperty("report")
                .GetProperty("triangles")
                .GetInt32(),
            triangles
        );
        var none = await _server.NewProjectAsync();
        Assert.Equal(
            (404, "not-found", null),
            await StampoServer.RefusedAsync(await _server.Client.GetAsync($"/api/projects/{none}/part/maps"))
        );
    }

    [Fact]
    public async Task What_was_measured_is_there_at_once_for_the_same_mesh_in_another_project()
    {
        await StudyAsync(await WithMeshAsync(StampoServer.DemoMesh("vent-disc.stl")));
        var second = await WithMeshAsync(StampoServer.DemoMesh("vent-disc.stl"), "same.stl");
        Assert.Equal("done", (await _server.GetAsync($"/api/projects/{second}/part/study")).GetProperty("phase").GetString());
    }

    [Fact]
    public async Task Measuring_can_be_stopped_and_begun_again()
    {
        // Other work holds the queue, so that there is something to stop whenever it is stopped.
        using var server = new StampoServer();
        using var gate = new SemaphoreSlim(0);
        server.Services.GetRequiredService<LongWork>().Start("gate", progress => gate.WaitAsync(progress.Cancel));
        var id = await server.NewProjectWithPartAsync("vent-disc.stl");
        async Task<string?> PhaseAsync() => (await server.GetAsync($"/api/projects/{id}/part/study")).GetProperty("phase").GetString();
        Assert.Equal("waiting", await PhaseAsync());
        await StampoServer.ReadAsync(await server.Client.DeleteAsync($"/api/projects/{id}/part/study"));
        for (var tries = 0; tries < 500 && await PhaseAsync() == "waiting"; tries++)
            await Task.Delay(10);
        Assert.Equal("stopped", await PhaseAsync());
        gate.Release();
        await server.PostAsync($"/api/projects/{id}/part/study", new { });
        await server.MeasuredAsync(id);
        Assert.True(
            (await server.GetAsync($"/api/projects/{id}/part/study"))
                .GetProperty("figures")
                .GetProperty("section")
                .GetProperty("diameterMm")
                .GetDouble() > 1
        );
    }

    [Fact]
    public async Task A_pull_chosen_by_hand_is_measured_anew()
    {
        var id = await WithMeshAsync(StampoServer.DemoMesh("probe-grommet.stl"));
        await StudyAsync(id);
        var part = await _server.PutAsync(
            $"/api/projects/{id}/part",
            new
            {
                version = 1,
                value = new
                {
                    unit = "mm",
                    declared = new { shape = "compact" },
                    pull = new[] { 0, 0, 5 },
                },
            }
        );
        Assert.Equal([0, 0, 1], part.GetProperty("value").GetProperty("pull").EnumerateArray().Select(n => n.GetDouble()));
        Assert.Equal("none", (await _server.GetAsync($"/api/projects/{id}/part/study")).GetProperty("phase").GetString());
        await _server.PostAsync($"/api/projects/{id}/part/study", new { });
        Assert.Equal(
            [0, 0, 1],
            (await StudyAsync(id)).GetProperty("figures").GetProperty("pull").EnumerateArray().Select(n => n.GetDouble())
        );
        var bad = await _server.Client.PutAsync(
            $"/api/projects/{id}/part",
            Body("""{"version":2,"value":{"unit":"mm","declared":{},"pull":[0,0,0]}}""")
        );
        Assert.Equal((422, "input.pull", "pull"), await StampoServer.RefusedAsync(bad));
    }

    [Fact]
    public async Task A_mend_is_shown_done_and_undone()
    {
        var id = await WithMeshAsync(StampoServer.DemoMesh("sensor-prism.stl"), "sensor-prism.stl");
        var offers = await _server.GetAsync($"/api/projects/{id}/part/mending");
        Assert.Equal("turnFaces", Assert.Single(offers.EnumerateArray()).GetProperty("mend").GetString());
        var preview = await _server.PostAsync($"/api/projects/{id}/part/mending/preview", new { mends = new[] { "turnFaces" } });
        Assert.Equal(JsonValueKind.Null, preview.GetProperty("before").GetProperty("volumeMm3").ValueKind);
        Assert.Equal(13_085, preview.GetProperty("after").GetProperty("volumeMm3").GetDouble(), 1.0);
        Assert.Equal(1, (await _server.GetAsync($"/api/projects/{id}/part")).GetProperty("version").GetInt32());

        var mended = await _server.PostAsync($"/api/projects/{id}/part/mending", new { mends = new[] { "turnFaces" }, version = 1 });
        Assert.Equal("sensor-prism (mended).stl", mended.GetProperty("value").GetProperty("fileName").GetString());
        Assert.Equal(13_085, mended.GetProperty("value").GetProperty("report").GetProperty("volumeMm3").GetDouble(), 1.0);
        Assert.Empty((await _server.GetAsync($"/api/projects/{id}/part/mending")).EnumerateArray());
        var undone = await _server.PostAsync($"/api/projects/{id}/part/undo", new { version = 2 });
        Assert.Equal("sensor-prism.stl", undone.GetProperty("value").GetProperty("fileName").GetString());

        Assert.Equal(
            (422, "input.empty", "mends"),
            await _server.RefusedPostAsync($"/api/projects/{id}/part/mending/preview", new { mends = Array.Empty<string>() })
        );
        Assert.Equal(
            409,
            (await _server.RefusedPostAsync($"/api/projects/{id}/part/mending", new { mends = new[] { "turnFaces" }, version = 1 })).Status
        );
        Assert.Equal(
            "part.no-mesh",
            (
                await _server.RefusedPostAsync(
                    $"/api/projects/{await _server.NewProjectAsync()}/part/mending/preview",
                    new { mends = new[] { "turnFaces" } }
                )
            ).Code
        );
    }

    [Fact]
    public async Task The_show_side_is_picked_counted_and_cleared()
    {
        var id = await WithMeshAsync(StampoServer.DemoMesh("gateway-housing.stl"));
        var picked = await _server.PostAsync(
            $"/api/projects/{id}/part/show-side",
            new
            {
                pick = new
                {
                    triangle = 0,
                    angleDeg = 25,
                    shown = true,
                },
                version = 1,
            }
        );
        var area = picked.GetProperty("value").GetProperty("showAreaCm2").GetDouble();
        Assert.InRange(area, 1, 455);
        var shown = await _server.Client.GetByteArrayAsync($"/api/projects/{id}/part/show-side");
        Assert.Equal((1660, (byte)1), (shown.Length, shown[0]));
        Assert.InRange(shown.Count(s => s == 1), 2, 1659);
        Assert.Equal(
            (422, "input.out-of-range", "triangle"),
            await _server.RefusedPostAsync(
                $"/api/projects/{id}/part/show-side",
                new
                {
                    pick = new
                    {
                        triangle = 1660,
                        angleDeg = 25,
                        shown = true,
                    },
                    version = 2,
                }
            )
        );
        // In inches every side is 25.4 times as long.
        var inInches = await _server.PutAsync(
            $"/api/projects/{id}/part",
            new { version = 2, value = new { unit = "in", declared = new { } } }
        );
        Assert.Equal(area * 25.4 * 25.4, inInches.GetProperty("value").GetProperty("showAreaCm2").GetDouble(), area * 0.1);
        var cleared = await _server.PostAsync($"/api/projects/{id}/part/show-side/clear", new { version = 3 });
        Assert.Equal(JsonValueKind.Null, cleared.GetProperty("value").GetProperty("showAreaCm2").ValueKind);
    }

    [Theory]
    [InlineData("stl")]
    [InlineData("3mf")]
    public async Task What_is_exported_is_the_part(string format)
    {
        var id = await WithMeshAsync(StampoServer.DemoMesh("vent-disc.stl"), "vent-disc.stl");
        var answer = await _server.Client.GetAsync($"/api/projects/{id}/part/export/{format}");
        Assert.Equal($"vent-disc.{format}", answer.Content.Headers.ContentDisposition!.FileName);
        var back = MeshCheck.Run(await answer.Content.ReadAsByteArrayAsync(), LengthUnit.Mm).Report;
        Assert.Equal(
            (await _server.GetAsync($"/api/projects/{id}/part"))
                .GetProperty("value")
                .GetProperty("report")
                .GetProperty("volumeMm3")
                .GetDouble(),
            back.VolumeMm3!.Value,
            1e-3
        );
        Assert.Equal(404, (await StampoServer.RefusedAsync(await _server.Client.GetAsync($"/api/projects/{id}/part/export/dwg"))).Status);
    }

    [Fact]
    public async Task A_file_that_states_its_unit_is_taken_at_its_word()
    {
        var model = """
            <?xml version="1.0"?><model unit="inch">
            <resources><object id="1"><mesh>
            <vertices><vertex x="0" y="0" z="0"/><vertex x="1" y="0" z="0"/><vertex x="0" y="1" z="0"/><vertex x="0" y="0" z="1"/></vertices>
            <triangles><triangle v1="0" v2="2" v3="1"/>
            <triangle v1="0" v2="1" v3="3"/><triangle v1="0" v2="3" v3="2"/><triangle v1="1" v2="2" v3="3"/></triangles>
            </mesh></object></resources>
            <build><item objectid="1"/></build></model>
            """;
        using var file = new MemoryStream();
        using (var zip = new ZipArchive(file, ZipArchiveMode.Create, true))
        {
            using var entry = zip.CreateEntry("3D/3dmodel.model").Open();
            entry.Write(Encoding.UTF8.GetBytes(model));
        }

        var id = await WithMeshAsync(file.ToArray(), "corner.3mf");
        var part = (
            await _server.PutAsync($"/api/projects/{id}/part", new { version = 1, value = new { unit = "m", declared = new { } } })
        ).GetProperty("value");
        Assert.Equal(
            ("mm", "inch"),
            (part.GetProperty("unit").GetString(), part.GetProperty("report").GetProperty("statedUnit").GetString())
        );
        Assert.Equal(25.4 * 25.4 * 25.4 / 6, part.GetProperty("report").GetProperty("volumeMm3").GetDouble(), 0.1);
    }

    [Fact]
    public async Task A_mesh_made_from_another_file_remembers_which()
    {
        var hash = new string('a', 64);
        var id = await WithMeshAsync(StampoServer.DemoMesh("vent-disc.stl"), "disc.stl", $"&sourceName=..%2Fdisc.step&sourceSha256={hash}");
        var source = (await _server.GetAsync($"/api/projects/{id}/part")).GetProperty("value").GetProperty("source");
        Assert.Equal(("disc.step", hash), (source.GetProperty("name").GetString(), source.GetProperty("sha256").GetString()));
    }

    [Fact]
    public async Task A_declared_part_goes_through_every_step_without_a_mesh()
    {
        var id = await _server.NewProjectAsync();
        var size = new
        {
            lengthMm = 90,
            widthMm = 60,
            heightMm = 25,
            volumeCm3 = 30,
            areaCm2 = 240,
        };
        await _server.PutAsync(
            $"/api/projects/{id}/part",
            new
            {
                version = 0,
                value = new
                {
                    unit = "mm",
                    declared = new
                    {
                        shape = "compact",
                        nominalWallMm = 2.5,
                        thinnestWallMm = 1.5,
                        undercut = "none",
                        size,
                    },
                },
            }
        );
        Assert.True((await _server.GetAsync($"/api/projects/{id}")).GetProperty("done").GetProperty("part").GetBoolean());
        Assert.NotEqual(0, (await _server.GetAsync($"/api/projects/{id}/part/verdicts")).GetArrayLength());
        Assert.NotEqual(0, (await _server.GetAsync($"/api/projects/{id}/comparison?quantity=30")).GetProperty("lanes").GetArrayLength());
        await _server.PostAsync(
            $"/api/projects/{id}/decisions",
            new
            {
                stretches = new[] { new { routeId = "cast-silicone", quantity = 30 } },
                reason = "No mesh yet.",
                by = "Oren Tisdale",
            }
        );
        Assert.True(
            (await _server.GetAsync($"/api/projects/{id}/plan"))
                .GetProperty("answer")
                .GetProperty("figures")
                .GetProperty("batch")
                .GetProperty("massG")
                .GetDouble() > 30
        );
        Assert.Equal("none", (await _server.GetAsync($"/api/projects/{id}/part/study")).GetProperty("phase").GetString());

        var impossible = await _server.Client.PutAsync(
            $"/api/projects/{id}/part",
            Body(
                """{"version":1,"value":{"unit":"mm","declared":{"size":{"lengthMm":10,"widthMm":10,"heightMm":10,"volumeCm3":2,"areaCm2":20}}}}"""
            )
        );
        Assert.Equal((422, "input.out-of-range", "size.volumeCm3"), await StampoServer.RefusedAsync(impossible));
    }

    [Fact]
    public async Task An_open_part_has_no_study_no_verdicts_and_says_so_nowhere_else()
    {
        var open = StampoServer.DemoMesh("vent-disc.stl")[..^50];
        BitConverter.TryWriteBytes(open.AsSpan(80), BitConverter.ToInt32(open, 80) - 1);
        var id = await WithMeshAsync(open);
        Assert.Equal("none", (await _server.GetAsync($"/api/projects/{id}/part/study")).GetProperty("phase").GetString());
        Assert.Equal("none", (await _server.PostAsync($"/api/projects/{id}/part/study", new { })).GetProperty("phase").GetString());
        Assert.Equal(0, (await _server.GetAsync($"/api/projects/{id}/part/verdicts")).GetArrayLength());
        Assert.Equal(
            "comparison.no-volume",
            (await StampoServer.RefusedAsync(await _server.Client.GetAsync($"/api/projects/{id}/comparison?quantity=1"))).Code
        );
        Assert.Equal(HttpStatusCode.OK, (await _server.Client.GetAsync($"/api/projects/{id}/part/export/stl")).StatusCode);
    }

    private static StringContent Body(string json) => new(json, Encoding.UTF8, "application/json");
}
