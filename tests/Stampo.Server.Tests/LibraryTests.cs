using System.Net.Http.Json;
using System.Text;
using System.Text.Json;
using Stampo.Core.Materials;
using Stampo.Core.Reference;
using Stampo.Server.Hosting;

namespace Stampo.Server.Tests;

public sealed class LibraryTests : IDisposable
{
    private readonly StampoServer _server = new();

    public void Dispose() => _server.Dispose();

    private static readonly Rate Bench = RateCard.Shipped["labour.bench"];

    private static JsonElement Entry(JsonElement library, string shelf, string name, string id) =>
        library.GetProperty(shelf).EnumerateArray().Single(e => e.GetProperty("entry").GetProperty(name).GetString() == id);

    private async Task<double> UnitAsync(string id, string route) => (await _server.GetAsync($"/api/projects/{id}/comparison?quantity=60")).GetProperty("lanes").EnumerateArray()
        .Single(l => l.GetProperty("route").GetProperty("id").GetString() == route).GetProperty("unit").GetProperty("p50").GetDouble();

    private Task<JsonElement> PutAsync(object entries) => _server.PutAsync("/api/library", entries);

    private async Task<(int, string, string?)> RefusedPutAsync(object entries) => await StampoServer.RefusedAsync(await _server.Client.PutAsJsonAsync("/api/library", entries, Json.Options));

    private async Task<HttpResponseMessage> CsvAsync(string table, string text) => await _server.Client.PostAsync($"/api/library/csv/{table}", new StringContent(text, Encoding.UTF8, "text/csv"));

    [Fact]
    public async Task A_rate_of_the_shop_counts_at_once_shows_what_shipped_and_goes_back()
    {
        var id = await _server.MeasuredAsync(await _server.NewProjectWithPartAsync());
        var before = await UnitAsync(id, "cast-silicone");
        var library = await PutAsync(new { rates = new[] { Bench with { Low = 80, Likely = 90, High = 100, Source = "shop" } } });
        Assert.Equal(["low", "likely", "high", "source", "value.low", "value.likely", "value.high"],
            Entry(library, "rates", "key", Bench.Key).GetProperty("standing").GetProperty("differences").EnumerateArray().Select(d => d.GetProperty("where").GetString()));
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
        Assert.DoesNotContain(gone.GetProperty("materials").EnumerateArray(), m => m.GetProperty("entry").GetProperty("id").GetString() == "abs-black");
    }

    [Fact]
    public async Task What_goes_out_comes_in_again_unchanged()
    {
        var text = await _server.Client.GetStringAsync("/api/library/library.json");
        await PutAsync(JsonSerializer.Deserialize<JsonElement>(text));
        foreach (var table in new[] { "rates", "materials" })
            await StampoServer.ReadAsync(await CsvAsync(table, await _server.Client.GetStringAsync($"/api/library/{table}.csv")));
        var library = await _server.GetAsync("/api/library");
        foreach (var shelf in new[] { "rates", "materials", "supplies" })
            Assert.All(library.GetProperty(shelf).EnumerateArray(), e => Assert.Equal(0, e.GetProperty("standing").GetProperty("differences").GetArrayLength()));
    }

    [Fact]
    public async Task A_table_changes_its_rows_and_a_bad_one_changes_nothing()
    {
        var changed = await StampoServer.ReadAsync(await CsvAsync("rates", "key;low;likely;high;source\nlabour.bench;40;50;60;our books\n"));
        Assert.Equal(50, Entry(changed, "rates", "key", Bench.Key).GetProperty("entry").GetProperty("likely").GetDouble());
        Assert.Equal((422, "library.bad-csv", "file"), await StampoServer.RefusedAsync(await CsvAsync("rates", "key,low,likely,high,source\nlabour.bench,cheap,1,1,x\n")));
        Assert.Equal((422, "library.bad-csv", "file"), await StampoServer.RefusedAsync(await CsvAsync("rates", "Dear supplier")));
        Assert.Equal((422, "library.no-rate", "key"), await StampoServer.RefusedAsync(await CsvAsync("rates", "key,low,likely,high,source\nlabour.ghost,1,1,1,x\n")));
        Assert.Equal((422, "library.no-material", "id"), await StampoServer.RefusedAsync(await CsvAsync("materials", "id,name\nunobtainium,none\n")));
        Assert.Equal((422, "library.no-table", "table"), await StampoServer.RefusedAsync(await CsvAsync("fonts", "id\n")));
        Assert.Equal(50, Entry(await _server.GetAsync("/api/library"), "rates", "key", Bench.Key).GetProperty("entry").GetProperty("likely").GetDouble());
    }

    [Fact]
    public async Task Entries_that_can_not_be_are_refused_by_name()
    {
        Assert.Equal((422, "library.no-rate", "rates"), await RefusedPutAsync(new { rates = new[] { Bench with { Key = "labour.ghost" } } }));
        Assert.Equal((422, "input.missing", "rates[0]"), await RefusedPutAsync(new { rates = new Rate?[] { null } }));
        Assert.Equal((422, "library.no-route", "materials.abs.routes"), await RefusedPutAsync(new { materials = new[] { MaterialLibrary.Find("abs")! with { Routes = ["teleport"] } } }));
        Assert.Equal((422, "input.missing", "materials.pu-tough.cast"), await RefusedPutAsync(new { materials = new[] { MaterialLibrary.Find("pu-tough")! with { Cast = null } } }));
    }
}
