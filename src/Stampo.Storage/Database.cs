using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;
using Microsoft.Extensions.DependencyInjection;

namespace Stampo.Storage;

/// <summary>How the database file is opened and brought up to date: write-ahead log, foreign keys on, patience for a busy file.</summary>
public static class Database
{
    public const string FileName = "stampo.db";

    /// <summary>Longer than a program that copies the file may hold it.</summary>
    private const int BusySeconds = 20;

    public static IServiceCollection AddStampoDatabase(this IServiceCollection services, string folder) =>
        services.AddPooledDbContextFactory<StampoDb>(options => options.UseSqlite(ConnectionString(folder)));

    /// <summary>
    /// Brings the file up to date, after a backup copy when there is something to lose. The folder is held, so nobody else is at it.
    /// </summary>
    public static async Task PrepareAsync(
        IDbContextFactory<StampoDb> factory,
        DataFolder folder,
        Action<string> tell,
        CancellationToken cancel = default
    )
    {
        RefuseTorn(folder.File);
        try
        {
            await using var db = await factory.CreateDbContextAsync(cancel);
            List<string> applied = [.. await db.Database.GetAppliedMigrationsAsync(cancel)],
                known = [.. db.Database.GetMigrations()];
            RefuseNewer(applied, known, folder.File);
            if (known.Except(applied).FirstOrDefault() is { } pending)
                await MigrateAsync(db, folder.File, pending, tell, cancel);
            await db.Database.ExecuteSqlRawAsync("PRAGMA journal_mode=WAL;", cancel);
            // Shows now, not at the first save, that the file can't be written.
            await db.Database.ExecuteSqlRawAsync("PRAGMA user_version=1;", cancel);
        }
        catch (SqliteException failure)
        {
            throw CannotStartException.Of(failure, folder.File);
        }
    }

    /// <summary>
    /// Takes what stands in the write-ahead log into the database, so that the file is whole by itself. While somebody reads or writes, a
    /// later time does.
    /// </summary>
    public static void Checkpoint(string file)
    {
        using var connection = new SqliteConnection(
            new SqliteConnectionStringBuilder
            {
                DataSource = file,
                Mode = SqliteOpenMode.ReadWrite,
                Pooling = false,
                DefaultTimeout = 1,
            }.ToString()
        );
        connection.Open();
        using var command = connection.CreateCommand();
        command.CommandText = "PRAGMA wal_checkpoint(TRUNCATE);";
        command.ExecuteNonQuery();
    }

    private static async Task MigrateAsync(StampoDb db, string file, string pending, Action<string> tell, CancellationToken cancel)
    {
        BackUp(file, pending);
        tell($"Bringing {file} up to date.");
        // A server that was killed as it did this left the row that says so; whoever holds the folder knows that it is stale.
        await db.Database.ExecuteSqlRawAsync("DROP TABLE IF EXISTS \"__EFMigrationsLock\";", cancel);
        await db.Database.MigrateAsync(cancel);
    }

    /// <summary>A write-ahead log without its database: what it holds would be thrown away by opening it.</summary>
    private static void RefuseTorn(string file)
    {
        var log = new FileInfo(file + "-wal");
        if (new FileInfo(file) is not { Exists: true, Length: > 0 } && log is { Exists: true, Length: > 0 })
            throw new CannotStartException(
                "data.torn",
                $"{file} is missing or empty, but its write-ahead log {log.Name} holds data. Put the file it belongs to "
                    + "beside it, or move the log away to start anew."
            );
    }

    private static void RefuseNewer(List<string> applied, List<string> known, string file)
    {
        if (applied.Except(known).LastOrDefault() is { } newer)
            throw new CannotStartException(
                "data.newer",
                $"{file} was last used by a newer Stampo ({newer}). Start that one; this one would not know everything in it."
            );
    }

    private static string ConnectionString(string folder) =>
        new SqliteConnectionStringBuilder
        {
            DataSource = DataFolder.FileIn(folder),
            ForeignKeys = true,
            DefaultTimeout = BusySeconds,
        }.ToString();

    private static void BackUp(string file, string before)
    {
        var copy = $"{file}.before-{before}";
        if (!File.Exists(file) || File.Exists(copy))
            return;
        Backup.Copy(file, copy + ".part");
        File.Move(copy + ".part", copy);
    }
}
