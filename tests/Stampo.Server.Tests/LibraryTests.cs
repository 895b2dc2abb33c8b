using System.Net.Http.Json;
using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;
using Stampo.Core.Materials;
using Stampo.Core.Reference;
using Stampo.Server.Hosting;
using Stampo.Server.Library;
using Stampo.Server.Projects;

namespace Stampo.Server.Tests;

/// <summary>The library counts for the whole shop: these have a server to themselves, and each begins with what ships.</summary>
public sealed class LibraryTests(LibraryTests.Shop shop) : IClassFixture<LibraryTests.Shop>, IAsyncLifetime
{
    public sealed class Shop : IDisposable
    {
        public StampoServer Server { get; } = new();

        public void Dispose() => Server.Dispose();
    }

    private readonly StampoServer _server = shop.Server;

    public async ValueTask InitializeAsync() => await _server.PostAsync("/api/library/reset", new { });

    public ValueTask DisposeAsync() => ValueTask.CompletedTask;

    private static readonly Rate Bench = RateCard.Shipped["labour.bench"];

    private static JsonElement Entry(JsonElement library, string shelf, string name, string id) =>
        library.GetProperty(shelf).EnumerateArray().Single(e => e.GetProperty("entry").GetProperty(name).GetString() == id);

    private async Task<double> UnitAsync(string id, string route) =>
        (await _server.GetAsync($"/api/projects/{id}/comparison?quantity=60"))
            .GetProperty("lanes")
            .EnumerateArray()
            .Single(l => l.GetProperty("route").GetProperty("id").GetString() == route)
            .GetProperty("unit")
            .GetProperty("p50")
            .GetDouble();

    private Task<JsonElement> PutAsync(object entries) => _server.PutAsync("/api/library", entries);

    private async Task<(int, string, string?)> RefusedPutAsync(object entries) =>
        await StampoServer.RefusedAsync(await _server.Client.PutAsJsonAsync("/api/library", entries, Json.Options));

    private async Task<HttpResponseMessage> CsvAsync(string table, string text) =>
        await _server.Client.PostAsync($"/api/library/csv/{table}", new StringContent(text, Encoding.UTF8, "text/csv"));

    [Fact]
    public async Task A_rate_of_the_shop_counts_at_once_shows_what_shipped_and_goes_back()
    {
        var id = await _server.MeasuredAsync(await _server.NewProjectWithPartAsync("scale-foot.stl"));
        var before = await UnitAsync(id, "cast-silicone");
        var library = await PutAsync(new { rates = new[] { Bench with { Low = 80, Likely = 90, High = 100, Source = "shop" } } });
        Assert.Equal(
            ["low", "likely", "high", "source"],
            Entry(library, "rates", "key", Bench.Key)
                .GetProperty("standing")
                .GetProperty("differences")
                .EnumerateArray()
                .Select(d => d.GetProperty("where").GetString())
        );
        Assert.True(await UnitAsync(id, "cast-silicone") > before);
        var back = await _server.PostAsync($"/api/library/reset?kind=rate&key={Bench.Key}", new { });
        Assert.Equal(0, Entry(back, "rates", "key", Bench.Key).GetProperty("standing").GetProperty("differences").GetArrayLength());
        Assert.Equal(before, await UnitAsync(id, "cast-silicone"), 1e-9);
    }

    [Fact]
    public async Task A_restart_keeps_the_shops_own_and_a_reset_of_all_takes_it_away()
    {
        var abs = MaterialLibrary.Find("abs")! with { Id = "abs-black", Name = "ABS, black", Source = "data sheet" };
        await PutAsync(new { materials = new[] { abs } });
        var folder = Directory.CreateTempSubdirectory("stampo-lib-").FullName;
        using (var first = new StampoServer(folder, keepData: true))
            await first.PutAsync("/api/library", new { materials = new[] { abs }, rates = new[] { Bench with { Likely = 44 } } });
        using var second = new StampoServer(folder);
        var kept = await second.GetAsync("/api/library");
        Assert.True(Entry(kept, "materials", "id", "abs-black").GetProperty("standing").GetProperty("own").GetBoolean());
        Assert.Equal(44, Entry(kept, "rates", "key", Bench.Key).GetProperty("entry").GetProperty("likely").GetDouble());
        var gone = await second.PostAsync("/api/library/reset", new { });
        Assert.DoesNotContain(
            gone.GetProperty("materials").EnumerateArray(),
            m => m.GetProperty("entry").GetProperty("id").GetString() == "abs-black"
        );
    }

    [Fact]
    public async Task What_goes_out_comes_in_again_unchanged()
    {
        var text = await _server.Client.GetStringAsync("/api/library/library.json");
        await PutAsync(JsonSerializer.Deserialize<JsonElement>(text));
        foreach (var table in new[] { "rates", "materials" })
        {
            var preview = await StampoServer.ReadAsync(
                await CsvAsync(table, await _server.Client.GetStringAsync($"/api/library/{table}.csv"))
            );
            Assert.Equal(0, preview.GetProperty("changes").GetArrayLength());
            await PutAsync(preview.GetProperty("entries"));
        }

        var library = await _server.GetAsync("/api/library");
        foreach (var shelf in new[] { "rates", "materials", "supplies" })
            Assert.All(
                library.GetProperty(shelf).EnumerateArray(),
                e => Assert.Equal(0, e.GetProperty("standing").GetProperty("differences").GetArrayLength())
            );
    }

    [Fact]
    public async Task A_table_changes_its_rows_and_a_bad_one_changes_nothing()
    {
        var preview = await StampoServer.ReadAsync(
            await CsvAsync("rates", "key;low;likely;high;source\nlabour.bench;40;50,5;60;our books\n")
        );
        Assert.Equal(
            ("1 row, columns apart by semicolons, decimals after a comma", 1),
            (preview.GetProperty("readAs").GetString(), preview.GetProperty("changes").GetArrayLength())
        );
        // Nothing has changed until it is taken in.
        Assert.Equal(
            Bench.Likely,
            Entry(await _server.GetAsync("/api/library"), "rates", "key", Bench.Key).GetProperty("entry").GetProperty("likely").GetDouble()
        );
        await PutAsync(preview.GetProperty("entries"));
        Assert.Equal(
            (422, "library.bad-csv", "file"),
            await StampoServer.RefusedAsync(await CsvAsync("rates", "key,low,likely,high,source\nlabour.bench,cheap,1,1,x\n"))
        );
        Assert.Equal((422, "library.bad-csv", "file"), await StampoServer.RefusedAsync(await CsvAsync("rates", "Dear supplier")));
        Assert.Equal(
            (422, "library.no-rate", "key"),
            await StampoServer.RefusedAsync(await CsvAsync("rates", "key,low,likely,high,source\nlabour.ghost,1,1,1,x\n"))
        );
        Assert.Equal(
            (422, "library.no-material", "id"),
            await StampoServer.RefusedAsync(await CsvAsync("materials", "id,name\nunobtainium,none\n"))
        );
        Assert.Equal((422, "library.no-table", "table"), await StampoServer.RefusedAsync(await CsvAsync("fonts", "id\n")));
        Assert.Equal(
            50.5,
            Entry(await _server.GetAsync("/api/library"), "rates", "key", Bench.Key).GetProperty("entry").GetProperty("likely").GetDouble()
        );
    }

    [Fact]
    public async Task Entries_that_can_not_be_are_refused_by_name()
    {
        Assert.Equal(
            (422, "library.no-rate", "rates"),
            await RefusedPutAsync(new { rates = new[] { Bench with { Key = "labour.ghost" } } })
        );
        Assert.Equal(
            (422, "library.no-rate", "rates"),
            await _server.RefusedPostAsync("/api/library/preview", new { rates = new[] { Bench with { Key = "labour.ghost" } } })
        );
        Assert.Equal((422, "input.missing", "rates[0]"), await RefusedPutAsync(new { rates = new Rate?[] { null } }));
        Assert.Equal(
            (422, "library.no-route", "materials.abs.routes"),
            await RefusedPutAsync(new { materials = new[] { MaterialLibrary.Find("abs")! with { Routes = ["teleport"] } } })
        );
        Assert.Equal(
            (422, "input.missing", "materials.pu-tough.cast"),
            await RefusedPutAsync(new { materials = new[] { MaterialLibrary.Find("pu-tough")! with { Cast = null } } })
        );
    }

    [Theory]
    [InlineData("key,low,likely,high\nlabour.bench,41.5,\"50\",60\n", 41.5)]
    [InlineData("key;low;likely;high\nlabour.bench;41,5;50;60\n", 41.5)]
    [InlineData("key\tlow\tlikely\thigh\nlabour.bench\t41.5\t50\t60\n", 41.5)]
    [InlineData("key;low;likely;high\nlabour.bench;1.041,5;1.050;1.060\n", 1041.5)]
    public async Task A_table_of_any_country_says_how_it_was_read(string text, double low)
    {
        var preview = await StampoServer.ReadAsync(await CsvAsync("rates", text));
        Assert.Equal(low, preview.GetProperty("entries").GetProperty("rates")[0].GetProperty("low").GetDouble());
    }

    [Theory]
    [InlineData("key;low;likely;high\nlabour.bench;1.234;1.250;1.300\n", "number.two-ways")]
    [InlineData("key,low,likely,high\nlabour.bench,1,5,2\nlabour.bench,x,5,2\n", "library.bad-csv")]
    [InlineData("key,low,likely,high\ncast.loss,0.15,0.2,0.3\n", "library.bad-csv")]
    public async Task What_can_be_read_two_ways_or_not_at_all_is_refused(string text, string code) =>
        Assert.Equal(code, (await StampoServer.RefusedAsync(await CsvAsync("rates", text))).Code);

    [Fact]
    public async Task What_goes_out_comes_back_as_it_was()
    {
        var library = await _server.GetAsync("/api/library");
        var abs = JsonNode.Parse(
            library
                .GetProperty("materials")
                .EnumerateArray()
                .Select(m => m.GetProperty("entry"))
                .Single(m => m.GetProperty("id").GetString() == "abs")
                .GetRawText()
        )!;
        (abs["serviceC"], abs["name"]) = (-40, "=odd name");
        await _server.PutAsync(
            "/api/library",
            new
            {
                rates = Array.Empty<object>(),
                materials = new[] { abs },
                supplies = Array.Empty<object>(),
            }
        );
        var table = await _server.Client.GetStringAsync("/api/library/materials.csv");
        Assert.Contains("'=odd name", table, StringComparison.Ordinal);
        Assert.Contains(",-40,", table, StringComparison.Ordinal);
        Assert.Equal(0, (await StampoServer.ReadAsync(await CsvAsync("materials", table))).GetProperty("changes").GetArrayLength());
        var whole = await _server.GetAsync("/api/library/library.json");
        Assert.Equal(0, (await _server.PostAsync("/api/library/preview", whole)).GetProperty("changes").GetArrayLength());
    }

    [Theory]
    [InlineData("cureH", "-5")]
    [InlineData("tearKnPerM", "-1e300")]
    [InlineData("cure", "null")]
    [InlineData("mix", """{"a":10,"b":0,"basis":"weight"}""")]
    [InlineData("mix", """{"a":10,"b":1,"basis":"volume"}""")]
    public async Task A_supply_that_can_not_be_is_refused_by_its_figure(string key, string value)
    {
        var silicone = JsonNode.Parse(
            (await _server.GetAsync("/api/library")).GetProperty("supplies")[0].GetProperty("entry").GetRawText()
        )!;
        silicone[key] = JsonNode.Parse(value);
        var refused = await StampoServer.RefusedAsync(
            await _server.Client.PostAsJsonAsync("/api/library/preview", new { supplies = new[] { silicone } })
        );
        Assert.Equal((422, true), (refused.Status, refused.Field!.Contains($".{key}", StringComparison.Ordinal)));
    }

    [Fact]
    public void Supplies_of_an_earlier_release_are_read_as_it_read_them()
    {
        var read = Json.Read<LibraryEntries>(
            EarlierForms.All.BroughtUp(
                ShopLibrary.Document,
                1,
                """
                {"rates":[],"materials":[],"supplies":[
                  {"id":"own","name":"own condensation-cure","kind":"moldSilicone","densityGPerCm3":1.1,"price":20,"priceUnit":"€/kg","source":"shop","mix":"20:1 by weight","potLifeMin":60,"cureH":16},
                  {"id":"own-2","name":"own","kind":"moldSilicone","densityGPerCm3":1.1,"price":20,"priceUnit":"€/kg","source":"shop","mix":"1:1 by volume","potLifeMin":60,"cureH":16},
                  {"id":"own-3","name":"own","kind":"fibre","densityGPerCm3":1.1,"price":20,"priceUnit":"€/kg","source":"shop","mix":"to taste"}]}
                """
            )
        ).Supplies!;
        Assert.Equal((new MixRatio(20, 1, "weight"), SiliconeCure.Condensation), (read[0].Mix, read[0].Cure));
        Assert.Equal((new MixRatio(1, 1, "volume"), SiliconeCure.Addition), (read[1].Mix, read[1].Cure));
        Assert.Equal((null, null), (read[2].Mix, read[2].Cure));
    }

    [Fact]
    public async Task Shares_travel_as_percent_and_columns_left_out_stay_as_they_are()
    {
        var rates = await StampoServer.ReadAsync(await CsvAsync("rates", "key,unit,low,likely,high\ncast.loss,%,10,15,25\n"));
        Assert.Equal(0.25, rates.GetProperty("entries").GetProperty("rates")[0].GetProperty("high").GetDouble(), 1e-12);
        var materials = await StampoServer.ReadAsync(await CsvAsync("materials", "id,tensileMpa,serviceC\nabs,44,'-40\n"));
        var abs = materials.GetProperty("entries").GetProperty("materials")[0];
        Assert.Equal(
            (44.0, 2300.0, -40.0),
            (abs.GetProperty("tensileMpa").GetDouble(), abs.GetProperty("modulusMpa").GetDouble(), abs.GetProperty("serviceC").GetDouble())
        );
    }

    [Fact]
    public async Task Every_change_of_the_library_can_be_undone_a_reset_of_all_too()
    {
        await PutAsync(new { rates = new[] { Bench with { Likely = 52 } } });
        await PutAsync(new { materials = new[] { MaterialLibrary.Find("abs")! with { Id = "abs-black", Name = "ABS, black" } } });
        var reset = await _server.PostAsync("/api/library/reset", new { });
        Assert.Equal(Bench.Likely, Entry(reset, "rates", "key", Bench.Key).GetProperty("entry").GetProperty("likely").GetDouble());
        var back = await _server.PostAsync("/api/library/undo", new Move(reset.GetProperty("version").GetInt32()));
        Assert.Equal(52, Entry(back, "rates", "key", Bench.Key).GetProperty("entry").GetProperty("likely").GetDouble());
        Assert.True(Entry(back, "materials", "id", "abs-black").GetProperty("standing").GetProperty("own").GetBoolean());
        var first = back;
        while (first.GetProperty("canUndo").GetBoolean())
            first = await _server.PostAsync("/api/library/undo", new Move(first.GetProperty("version").GetInt32()));
        Assert.Equal(Bench.Likely, Entry(first, "rates", "key", Bench.Key).GetProperty("entry").GetProperty("likely").GetDouble());
        Assert.Equal(
            "undo.nothing",
            (await _server.RefusedPostAsync("/api/library/undo", new Move(first.GetProperty("version").GetInt32()))).Code
        );
        // Two windows: the second save from an old version is told so.
        await PutAsync(new { rates = new[] { Bench with { Likely = 51 } } });
        Assert.Equal(
            "conflict",
            (
                await RefusedPutAsync(
                    new { rates = new[] { Bench with { Likely = 53 } }, version = first.GetProperty("version").GetInt32() }
                )
            ).Item2
        );
    }

    [Fact]
    public async Task What_people_type_is_read_by_one_reader()
    {
        var asked = await _server.PostAsync(
            "/api/read-quantity",
            new
            {
                text = "8,000",
                unit = "",
                whole = true,
            }
        );
        Assert.Equal([8.0, 8000.0], asked.GetProperty("readings").EnumerateArray().Select(r => r.GetProperty("value").GetDouble()));
        Assert.Equal(
            18000,
            (await _server.PostAsync("/api/read-quantity", new { text = "18k", unit = "€" }))
                .GetProperty("readings")[0]
                .GetProperty("value")
                .GetDouble()
        );
        Assert.Equal("units.not-a-number", (await _server.RefusedPostAsync("/api/read-quantity", new { text = "some", unit = "€" })).Code);
    }
}
