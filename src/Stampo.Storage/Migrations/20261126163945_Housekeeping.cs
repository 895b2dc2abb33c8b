using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Stampo.Storage.Migrations
{
    /// <summary>Meshes and what was made from them know when they came, so that those nothing leads to can go; the list of projects is found by an index.</summary>
    public partial class Housekeeping : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<DateTime>(
                name: "KeptUtc",
                table: "Studies",
                type: "TEXT",
                nullable: false,
                defaultValue: new DateTime(1, 1, 1, 0, 0, 0, 0, DateTimeKind.Unspecified));

            migrationBuilder.AddColumn<DateTime>(
                name: "KeptUtc",
                table: "Meshes",
                type: "TEXT",
                nullable: false,
                defaultValue: new DateTime(1, 1, 1, 0, 0, 0, 0, DateTimeKind.Unspecified));

            migrationBuilder.CreateIndex(
                name: "IX_Projects_RemovedUtc_TouchedUtc_Id",
                table: "Projects",
                columns: new[] { "RemovedUtc", "TouchedUtc", "Id" });
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropIndex(
                name: "IX_Projects_RemovedUtc_TouchedUtc_Id",
                table: "Projects");

            migrationBuilder.DropColumn(
                name: "KeptUtc",
                table: "Studies");

            migrationBuilder.DropColumn(
                name: "KeptUtc",
                table: "Meshes");
        }
    }
}
