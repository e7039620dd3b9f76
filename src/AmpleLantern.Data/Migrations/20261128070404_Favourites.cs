using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace AmpleLantern.Data.Migrations
{
    /// <inheritdoc />
    public partial class Favourites : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<string>(
                name: "NotHere",
                table: "Settings",
                type: "TEXT",
                nullable: false,
                defaultValueSql: "'[]'");

            migrationBuilder.AddColumn<string>(
                name: "Favourites",
                table: "AspNetUsers",
                type: "TEXT",
                nullable: false,
                defaultValueSql: "'[]'");
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropColumn(
                name: "NotHere",
                table: "Settings");

            migrationBuilder.DropColumn(
                name: "Favourites",
                table: "AspNetUsers");
        }
    }
}
