namespace AmpleLantern.Core.Planning;

/// <summary>What a step is for in the arc of a session.</summary>
public enum StepRole
{
    Opening,
    Work,
    Recheck,
    Closing,
}
