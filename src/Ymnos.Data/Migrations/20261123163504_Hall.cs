using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Ymnos.Data.Migrations
{
    /// <inheritdoc />
    public partial class Hall : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<string>(
                name: "hall",
                table: "congregations",
                type: "jsonb",
                nullable: true);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropColumn(
                name: "hall",
                table: "congregations");
        }
    }
}
