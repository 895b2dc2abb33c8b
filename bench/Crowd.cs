using Microsoft.Data.Sqlite;

namespace Stampo.Bench;

/// <summary>Fills a database with copies of one of its projects: what many years of a large shop would leave.</summary>
internal static class Crowd
{
    public static void Fill(string file, int count)
    {
        using var connection = new SqliteConnection($"Data Source={file};Pooling=False");
        connection.Open();
        using var command = connection.CreateCommand();
        command.CommandText = """
            PRAGMA synchronous = OFF;
            CREATE TEMP TABLE Model AS SELECT * FROM Projects p WHERE EXISTS (SELECT 1 FROM Decisions d WHERE d.ProjectId = p.Id) AND NOT p.Id LIKE 'crowd-%' LIMIT 1;
            CREATE TEMP TABLE Many AS WITH RECURSIVE n(i) AS (SELECT (SELECT count(*) FROM Projects WHERE Id LIKE 'crowd-%') UNION ALL SELECT i + 1 FROM n WHERE i + 1 < $count) SELECT i, printf('crowd-%06d', i) AS Id FROM n WHERE i < $count;
            INSERT INTO Projects (Id, Name, Revision, CreatedUtc, TouchedUtc, RemovedUtc)
                SELECT Many.Id, 'Part ' || Many.i, Model.Revision, Model.CreatedUtc, datetime(Model.TouchedUtc, '-' || Many.i || ' minutes'), NULL FROM Many, Model;
            INSERT INTO Documents (ProjectId, Step, Version, Cursor)
                SELECT Many.Id, d.Step, d.Version, d.Cursor FROM Documents d JOIN Model ON d.ProjectId = Model.Id, Many WHERE d.Step IN ('part', 'brief');
            INSERT INTO States (ProjectId, Step, Ordinal, Json, SavedUtc)
                SELECT Many.Id, s.Step, s.Ordinal, CASE s.Step WHEN 'part' THEN json_remove(s.Json, '$.working') ELSE s.Json END, s.SavedUtc
                FROM States s JOIN Documents d ON d.ProjectId = s.ProjectId AND d.Step = s.Step AND d.Cursor = s.Ordinal JOIN Model ON d.ProjectId = Model.Id, Many WHERE s.Step IN ('part', 'brief');
            """;
        command.Parameters.AddWithValue("$count", count);
        command.ExecuteNonQuery();
    }
}
