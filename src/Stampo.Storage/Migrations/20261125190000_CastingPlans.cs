using Microsoft.EntityFrameworkCore.Infrastructure;
using Microsoft.EntityFrameworkCore.Migrations;

namespace Stampo.Storage.Migrations;

/// <summary>What a plan held of one pour becomes the pour of a casting plan; the tables stay as they are.</summary>
[DbContext(typeof(StampoDb))]
[Migration("20261125190000_CastingPlans")]
public sealed class CastingPlans : Migration
{
    protected override void Up(MigrationBuilder migrationBuilder) => migrationBuilder.Sql(
        "UPDATE States SET Json = json_object('routeId', json_extract(Json, '$.routeId'), 'pour', json(Json)) WHERE Step = 'plan' AND json_extract(Json, '$.pour') IS NULL");

    protected override void Down(MigrationBuilder migrationBuilder) => migrationBuilder.Sql(
        "UPDATE States SET Json = json_extract(Json, '$.pour') WHERE Step = 'plan' AND json_extract(Json, '$.pour') IS NOT NULL");
}
