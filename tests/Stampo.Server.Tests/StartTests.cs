using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;
using Stampo.Storage;

namespace Stampo.Server.Tests;

/// <summary>What a server finds in its data folder as it starts, and what it leaves there.</summary>
public sealed class StartTests : IDisposable
{
    private readonly string _folder = Directory.CreateTempSubdirectory("stampo-start-").FullName;

    private string File => DataFolder.FileIn(_folder);

    public void Dispose()
    {
        SqliteConnection.ClearAllPools();
        Directory.Delete(_folder, recursive: true);
    }

    private async Task<List<string>> PrepareAsync(string? folder = null)
    {
        List<string> told = [];
        await using var services = new ServiceCollection().AddStampoDatabase(folder ?? _folder).BuildServiceProvider();
        using var taken = await DataFolder.TakeAsync(
            folder ?? _folder,
            told.Add,
            TimeSpan.FromSeconds(0.5),
            TestContext.Current.CancellationToken
        );
        await Database.PrepareAsync(
            services.GetRequiredService<IDbContextFactory<StampoDb>>(),
            taken,
            told.Add,
            TestContext.Current.CancellationToken
        );
        return told;
    }

    private async Task<string> RefusedAsync()
    {
        var refused = await Assert.ThrowsAsync<CannotStartException>(() => PrepareAsync());
        Assert.DoesNotContain('\n', refused.Message);
        Assert.True(refused.Message.Length > 40, refused.Message);
        SqliteConnection.ClearAllPools();
        return refused.Code;
    }

    private Task<int> RunAsync(string sql) => Sql.RunAsync(File, sql);

    [Fact]
    public async Task A_folder_serves_one_server_and_the_next_one_when_that_ends()
    {
        using (var first = new StampoServer(_folder, keepData: true))
        {
            await first.NewProjectAsync("Kept");
            var second = await Assert.ThrowsAsync<CannotStartException>(() => PrepareAsync());
            Assert.Equal("data.in-use", second.Code);
        }

        using var third = new StampoServer(_folder, keepData: true);
        Assert.Equal("Kept", (await third.GetAsync("/api/projects"))[0].GetProperty("name").GetString());
    }

    [Fact]
    public async Task It_is_said_what_is_waited_for()
    {
        List<string> told = [];
        var held = await DataFolder.TakeAsync(_folder, told.Add, TestContext.Current.CancellationToken);
        var next = DataFolder.TakeAsync(_folder, told.Add, TestContext.Current.CancellationToken);
        held.Dispose();
        using var taken = await next;
        Assert.Contains(_folder, Assert.Single(told), StringComparison.Ordinal);
    }

    [Fact]
    public async Task A_server_killed_as_it_changed_the_layout_starts_again()
    {
        await PrepareAsync();
        await RunAsync(
            """
            CREATE TABLE IF NOT EXISTS "__EFMigrationsLock" ("Id" INTEGER PRIMARY KEY, "Timestamp" TEXT NOT NULL);
            INSERT OR REPLACE INTO "__EFMigrationsLock" VALUES (1, '2026-01-01');
            """
        );
        Assert.Empty(await PrepareAsync());
        // Also when there is something left to do.
        await RunAsync(
            """
            DELETE FROM "__EFMigrationsHistory" WHERE "MigrationId" LIKE '%Housekeeping';
            ALTER TABLE "Studies" DROP COLUMN "KeptUtc"; ALTER TABLE "Meshes" DROP COLUMN "KeptUtc"; DROP INDEX "IX_Projects_RemovedUtc_TouchedUtc_Id";
            INSERT OR REPLACE INTO "__EFMigrationsLock" VALUES (1, '2026-01-01');
            """
        );
        Assert.Contains("up to date", Assert.Single(await PrepareAsync()), StringComparison.Ordinal);
    }

    [Fact]
    public async Task What_is_no_database_is_left_as_it_is()
    {
        await System.IO.File.WriteAllTextAsync(File, new string('x', 5000), TestContext.Current.CancellationToken);
        Assert.Equal("data.damaged", await RefusedAsync());
        Assert.Equal(5000, new FileInfo(File).Length);
    }

    [Fact]
    public async Task A_database_of_a_newer_version_is_left_alone()
    {
        await PrepareAsync();
        await RunAsync("INSERT INTO \"__EFMigrationsHistory\" VALUES ('29990101000000_Later', '99')");
        Assert.Equal("data.newer", await RefusedAsync());
    }

    [Fact]
    public async Task A_log_without_its_database_is_not_thrown_away()
    {
        await System.IO.File.WriteAllTextAsync(File + "-wal", "what was saved last", TestContext.Current.CancellationToken);
        Assert.Equal("data.torn", await RefusedAsync());
        Assert.True(System.IO.File.Exists(File + "-wal"));
    }

    [Fact]
    public async Task A_folder_that_can_not_be_is_said_in_a_line()
    {
        var inTheWay = Path.Combine(_folder, "file");
        await System.IO.File.WriteAllTextAsync(inTheWay, "", TestContext.Current.CancellationToken);
        var refused = await Assert.ThrowsAsync<CannotStartException>(() => PrepareAsync(Path.Combine(inTheWay, "data")));
        Assert.Equal("data.unreachable", refused.Code);
    }

    [Theory]
    [InlineData(5, 503, "data.locked")]
    [InlineData(13, 507, "data.full")]
    [InlineData(8, 507, "data.read-only")]
    public void A_disk_that_fails_is_said_in_words_while_it_serves(int sqlite, int status, string code)
    {
        var problem = Hosting.Problems.OfDatabase(new SqliteException("inside", sqlite))!;
        Assert.Equal((status, code), (problem.Status, problem.Extensions["code"]));
        Assert.DoesNotContain("inside", problem.Detail, StringComparison.Ordinal);
        Assert.Null(Hosting.Problems.OfDatabase(new SqliteException("inside", 1)));
    }

    [Fact]
    public async Task After_a_clean_end_the_file_alone_holds_everything()
    {
        using (var server = new StampoServer(_folder, keepData: true))
            await server.NewProjectAsync("All in one file");
        var alone = Path.Combine(_folder, "alone.db");
        System.IO.File.Copy(File, alone);
        Assert.Equal("All in one file", await Sql.AskAsync(alone, "SELECT Name FROM Projects"));
    }

    [Fact]
    public async Task A_backup_is_whole_while_the_server_works_and_never_writes_over_anything()
    {
        using var server = new StampoServer(_folder, keepData: true);
        await server.NewProjectAsync("Saved last");
        var to = Path.Combine(_folder, "copy.db");
        Assert.Equal(1, Backup.Make(_folder, to).Projects);
        Assert.Equal("backup.exists", Assert.Throws<CannotStartException>(() => Backup.Make(_folder, to)).Code);
        Assert.Equal(
            "backup.nothing",
            Assert.Throws<CannotStartException>(() => Backup.Make(Path.Combine(_folder, "elsewhere"), to + "2")).Code
        );
        Assert.Equal(
            "backup.failed",
            Assert.Throws<CannotStartException>(() => Backup.Make(_folder, Path.Combine(_folder, "no", "such", "place.db"))).Code
        );
        Assert.Empty(Directory.GetFiles(_folder, "*.part"));
    }
}
