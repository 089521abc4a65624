using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Ymnos.Data.Migrations
{
    /// <inheritdoc />
    public partial class Looks : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<string>(
                name: "languages",
                table: "sittings",
                type: "jsonb",
                nullable: false,
                defaultValueSql: "\'[]\'");

            migrationBuilder.AddColumn<string>(
                name: "styles",
                table: "services",
                type: "jsonb",
                nullable: false,
                defaultValueSql: "\'{}\'");

            migrationBuilder.AddColumn<Guid>(
                name: "screen_id",
                table: "paired_screens",
                type: "uuid",
                nullable: true);

            migrationBuilder.AddColumn<Guid>(
                name: "style_id",
                table: "order_lines",
                type: "uuid",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "licence_numbers",
                table: "congregations",
                type: "character varying(200)",
                maxLength: 200,
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<int>(
                name: "looks_revision",
                table: "congregations",
                type: "integer",
                nullable: false,
                defaultValue: 0);

            migrationBuilder.AddColumn<string>(
                name: "styles",
                table: "congregations",
                type: "jsonb",
                nullable: false,
                defaultValueSql: "\'{}\'");

            migrationBuilder.CreateTable(
                name: "pictures",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    name = table.Column<string>(type: "character varying(120)", maxLength: 120, nullable: false),
                    is_film = table.Column<bool>(type: "boolean", nullable: false),
                    width = table.Column<int>(type: "integer", nullable: false),
                    height = table.Column<int>(type: "integer", nullable: false),
                    added_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    added_by = table.Column<string>(type: "text", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_pictures", x => x.id);
                });

            migrationBuilder.CreateTable(
                name: "screens",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    name = table.Column<string>(type: "character varying(60)", maxLength: 60, nullable: false),
                    purpose = table.Column<string>(type: "text", nullable: false),
                    position = table.Column<int>(type: "integer", nullable: false),
                    pixels_wide = table.Column<int>(type: "integer", nullable: false),
                    pixels_high = table.Column<int>(type: "integer", nullable: false),
                    safe_margin = table.Column<double>(type: "double precision", nullable: false),
                    languages = table.Column<string>(type: "jsonb", nullable: false),
                    face = table.Column<string>(type: "text", nullable: false),
                    carries = table.Column<int>(type: "integer", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_screens", x => x.id);
                });

            migrationBuilder.CreateTable(
                name: "styles",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    name = table.Column<string>(type: "character varying(80)", maxLength: 80, nullable: false),
                    look = table.Column<string>(type: "jsonb", nullable: false),
                    revision = table.Column<int>(type: "integer", nullable: false),
                    saved_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    saved_by = table.Column<string>(type: "text", nullable: false),
                    binned_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_styles", x => x.id);
                });

            migrationBuilder.CreateTable(
                name: "picture_files",
                columns: table => new
                {
                    picture_id = table.Column<Guid>(type: "uuid", nullable: false),
                    bytes = table.Column<byte[]>(type: "bytea", nullable: false),
                    content_type = table.Column<string>(type: "text", nullable: false),
                    poster = table.Column<byte[]>(type: "bytea", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_picture_files", x => x.picture_id);
                    table.ForeignKey(
                        name: "fk_picture_files_pictures_picture_id",
                        column: x => x.picture_id,
                        principalTable: "pictures",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateIndex(
                name: "ix_paired_screens_screen_id",
                table: "paired_screens",
                column: "screen_id");

            migrationBuilder.AddForeignKey(
                name: "fk_paired_screens_screens_screen_id",
                table: "paired_screens",
                column: "screen_id",
                principalTable: "screens",
                principalColumn: "id",
                onDelete: ReferentialAction.SetNull);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropForeignKey(
                name: "fk_paired_screens_screens_screen_id",
                table: "paired_screens");

            migrationBuilder.DropTable(
                name: "picture_files");

            migrationBuilder.DropTable(
                name: "screens");

            migrationBuilder.DropTable(
                name: "styles");

            migrationBuilder.DropTable(
                name: "pictures");

            migrationBuilder.DropIndex(
                name: "ix_paired_screens_screen_id",
                table: "paired_screens");

            migrationBuilder.DropColumn(
                name: "languages",
                table: "sittings");

            migrationBuilder.DropColumn(
                name: "styles",
                table: "services");

            migrationBuilder.DropColumn(
                name: "screen_id",
                table: "paired_screens");

            migrationBuilder.DropColumn(
                name: "style_id",
                table: "order_lines");

            migrationBuilder.DropColumn(
                name: "licence_numbers",
                table: "congregations");

            migrationBuilder.DropColumn(
                name: "looks_revision",
                table: "congregations");

            migrationBuilder.DropColumn(
                name: "styles",
                table: "congregations");
        }
    }
}
