using System;
using System.Collections.Generic;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace Ymnos.Data.Migrations
{
    /// <inheritdoc />
    public partial class Library : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            // What is curated about a song becomes one value. What songs are found by is written anew by the next start.
            migrationBuilder.Sql("""
                update songs set wordings = jsonb_strip_nulls(jsonb_build_object(
                    'title', title,
                    'otherTitles', coalesce((select jsonb_agg(jsonb_build_object('text', other, 'language', '')) from jsonb_array_elements_text(other_titles) other), '[]'::jsonb),
                    'credits', credits, 'songbookEntries', songbook_entries, 'copyrightYear', copyright_year, 'copyrightHolder', copyright_holder,
                    'wordings', wordings, 'sungOrders', sung_orders));
                delete from song_finds;
                """);
            migrationBuilder.DropColumn(
                name: "copyright_holder",
                table: "songs");

            migrationBuilder.DropColumn(
                name: "copyright_year",
                table: "songs");

            migrationBuilder.DropColumn(
                name: "credits",
                table: "songs");

            migrationBuilder.DropColumn(
                name: "other_titles",
                table: "songs");

            migrationBuilder.DropColumn(
                name: "songbook_entries",
                table: "songs");

            migrationBuilder.DropColumn(
                name: "sung_orders",
                table: "songs");

            migrationBuilder.RenameColumn(
                name: "wordings",
                table: "songs",
                newName: "content");

            migrationBuilder.AddColumn<string>(
                name: "came_from",
                table: "songs",
                type: "jsonb",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "copied_from",
                table: "songs",
                type: "jsonb",
                nullable: true);

            migrationBuilder.AddColumn<Guid>(
                name: "merged_into",
                table: "songs",
                type: "uuid",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "saved_what",
                table: "songs",
                type: "text",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<Guid>(
                name: "shelf_id",
                table: "songs",
                type: "uuid",
                nullable: false,
                defaultValue: new Guid("00000000-0000-0000-0000-000000000001"));

            migrationBuilder.AddColumn<string>(
                name: "books",
                table: "song_finds",
                type: "text",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<int>(
                name: "free_after",
                table: "song_finds",
                type: "integer",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "language",
                table: "song_finds",
                type: "text",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<string[]>(
                name: "lines",
                table: "song_finds",
                type: "text[]",
                nullable: false,
                defaultValue: new string[0]);

            migrationBuilder.AddColumn<string>(
                name: "people",
                table: "song_finds",
                type: "text",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<DateTimeOffset>(
                name: "saved_at",
                table: "song_finds",
                type: "timestamp with time zone",
                nullable: false,
                defaultValue: new DateTimeOffset(new DateTime(1, 1, 1, 0, 0, 0, 0, DateTimeKind.Unspecified), new TimeSpan(0, 0, 0, 0, 0)));

            migrationBuilder.AddColumn<Guid>(
                name: "shelf_id",
                table: "song_finds",
                type: "uuid",
                nullable: false,
                defaultValue: new Guid("00000000-0000-0000-0000-000000000000"));

            migrationBuilder.AddColumn<int>(
                name: "tempo",
                table: "song_finds",
                type: "integer",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "title",
                table: "song_finds",
                type: "text",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<string[]>(
                name: "tokens",
                table: "song_finds",
                type: "text[]",
                nullable: false,
                defaultValue: new string[0]);

            migrationBuilder.AddColumn<string>(
                name: "section_kinds",
                table: "congregations",
                type: "jsonb",
                nullable: false,
                defaultValueSql: "'[]'::jsonb");

            migrationBuilder.CreateTable(
                name: "deeds",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    what = table.Column<string>(type: "text", nullable: false),
                    by = table.Column<string>(type: "text", nullable: false),
                    at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    undone_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_deeds", x => x.id);
                });

            migrationBuilder.CreateTable(
                name: "imports",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    shelf_id = table.Column<Guid>(type: "uuid", nullable: false),
                    by = table.Column<string>(type: "text", nullable: false),
                    by_id = table.Column<Guid>(type: "uuid", nullable: false),
                    at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    stage = table.Column<string>(type: "text", nullable: false),
                    job_id = table.Column<Guid>(type: "uuid", nullable: true),
                    deed_id = table.Column<Guid>(type: "uuid", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_imports", x => x.id);
                });

            migrationBuilder.CreateTable(
                name: "jobs",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    kind = table.Column<string>(type: "text", nullable: false),
                    subject = table.Column<string>(type: "text", nullable: false),
                    title = table.Column<string>(type: "text", nullable: false),
                    by = table.Column<string>(type: "text", nullable: false),
                    by_id = table.Column<Guid>(type: "uuid", nullable: false),
                    state = table.Column<string>(type: "text", nullable: false),
                    done = table.Column<int>(type: "integer", nullable: false),
                    total = table.Column<int>(type: "integer", nullable: false),
                    says = table.Column<string>(type: "text", nullable: false),
                    leads = table.Column<string>(type: "text", nullable: false),
                    cancel_asked = table.Column<bool>(type: "boolean", nullable: false),
                    at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    seen_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_jobs", x => x.id);
                });

            migrationBuilder.CreateTable(
                name: "like_pairs",
                columns: table => new
                {
                    one_id = table.Column<Guid>(type: "uuid", nullable: false),
                    other_id = table.Column<Guid>(type: "uuid", nullable: false),
                    score = table.Column<double>(type: "double precision", nullable: false),
                    why = table.Column<string>(type: "text", nullable: false),
                    apart_by = table.Column<string>(type: "text", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_like_pairs", x => new { x.one_id, x.other_id });
                    table.ForeignKey(
                        name: "fk_like_pairs_songs_one_id",
                        column: x => x.one_id,
                        principalTable: "songs",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                    table.ForeignKey(
                        name: "fk_like_pairs_songs_other_id",
                        column: x => x.other_id,
                        principalTable: "songs",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "outside_songbooks",
                columns: table => new
                {
                    number = table.Column<string>(type: "text", nullable: false),
                    name = table.Column<string>(type: "text", nullable: false),
                    abbreviation = table.Column<string>(type: "text", nullable: false),
                    language = table.Column<string>(type: "text", nullable: false),
                    publisher = table.Column<string>(type: "text", nullable: false),
                    songs = table.Column<int>(type: "integer", nullable: false),
                    bytes = table.Column<long>(type: "bigint", nullable: false),
                    version = table.Column<string>(type: "text", nullable: false),
                    first_seen_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    noticed = table.Column<bool>(type: "boolean", nullable: false),
                    fetched_version = table.Column<string>(type: "text", nullable: true),
                    fetched_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_outside_songbooks", x => x.number);
                });

            migrationBuilder.CreateTable(
                name: "saved_searches",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    person_id = table.Column<Guid>(type: "uuid", nullable: false),
                    name = table.Column<string>(type: "character varying(60)", maxLength: 60, nullable: false),
                    query = table.Column<string>(type: "character varying(200)", maxLength: 200, nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_saved_searches", x => x.id);
                    table.ForeignKey(
                        name: "fk_saved_searches_asp_net_users_person_id",
                        column: x => x.person_id,
                        principalTable: "people",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "shelves",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    name = table.Column<string>(type: "character varying(60)", maxLength: 60, nullable: false),
                    position = table.Column<int>(type: "integer", nullable: false),
                    keepers = table.Column<List<Guid>>(type: "uuid[]", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_shelves", x => x.id);
                });

            migrationBuilder.CreateTable(
                name: "song_prints",
                columns: table => new
                {
                    print = table.Column<int>(type: "integer", nullable: false),
                    song_id = table.Column<Guid>(type: "uuid", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_song_prints", x => new { x.print, x.song_id });
                    table.ForeignKey(
                        name: "fk_song_prints_songs_song_id",
                        column: x => x.song_id,
                        principalTable: "songs",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "song_readers",
                columns: table => new
                {
                    song_id = table.Column<Guid>(type: "uuid", nullable: false),
                    person_id = table.Column<Guid>(type: "uuid", nullable: false),
                    name = table.Column<string>(type: "text", nullable: false),
                    writes = table.Column<string>(type: "text", nullable: false),
                    seen_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_song_readers", x => new { x.song_id, x.person_id });
                    table.ForeignKey(
                        name: "fk_song_readers_songs_song_id",
                        column: x => x.song_id,
                        principalTable: "songs",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "song_states",
                columns: table => new
                {
                    song_id = table.Column<Guid>(type: "uuid", nullable: false),
                    revision = table.Column<int>(type: "integer", nullable: false),
                    content = table.Column<string>(type: "jsonb", nullable: false),
                    shelf_id = table.Column<Guid>(type: "uuid", nullable: false),
                    saved_at = table.Column<DateTimeOffset>(type: "timestamp with time zone", nullable: false),
                    saved_by = table.Column<string>(type: "text", nullable: false),
                    saved_what = table.Column<string>(type: "text", nullable: false),
                    was_binned = table.Column<bool>(type: "boolean", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_song_states", x => new { x.song_id, x.revision });
                    table.ForeignKey(
                        name: "fk_song_states_songs_song_id",
                        column: x => x.song_id,
                        principalTable: "songs",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "deed_songs",
                columns: table => new
                {
                    deed_id = table.Column<Guid>(type: "uuid", nullable: false),
                    song_id = table.Column<Guid>(type: "uuid", nullable: false),
                    before = table.Column<int>(type: "integer", nullable: true),
                    after = table.Column<int>(type: "integer", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_deed_songs", x => new { x.deed_id, x.song_id });
                    table.ForeignKey(
                        name: "fk_deed_songs_deeds_deed_id",
                        column: x => x.deed_id,
                        principalTable: "deeds",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                    table.ForeignKey(
                        name: "fk_deed_songs_songs_song_id",
                        column: x => x.song_id,
                        principalTable: "songs",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "import_files",
                columns: table => new
                {
                    import_id = table.Column<Guid>(type: "uuid", nullable: false),
                    position = table.Column<int>(type: "integer", nullable: false),
                    name = table.Column<string>(type: "text", nullable: false),
                    bytes = table.Column<byte[]>(type: "bytea", nullable: false),
                    encoding = table.Column<string>(type: "text", nullable: false),
                    format = table.Column<string>(type: "text", nullable: false),
                    problem = table.Column<string>(type: "text", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_import_files", x => new { x.import_id, x.position });
                    table.ForeignKey(
                        name: "fk_import_files_imports_import_id",
                        column: x => x.import_id,
                        principalTable: "imports",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "import_songs",
                columns: table => new
                {
                    id = table.Column<Guid>(type: "uuid", nullable: false),
                    import_id = table.Column<Guid>(type: "uuid", nullable: false),
                    file_position = table.Column<int>(type: "integer", nullable: false),
                    position = table.Column<int>(type: "integer", nullable: false),
                    content = table.Column<string>(type: "jsonb", nullable: false),
                    not_taken = table.Column<string>(type: "text", nullable: false),
                    like_id = table.Column<Guid>(type: "uuid", nullable: true),
                    like_title = table.Column<string>(type: "text", nullable: false),
                    like_score = table.Column<double>(type: "double precision", nullable: false),
                    like_why = table.Column<string>(type: "text", nullable: false),
                    choice = table.Column<string>(type: "text", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("pk_import_songs", x => x.id);
                    table.ForeignKey(
                        name: "fk_import_songs_imports_import_id",
                        column: x => x.import_id,
                        principalTable: "imports",
                        principalColumn: "id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.Sql("insert into shelves (id, name, position, keepers) values ('00000000-0000-0000-0000-000000000001', 'Main', 0, '{}')");

            migrationBuilder.CreateIndex(
                name: "ix_songs_binned_at",
                table: "songs",
                column: "binned_at",
                filter: "binned_at is not null");

            migrationBuilder.CreateIndex(
                name: "ix_songs_shelf_id",
                table: "songs",
                column: "shelf_id");

            migrationBuilder.CreateIndex(
                name: "ix_song_finds_saved_at_song_id",
                table: "song_finds",
                columns: new[] { "saved_at", "song_id" });

            migrationBuilder.CreateIndex(
                name: "ix_song_finds_shelf_id",
                table: "song_finds",
                column: "shelf_id");

            migrationBuilder.CreateIndex(
                name: "ix_song_finds_tokens",
                table: "song_finds",
                column: "tokens")
                .Annotation("Npgsql:IndexMethod", "gin");

            migrationBuilder.CreateIndex(
                name: "ix_deed_songs_song_id",
                table: "deed_songs",
                column: "song_id");

            migrationBuilder.CreateIndex(
                name: "ix_import_songs_import_id_position",
                table: "import_songs",
                columns: new[] { "import_id", "position" });

            migrationBuilder.CreateIndex(
                name: "ix_jobs_state",
                table: "jobs",
                column: "state");

            migrationBuilder.CreateIndex(
                name: "ix_like_pairs_other_id",
                table: "like_pairs",
                column: "other_id");

            migrationBuilder.CreateIndex(
                name: "ix_like_pairs_score",
                table: "like_pairs",
                column: "score");

            migrationBuilder.CreateIndex(
                name: "ix_saved_searches_person_id",
                table: "saved_searches",
                column: "person_id");

            migrationBuilder.CreateIndex(
                name: "ix_shelves_name",
                table: "shelves",
                column: "name",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "ix_song_prints_song_id",
                table: "song_prints",
                column: "song_id");

            migrationBuilder.AddForeignKey(
                name: "fk_songs_shelves_shelf_id",
                table: "songs",
                column: "shelf_id",
                principalTable: "shelves",
                principalColumn: "id",
                onDelete: ReferentialAction.Restrict);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropForeignKey(
                name: "fk_songs_shelves_shelf_id",
                table: "songs");

            migrationBuilder.DropTable(
                name: "deed_songs");

            migrationBuilder.DropTable(
                name: "import_files");

            migrationBuilder.DropTable(
                name: "import_songs");

            migrationBuilder.DropTable(
                name: "jobs");

            migrationBuilder.DropTable(
                name: "like_pairs");

            migrationBuilder.DropTable(
                name: "outside_songbooks");

            migrationBuilder.DropTable(
                name: "saved_searches");

            migrationBuilder.DropTable(
                name: "shelves");

            migrationBuilder.DropTable(
                name: "song_prints");

            migrationBuilder.DropTable(
                name: "song_readers");

            migrationBuilder.DropTable(
                name: "song_states");

            migrationBuilder.DropTable(
                name: "deeds");

            migrationBuilder.DropTable(
                name: "imports");

            migrationBuilder.DropIndex(
                name: "ix_songs_binned_at",
                table: "songs");

            migrationBuilder.DropIndex(
                name: "ix_songs_shelf_id",
                table: "songs");

            migrationBuilder.DropIndex(
                name: "ix_song_finds_saved_at_song_id",
                table: "song_finds");

            migrationBuilder.DropIndex(
                name: "ix_song_finds_shelf_id",
                table: "song_finds");

            migrationBuilder.DropIndex(
                name: "ix_song_finds_tokens",
                table: "song_finds");

            migrationBuilder.DropColumn(
                name: "came_from",
                table: "songs");

            migrationBuilder.DropColumn(
                name: "copied_from",
                table: "songs");

            migrationBuilder.DropColumn(
                name: "merged_into",
                table: "songs");

            migrationBuilder.DropColumn(
                name: "saved_what",
                table: "songs");

            migrationBuilder.DropColumn(
                name: "shelf_id",
                table: "songs");

            migrationBuilder.DropColumn(
                name: "books",
                table: "song_finds");

            migrationBuilder.DropColumn(
                name: "free_after",
                table: "song_finds");

            migrationBuilder.DropColumn(
                name: "language",
                table: "song_finds");

            migrationBuilder.DropColumn(
                name: "lines",
                table: "song_finds");

            migrationBuilder.DropColumn(
                name: "people",
                table: "song_finds");

            migrationBuilder.DropColumn(
                name: "saved_at",
                table: "song_finds");

            migrationBuilder.DropColumn(
                name: "shelf_id",
                table: "song_finds");

            migrationBuilder.DropColumn(
                name: "tempo",
                table: "song_finds");

            migrationBuilder.DropColumn(
                name: "title",
                table: "song_finds");

            migrationBuilder.DropColumn(
                name: "tokens",
                table: "song_finds");

            migrationBuilder.DropColumn(
                name: "section_kinds",
                table: "congregations");

            migrationBuilder.RenameColumn(
                name: "content",
                table: "songs",
                newName: "wordings");

            migrationBuilder.AddColumn<string>(
                name: "copyright_holder",
                table: "songs",
                type: "character varying(200)",
                maxLength: 200,
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<int>(
                name: "copyright_year",
                table: "songs",
                type: "integer",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "credits",
                table: "songs",
                type: "jsonb",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<string>(
                name: "other_titles",
                table: "songs",
                type: "jsonb",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<string>(
                name: "songbook_entries",
                table: "songs",
                type: "jsonb",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<string>(
                name: "sung_orders",
                table: "songs",
                type: "jsonb",
                nullable: false,
                defaultValue: "");
        }
    }
}
