using System.IO.Compression;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json;
using Stampo.Core.Briefs;
using Stampo.Core.Comparison;
using Stampo.Core.Materials;
using Stampo.Server.Brief;
using Stampo.Server.Hosting;

namespace Stampo.Server.Tests;

/// <summary>The pick, the bridge, what-ifs, sensitivity, states side by side, decisions re-opened, and what is taken along.</summary>
public sealed class ChoiceTests : IDisposable
{
    private readonly StampoServer _server = new();

    public void Dispose() => _server.Dispose();

    private static readonly DateOnly Today = DateOnly.FromDateTime(DateTime.Now);

    private static readonly Core.Briefs.Brief Trial = new()
    {
        ProductionMaterial = "abs",
        Demand = [new DemandRow(Today.AddDays(60), 40, Purpose.Function), new DemandRow(Today.AddDays(300), 1_200, Purpose.Sale, 3)],
        Hardness = new HardnessTarget(ShoreScale.D, 77, 8, true),
        ChangeRisk = new ChangeRisk(0.12, ChangeSize.Large),
    };

    private async Task<string> ProjectAsync(Core.Briefs.Brief? brief = null)
    {
        var id = await _server.NewProjectWithPartAsync();
        await _server.PutAsync($"/api/projects/{id}/brief", new Save<Core.Briefs.Brief>(brief ?? Trial, 0));
        return id;
    }

    /// <summary>Waits until the shape is measured, after which figures stand still.</summary>
    private async Task MeasuredAsync(string id)
    {
        await _server.PostAsync($"/api/projects/{id}/part/study", new { });
        while ((await _server.GetAsync($"/api/projects/{id}/part/study")).GetProperty("phase").GetString() is "waiting" or "running")
            await Task.Delay(50);
    }

    [Fact]
    public async Task The_pick_and_the_bridge_of_a_project()
    {
        var id = await ProjectAsync();
        var pick = await _server.GetAsync($"/api/projects/{id}/pick");
        Assert.Equal(3_640, pick.GetProperty("quantity").GetDouble());
        Assert.NotEqual(JsonValueKind.Null, pick.GetProperty("recommended").ValueKind);
        Assert.True(pick.GetProperty("sentences").GetArrayLength() >= 2);
        var bridge = (await _server.GetAsync($"/api/projects/{id}/bridge")).GetProperty("answer");
        Assert.True(bridge.GetProperty("stretches").GetArrayLength() >= 2);
        Assert.Equal((422, "input.out-of-range", "weights.cost"), await StampoServer.RefusedAsync(await _server.Client.GetAsync($"/api/projects/{id}/pick?cost=-1")));
        Assert.Equal((422, "bridge.no-demand", "brief/demand"), await StampoServer.RefusedAsync(await _server.Client.GetAsync($"/api/projects/{await ProjectAsync(new Core.Briefs.Brief())}/bridge")));
    }

    [Fact]
    public async Task Lanes_at_a_quantity_carry_only_what_it_changes()
    {
        var id = await ProjectAsync();
        await MeasuredAsync(id);
        var whole = (await _server.GetAsync($"/api/projects/{id}/comparison?quantity=40")).GetProperty("lanes");
        var moved = (await _server.GetAsync($"/api/projects/{id}/comparison/lanes?quantity=40")).GetProperty("lanes");
        foreach (var (lane, change) in whole.EnumerateArray().Zip(moved.EnumerateArray()))
        {
            Assert.Equal(lane.GetProperty("route").GetProperty("id").GetString(), change.GetProperty("id").GetString());
            Assert.Equal(lane.GetProperty("gates").GetArrayLength(), lane.GetProperty("fixedGates").GetInt32() + change.GetProperty("gates").GetArrayLength());
            Assert.Equal(lane.GetProperty("unit").GetProperty("p50").GetDouble(), change.GetProperty("unit").GetProperty("p50").GetDouble());
        }
    }

    [Fact]
    public async Task A_what_if_moves_the_figures_and_undo_takes_it_back()
    {
        var id = await ProjectAsync();
        await MeasuredAsync(id);
        var before = await _server.GetAsync($"/api/projects/{id}/sensitivity?quantity=40");
        Assert.True(before.GetProperty("swings").GetArrayLength() > 3);
        var held = await _server.PutAsync($"/api/projects/{id}/what-if", new Save<WhatIf>(new WhatIf([new HeldInput("labour.bench", 400)]), 0));
        Assert.NotEqual(before.GetProperty("margin").GetDouble(), (await _server.GetAsync($"/api/projects/{id}/sensitivity?quantity=40")).GetProperty("margin").GetDouble());
        Assert.Equal((422, "whatif.unknown", "inputs.labour.ghost"), await StampoServer.RefusedAsync(await _server.Client.PutAsJsonAsync($"/api/projects/{id}/what-if", new Save<WhatIf>(new WhatIf([new HeldInput("labour.ghost", 4)]), 1), Json.Options)));
        await _server.PutAsync($"/api/projects/{id}/what-if", new Save<WhatIf>(WhatIf.None, held.GetProperty("version").GetInt32()));
        Assert.Equal(before.GetProperty("margin").GetDouble(), (await _server.GetAsync($"/api/projects/{id}/sensitivity?quantity=40")).GetProperty("margin").GetDouble(), 1e-9);
    }

    [Fact]
    public async Task Two_quantities_and_two_briefs_stand_side_by_side()
    {
        var id = await ProjectAsync();
        await _server.PutAsync($"/api/projects/{id}/brief", new Save<Core.Briefs.Brief>(Trial with { ToleranceMm = 0.1 }, 1));
        var quantities = await _server.GetAsync($"/api/projects/{id}/comparison/beside?quantity=40&with=4000");
        Assert.Equal((40, 4_000), (quantities.GetProperty("quantity").GetDouble(), quantities.GetProperty("withQuantity").GetDouble()));
        var states = await _server.GetAsync($"/api/projects/{id}/brief/states");
        var first = states.EnumerateArray().Last().GetProperty("ordinal").GetInt32();
        var briefs = await _server.GetAsync($"/api/projects/{id}/comparison/beside?quantity=40&brief={first}");
        var difference = Assert.Single(briefs.GetProperty("briefDifferences").EnumerateArray());
        Assert.Equal(("toleranceMm", "0.1"), (difference.GetProperty("where").GetString(), difference.GetProperty("now").GetString()));
        Assert.Equal(404, (await StampoServer.RefusedAsync(await _server.Client.GetAsync($"/api/projects/{id}/comparison/beside?brief=99"))).Status);
    }

    [Fact]
    public async Task A_decision_opens_as_it_was_and_says_what_has_changed_since()
    {
        var id = await ProjectAsync();
        await MeasuredAsync(id);
        var made = await _server.PostAsync($"/api/projects/{id}/decisions", new { routeId = "cast-silicone", quantity = 40, reason = "The trial first.", by = "Oren Tisdale" });
        var changes = $"/api/projects/{id}/decisions/{made.GetProperty("id").GetInt32()}/changes";
        var same = await _server.GetAsync(changes);
        Assert.All(new[] { "part", "brief", "rates" }, what => Assert.Equal(0, same.GetProperty(what).GetArrayLength()));
        Assert.Equal(same.GetProperty("unitThen").GetDouble(), same.GetProperty("unitNow").GetDouble(), 1e-9);

        await _server.PutAsync($"/api/projects/{id}/brief", new Save<Core.Briefs.Brief>(Trial with { ShowSide = Finish.Gloss }, 1));
        await _server.PutAsync("/api/library", new { rates = new[] { Core.Reference.RateCard.Shipped["labour.bench"] with { Likely = 49 } } });
        var now = await _server.GetAsync(changes);
        Assert.Equal("showSide", Assert.Single(now.GetProperty("brief").EnumerateArray()).GetProperty("where").GetString());
        Assert.Single(now.GetProperty("rates").EnumerateArray());
        Assert.True(now.GetProperty("unitNow").GetDouble() > now.GetProperty("unitThen").GetDouble());
        var kept = (await _server.GetAsync($"/api/projects/{id}/decisions"))[0];
        Assert.Equal(same.GetProperty("unitThen").GetDouble(), kept.GetProperty("lanes").EnumerateArray().Single(l => l.GetProperty("route").GetProperty("id").GetString() == "cast-silicone").GetProperty("unit").GetProperty("p50").GetDouble());
        Assert.Equal(404, (await StampoServer.RefusedAsync(await _server.Client.GetAsync($"/api/projects/{id}/decisions/9999/changes"))).Status);
    }

    [Fact]
    public async Task Memo_table_and_page_can_be_taken_along()
    {
        var id = await ProjectAsync();
        var memo = await _server.GetAsync($"/api/projects/{id}/memo?quantity=40");
        Assert.Contains(memo.GetProperty("asked").EnumerateArray(), a => a.GetString()!.Contains("a year for 3 years", StringComparison.Ordinal));
        Assert.InRange(memo.GetProperty("rows").GetArrayLength(), 1, 8);
        var pdf = await _server.Client.GetByteArrayAsync($"/api/projects/{id}/memo.pdf?quantity=40");
        Assert.StartsWith("%PDF-", Encoding.ASCII.GetString(pdf, 0, 8), StringComparison.Ordinal);
        var csv = await _server.Client.GetStringAsync($"/api/projects/{id}/routes.csv?quantity=40");
        Assert.Equal(1 + 19, csv.Trim().Split('\n').Length);
        Assert.Contains("Urethane cast in silicone", csv, StringComparison.Ordinal);
        using var xlsx = new ZipArchive(await _server.Client.GetStreamAsync($"/api/projects/{id}/routes.xlsx?quantity=40"));
        Assert.Contains(xlsx.Entries, e => e.FullName.Contains("sheet1", StringComparison.Ordinal));
        Assert.Equal((422, "comparison.no-volume", "part"), await StampoServer.RefusedAsync(await _server.Client.GetAsync($"/api/projects/{await _server.NewProjectAsync()}/memo.pdf")));
    }

    [Fact]
    public async Task The_ladder_is_kept_and_checked()
    {
        var id = await ProjectAsync();
        var tab = new LadderRequest(LadderSection.Cantilever, 0.4, GiveMm: 2, LengthMm: 15, WidthMm: 12, ThicknessMm: 3);
        var answer = await _server.PostAsync("/api/calc/hardness-ladder", tab);
        Assert.Equal(8.333, answer.GetProperty("modulusMpa").GetDouble(), 1e-3);
        var ladder = new Ladder { Request = tab, Tried = [new Felt("pu-elastomer-80a", "just right")], ChosenMaterialId = "pu-elastomer-80a", Reason = "Holds the tab.", ChosenOn = Today };
        var kept = await _server.PutAsync($"/api/projects/{id}/ladder", new Save<Ladder>(ladder, 0));
        Assert.Equal("just right", kept.GetProperty("value").GetProperty("tried")[0].GetProperty("words").GetString());
        Assert.Equal((422, "ladder.no-material", "chosenMaterialId"), await StampoServer.RefusedAsync(await _server.Client.PutAsJsonAsync($"/api/projects/{id}/ladder", new Save<Ladder>(ladder with { ChosenMaterialId = "jelly" }, 1), Json.Options)));
        Assert.Equal("postMm", (await _server.RefusedPostAsync("/api/calc/hardness-ladder", new { section = "ring", loadN = 5, diameterMm = 5, widthMm = 3, thicknessMm = 2 })).Field);
    }

    [Fact]
    public async Task Templates_can_be_saved_as_they_come_and_insert_stress_answers()
    {
        var templates = await _server.GetAsync("/api/brief-templates");
        Assert.Equal(6, templates.GetArrayLength());
        foreach (var template in templates.EnumerateArray())
            await _server.PutAsync($"/api/projects/{await _server.NewProjectAsync()}/brief", new { value = template.GetProperty("brief"), version = 0 });
        Assert.Equal(11.24, (await _server.PostAsync("/api/calc/insert-stress", new { modulusMpa = 2300, strain = 0.006, poisson = 0.38, innerRadiusMm = 2.5, outerRadiusMm = 5 })).GetProperty("hoopMpa").GetDouble(), 0.005);
        var plate = new { sectionMm = 2.4, diffusivityMm2PerS = 0.085, meltC = 235, moldC = 60, ejectC = 95, criterion = "mean" };
        Assert.Equal(9.6084, (await _server.PostAsync("/api/calc/cooling-time", plate)).GetProperty("seconds").GetDouble(), 1e-4);
        Assert.Equal("ejectC", (await _server.RefusedPostAsync("/api/calc/cooling-time", new { sectionMm = 2.4, diffusivityMm2PerS = 0.085, meltC = 235, moldC = 60, ejectC = 50 })).Field);
        Assert.Equal(791.56, (await _server.PostAsync("/api/calc/clamp-force", new { projectedCm2 = 96.8, cavities = 2, runnerCm2 = 12, cavityMpa = 35, safety = 1.1 })).GetProperty("kn").GetDouble(), 0.005);
        Assert.Equal("properties[0]", (await StampoServer.RefusedAsync(await _server.Client.PutAsJsonAsync($"/api/projects/{await _server.NewProjectAsync()}/brief", new { value = new { properties = new object?[] { null } }, version = 0 }, Json.Options))).Field);
    }
}
