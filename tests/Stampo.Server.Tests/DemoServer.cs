namespace Stampo.Server.Tests;

/// <summary>The demo world, laid in and measured once for all tests; each server starts on a copy.</summary>
public static class DemoCopy
{
    private static readonly Lazy<string> Kept = new(() =>
    {
        var folder = Directory.CreateTempSubdirectory("stampo-demo-").FullName;
        AppDomain.CurrentDomain.ProcessExit += (_, _) => Directory.Delete(folder, recursive: true);
        var kept = Path.Combine(folder, "demo.db");
        using var first = new StampoServer(settings: SettingsOf(kept));
        for (var tries = 0; tries < 1_200 && Studies(kept) == 0; tries++)
            Thread.Sleep(100);
        return kept;
    });

    public static (string, string)[] Settings => SettingsOf(Kept.Value);

    public static (string, string)[] SettingsOf(string kept) => [("Stampo:Demo", StampoServer.DemoFolder), ("Stampo:DemoKept", kept)];

    public static long Studies(string database) => (long)Sql.AskAsync(database, "SELECT count(*) FROM Studies").GetAwaiter().GetResult()!;
}

/// <summary>A server with the demo world.</summary>
public sealed class DemoServer : IDisposable
{
    public StampoServer Server { get; } = new(settings: DemoCopy.Settings);

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
