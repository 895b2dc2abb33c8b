using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;

namespace Stampo.Storage;

/// <summary>Where the data lives and how it is opened: write-ahead log, foreign keys on, five seconds' patience for a busy file.</summary>
public static class Database
{
    public const string FileName = "stampo.db";

    private const int BusySeconds = 5;

    public static IServiceCollection AddStampoDatabase(this IServiceCollection services, string folder) =>
        services.AddPooledDbContextFactory<StampoDb>(options => options.UseSqlite(ConnectionString(folder)));

    /// <summary>Brings the file up to date, after a backup copy when there is something to lose.</summary>
    public static async Task PrepareAsync(IDbContextFactory<StampoDb> factory, string folder, CancellationToken cancel = default)
    {
        Directory.CreateDirectory(folder);
        await using var db = await factory.CreateDbContextAsync(cancel);
        var pending = (await db.Database.GetPendingMigrationsAsync(cancel)).ToList();
        if (pending.Count > 0)
            BackUp(Path.Combine(folder, FileName), pending[0]);
        await db.Database.MigrateAsync(cancel);
        await db.Database.ExecuteSqlRawAsync("PRAGMA journal_mode=WAL;", cancel);
    }

    private static string ConnectionString(string folder) => new SqliteConnectionStringBuilder
    {
        DataSource = Path.Combine(folder, FileName),
        ForeignKeys = true,
        DefaultTimeout = BusySeconds,
    }.ToString();

    /// <summary>SQLite's own online backup, which also takes in what still stands in the write-ahead log.</summary>
    private static void BackUp(string file, string before)
    {
        if (!File.Exists(file))
            return;
        using var source = new SqliteConnection($"Data Source={file}");
        using var copy = new SqliteConnection($"Data Source={file}.before-{before}");
        source.Open();
        copy.Open();
        source.BackupDatabase(copy);
    }
}
