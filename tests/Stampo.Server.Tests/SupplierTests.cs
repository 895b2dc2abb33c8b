using System.Net.Http.Json;
using System.Text.Json;
using Microsoft.AspNetCore.Builder;
using Microsoft.AspNetCore.Hosting;
using Microsoft.AspNetCore.Http;
using Microsoft.Extensions.Logging;

namespace Stampo.Server.Tests;

/// <summary>Suppliers are asked over the desk, and what they say lands in Routes; a desk may be the stand-in, odd, or not there.</summary>
public class SupplierTests
{
    private static async Task<JsonElement> UntilAsync(StampoServer server, string path, Func<JsonElement, bool> holds)
    {
        for (var tries = 0; tries < 150; tries++)
        {
            var standing = await server.GetAsync(path);
            if (holds(standing))
                return standing;
            await Task.Delay(200, TestContext.Current.CancellationToken);
        }

        throw new TimeoutException((await server.GetAsync(path)).GetRawText());
    }

    private static bool Stands(JsonElement view, string state) =>
        view.GetProperty("requests").EnumerateArray().All(r => r.GetProperty("state").GetString() == state);

    [Fact]
    public async Task A_quote_lands_once_counting_for_nothing_until_a_person_says_so()
    {
        using var server = new StampoServer(settings: ("Stampo:StandIns", "true"));
        var id = await server.MeasuredAsync(await server.NewProjectWithPartAsync());
        var path = $"/api/projects/{id}/suppliers";
        var view = await server.GetAsync($"{path}?routeId=inject-aluminium");
        Assert.Equal("kestrelmere", Assert.Single(view.GetProperty("suppliers").EnumerateArray()).GetProperty("id").GetString());

        object ask = new
        {
            id = "r-1",
            routeId = "inject-aluminium",
            supplier = "kestrelmere",
            quantities = "100,1000",
        };
        await server.PostAsync(path, ask);
        await server.PostAsync(path, ask);
        Assert.Equal(
            (422, "desk.no-supplier", "supplier"),
            await server.RefusedPostAsync(
                path,
                new
                {
                    id = "r-2",
                    routeId = "print",
                    supplier = "kestrelmere",
                }
            )
        );
        Assert.Equal(
            (422, "desk.not-asked", "text"),
            await server.RefusedPostAsync($"{path}/r-1/answer", new { text = "nobody has asked yet" })
        );

        view = await UntilAsync(server, $"{path}?routeId=inject-aluminium", v => Stands(v, "asks"));
        Assert.Contains(
            "tolerance",
            Assert.Single(view.GetProperty("requests").EnumerateArray()).GetProperty("question").GetString(),
            StringComparison.Ordinal
        );
        await server.PostAsync($"{path}/r-1/answer", new { text = "± 0.2 mm" });
        await UntilAsync(server, $"{path}?routeId=inject-aluminium", v => Stands(v, "quoted"));

        var quote = Assert.Single(
            (await server.GetAsync($"/api/projects/{id}/quotes")).GetProperty("value").GetProperty("all").EnumerateArray()
        );
        Assert.Equal(("r-1", "Kestrelmere Tooling"), (quote.GetProperty("id").GetString()!, quote.GetProperty("supplier").GetString()!));
        Assert.False(quote.GetProperty("counts").GetBoolean());
        Assert.Equal([100, 1_000], quote.GetProperty("prices").EnumerateArray().Select(p => p.GetProperty("from").GetInt32()));
        await server.Client.DeleteAsync($"{path}/r-1", TestContext.Current.CancellationToken);
        Assert.Empty((await server.GetAsync($"{path}?routeId=inject-aluminium")).GetProperty("requests").EnumerateArray());
    }

    /// <summary>What an odd desk says of a request, by its id, and what is told of it.</summary>
    private static readonly Dictionary<string, (string Said, string Told)> Odd = new()
    {
        ["r-garbled"] = ("{ what", "not understood"),
        ["r-state"] = ("""{"state":"perhaps"}""", "not understood"),
        // No price of the tool: a tool for nothing is not meant.
        ["r-free"] = ("""{"state":"quoted","quote":{"cavities":1,"isToolOurs":true,"prices":[]}}""", "not understood"),
        ["r-none"] = (
            """
            {"state":"quoted","quote":{"cavities":0,"toolPrice":3,"isToolOurs":true,"prices":[],"guaranteedShots":null,
            "leadDays":1,"validUntil":"2031-01-01","remarks":null}}
            """,
            "at least one cavity"
        ),
    };

    private static async Task<WebApplication> OddDeskAsync()
    {
        var builder = WebApplication.CreateSlimBuilder();
        builder.WebHost.UseUrls("http://127.0.0.1:0");
        builder.Logging.ClearProviders();
        var desk = builder.Build();
        desk.MapGet("/suppliers", () => Results.Text("""[{"id":"odd","name":"Odd","families":["Casting"]}]""", "application/json"));
        desk.MapPut("/requests/{id}", () => Results.Text("""{"state":"waiting"}""", "application/json"));
        desk.MapGet("/requests/{id}", (string id) => Results.Text(Odd[id].Said, "application/json"));
        await desk.StartAsync(TestContext.Current.CancellationToken);
        return desk;
    }

    [Fact]
    public async Task What_an_odd_desk_says_is_told_plainly_and_no_quote_comes_of_it()
    {
        await using var desk = await OddDeskAsync();
        using var server = new StampoServer(settings: ("Stampo:SupplierDesk", desk.Urls.Single()));
        var id = await server.NewProjectWithPartAsync("scale-foot.stl");
        var path = $"/api/projects/{id}/suppliers";
        foreach (var request in Odd.Keys)
            await server.PostAsync(
                path,
                new
                {
                    id = request,
                    routeId = "cast-silicone",
                    supplier = "odd",
                }
            );
        var view = await UntilAsync(server, $"{path}?routeId=cast-silicone", v => Stands(v, "lost"));
        foreach (var request in view.GetProperty("requests").EnumerateArray())
            Assert.Contains(
                Odd[request.GetProperty("id").GetString()!].Told,
                request.GetProperty("why").GetString(),
                StringComparison.Ordinal
            );
        Assert.Equal(0, (await server.GetAsync($"/api/projects/{id}/quotes")).GetProperty("version").GetInt32());
    }

    [Fact]
    public async Task Without_a_desk_nobody_is_asked_and_a_desk_that_is_away_is_said_so()
    {
        using var server = new StampoServer();
        var id = await server.NewProjectWithPartAsync("scale-foot.stl");
        var path = $"/api/projects/{id}/suppliers";
        Assert.False((await server.GetAsync($"{path}?routeId=print")).GetProperty("hasDesk").GetBoolean());
        object ask = new
        {
            id = "r-1",
            routeId = "print",
            supplier = "ostwick",
        };
        Assert.Equal((422, "desk.none", null), await server.RefusedPostAsync(path, ask));

        using var away = new StampoServer(settings: ("Stampo:SupplierDesk", "http://127.0.0.1:9/"));
        id = await away.NewProjectWithPartAsync("scale-foot.stl");
        path = $"/api/projects/{id}/suppliers";
        Assert.Contains(
            "does not answer",
            (await away.GetAsync($"{path}?routeId=print")).GetProperty("away").GetString(),
            StringComparison.Ordinal
        );
        Assert.Equal((422, "desk.away", null), await away.RefusedPostAsync(path, ask));
    }

    /// <summary>A desk whose list is strange, or that sends on to somebody else, who must never hear of it.</summary>
    [Theory]
    [InlineData("[null]", "application/json", 200, "not understood")]
    [InlineData("[]", "application/json; charset=none-such", 200, null)]
    [InlineData("", "text/plain", 307, "sends on")]
    public async Task A_strange_list_is_told_and_nothing_is_sent_on(string said, string type, int status, string? told)
    {
        var heard = 0;
        var builder = WebApplication.CreateSlimBuilder();
        builder.WebHost.UseUrls("http://127.0.0.1:0");
        builder.Logging.ClearProviders();
        await using var desk = builder.Build();
        desk.MapGet(
            "/suppliers",
            (HttpContext http) =>
            {
                http.Response.Headers.Location = "/elsewhere";
                (http.Response.StatusCode, http.Response.ContentType) = (status, type);
                return http.Response.WriteAsync(said);
            }
        );
        desk.Map("/elsewhere", () => Interlocked.Increment(ref heard));
        await desk.StartAsync(TestContext.Current.CancellationToken);
        using var server = new StampoServer(settings: ("Stampo:SupplierDesk", desk.Urls.Single()));
        var id = await server.NewProjectWithPartAsync("scale-foot.stl");
        var view = await server.GetAsync($"/api/projects/{id}/suppliers?routeId=print");
        if (told is null)
            Assert.Equal(JsonValueKind.Null, view.GetProperty("away").ValueKind);
        else
            Assert.Contains(told, view.GetProperty("away").GetString(), StringComparison.Ordinal);
        Assert.Equal(0, heard);
    }

    [Fact]
    public async Task Ten_requests_of_one_id_at_once_are_one()
    {
        await using var desk = await OddDeskAsync();
        using var server = new StampoServer(settings: ("Stampo:SupplierDesk", desk.Urls.Single()));
        var id = await server.NewProjectWithPartAsync("scale-foot.stl");
        var answers = await Task.WhenAll(
            Enumerable
                .Range(0, 10)
                .Select(_ =>
                    server.Client.PostAsJsonAsync(
                        $"/api/projects/{id}/suppliers",
                        new
                        {
                            id = "r-garbled",
                            routeId = "cast-silicone",
                            supplier = "odd",
                        }
                    )
                )
        );
        Assert.All(answers, a => Assert.True(a.IsSuccessStatusCode));
        Assert.Single(
            (await server.GetAsync($"/api/projects/{id}/suppliers?routeId=cast-silicone")).GetProperty("requests").EnumerateArray()
        );
    }
}
