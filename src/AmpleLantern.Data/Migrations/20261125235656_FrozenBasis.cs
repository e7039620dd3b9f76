using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace AmpleLantern.Data.Migrations
{
    /// <inheritdoc />
    public partial class FrozenBasis : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropIndex(
                name: "IX_SessionEvents_VisitId_Sequence",
                table: "SessionEvents");

            // When it began and ended is read from the log. Dropped in place: a table rebuilt cannot be rolled back when the program is
            // killed. The columns Plan and Snapshot keep their type; what is written into them from now on is packed.
            migrationBuilder.Sql("ALTER TABLE Visits DROP COLUMN FinishedAt;");
            migrationBuilder.Sql("ALTER TABLE Visits DROP COLUMN StartedAt;");

            migrationBuilder.AddColumn<long>(
                name: "CancelledAt",
                table: "Visits",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.RenameColumn(
                name: "Sequence",
                table: "SessionEvents",
                newName: "Counter");

            migrationBuilder.AddColumn<string>(
                name: "CancelReason",
                table: "Visits",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "CancelledBy",
                table: "Visits",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "Device",
                table: "SessionEvents",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "Step",
                table: "SessionEvents",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "Contact",
                table: "Clients",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<string>(
                name: "Words",
                table: "Clients",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AddColumn<string>(
                name: "WhoId",
                table: "Audit",
                type: "TEXT",
                nullable: true);

            migrationBuilder.CreateTable(
                name: "Words",
                columns: table => new
                {
                    Id = table.Column<string>(type: "TEXT", nullable: false),
                    Document = table.Column<byte[]>(type: "BLOB", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Words", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "Bases",
                columns: table => new
                {
                    Id = table.Column<Guid>(type: "TEXT", nullable: false),
                    VisitId = table.Column<Guid>(type: "TEXT", nullable: false),
                    From = table.Column<long>(type: "INTEGER", nullable: false),
                    Document = table.Column<byte[]>(type: "BLOB", nullable: false),
                    WordsId = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Bases", x => x.Id);
                    table.ForeignKey(
                        name: "FK_Bases_Words_WordsId",
                        column: x => x.WordsId,
                        principalTable: "Words",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Restrict);
                    table.ForeignKey(
                        name: "FK_Bases_Visits_VisitId",
                        column: x => x.VisitId,
                        principalTable: "Visits",
                        principalColumn: "Id",
                        onDelete: ReferentialAction.Cascade);
                });

            migrationBuilder.CreateTable(
                name: "EarlierFacts",
                columns: table => new
                {
                    Id = table.Column<Guid>(type: "TEXT", nullable: false),
                    ClientId = table.Column<Guid>(type: "TEXT", nullable: false),
                    VisitId = table.Column<Guid>(type: "TEXT", nullable: true),
                    Entry = table.Column<string>(type: "TEXT", nullable: false),
                    RecordedBy = table.Column<string>(type: "TEXT", nullable: true),
                    RecordedAt = table.Column<long>(type: "INTEGER", nullable: true),
                    By = table.Column<string>(type: "TEXT", nullable: false),
                    At = table.Column<long>(type: "INTEGER", nullable: false),
                    Reason = table.Column<string>(type: "TEXT", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_EarlierFacts", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "Settings",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false),
                    TimeZone = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Settings", x => x.Id);
                });

            migrationBuilder.CreateIndex(
                name: "IX_SessionEvents_VisitId_At",
                table: "SessionEvents",
                columns: new[] { "VisitId", "At" });

            migrationBuilder.CreateIndex(
                name: "IX_Bases_VisitId",
                table: "Bases",
                column: "VisitId");

            migrationBuilder.CreateIndex(
                name: "IX_Bases_WordsId",
                table: "Bases",
                column: "WordsId");

            migrationBuilder.CreateIndex(
                name: "IX_EarlierFacts_ClientId",
                table: "EarlierFacts",
                column: "ClientId");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "Bases");

            migrationBuilder.DropTable(
                name: "Words");

            migrationBuilder.DropTable(
                name: "EarlierFacts");

            migrationBuilder.DropTable(
                name: "Settings");

            migrationBuilder.DropIndex(
                name: "IX_SessionEvents_VisitId_At",
                table: "SessionEvents");

            migrationBuilder.Sql("ALTER TABLE Visits DROP COLUMN CancelReason;");

            migrationBuilder.Sql("ALTER TABLE Visits DROP COLUMN CancelledBy;");

            migrationBuilder.Sql("ALTER TABLE SessionEvents DROP COLUMN Device;");

            migrationBuilder.Sql("ALTER TABLE SessionEvents DROP COLUMN Step;");

            migrationBuilder.Sql("ALTER TABLE Clients DROP COLUMN Contact;");

            migrationBuilder.Sql("ALTER TABLE Clients DROP COLUMN Words;");

            migrationBuilder.Sql("ALTER TABLE Audit DROP COLUMN WhoId;");

            migrationBuilder.Sql("ALTER TABLE Visits DROP COLUMN CancelledAt;");

            migrationBuilder.AddColumn<long>(
                name: "StartedAt",
                table: "Visits",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.RenameColumn(
                name: "Counter",
                table: "SessionEvents",
                newName: "Sequence");

            migrationBuilder.AddColumn<long>(
                name: "FinishedAt",
                table: "Visits",
                type: "INTEGER",
                nullable: true);

            migrationBuilder.CreateIndex(
                name: "IX_SessionEvents_VisitId_Sequence",
                table: "SessionEvents",
                columns: new[] { "VisitId", "Sequence" },
                unique: true);
        }
    }
}
