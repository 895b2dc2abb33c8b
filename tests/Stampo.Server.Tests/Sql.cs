using Microsoft.Data.Sqlite;

namespace Stampo.Server.Tests;

/// <summary>Looks past the server into a database file, or changes it behind its back.</summary>
internal static class Sql
{
    /// <summary>The number of rows changed.</summary>
    public static async Task<int> RunAsync(string file, string sql)
    {
        await using var connection = await OpenAsync(file, SqliteOpenMode.ReadWrite);
        await using var command = connection.CreateCommand();
        command.CommandText = sql;
        return await command.ExecuteNonQueryAsync(TestContext.Current.CancellationToken);
    }

    public static async Task<object?> AskAsync(string file, string sql)
    {
        await using var connection = await OpenAsync(file, SqliteOpenMode.ReadOnly);
        await using var command = connection.CreateCommand();
        command.CommandText = sql;
        return await command.ExecuteScalarAsync(TestContext.Current.CancellationToken);
    }

    private static async Task<SqliteConnection> OpenAsync(string file, SqliteOpenMode mode)
    {
        var connection = new SqliteConnection(
            new SqliteConnectionStringBuilder
            {
                DataSource = file,
                Mode = mode,
                Pooling = false,
            }.ToString()
        );
        await connection.OpenAsync(TestContext.Current.CancellationToken);
        return connection;
    }
}
