using System.Globalization;
using System.Net;
using System.Text.Json;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Microsoft.Extensions.Time.Testing;
using Stampo.Core.Quotes;
using Stampo.Server.Hosting;
using Stampo.Server.Overview;
using Stampo.Server.Part;
using Stampo.Server.Projects;
using Stampo.Server.Routes;
using Stampo.Storage;

namespace Stampo.Server.Tests;

/// <summary>The list of projects, what is put away and brought back, and what is removed because nothing leads to it.</summary>
public sealed class ShelvesTests : IDisposable
{
    private readonly StampoServer _server = new();

    public void Dispose() => _server.Dispose();

    private async Task<(string Names, int Total)> ListAsync(string query)
    {
        using var answer = await _server.Client.GetAsync("/api/projects?" + query);
        var list = await StampoServer.ReadAsync(answer);
        return (
            string.Join(", ", list.EnumerateArray().Select(p => p.GetProperty("name").GetString())),
            int.Parse(answer.Headers.GetValues(ProjectEndpoints.TotalHeader).Single(), CultureInfo.InvariantCulture)
        );
    }

    [Fact]
    public async Task The_list_comes_in_pages_and_is_searched_by_words()
    {
        for (var i = 1; i <= 7; i++)
            await _server.NewProjectAsync($"Cover {i} of 100%");
        await _server.PostAsync("/api/projects", new { name = "Grip_cover", revision = "C" });
        Assert.Equal(("Grip_cover, Cover 7 of 100%", 8), await ListAsync("take=2"));
        Assert.Equal(("Cover 1 of 100%", 8), await ListAsync("skip=7"));
        Assert.Equal(("Cover 3 of 100%", 1), await ListAsync("search=3+cover"));
        Assert.Equal(("Grip_cover", 1), await ListAsync("search=_"));
        Assert.Equal(("Grip_cover", 1), await ListAsync("search=C+grip"));
        Assert.Equal(7, (await ListAsync("search=%25")).Total);
        Assert.Equal(0, (await ListAsync("search=%5C")).Total);
        Assert.Equal(
            (422, "input.out-of-range", "take"),
            await StampoServer.RefusedAsync(await _server.Client.GetAsync("/api/projects?take=100000"))
        );
    }

    [Fact]
    public async Task What_was_put_away_is_found_and_brought_back_later()
    {
        var id = await _server.NewProjectAsync("Needed after all");
        async Task PutAwayAsync(bool removed) =>
            await StampoServer.ReadAsync(
                await _server.Client.PatchAsync($"/api/projects/{id}", System.Net.Http.Json.JsonContent.Create(new { removed }))
            );
        await PutAwayAsync(true);
        Assert.Equal(0, (await ListAsync("")).Total);
        Assert.Equal(("Needed after all", 1), await ListAsync("away=true&search=after"));
        await PutAwayAsync(false);
        Assert.Equal(("Needed after all", 1), await ListAsync(""));
        Assert.Equal(0, (await ListAsync("away=true")).Total);
    }

    [Fact]
    public async Task One_unreadable_project_costs_one_line()
    {
        await _server.NewProjectWithPartAsync();
        await _server.NewProjectAsync("Sound");
        await RunAsync("UPDATE States SET Json = '{\"report\":' WHERE Step = 'part'");
        var list = await _server.GetAsync("/api/projects");
        Assert.Equal(["Sound", "Trial"], list.EnumerateArray().Select(p => p.GetProperty("name").GetString()));
        Assert.Contains("can't be read", list[1].GetProperty("fault").GetString(), StringComparison.Ordinal);
    }

    [Fact]
    public async Task Meshes_go_a_day_after_nothing_leads_to_them_any_more()
    {
        var id = await _server.NewProjectWithPartAsync();
        await _server.MeasuredAsync(id);
        await StampoServer.ReadAsync(await _server.SendMeshAsync("/api/calc/mesh-check", StampoServer.DemoMesh("vent-disc.stl")));
        await StampoServer.ReadAsync(
            await _server.SendMeshAsync($"/api/projects/{id}/part/file?version=1&unit=mm", StampoServer.DemoMesh("vent-disc.stl"))
        );
        await _server.MeasuredAsync(id);
        await using var services = new ServiceCollection().AddStampoDatabase(_server.Folder).BuildServiceProvider();
        var factory = services.GetRequiredService<IDbContextFactory<StampoDb>>();
        Task<int> InAsync(TimeSpan later) =>
            new UnusedMeshes(factory, new FakeTimeProvider(DateTimeOffset.UtcNow + later)).RemoveAsync(
                TestContext.Current.CancellationToken
            );
        // Undo still leads to the first one.
        Assert.Equal(0, await InAsync(TimeSpan.FromDays(2)));
        await RunAsync("DELETE FROM States WHERE Ordinal = 1");
        Assert.Equal(0, await InAsync(TimeSpan.FromHours(20)));
        // A state that can't be read may lead anywhere: nothing goes.
        await RunAsync(
            "INSERT INTO States (ProjectId, Step, Ordinal, Json, SavedUtc) SELECT ProjectId, Step, 77, '{', SavedUtc FROM States LIMIT 1"
        );
        Assert.Equal(0, await InAsync(TimeSpan.FromDays(2)));
        await RunAsync("DELETE FROM States WHERE Ordinal = 77");
        Assert.Equal(2, await InAsync(TimeSpan.FromDays(2)));
        var hash = (await _server.GetAsync($"/api/projects/{id}/part")).GetProperty("value").GetProperty("hash").GetString();
        Assert.True((await _server.Client.GetAsync($"/api/meshes/{hash}/picture.png")).IsSuccessStatusCode);
        Assert.Equal("done", (await _server.GetAsync($"/api/projects/{id}/part/study")).GetProperty("phase").GetString());
    }

    [Fact]
    public async Task The_paper_of_a_quote_comes_back_as_it_was_sent_and_goes_a_day_after_nothing_names_it()
    {
        var id = await _server.NewProjectAsync();
        byte[] paper = [.. "<script>alert(1)</script>"u8];
        var file = (
            await StampoServer.ReadAsync(await _server.SendMeshAsync($"/api/projects/{id}/quotes/file", paper, "../Offer 12.html"))
        ).Deserialize<QuoteFile>(Json.Options)!;
        Assert.Equal(("Offer 12.html", paper.Length), (file.Name, file.Bytes));
        Assert.Equal(
            (422, "quote.file", "file"),
            await StampoServer.RefusedAsync(await _server.SendMeshAsync($"/api/projects/{id}/quotes/file", [], "empty.pdf"))
        );
        Assert.Equal(
            (413, "request.too-large", null),
            await StampoServer.RefusedAsync(
                await _server.SendMeshAsync($"/api/projects/{id}/quotes/file", new byte[12_000_000], "long.pdf")
            )
        );
        // No quote names it yet.
        Assert.Equal(HttpStatusCode.NotFound, (await _server.Client.GetAsync($"/api/projects/{id}/quotes/file/{file.Hash}")).StatusCode);
        var quote = new Quote(
            "q",
            "print",
            "Ostwick Castings",
            1,
            100,
            true,
            [new PriceBreak(1, 2)],
            null,
            5,
            new DateOnly(2031, 1, 1),
            null,
            false,
            file
        );
        await _server.PutAsync($"/api/projects/{id}/quotes", new Save<QuoteBook>(new([quote]), 0));
        using var sent = await _server.Client.GetAsync($"/api/projects/{id}/quotes/file/{file.Hash}");
        Assert.Equal(
            ("application/octet-stream", "attachment"),
            (sent.Content.Headers.ContentType!.MediaType, sent.Content.Headers.ContentDisposition!.DispositionType)
        );
        Assert.Equal(paper, await sent.Content.ReadAsByteArrayAsync());
        await using var services = new ServiceCollection().AddStampoDatabase(_server.Folder).BuildServiceProvider();
        var factory = services.GetRequiredService<IDbContextFactory<StampoDb>>();
        Task<int> InAsync(TimeSpan later) =>
            new UnusedFiles(factory, new FakeTimeProvider(DateTimeOffset.UtcNow + later)).RemoveAsync(
                TestContext.Current.CancellationToken
            );
        Assert.Equal(0, await InAsync(TimeSpan.FromDays(2)));
        await RunAsync("DELETE FROM States WHERE Step = 'quotes'");
        Assert.Equal((0, 1), (await InAsync(TimeSpan.FromHours(20)), await InAsync(TimeSpan.FromDays(2))));
    }

    private async Task RunAsync(string sql) => Assert.NotEqual(0, await Sql.RunAsync(_server.DatabaseFile, sql));
}
