using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Stampo.Storage.Migrations
{
    /// <summary>
    /// Documents need no project any more, so that the shop's library is one; documents that an undo before the first save left
    /// without a state are taken out.
    /// </summary>
    public partial class LibraryDocument : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.Sql("DELETE FROM Documents WHERE NOT EXISTS (SELECT 1 FROM States s WHERE s.ProjectId = Documents.ProjectId AND s.Step = Documents.Step)");
            migrationBuilder.DropForeignKey(
                name: "FK_Documents_Projects_ProjectId",
                table: "Documents");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.Sql("DELETE FROM States WHERE ProjectId = 'shop'");
            migrationBuilder.Sql("DELETE FROM Documents WHERE ProjectId = 'shop'");
            migrationBuilder.AddForeignKey(
                name: "FK_Documents_Projects_ProjectId",
                table: "Documents",
                column: "ProjectId",
                principalTable: "Projects",
                principalColumn: "Id",
                onDelete: ReferentialAction.Cascade);
        }
    }
}
