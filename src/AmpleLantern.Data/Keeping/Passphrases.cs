namespace AmpleLantern.Data.Keeping;

/// <summary>Passphrases of copies.</summary>
public static class Passphrases
{
    /// <summary>The first line of the file named for it: a passphrase on the command line would stand in the list of processes.</summary>
    public static string? FromFile(string? file)
    {
        if (string.IsNullOrEmpty(file))
        {
            return null;
        }

        var phrase = File.Exists(file) ? File.ReadLines(file).FirstOrDefault()?.Trim() : null;
        return string.IsNullOrEmpty(phrase)
            ? throw new DataException($"'{file}' holds no passphrase. Write it in the first line.")
            : phrase;
    }
}
