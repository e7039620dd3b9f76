namespace AmpleLantern.Core;

/// <summary>What was asked cannot be done as asked; the message is a plain sentence that says what to do.</summary>
/// <param name="code">A short stable word a program can act on.</param>
/// <param name="pointer">JSON pointer to the value that is wrong, when it is one value.</param>
public sealed class RefusalException(string code, string message, string? pointer = null) : Exception(message)
{
    public string Code => code;

    public string? Pointer => pointer;

    /// <summary>Refuses unless something holds.</summary>
    /// <exception cref="RefusalException">It does not.</exception>
    public static void Unless(bool holds, string code, string otherwise, string pointer)
    {
        if (!holds)
        {
            throw new RefusalException(code, otherwise, pointer);
        }
    }
}
