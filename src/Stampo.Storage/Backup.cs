using Microsoft.Data.Sqlite;

namespace Stampo.Storage;

/// <summary>What a backup copy holds.</summary>
public sealed record BackedUp(string File, long Bytes, long Projects);

/// <summary>
/// Copies a database, also while a server works on it: SQLite's own online backup takes in what still stands in the write-ahead log.
/// </summary>
public static class Backup
{
    /// <summary>
    /// Copies the database of a data folder and reads the copy back; there is no copy under that name unless it is whole.
    /// </summary>
    public static BackedUp Make(string folder, string to)
    {
        var (from, part) = (DataFolder.FileIn(Path.GetFullPath(folder)), to + ".part");
        if (!File.Exists(from))
            throw new CannotStartException("backup.nothing", $"There is no {from} to copy. Say with --data where the data is.");
        if (File.Exists(to))
            throw new CannotStartException("backup.exists", $"{to} is there already; give the copy another name.");
        try
        {
            Copy(from, part);
            var projects = Verified(part);
            File.Move(part, to);
            return new BackedUp(to, new FileInfo(to).Length, projects);
        }
        catch (Exception failure) when (failure is SqliteException or IOException or UnauthorizedAccessException)
        {
            throw new CannotStartException("backup.failed", $"No copy was made: {failure.Message}", failure);
        }
        finally
        {
            if (File.Exists(part))
                File.Delete(part);
        }
    }

    /// <summary>
    /// Adds what has been measured to a copy made before. It is found by content, so that it fits whatever else was changed meanwhile.
    /// </summary>
    public static void AddStudies(string folder, string copy)
    {
        var part = copy + ".part";
        Copy(copy, part);
        using (var studies = Open(part))
        {
            using (var attach = studies.CreateCommand())
            {
                attach.CommandText = "ATTACH $from AS measured;";
                attach.Parameters.AddWithValue("$from", DataFolder.FileIn(Path.GetFullPath(folder)));
                attach.ExecuteNonQuery();
            }

            Ask(studies, "INSERT OR IGNORE INTO main.\"Studies\" SELECT * FROM measured.\"Studies\";");
        }

        File.Move(part, copy, overwrite: true);
    }

    /// <summary>Over whatever an earlier copy that was cut off left there.</summary>
    internal static void Copy(string from, string to)
    {
        File.Delete(to);
        using var source = Open(from);
        using var copy = Open(to);
        source.BackupDatabase(copy);
    }

    /// <summary>The number of projects in a copy that SQLite finds sound.</summary>
    private static long Verified(string file)
    {
        using var copy = Open(file);
        return Ask(copy, "PRAGMA integrity_check;") is "ok"
            ? (long)Ask(copy, "SELECT count(*) FROM \"Projects\";")!
            : throw new CannotStartException(
                "backup.unsound",
                "The copy is not sound, so it was not kept. Check the disk and the database, then try again."
            );
    }

    private static object? Ask(SqliteConnection connection, string sql)
    {
        using var command = connection.CreateCommand();
        command.CommandText = sql;
        return command.ExecuteScalar();
    }

    private static SqliteConnection Open(string file)
    {
        var connection = new SqliteConnection(new SqliteConnectionStringBuilder { DataSource = file, Pooling = false }.ToString());
        connection.Open();
        return connection;
    }
}
