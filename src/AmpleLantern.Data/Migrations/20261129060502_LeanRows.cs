using AmpleLantern.Data.Recall;
using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace AmpleLantern.Data.Migrations
{
    /// <inheritdoc />
    public partial class LeanRows : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropColumn(
                name: "PlannedLevel",
                table: "RecalledSteps");

            migrationBuilder.DropColumn(
                name: "PlannedSeconds",
                table: "RecalledSteps");

            migrationBuilder.DropColumn(
                name: "PractitionerId",
                table: "Recalled");

            migrationBuilder.AlterColumn<byte[]>(
                name: "Cards",
                table: "Clients",
                type: "BLOB",
                nullable: false,
                defaultValueSql: "x'5B5D'",
                oldClrType: typeof(string),
                oldType: "TEXT",
                oldDefaultValueSql: "'[]'");

            // What has no row is written anew at the next start.
            migrationBuilder.Sql(RecallTexts.Drop);
            migrationBuilder.Sql(RecallTexts.Make);
            foreach (var table in (string[])["Recalled", "RecalledFindings", "RecalledRatings", "RecalledSteps", "RecalledResponses", "RecalledWork"])
            {
                migrationBuilder.Sql($"DELETE FROM {table}");
            }
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<int>(
                name: "PlannedLevel",
                table: "RecalledSteps",
                type: "INTEGER",
                nullable: false,
                defaultValue: 0);

            migrationBuilder.AddColumn<int>(
                name: "PlannedSeconds",
                table: "RecalledSteps",
                type: "INTEGER",
                nullable: false,
                defaultValue: 0);

            migrationBuilder.AddColumn<string>(
                name: "PractitionerId",
                table: "Recalled",
                type: "TEXT",
                nullable: false,
                defaultValue: "");

            migrationBuilder.AlterColumn<string>(
                name: "Cards",
                table: "Clients",
                type: "TEXT",
                nullable: false,
                defaultValueSql: "'[]'",
                oldClrType: typeof(byte[]),
                oldType: "BLOB",
                oldDefaultValueSql: "x'5B5D'");
        }
    }
}
