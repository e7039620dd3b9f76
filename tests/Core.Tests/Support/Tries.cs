namespace AmpleLantern.Core.Tests.Support;

/// <summary>How much of its usual number of tries a property makes: an eighth where thousands of breaks are tried against it.</summary>
public static class Tries
{
#if BREAKS
    public const int Part = 8;
#else
    public const int Part = 1;
#endif
}
