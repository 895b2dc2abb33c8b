using System.Globalization;
using System.Net.Http.Json;
using System.Text;
using Stampo.Server.Hosting;

namespace Stampo.Server.Tests;

/// <summary>The contracts of thermoforming over HTTP, with molds written out as files.</summary>
public sealed class FormingTests(SharedServer shared)
{
    private readonly StampoServer _server = shared.Server;

    /// <summary>A pit with a flat bottom and a wall of 65°, turned about z, as an OBJ file in mm.</summary>
    private static byte[] Pit(double rim, double bottom, double scale = 1)
    {
        const int Around = 96;
        var depth = (rim - bottom) * Math.Tan(65 * Math.PI / 180);
        var text = new StringBuilder();
        foreach (var (r, z) in new[] { (rim, 0.0), (bottom, -depth) })
            for (var k = 0; k < Around; k++)
            {
                var (sin, cos) = Math.SinCos(2 * Math.PI * k / Around);
                text.Append(CultureInfo.InvariantCulture, $"v {scale * r * cos} {scale * r * sin} {scale * z}\n");
            }

        text.Append(CultureInfo.InvariantCulture, $"v 0 0 {-scale * depth}\n");
        for (var k = 0; k < Around; k++)
        {
            var (a, b) = (k + 1, (k + 1) % Around + 1);
            text.Append(CultureInfo.InvariantCulture, $"f {a} {b} {b + Around}\nf {a} {b + Around} {a + Around}\n");
            text.Append(CultureInfo.InvariantCulture, $"f {a + Around} {b + Around} {2 * Around + 1}\n");
        }

        return Encoding.UTF8.GetBytes(text.ToString());
    }

    private async Task<HttpResponseMessage> FormAsync(byte[] file, params (string Name, string Value)[] fields)
    {
        using var form = new MultipartFormDataContent { { new ByteArrayContent(file), "file", "mold.obj" } };
        foreach (var (name, value) in fields)
            form.Add(new StringContent(value), name);
        return await _server.Client.PostAsync("/api/calc/form-mesh", form);
    }

    private static (string, string)[] Fields(params (string Name, string Value)[] others) =>
        [("unit", "mm"), ("pull", "0,0,1"), ("gaugeMm", "4"), ("side", "female"), .. others];

    [Fact]
    public async Task The_laws_answer_as_written()
    {
        async Task<double> AskAsync(string path, object body, string answer) =>
            (await _server.PostAsync($"/api/calc/{path}", body)).GetProperty(answer).GetDouble();
        Assert.Equal(
            1.7478,
            await AskAsync(
                "form-cone",
                new
                {
                    gaugeMm = 4,
                    wallAngleDeg = 65,
                    radiusRatio = 0.7,
                },
                "thicknessMm"
            ),
            5e-5
        );
        Assert.Equal(0.73576, await AskAsync("form-cylinder", new { gaugeMm = 4, depthRatio = 1 }, "thicknessMm"), 5e-6);
        Assert.Equal(0.69166, await AskAsync("scallop", new { ballRadiusMm = 3, scallopMm = 0.02 }, "stepoverMm"), 5e-6);
        var heating = new
        {
            gaugeMm = 3,
            densityKgPerM3 = 1050,
            specificHeatJPerKgK = 1900,
            riseK = 140,
            fluxKwPerM2 = 16,
            conductivityWPerMK = 0.17,
        };
        Assert.Equal(26.184, await AskAsync("sheet-heating", heating, "seconds"), 5e-4);
        Assert.Equal(70.588, await AskAsync("sheet-heating", heating, "surfaceLeadK"), 5e-4);
        var cooling = new
        {
            gaugeMm = 3,
            diffusivityMm2PerS = 0.08,
            sheetC = 160,
            moldC = 40,
            ejectC = 80,
            moldFactor = 1.6,
        };
        Assert.Equal(64.824, await AskAsync("sheet-cooling", cooling, "seconds"), 5e-4);
        Assert.Equal(
            (422, "input.missing", "gaugeMm"),
            await StampoServer.RefusedAsync(
                await _server.Client.PostAsJsonAsync("/api/calc/form-cylinder", new { depthRatio = 1 }, Json.Options)
            )
        );
    }

    [Fact]
    public async Task A_sheet_over_a_sent_mold_is_as_thick_as_the_law_says_whatever_the_unit_of_the_file()
    {
        var z = -18 * Math.Tan(65 * Math.PI / 180);
        var probes = string.Create(CultureInfo.InvariantCulture, $"[[42,0,{z}],[0,42,{z}]]");
        var answer = await StampoServer.ReadAsync(await FormAsync(Pit(60, 15), Fields(("cellMm", "2"), ("probes", probes))));
        Assert.All(
            answer.GetProperty("probes").EnumerateArray(),
            p => Assert.InRange(p.GetProperty("mm").GetDouble(), 0.95 * 1.7478, 1.05 * 1.7478)
        );
        var volume = answer.GetProperty("sheetVolumeCm3");
        Assert.Equal(57.6, volume.GetProperty("before").GetDouble(), 0.3);
        Assert.InRange(volume.GetProperty("after").GetDouble() / volume.GetProperty("before").GetDouble(), 0.99, 1.01);
        Assert.True(answer.GetProperty("minAt")[2].GetDouble() < -60);
        Assert.True(answer.GetProperty("minMm").GetDouble() <= answer.GetProperty("p5Mm").GetDouble());
        Assert.True(answer.GetProperty("meanMm").GetDouble() < answer.GetProperty("maxMm").GetDouble());
        Assert.NotEmpty(answer.GetProperty("lastTouched").EnumerateArray());

        var inches = Fields(("cellMm", "2"), ("probes", probes))[1..].Prepend(("unit", "in")).ToArray();
        var same = await StampoServer.ReadAsync(await FormAsync(Pit(60, 15, 1 / 25.4), inches));
        Assert.Equal(answer.GetProperty("minMm").GetDouble(), same.GetProperty("minMm").GetDouble(), 0.02);

        var plugged = await StampoServer.ReadAsync(
            await FormAsync(Pit(60, 15), Fields(("plug", """{"depthMm":60,"radiusMm":12}"""), ("probes", "[[0,0,-96]]")))
        );
        Assert.True(plugged.GetProperty("probes")[0].GetProperty("mm").GetDouble() > 1.3 * answer.GetProperty("minMm").GetDouble());
    }

    [Fact]
    public async Task What_can_not_be_formed_is_said_with_its_field()
    {
        async Task RefusedAsync(string code, string field, byte[] file, params (string, string)[] fields) =>
            Assert.Equal((422, code, field), await StampoServer.RefusedAsync(await FormAsync(file, fields)));
        var pit = Pit(30, 15);
        await RefusedAsync("input.missing", "gaugeMm", pit, ("side", "female"), ("pull", "0,0,1"));
        await RefusedAsync("input.missing", "pull", pit, ("side", "female"), ("gaugeMm", "3"));
        await RefusedAsync("input.choice", "side", pit, ("side", "inside"), ("gaugeMm", "3"), ("pull", "0,0,1"));
        await RefusedAsync("input.number", "cellMm", pit, Fields(("cellMm", "1e999")));
        await RefusedAsync("form.too-fine", "cellMm", pit, Fields(("cellMm", "0.05")));
        await RefusedAsync("input.unreadable", "probes", pit, Fields(("probes", "[[1,2")));
        await RefusedAsync("input.place", "probes", pit, Fields(("probes", "[[1,2]]")));
        await RefusedAsync("form.plug-hits", "plug", pit, Fields(("plug", """{"depthMm":60,"radiusMm":12}""")));
        await RefusedAsync("input.missing", "plug.radiusMm", pit, Fields(("plug", """{"depthMm":6}""")));
        // From below the pit is a hill: nothing lies under its highest place but the table.
        var turned = Fields().Where(f => f.Item1 != "pull").Append(("pull", "0,0,-1")).ToArray();
        Assert.True((await FormAsync(pit, turned)).IsSuccessStatusCode);
    }
}
