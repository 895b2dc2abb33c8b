using System.Net.Http.Headers;
using System.Net.Http.Json;
using System.Text.Json;
using Microsoft.AspNetCore.Hosting.Server;
using Microsoft.AspNetCore.Hosting.Server.Features;
using Microsoft.AspNetCore.Mvc.Testing;
using Microsoft.Data.Sqlite;
using Microsoft.Extensions.DependencyInjection;
using Stampo.Server.Hosting;
using Stampo.Storage;

namespace Stampo.Server.Tests;

/// <summary>The whole application on a real port over a real SQLite file in a folder of its own.</summary>
public sealed class StampoServer : IDisposable
{
    private readonly WebApplicationFactory<Program> _factory;
    private readonly bool _keepData;

    public StampoServer(string? folder = null, bool keepData = false, params (string Name, string Value)[] settings)
    {
        Folder = folder ?? Directory.CreateTempSubdirectory("stampo-test-").FullName;
        _keepData = keepData;
        _factory = new WebApplicationFactory<Program>().WithWebHostBuilder(host =>
        {
            host.UseSetting("Urls", "http://127.0.0.1:0");
            host.UseSetting("Stampo:Data", Folder);
            foreach (var (name, value) in settings)
                host.UseSetting(name, value);
        });
        _factory.UseKestrel();
        _factory.StartServer();
        Client = new HttpClient
        {
            BaseAddress = new Uri(
                _factory.Services.GetRequiredService<IServer>().Features.Get<IServerAddressesFeature>()!.Addresses.First()
            ),
        };
    }

    public string Folder { get; }

    public HttpClient Client { get; }

    public IServiceProvider Services => _factory.Services;

    public async Task<JsonElement> GetAsync(string path) => await ReadAsync(await Client.GetAsync(path));

    public async Task<JsonElement> PostAsync(string path, object body) =>
        await ReadAsync(await Client.PostAsJsonAsync(path, body, Json.Options));

    public async Task<JsonElement> PutAsync(string path, object body) =>
        await ReadAsync(await Client.PutAsJsonAsync(path, body, Json.Options));

    /// <summary>A refusal's status, code and field; fails when the request went through.</summary>
    public static async Task<(int Status, string Code, string? Field)> RefusedAsync(HttpResponseMessage answer)
    {
        Assert.False(answer.IsSuccessStatusCode, $"went through: {await answer.Content.ReadAsStringAsync()}");
        Assert.Equal("application/problem+json", answer.Content.Headers.ContentType?.MediaType);
        var problem = await answer.Content.ReadFromJsonAsync<JsonElement>();
        Assert.True(problem.GetProperty("detail").GetString()!.Length > 15);
        // A name in braces is one that nobody filled in.
        Assert.DoesNotMatch(@"\{[A-Za-z]", problem.GetProperty("detail").GetString());
        return (
            (int)answer.StatusCode,
            problem.GetProperty("code").GetString()!,
            problem.TryGetProperty("field", out var field) ? field.GetString() : null
        );
    }

    public async Task<(int Status, string Code, string? Field)> RefusedPostAsync(string path, object body) =>
        await RefusedAsync(await Client.PostAsJsonAsync(path, body, Json.Options));

    public async Task<HttpResponseMessage> SendMeshAsync(string path, byte[] file, string name = "part.stl", string? unit = null)
    {
        using var form = new MultipartFormDataContent();
        var content = new ByteArrayContent(file);
        content.Headers.ContentType = new MediaTypeHeaderValue("application/octet-stream");
        form.Add(content, "file", name);
        if (unit is not null)
            form.Add(new StringContent(unit), "unit");
        return await Client.PostAsync(path, form);
    }

    public async Task<string> NewProjectAsync(string name = "Trial") =>
        (await PostAsync("/api/projects", new { name })).GetProperty("id").GetString()!;

    /// <summary>A project with the demo's gateway housing as its part.</summary>
    public async Task<string> NewProjectWithPartAsync(string mesh = "gateway-housing.stl")
    {
        var id = await NewProjectAsync();
        await ReadAsync(await SendMeshAsync($"/api/projects/{id}/part/file?version=0&unit=mm", DemoMesh(mesh)));
        return id;
    }

    /// <summary>Waits until the part is measured: what comes in meanwhile would change an answer between two questions.</summary>
    public async Task<string> MeasuredAsync(string id)
    {
        for (
            var tries = 0;
            tries < 600 && (await GetAsync($"/api/projects/{id}/part/study")).GetProperty("phase").GetString() != "done";
            tries++
        )
            await Task.Delay(100);
        return id;
    }

    public static byte[] DemoMesh(string name) => File.ReadAllBytes(Path.Combine(DemoFolder, "meshes", name));

    public static string TestsFolder => Path.Combine(DemoFolder, "..", "tests", "Stampo.Server.Tests");

    public static string DemoFolder { get; } = FindDemo(AppContext.BaseDirectory);

    public static async Task<JsonElement> ReadAsync(HttpResponseMessage answer)
    {
        var text = await answer.Content.ReadAsStringAsync();
        Assert.True(answer.IsSuccessStatusCode, $"{(int)answer.StatusCode}: {text}");
        return JsonSerializer.Deserialize<JsonElement>(text);
    }

    public void Dispose()
    {
        Client.Dispose();
        _factory.Dispose();
        // The end of the program lets go of the folder last.
        DataFolder.TakeAsync(Folder, _ => { }).GetAwaiter().GetResult().Dispose();
        SqliteConnection.ClearAllPools();
        if (!_keepData)
            Directory.Delete(Folder, recursive: true);
    }

    private static string FindDemo(string from) =>
        Directory.Exists(Path.Combine(from, "demo", "meshes"))
            ? Path.Combine(from, "demo")
            : FindDemo(Path.GetDirectoryName(from.TrimEnd('/'))!);

    /// <summary>The database file itself, for tests that look past the server.</summary>
    public string DatabaseFile => Path.Combine(Folder, Database.FileName);
}
