namespace AmpleLantern.Core.Tests.Support;

/// <summary>Where the repository lies: some tests hold files of it to what the program says.</summary>
public static class Repository
{
    public static string File(params string[] path)
    {
        var at = AppContext.BaseDirectory;
        while (!System.IO.File.Exists(Path.Combine(at, "AmpleLantern.slnx")))
        {
            at = Path.GetDirectoryName(at)!;
        }

        return Path.Combine([at, .. path]);
    }

    /// <summary>Holds a file to what was made; with the variable set to <c>write</c> it is written anew.</summary>
    public static void Holds(string path, string made, string variable)
    {
        if (Environment.GetEnvironmentVariable(variable) == "write")
        {
            System.IO.File.WriteAllText(path, made);
        }

        Assert.True(
            System.IO.File.Exists(path) && made == System.IO.File.ReadAllText(path),
            $"{path} is not what the program says any more: run this test with {variable}=write and look at the difference."
        );
    }
}
