using System.Globalization;
using System.IO.Compression;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json;
using Stampo.Core.Planning;
using Stampo.Core.Plans.Forming;
using Stampo.Server.Hosting;
using Stampo.Server.Projects;

namespace Stampo.Server.Tests;

/// <summary>Sheets simulated on stored parts in the background, and what plan and routes make of them.</summary>
public sealed class FormedSheetTests(SharedServer shared)
{
    private readonly StampoServer _server = shared.Server;

    /// <summary>A drafted cup of 2 mm with a flange, as an OBJ file; the depth tells one part from another.</summary>
    internal static byte[] Cup(double depth)
    {
        const int Around = 64;
        (double R, double Z)[] rings = [(28, 0), (36, depth), (48, depth), (48, depth + 2), (34.6, depth + 2), (26.6, 2)];
        var text = new StringBuilder();
        foreach (var (r, z) in rings)
            for (var k = 0; k < Around; k++)
            {
                var (sin, cos) = Math.SinCos(2 * Math.PI * k / Around);
                text.Append(CultureInfo.InvariantCulture, $"v {r * cos} {r * sin} {z}\n");
            }

        text.Append("v 0 0 0\nv 0 0 2\n");
        for (var k = 0; k < Around; k++)
        {
            int At(int ring, int step) => ring * Around + (step % Around) + 1;
            for (var ring = 0; ring + 1 < rings.Length; ring++)
                text.Append(
                    CultureInfo.InvariantCulture,
                    $"f {At(ring, k)} {At(ring, k + 1)} {At(ring + 1, k + 1)}\nf {At(ring, k)} {At(ring + 1, k + 1)} {At(ring + 1, k)}\n"
                );
            var (under, over) = (rings.Length * Around + 1, rings.Length * Around + 2);
            text.Append(CultureInfo.InvariantCulture, $"f {under} {At(0, k + 1)} {At(0, k)}\n");
            text.Append(CultureInfo.InvariantCulture, $"f {over} {At(rings.Length - 1, k)} {At(rings.Length - 1, k + 1)}\n");
        }

        return Encoding.UTF8.GetBytes(text.ToString());
    }

    private async Task<string> DecidedAsync(byte[] mesh, string name = "cup.obj", string routeId = "form-soft")
    {
        var id = await _server.NewProjectAsync();
        await StampoServer.ReadAsync(await _server.SendMeshAsync($"/api/projects/{id}/part/file?version=0&unit=mm", mesh, name));
        await _server.MeasuredAsync(id);
        await _server.PostAsync(
            $"/api/projects/{id}/decisions",
            new
            {
                stretches = new[] { new { routeId, quantity = 40 } },
                reason = "To be formed.",
                by = "Oren Tisdale",
            }
        );
        return id;
    }

    private async Task<JsonElement> FiguresAsync(string id) =>
        (await _server.GetAsync($"/api/projects/{id}/plan")).GetProperty("answer").GetProperty("figures");

    /// <summary>Looks at the plan until nothing is under way any more.</summary>
    private async Task<List<JsonElement>> SimulatedAsync(string id)
    {
        for (var i = 0; i < 400; i++)
        {
            await FiguresAsync(id);
            var works = (await _server.GetAsync($"/api/projects/{id}/plan/sheet")).EnumerateArray().ToList();
            if (works.Count > 4 && works.TrueForAll(w => Phase(w) is "done" or "failed" || Looks(w) == "search"))
                return works;
            await Task.Delay(100);
        }

        throw new TimeoutException("The sheets were not simulated.");
    }

    private static string Phase(JsonElement work) => work.GetProperty("work").GetProperty("phase").GetString()!;

    private static string? Looks(JsonElement work) => work.GetProperty("looks").GetString();

    [Fact]
    public async Task Looking_at_a_plan_simulates_its_sheet_draws_it_and_routes_take_what_came_out()
    {
        Assert.Contains("not simulated yet", await RoutesAsync(await DecidedAsync(Cup(29))), StringComparison.Ordinal);
        var id = await DecidedAsync(Cup(31));
        var works = await SimulatedAsync(id);
        Assert.All(works.Where(w => Looks(w) != "search"), w => Assert.Equal("done", Phase(w)));
        var figures = await FiguresAsync(id);
        var gauge = figures.GetProperty("need").GetProperty("gaugeMm").GetDouble();
        foreach (var way in figures.GetProperty("ways").EnumerateArray())
        {
            var sheet = way.GetProperty("sheet");
            Assert.False(sheet.GetProperty("isFirstLook").GetBoolean());
            var (min, mean) = (sheet.GetProperty("minMm").GetDouble(), sheet.GetProperty("meanMm").GetDouble());
            Assert.True(0 < min && min < mean && mean < gauge, $"{min} {mean} {gauge}");
        }

        Assert.True(figures.GetProperty("need").GetProperty("keepsMm").GetDouble() > 0);
        Assert.Contains("simulated, formed", await RoutesAsync(id), StringComparison.Ordinal);
        // It is kept by content: another project with the same part has it at once.
        var twin = await FiguresAsync(await DecidedAsync(Cup(31)));
        Assert.Equal(figures.GetProperty("ways").GetRawText(), twin.GetProperty("ways").GetRawText());
        var traveller = await _server.GetAsync($"/api/projects/{id}/plan/traveller");
        Assert.Contains("thickness at the thinnest place of the map", traveller.GetRawText(), StringComparison.Ordinal);
        await IsDrawnAsync(id);
        await IsSearchedAsync(id);
    }

    private async Task IsDrawnAsync(string id)
    {
        var packed = await _server.Client.GetByteArrayAsync($"/api/projects/{id}/plan/sheet/female/drawing");
        using var zip = new GZipStream(new MemoryStream(packed), CompressionMode.Decompress);
        using var drawing = new BinaryReader(zip);
        Assert.Equal("SHT1", Encoding.ASCII.GetString(drawing.ReadBytes(4)));
        var (columns, rows, stages) = (drawing.ReadInt32(), drawing.ReadInt32(), drawing.ReadInt32());
        Assert.InRange(stages, 3, 36);
        Assert.InRange(columns * rows, 1_000, 20_000);
        Assert.Equal(404, (int)(await _server.Client.GetAsync($"/api/projects/{id}/plan/sheet/billow/drawing")).StatusCode);
        Assert.Equal(404, (int)(await _server.Client.GetAsync($"/api/projects/{id}/plan/sheet/9/drawing")).StatusCode);
    }

    private async Task IsSearchedAsync(string id)
    {
        Assert.Equal(JsonValueKind.Null, (await FiguresAsync(id)).GetProperty("search").ValueKind);
        await StampoServer.ReadAsync(await _server.Client.PostAsync($"/api/projects/{id}/plan/sheet?what=search", null));
        var search = default(JsonElement);
        for (var i = 0; i < 600 && search.ValueKind != JsonValueKind.Object; i++)
        {
            await Task.Delay(100);
            search = (await FiguresAsync(id)).GetProperty("search");
        }

        Assert.Equal(16, search.GetProperty("zones").GetArrayLength());
        var plugs = search.GetProperty("plugs").EnumerateArray().Select(p => p.GetProperty("minMm").GetDouble()).ToList();
        Assert.InRange(plugs.Count, 4, 18);
        Assert.Equal(plugs.Max(), search.GetProperty("bestPlug").GetProperty("minMm").GetDouble());
        Assert.True(search.GetProperty("bestZones").GetProperty("minMm").GetDouble() > search.GetProperty("plainMm").GetDouble());
    }

    private async Task<string> RoutesAsync(string id) =>
        await _server.Client.GetStringAsync($"/api/projects/{id}/routes/form-soft/working?quantity=40");

    [Fact]
    public async Task What_is_stopped_waits_until_somebody_asks_again()
    {
        var id = await DecidedAsync(Cup(27));
        await FiguresAsync(id);
        var stopped = await StampoServer.ReadAsync(await _server.Client.DeleteAsync($"/api/projects/{id}/plan/sheet"));
        // What was done before the stop came is done.
        for (var i = 0; i < 100 && stopped.EnumerateArray().Any(w => Phase(w) is "waiting" or "running"); i++)
        {
            await Task.Delay(50);
            stopped = await _server.GetAsync($"/api/projects/{id}/plan/sheet");
        }

        await FiguresAsync(id);
        Assert.Contains((await _server.GetAsync($"/api/projects/{id}/plan/sheet")).EnumerateArray(), w => Phase(w) == "stopped");
        await StampoServer.ReadAsync(await _server.Client.PostAsync($"/api/projects/{id}/plan/sheet", null));
        Assert.DoesNotContain((await _server.GetAsync($"/api/projects/{id}/plan/sheet")).EnumerateArray(), w => Phase(w) == "stopped");
        await _server.Client.DeleteAsync($"/api/projects/{id}/plan/sheet");
    }

    [Fact]
    public async Task What_no_sheet_forms_is_refused_and_other_routes_have_no_sheet()
    {
        // The part has become another one since it was decided.
        var block = await DecidedAsync(Cup(30));
        await StampoServer.ReadAsync(
            await _server.SendMeshAsync(
                $"/api/projects/{block}/part/file?version=1&unit=mm",
                StampoServer.DemoMesh("scale-foot.stl"),
                "foot.stl"
            )
        );
        var answer = (await _server.GetAsync($"/api/projects/{block}/plan")).GetProperty("answer");
        Assert.Contains(
            answer.GetProperty("refusals").EnumerateArray().Select(r => r.GetProperty("code").GetString()),
            code => code is "undercut" or "no-opening"
        );
        Assert.Equal(0, answer.GetProperty("operations").GetArrayLength());
        Assert.Empty((await _server.GetAsync($"/api/projects/{block}/plan/sheet")).EnumerateArray());
        Assert.Equal(422, (int)(await _server.Client.GetAsync($"/api/projects/{block}/plan/traveller.pdf")).StatusCode);
        var poured = await DecidedAsync(Cup(30), routeId: "cast-silicone");
        Assert.Equal((422, "plan.none"), await CodeAsync(await _server.Client.GetAsync($"/api/projects/{poured}/plan/sheet")));
    }

    [Fact]
    public async Task Odd_choices_are_refused_by_their_field()
    {
        var id = await DecidedAsync(Cup(31));
        var choices = (await _server.GetAsync($"/api/projects/{id}/plan"))
            .GetProperty("plan")
            .GetProperty("value")
            .Deserialize<FormingChoices>(Json.Options)!;
        (FormingChoices, string)[] odd =
        [
            (choices with { Sheet = choices.Sheet with { GaugeMm = -1 } }, "sheet.gaugeMm"),
            (choices with { Sheet = choices.Sheet with { Zones = [2, 2, 2] } }, "zones.shares"),
            (choices with { Mold = choices.Mold with { MoldId = "cheese" } }, "mold.moldId"),
            (choices with { Heat = choices.Heat with { MoldC = 999 } }, "heat.moldC"),
        ];
        foreach (var (wrong, field) in odd)
            Assert.Equal(
                field,
                (
                    await StampoServer.RefusedAsync(
                        await _server.Client.PutAsJsonAsync($"/api/projects/{id}/plan", new Save<PlanChoices>(wrong, 0), Json.Options)
                    )
                ).Field
            );
    }

    private static async Task<(int, string)> CodeAsync(HttpResponseMessage answer)
    {
        var (status, code, _) = await StampoServer.RefusedAsync(answer);
        return (status, code);
    }
}
