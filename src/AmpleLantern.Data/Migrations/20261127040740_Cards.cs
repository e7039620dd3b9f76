using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace AmpleLantern.Data.Migrations
{
    /// <inheritdoc />
    public partial class Cards : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<byte[]>(
                name: "Cards",
                table: "Visits",
                type: "BLOB",
                nullable: false,
                defaultValueSql: "x'5B5D'");

            migrationBuilder.AddColumn<string>(
                name: "Lists",
                table: "Intakes",
                type: "TEXT",
                nullable: false,
                defaultValueSql: "'[]'");

            migrationBuilder.AddColumn<string>(
                name: "Cards",
                table: "Clients",
                type: "TEXT",
                nullable: false,
                defaultValueSql: "'[]'");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropColumn(
                name: "Cards",
                table: "Visits");

            migrationBuilder.DropColumn(
                name: "Lists",
                table: "Intakes");

            migrationBuilder.DropColumn(
                name: "Cards",
                table: "Clients");
        }
    }
}
