namespace Stampo.Server.Tests;

/// <summary>A server with the demo world for the tests of one class, which may change what is the shop's.</summary>
public sealed class DemoServer : IDisposable
{
    public StampoServer Server { get; } = new(settings: ("Stampo:Demo", StampoServer.DemoFolder));

    public async Task<string> ProjectAsync(string name) =>
        (await Server.GetAsync("/api/projects"))
            .EnumerateArray()
            .Single(p => p.GetProperty("name").GetString() == name)
            .GetProperty("id")
            .GetString()!;

    public void Dispose() => Server.Dispose();
}
