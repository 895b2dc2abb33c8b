using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Stampo.Storage.Migrations
{
    /// <inheritdoc />
    public partial class Studies : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.CreateTable(
                name: "Studies",
                columns: table => new
                {
                    Key = table.Column<string>(type: "TEXT", nullable: false),
                    Figures = table.Column<string>(type: "TEXT", nullable: false),
                    Maps = table.Column<byte[]>(type: "BLOB", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Studies", x => x.Key);
                });

            // Drawings now also say how many triangles the true mesh has; those kept in the older form are made again when asked for.
            migrationBuilder.Sql("UPDATE Meshes SET Drawing = x''");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "Studies");
        }
    }
}
