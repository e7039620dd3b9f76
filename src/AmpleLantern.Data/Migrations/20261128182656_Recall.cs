using AmpleLantern.Data.Recall;
using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace AmpleLantern.Data.Migrations
{
    /// <inheritdoc />
    public partial class Recall : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<string>(
                name: "Phrases",
                table: "AspNetUsers",
                type: "TEXT",
                nullable: false,
                defaultValueSql: "'[]'");

            migrationBuilder.CreateTable(
                name: "HomeLinks",
                columns: table => new
                {
                    Id = table.Column<Guid>(type: "TEXT", nullable: false),
                    ClientId = table.Column<Guid>(type: "TEXT", nullable: false),
                    VisitId = table.Column<Guid>(type: "TEXT", nullable: false),
                    TokenHash = table.Column<string>(type: "TEXT", nullable: false),
                    Page = table.Column<string>(type: "TEXT", nullable: false),
                    MadeBy = table.Column<string>(type: "TEXT", nullable: false),
                    MadeAt = table.Column<long>(type: "INTEGER", nullable: false),
                    Expires = table.Column<long>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_HomeLinks", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "Recalled",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false),
                    VisitId = table.Column<Guid>(type: "TEXT", nullable: false),
                    ClientId = table.Column<Guid>(type: "TEXT", nullable: false),
                    Date = table.Column<string>(type: "TEXT", nullable: false),
                    At = table.Column<string>(type: "TEXT", nullable: false),
                    PractitionerId = table.Column<string>(type: "TEXT", nullable: false),
                    Plan = table.Column<string>(type: "TEXT", nullable: false),
                    GivenSeconds = table.Column<double>(type: "REAL", nullable: false),
                    Helped = table.Column<string>(type: "TEXT", nullable: false),
                    Next = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Recalled", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "RecalledFindings",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false),
                    Rule = table.Column<string>(type: "TEXT", nullable: false),
                    Title = table.Column<string>(type: "TEXT", nullable: false),
                    Outcome = table.Column<string>(type: "TEXT", nullable: false),
                    Settled = table.Column<string>(type: "TEXT", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_RecalledFindings", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "RecalledRatings",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false),
                    Measure = table.Column<string>(type: "TEXT", nullable: false),
                    Name = table.Column<string>(type: "TEXT", nullable: false),
                    Named = table.Column<string>(type: "TEXT", nullable: true),
                    Before = table.Column<double>(type: "REAL", nullable: true),
                    After = table.Column<double>(type: "REAL", nullable: true),
                    Threshold = table.Column<double>(type: "REAL", nullable: false),
                    Verdict = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_RecalledRatings", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "RecalledResponses",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false),
                    Response = table.Column<string>(type: "TEXT", nullable: false),
                    Group = table.Column<string>(type: "TEXT", nullable: true),
                    At = table.Column<long>(type: "INTEGER", nullable: false),
                    StepName = table.Column<string>(type: "TEXT", nullable: false),
                    Region = table.Column<string>(type: "TEXT", nullable: true),
                    Place = table.Column<string>(type: "TEXT", nullable: true),
                    Side = table.Column<string>(type: "TEXT", nullable: true),
                    Strength = table.Column<int>(type: "INTEGER", nullable: true),
                    Text = table.Column<string>(type: "TEXT", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_RecalledResponses", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "RecalledSteps",
                columns: table => new
                {
                    Id = table.Column<long>(type: "INTEGER", nullable: false),
                    WorkId = table.Column<int>(type: "INTEGER", nullable: false),
                    Level = table.Column<int>(type: "INTEGER", nullable: false),
                    PlannedLevel = table.Column<int>(type: "INTEGER", nullable: false),
                    Seconds = table.Column<int>(type: "INTEGER", nullable: false),
                    PlannedSeconds = table.Column<int>(type: "INTEGER", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_RecalledSteps", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "RecalledWork",
                columns: table => new
                {
                    Id = table.Column<int>(type: "INTEGER", nullable: false)
                        .Annotation("Sqlite:Autoincrement", true),
                    Key = table.Column<string>(type: "TEXT", nullable: false),
                    Name = table.Column<string>(type: "TEXT", nullable: false),
                    Technique = table.Column<string>(type: "TEXT", nullable: false),
                    Contact = table.Column<string>(type: "TEXT", nullable: false),
                    Regions = table.Column<string>(type: "TEXT", nullable: false),
                    Points = table.Column<string>(type: "TEXT", nullable: false),
                    Side = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_RecalledWork", x => x.Id);
                });

            migrationBuilder.CreateIndex(
                name: "IX_HomeLinks_TokenHash",
                table: "HomeLinks",
                column: "TokenHash",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_HomeLinks_VisitId",
                table: "HomeLinks",
                column: "VisitId");

            migrationBuilder.CreateIndex(
                name: "IX_Recalled_ClientId_Date",
                table: "Recalled",
                columns: new[] { "ClientId", "Date" });

            migrationBuilder.CreateIndex(
                name: "IX_Recalled_VisitId",
                table: "Recalled",
                column: "VisitId",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_RecalledWork_Key",
                table: "RecalledWork",
                column: "Key",
                unique: true);

            migrationBuilder.Sql(RecallTexts.Make);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.Sql(RecallTexts.Drop);

            migrationBuilder.DropTable(
                name: "HomeLinks");

            migrationBuilder.DropTable(
                name: "Recalled");

            migrationBuilder.DropTable(
                name: "RecalledFindings");

            migrationBuilder.DropTable(
                name: "RecalledRatings");

            migrationBuilder.DropTable(
                name: "RecalledResponses");

            migrationBuilder.DropTable(
                name: "RecalledSteps");

            migrationBuilder.DropTable(
                name: "RecalledWork");

            migrationBuilder.DropColumn(
                name: "Phrases",
                table: "AspNetUsers");
        }
    }
}
