using Microsoft.EntityFrameworkCore.Migrations;

#nullable disable

namespace AmpleLantern.Data.Migrations
{
    /// <inheritdoc />
    public partial class EmergencyNumber : Migration
    {
        /// <inheritdoc />
        protected override void Up(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.AddColumn<string>(
                name: "EmergencyNumber",
                table: "Settings",
                type: "TEXT",
                nullable: true);
        }

        /// <inheritdoc />
        protected override void Down(MigrationBuilder migrationBuilder)
        {
            migrationBuilder.DropColumn(
                name: "EmergencyNumber",
                table: "Settings");
        }
    }
}
