using Microsoft.Data.Sqlite;

namespace Stampo.Bench;

/// <summary>Puts years of work into a copy of the demo: its shots and measurements again and again, under ids of their own.</summary>
internal static class History
{
    private const int Shots = 10_000,
        Measurements = 200_000;

    public static void Fill(string database)
    {
        using var db = new SqliteConnection($"Data Source={database}");
        db.Open();
        Run(db, "PRAGMA foreign_keys = OFF; PRAGMA synchronous = OFF;");
        var kept = Count(db, "SELECT count(*) FROM Runs WHERE OverUtc IS NOT NULL");
        var times = Shots / kept + 1;
        var numbers = $"WITH RECURSIVE n(i) AS (SELECT 1 UNION ALL SELECT i + 1 FROM n WHERE i < {times})";
        // Shots of later years are numbered on, so that none stands twice.
        Run(
            db,
            $"""
            {numbers}
            INSERT INTO Acts (RunId, Ordinal, ActId, Schema, Json, AtUtc, ReceivedUtc)
            SELECT RunId || '-' || i, Ordinal, ActId || '-' || i, a.Schema, a.Json, AtUtc, ReceivedUtc
            FROM Acts a JOIN Runs r ON r.Id = a.RunId AND r.OverUtc IS NOT NULL, n;
            {numbers}
            INSERT INTO Runs (Id, ProjectId, Plan, Schema, Sheet, By, BegunUtc, OverUtc)
            SELECT Id || '-' || i, ProjectId, Plan, Schema, json_set(Sheet, '$.piece.shot', json_extract(Sheet, '$.piece.shot') + 100 * i),
                   By, BegunUtc, OverUtc
            FROM Runs, n WHERE OverUtc IS NOT NULL AND Id NOT LIKE '%-%';
            """
        );
        var again = Measurements / Count(db, "SELECT count(*) FROM Measured WHERE Value IS NOT NULL") + 1;
        Run(
            db,
            $"""
            WITH RECURSIVE n(i) AS (SELECT 1 UNION ALL SELECT i + 1 FROM n WHERE i < {again})
            INSERT INTO Measured (Id, ProjectId, Plan, Item, Shot, Cavity, Value, Readings, By, Source, Corrects, AtUtc)
            SELECT Id || '-' || i, ProjectId, Plan, Item, Shot + 100 * i, Cavity, Value, Readings, By, Source, Corrects, AtUtc
            FROM Measured, n WHERE Corrects IS NULL AND Id NOT LIKE '%-%';
            """
        );
        Console.WriteLine(
            $"{Count(db, "SELECT count(*) FROM Runs")} runs, {Count(db, "SELECT count(*) FROM Acts")} acts, "
                + $"{Count(db, "SELECT count(*) FROM Measured")} measurements"
        );
    }

    private static void Run(SqliteConnection db, string sql)
    {
        using var command = db.CreateCommand();
        command.CommandText = sql;
        command.ExecuteNonQuery();
    }

    private static int Count(SqliteConnection db, string sql)
    {
        using var command = db.CreateCommand();
        command.CommandText = sql;
        return Convert.ToInt32(command.ExecuteScalar(), System.Globalization.CultureInfo.InvariantCulture);
    }
}
