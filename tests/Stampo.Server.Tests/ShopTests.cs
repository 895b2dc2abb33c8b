using System.Net.Http.Json;
using System.Text.Json.Nodes;
using Stampo.Server.Hosting;
using Stampo.Server.Projects;

namespace Stampo.Server.Tests;

/// <summary>People, equipment, calendar and devices count for the whole shop.</summary>
[Collection(OneDemo.Name)]
public sealed class ShopTests(DemoServer demo)
{
    private readonly StampoServer _server = demo.Server;

    private async Task<(JsonNode Shop, int Version)> StandingAsync()
    {
        var standing = await _server.GetAsync("/api/shop");
        return (JsonNode.Parse(standing.GetProperty("value").GetRawText())!, standing.GetProperty("version").GetInt32());
    }

    private Task<string> ProjectAsync(string name) => demo.ProjectAsync(name);

    [Fact]
    public async Task The_demo_shop_has_its_people_and_one_of_them_is_away_in_the_coming_week()
    {
        var (shop, _) = await StandingAsync();
        Assert.Equal(5, shop["people"]!.AsArray().Count);
        var away = shop["people"]!.AsArray().SelectMany(p => p!["away"]!.AsArray()).Select(d => DateOnly.Parse(d!.GetValue<string>()));
        Assert.InRange(Assert.Single(away), DateOnly.FromDateTime(DateTime.Today), DateOnly.FromDateTime(DateTime.Today).AddDays(7));
    }

    [Fact]
    public async Task A_change_can_be_undone_and_one_made_from_an_earlier_version_is_a_conflict()
    {
        var (shop, version) = await StandingAsync();
        shop["people"]![0]!["name"] = "Ilka B.";
        var saved = await _server.PutAsync("/api/shop", new { value = shop, version });
        Assert.Equal("Ilka B.", saved.GetProperty("value").GetProperty("people")[0].GetProperty("name").GetString());
        var late = await _server.Client.PutAsJsonAsync("/api/shop", new { value = shop, version }, Json.Options);
        Assert.Equal((409, "conflict"), await CodeAsync(late));
        var back = await _server.PostAsync("/api/shop/undo", new { version = version + 1 });
        Assert.Equal("Ilka Brandvold", back.GetProperty("value").GetProperty("people")[0].GetProperty("name").GetString());
    }

    private static async Task<(int, string)> CodeAsync(HttpResponseMessage answer)
    {
        var (status, code, _) = await StampoServer.RefusedAsync(answer);
        return (status, code);
    }

    [Theory]
    [InlineData("""{"people":[{"id":"Ä","name":"A","roles":[],"fromH":8,"toH":17,"away":[]}]}""", "input.id", "people[0].id")]
    [InlineData("""{"people":[{"id":"a","name":" ","roles":[],"fromH":8,"toH":17,"away":[]}]}""", "input.out-of-range", "people[0].name")]
    [InlineData("""{"people":[{"id":"a","name":"A","roles":[],"fromH":17,"toH":8,"away":[]}]}""", "input.out-of-range", "people[0].toH")]
    [InlineData("""{"machines":[{"id":"a","kind":"hands","name":"A"}]}""", "shop.hands", "machines[0].kind")]
    [InlineData(
        """{"machines":[{"id":"a","kind":"pot","name":"A","figures":{"plateKpa":-1}}]}""",
        "input.out-of-range",
        "machines[0].figures.plateKpa"
    )]
    [InlineData(
        """{"machines":[{"id":"a","kind":"pot","name":"A","figures":{"forceKn":5}}]}""",
        "shop.figure",
        "machines[0].figures.forceKn"
    )]
    [InlineData("""{"machines":[{"id":"a","kind":"toaster","name":"A"}]}""", "shop.kind", "machines[0].kind")]
    [InlineData("""{"machines":[{"id":"a","kind":"pot","name":"A"},{"id":"a","kind":"oven","name":"B"}]}""", "input.twice", "machines")]
    [InlineData("""{"machines":[{"id":"a","kind":"pot","name":"A"},{"id":"b","kind":"oven","name":"a"}]}""", "input.twice", "machines")]
    [InlineData("""{"devices":[{"id":"a","kind":"scale","name":"A","host":"no host","port":1}]}""", "shop.host", "devices[0].host")]
    [InlineData("""{"devices":[{"id":"a","kind":"scale","name":"A","host":"localhost"}]}""", "input.missing", "devices[0].port")]
    [InlineData("""{"calendar":{"workingDays":[],"holidays":[]}}""", "shop.no-day", "calendar.workingDays")]
    public async Task What_cannot_be_is_refused_by_its_place(string change, string code, string field)
    {
        var (shop, version) = await StandingAsync();
        foreach (var (name, value) in JsonNode.Parse(change)!.AsObject())
            shop[name] = value?.DeepClone();
        var refused = await StampoServer.RefusedAsync(
            await _server.Client.PutAsJsonAsync("/api/shop", new { value = shop, version }, Json.Options)
        );
        Assert.Equal((422, code, field), refused);
    }

    /// <summary>A pot's plate is said once, in the shop; every plan that uses the pot keeps to it.</summary>
    [Fact]
    public async Task A_brief_that_chose_a_pot_of_the_shop_follows_its_plate()
    {
        var id = await ProjectAsync("Gateway housing");
        var plan = (await _server.GetAsync($"/api/projects/{id}/plan?stretch=s2")).GetProperty("plan");
        var choices = JsonNode.Parse(plan.GetProperty("value").GetRawText())!;
        choices["filling"]!["school"] = "pressure";
        choices["filling"]!["pressureKpa"] = 300;
        await _server.PutAsync(
            $"/api/projects/{id}/plan?stretch=s2",
            new { value = choices, version = plan.GetProperty("version").GetInt32() }
        );
        Assert.Empty(await PressureRefusalsAsync(id));
        var (shop, version) = await StandingAsync();
        shop["machines"]!.AsArray().Single(m => m!["id"]!.GetValue<string>() == "pot")!["figures"]!["plateKpa"] = 250;
        await _server.PutAsync("/api/shop", new { value = shop, version });
        Assert.NotEmpty(await PressureRefusalsAsync(id));
        await _server.PostAsync("/api/shop/undo", new { version = version + 1 });
        Assert.Empty(await PressureRefusalsAsync(id));
    }

    [Fact]
    public void Equipment_of_an_earlier_release_keeps_every_figure()
    {
        var shop = Json.Read<Core.Shops.Shop>(
                EarlierForms.All.BroughtUp(
                    StepStore.Floor,
                    1,
                    """
                    {"people":[],"devices":[],"calendar":{"workingDays":["monday"],"holidays":[]},
                     "machines":[{"id":"a","kind":"pot","name":"Pot","diameterMm":280,"zMm":350,"plateKpa":400,"xMm":null},
                                 {"id":"b","kind":"washer","name":"Bath"}]}
                    """
                )
            )
            .Checked();
        Assert.Equal((280, 350, 400, 3), (Pot("diameterMm"), Pot("zMm"), Pot("plateKpa"), shop.Machines[0].Figures.Count));
        Assert.Empty(shop.Machines[1].Figures);
        var has = Json.Read<Core.Briefs.Brief>(
            EarlierForms.All.BroughtUp(
                "brief",
                1,
                """{"equipment":{"machineIds":["a"],"potLitres":30,"potRatedKpa":null,"pressKn":800,"sheetLengthMm":600,"sheetWidthMm":500}}"""
            )
        ).Equipment!;
        Assert.Equal((30, 800, null), (has.Says("pot", "litres"), has.Says("press", "forceKn"), has.Says("pot", "plateKpa")));
        Assert.Equal([600, 500], has.Sides("frame", "xMm", "yMm")!);
        // A machine chosen speaks for its kind; the rest stays as it was said.
        Assert.Equal((400, null, 800), (In("pot", "plateKpa"), In("pot", "litres"), In("press", "forceKn")));

        double? Pot(string figure) => shop.Machines[0].Says(figure);
        double? In(string kind, string figure) => has.In(shop).Says(kind, figure);
    }

    private async Task<IReadOnlyList<string?>> PressureRefusalsAsync(string id) =>
        [
            .. (await _server.GetAsync($"/api/projects/{id}/plan?stretch=s2"))
                .GetProperty("answer")
                .GetProperty("refusals")
                .EnumerateArray()
                .Select(r => r.GetProperty("code").GetString())
                .Where(code => code!.Contains("pot-", StringComparison.Ordinal)),
        ];
}
