using Microsoft.EntityFrameworkCore.Infrastructure;
using Microsoft.EntityFrameworkCore.Migrations;

namespace Stampo.Storage.Migrations;

/// <summary>
/// How many shots a mold is trusted with and how loss in the pot is counted moved from each plan to the brief: what the plan last saved said becomes what the brief says,
/// in every state of it, so that no figure changes by an update.
/// </summary>
[DbContext(typeof(StampoDb))]
[Migration("20261126231500_SchoolsInTheBrief")]
public sealed class SchoolsInTheBrief : Migration
{
    protected override void Up(MigrationBuilder migrationBuilder)
    {
        Move(migrationBuilder, "moldLife", "json_extract(s.Json, '$.school')", "'between'");
        Move(migrationBuilder, "loss", "CASE WHEN json_extract(s.Json, '$.pour.lossOfPoured') THEN 'ofPoured' END", "'added'");
    }

    /// <summary>An earlier release reads past the brief's schools.</summary>
    protected override void Down(MigrationBuilder migrationBuilder)
    {
    }

    private static void Move(MigrationBuilder migration, string field, string chosen, string usual)
    {
        var latest = $"""
            SELECT {chosen} FROM States s JOIN Documents d ON d.ProjectId = s.ProjectId AND d.Step = s.Step AND d.Cursor = s.Ordinal
            WHERE s.ProjectId = States.ProjectId AND (s.Step = 'plan' OR s.Step LIKE 'plan/%') AND coalesce({chosen}, {usual}) <> {usual} ORDER BY s.SavedUtc DESC LIMIT 1
            """;
        migration.Sql($"UPDATE States SET Json = json_set(Json, '$.schools', json_patch(coalesce(json_extract(Json, '$.schools'), '{{}}'), json_object('{field}', ({latest})))) WHERE Step = 'brief' AND EXISTS ({latest})");
    }
}
