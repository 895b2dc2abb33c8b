namespace Stampo.Server.Tests;

/// <summary>A server with the demo world.</summary>
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

/// <summary>
/// Tests that share one demo, one after the other: each leaves it as it found it, or changes only what none of the others looks at.
/// </summary>
[CollectionDefinition(Name)]
public sealed class OneDemo : ICollectionFixture<DemoServer>
{
    public const string Name = "One demo";
}
