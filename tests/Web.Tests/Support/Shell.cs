using System.Diagnostics;
using AmpleLantern.Core.Atlas;
using AmpleLantern.Core.Knowledge;
using Microsoft.Data.Sqlite;

namespace AmpleLantern.Web.Tests.Support;

/// <summary>The program as it is called from the shell, until it ends.</summary>
public static class Shell
{
    private static readonly TimeSpan Patience = TimeSpan.FromSeconds(60);

    public static (int Code, string Said, string Told) Run(params string[] words)
    {
        using var process = Process.Start(
            new ProcessStartInfo("dotnet", [typeof(Program).Assembly.Location, .. words])
            {
                RedirectStandardError = true,
                RedirectStandardOutput = true,
            }
        )!;
        var said = process.StandardOutput.ReadToEndAsync();
        var told = process.StandardError.ReadToEnd().Trim();
        Assert.True(process.WaitForExit(Patience), "it did not end");
        return (process.ExitCode, said.Result.Trim(), told);
    }
}

/// <summary>A database opened behind the program's back.</summary>
public static class Sql
{
    public static void Execute(string file, string sql, bool create = false)
    {
        using var connection = Open(file, create);
        Execute(connection, sql);
    }

    public static void Execute(SqliteConnection connection, string sql)
    {
        using var command = connection.CreateCommand();
#pragma warning disable CA2100 // Sentences of our own.
        command.CommandText = sql;
#pragma warning restore CA2100
        command.ExecuteNonQuery();
    }

    /// <summary>The first column of every row.</summary>
    public static List<string> Lines(string file, string sql)
    {
        using var connection = Open(file, create: false);
        using var command = connection.CreateCommand();
#pragma warning disable CA2100 // Sentences of our own.
        command.CommandText = sql;
#pragma warning restore CA2100
        using var reader = command.ExecuteReader();
        var lines = new List<string>();
        while (reader.Read())
        {
            lines.Add(reader.GetString(0));
        }

        return lines;
    }

    public static SqliteConnection Open(string file, bool create)
    {
        var connection = new SqliteConnection($"Data Source={file};Pooling=False;Mode={(create ? "ReadWriteCreate" : "ReadWrite")}");
        connection.Open();
        return connection;
    }
}
