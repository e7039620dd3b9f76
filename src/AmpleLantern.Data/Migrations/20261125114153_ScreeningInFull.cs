using System;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace AmpleLantern.Data.Migrations
{
    /// <inheritdoc />
    public partial class ScreeningInFull : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropIndex(
                name: "IX_Facts_ClientId_Fact",
                table: "Facts");

            migrationBuilder.AddColumn<string>(
                name: "Interviews",
                table: "Visits",
                type: "TEXT",
                nullable: false,
                defaultValueSql: "'[]'");

            migrationBuilder.AddColumn<string>(
                name: "SaidBy",
                table: "Facts",
                type: "TEXT",
                nullable: true);

            migrationBuilder.AddColumn<string>(
                name: "Clearances",
                table: "Clients",
                type: "TEXT",
                nullable: false,
                defaultValueSql: "'[]'");

            migrationBuilder.CreateTable(
                name: "Intakes",
                columns: table => new
                {
                    Id = table.Column<Guid>(type: "TEXT", nullable: false),
                    ClientId = table.Column<Guid>(type: "TEXT", nullable: false),
                    VisitId = table.Column<Guid>(type: "TEXT", nullable: false),
                    TokenHash = table.Column<string>(type: "TEXT", nullable: false),
                    MadeBy = table.Column<string>(type: "TEXT", nullable: false),
                    MadeAt = table.Column<long>(type: "INTEGER", nullable: false),
                    Expires = table.Column<long>(type: "INTEGER", nullable: false),
                    FilledAt = table.Column<long>(type: "INTEGER", nullable: true),
                    Words = table.Column<string>(type: "TEXT", nullable: false),
                    Answers = table.Column<string>(type: "TEXT", nullable: false)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_Intakes", x => x.Id);
                });

            migrationBuilder.CreateTable(
                name: "OwnRules",
                columns: table => new
                {
                    Id = table.Column<string>(type: "TEXT", nullable: false),
                    Rule = table.Column<string>(type: "TEXT", nullable: false),
                    Reason = table.Column<string>(type: "TEXT", nullable: false),
                    Author = table.Column<string>(type: "TEXT", nullable: false),
                    AddedAt = table.Column<long>(type: "INTEGER", nullable: false),
                    RetiredAt = table.Column<long>(type: "INTEGER", nullable: true),
                    RetiredBy = table.Column<string>(type: "TEXT", nullable: true)
                },
                constraints: table =>
                {
                    table.PrimaryKey("PK_OwnRules", x => x.Id);
                });

            migrationBuilder.CreateIndex(
                name: "IX_Facts_ClientId_Fact",
                table: "Facts",
                columns: new[] { "ClientId", "Fact" });

            migrationBuilder.CreateIndex(
                name: "IX_Intakes_TokenHash",
                table: "Intakes",
                column: "TokenHash",
                unique: true);

            migrationBuilder.CreateIndex(
                name: "IX_Intakes_VisitId",
                table: "Intakes",
                column: "VisitId");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropTable(
                name: "Intakes");

            migrationBuilder.DropTable(
                name: "OwnRules");

            migrationBuilder.DropIndex(
                name: "IX_Facts_ClientId_Fact",
                table: "Facts");

            migrationBuilder.DropColumn(
                name: "Interviews",
                table: "Visits");

            migrationBuilder.DropColumn(
                name: "SaidBy",
                table: "Facts");

            migrationBuilder.DropColumn(
                name: "Clearances",
                table: "Clients");

            migrationBuilder.CreateIndex(
                name: "IX_Facts_ClientId_Fact",
                table: "Facts",
                columns: new[] { "ClientId", "Fact" },
                unique: true);
        }
    }
}
