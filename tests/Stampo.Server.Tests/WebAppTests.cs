using System.Net;
using System.Net.Http.Json;

namespace Stampo.Server.Tests;

public sealed class WebAppTests(WebAppTests.WithPage page) : IClassFixture<WebAppTests.WithPage>
{
    /// <summary>A server with a page of two files.</summary>
    public sealed class WithPage : IDisposable
    {
        private readonly string _web = Directory.CreateTempSubdirectory("stampo-web-").FullName;

        public WithPage()
        {
            Directory.CreateDirectory(Path.Combine(_web, "assets"));
            File.WriteAllText(Path.Combine(_web, "index.html"), "<title>the page</title>");
            File.WriteAllText(Path.Combine(_web, "assets", "app-1234.js"), "export {};");
            Server = new StampoServer(settings: ("Stampo:Web", _web));
        }

        public StampoServer Server { get; }

        public void Dispose()
        {
            Server.Dispose();
            Directory.Delete(_web, recursive: true);
        }
    }

    private readonly StampoServer _server = page.Server;

    [Theory]
    [InlineData("/")]
    [InlineData("/projects/any/routes?q=40&working=sets")]
    public async Task Every_address_of_the_page_gives_the_page_asked_for_each_time(string address)
    {
        using var answer = await _server.Client.GetAsync(address);
        Assert.Equal("<title>the page</title>", await answer.Content.ReadAsStringAsync());
        Assert.Equal("no-cache", answer.Headers.CacheControl?.ToString());
        Assert.Contains("default-src 'self'", answer.Headers.GetValues("Content-Security-Policy").Single(), StringComparison.Ordinal);
    }

    [Fact]
    public async Task Assets_are_kept_for_ever_and_missing_ones_are_not_the_page()
    {
        using var asset = await _server.Client.GetAsync("/assets/app-1234.js");
        Assert.Contains("immutable", asset.Headers.CacheControl?.ToString(), StringComparison.Ordinal);
        Assert.Equal("text/javascript", asset.Content.Headers.ContentType?.MediaType);
    }

    [Theory]
    [InlineData("/assets/../../stampo.db")]
    [InlineData("/..%2f..%2fetc%2fpasswd")]
    public async Task Nothing_outside_the_folder_is_served(string address)
    {
        using var answer = await _server.Client.GetAsync(address);
        Assert.True(answer.StatusCode == HttpStatusCode.NotFound || await answer.Content.ReadAsStringAsync() == "<title>the page</title>");
    }

    [Fact]
    public async Task What_is_missing_under_api_is_a_problem_not_the_page() =>
        Assert.Equal((404, "http.404", null), await StampoServer.RefusedAsync(await _server.Client.GetAsync("/api/nothing/here")));

    [Fact]
    public async Task Many_at_once_are_all_answered()
    {
        var id = await _server.MeasuredAsync(await _server.NewProjectWithPartAsync("scale-foot.stl"));
        var answers = await Task.WhenAll(
            Enumerable.Range(1, 60).Select(q => _server.Client.GetAsync($"/api/projects/{id}/comparison?quantity={q}"))
        );
        Assert.All(answers, a => Assert.Equal(HttpStatusCode.OK, a.StatusCode));
    }

    [Fact]
    public async Task The_same_mesh_sent_by_many_at_once_is_kept_once_and_serves_all()
    {
        var mesh = StampoServer.DemoMesh("probe-grommet.stl");
        var ids = await Task.WhenAll(Enumerable.Range(0, 6).Select(_ => _server.NewProjectAsync()));
        var answers = await Task.WhenAll(
            ids.Select(id => _server.SendMeshAsync($"/api/projects/{id}/part/file?version=0", mesh, "../../etc/grommet.stl"))
        );
        var parts = await Task.WhenAll(answers.Select(StampoServer.ReadAsync));
        Assert.Single(parts.Select(p => p.GetProperty("value").GetProperty("hash").GetString()).Distinct());
        Assert.All(parts, p => Assert.Equal("grommet.stl", p.GetProperty("value").GetProperty("fileName").GetString()));
    }

    [Fact]
    public async Task An_upload_from_an_old_version_is_a_conflict_and_the_part_stays()
    {
        var id = await _server.NewProjectWithPartAsync();
        using var late = await _server.SendMeshAsync($"/api/projects/{id}/part/file?version=0", StampoServer.DemoMesh("vent-disc.stl"));
        var problem = await late.Content.ReadFromJsonAsync<System.Text.Json.JsonElement>();
        Assert.Equal((409, 1), ((int)late.StatusCode, problem.GetProperty("theirs").GetProperty("version").GetInt32()));
        Assert.Equal(
            "part.stl",
            (await _server.GetAsync($"/api/projects/{id}/part")).GetProperty("value").GetProperty("fileName").GetString()
        );
    }
}
