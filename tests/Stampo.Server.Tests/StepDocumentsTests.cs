using System.Text.Json.Nodes;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Microsoft.Extensions.Time.Testing;
using Stampo.Storage;

namespace Stampo.Server.Tests;

public sealed class StepDocumentsTests : IAsyncLifetime
{
    private readonly string _folder = Directory.CreateTempSubdirectory("stampo-documents-").FullName;
    private readonly FakeTimeProvider _clock = new(new DateTimeOffset(2026, 3, 2, 8, 0, 0, TimeSpan.Zero));
    private readonly IDbContextFactory<StampoDb> _factory;
    private readonly StepDocuments _documents;

    public StepDocumentsTests()
    {
        _factory = new ServiceCollection()
            .AddStampoDatabase(_folder)
            .BuildServiceProvider()
            .GetRequiredService<IDbContextFactory<StampoDb>>();
        _documents = new StepDocuments(_factory, new DocumentForms(new Dictionary<string, IReadOnlyList<Action<JsonObject>>>()), _clock);
    }

    public async ValueTask InitializeAsync()
    {
        await PrepareAsync();
        await using var db = await _factory.CreateDbContextAsync();
        foreach (var id in new[] { "p", "q" })
            db.Add(new Project { Id = id, Name = id });
        await db.SaveChangesAsync();
    }

    public ValueTask DisposeAsync()
    {
        SqliteConnection.ClearAllPools();
        Directory.Delete(_folder, recursive: true);
        return ValueTask.CompletedTask;
    }

    private async Task PrepareAsync()
    {
        using var folder = await DataFolder.TakeAsync(_folder, _ => { });
        await Database.PrepareAsync(_factory, folder, _ => { });
    }

    [Fact]
    public async Task What_was_never_saved_is_not_there() => Assert.Null(await _documents.ReadAsync("p", "brief"));

    [Fact]
    public async Task Steps_and_projects_keep_to_themselves()
    {
        await _documents.SaveAsync("p", "brief", "1", 0);
        await _documents.SaveAsync("p", "plan", "2", 0);
        await _documents.SaveAsync("q", "brief", "3", 0);
        Assert.Equal("1", (await _documents.ReadAsync("p", "brief"))!.Json);
        Assert.Equal("2", (await _documents.ReadAsync("p", "plan"))!.Json);
        Assert.Equal("3", (await _documents.ReadAsync("q", "brief"))!.Json);
    }

    [Fact]
    public async Task A_hundred_states_are_kept_and_older_ones_forgotten()
    {
        for (var i = 0; i < 130; i++)
            await _documents.SaveAsync("p", "brief", $"{i}", i);
        var version = 130;
        var undone = 0;
        for (var state = await _documents.ReadAsync("p", "brief"); state!.CanUndo; undone++)
            state = await _documents.MoveAsync("p", "brief", -1, version++);
        Assert.Equal(StepDocuments.StatesKept - 1, undone);
        Assert.Equal("30", (await _documents.ReadAsync("p", "brief"))!.Json);
    }

    [Fact]
    public async Task A_move_past_either_end_and_of_what_was_never_saved_writes_nothing()
    {
        Assert.Null(await _documents.MoveAsync("p", "brief", -1, 0));
        Assert.Null(await _documents.ReadAsync("p", "brief"));
        await _documents.SaveAsync("p", "brief", "only", 0);
        Assert.Null(await _documents.MoveAsync("p", "brief", -1, 1));
        Assert.Null(await _documents.MoveAsync("p", "brief", +1, 1));
        Assert.Equal(("only", 1), ((await _documents.ReadAsync("p", "brief"))!.Json, (await _documents.ReadAsync("p", "brief"))!.Version));
        await Assert.ThrowsAsync<VersionConflictException>(() => _documents.MoveAsync("p", "brief", -1, 7));
    }

    [Theory]
    [InlineData(0)]
    [InlineData(1)]
    [InlineData(7)]
    public async Task Any_other_version_than_the_one_that_stands_is_a_conflict(int version)
    {
        await _documents.SaveAsync("p", "brief", "a", 0);
        await _documents.SaveAsync("p", "brief", "b", 1);
        var conflict = await Assert.ThrowsAsync<VersionConflictException>(() => _documents.SaveAsync("p", "brief", "c", version));
        Assert.Equal(("b", 2), (conflict.Theirs!.Json, conflict.Theirs.Version));
        await Assert.ThrowsAsync<VersionConflictException>(() => _documents.MoveAsync("p", "brief", -1, version));
    }

    [Fact]
    public async Task A_save_touches_its_project_at_the_time_of_the_clock()
    {
        _clock.Advance(TimeSpan.FromHours(5));
        await _documents.SaveAsync("p", "brief", "x", 0);
        await using var db = await _factory.CreateDbContextAsync(TestContext.Current.CancellationToken);
        var touched = (await db.Projects.SingleAsync(p => p.Id == "p", TestContext.Current.CancellationToken)).TouchedUtc;
        Assert.Equal(NodaTime.Instant.FromUtc(2026, 3, 2, 13, 0), touched);
    }

    [Fact]
    public async Task Before_its_layout_changes_the_file_is_copied()
    {
        var file = Path.Combine(_folder, Database.FileName);
        await using (var db = await _factory.CreateDbContextAsync(TestContext.Current.CancellationToken))
            await db.Database.ExecuteSqlRawAsync("DELETE FROM __EFMigrationsHistory", TestContext.Current.CancellationToken);
        // The layout is there already, so bringing it in again fails: the copy must stand all the same.
        await Assert.ThrowsAnyAsync<Exception>(() => PrepareAsync());
        var copy = Assert.Single(Directory.GetFiles(_folder, $"{Database.FileName}.before-*"));
        Assert.Equal(2L, await Sql.AskAsync(copy, "SELECT COUNT(*) FROM Projects"));
        Assert.True(File.Exists(file));
    }
}
