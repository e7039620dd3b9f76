namespace AmpleLantern.Core;

/// <summary>What was asked cannot be done as asked; the message is a plain sentence that says what to do.</summary>
/// <param name="code">A short stable word a program can act on.</param>
/// <param name="pointer">JSON pointer to the value that is wrong, when it is one value.</param>
public sealed class RefusalException(string code, string message, string? pointer = null) : Exception(message)
{
    public string Code => code;

    public string? Pointer => pointer;
}
