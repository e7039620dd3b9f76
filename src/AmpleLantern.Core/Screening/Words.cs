namespace AmpleLantern.Core.Screening;

/// <summary>The words of outcomes as they are written in rules and answers.</summary>
public static class Words
{
    public static string Of(Outcome outcome) =>
        outcome switch
        {
            Outcome.Emergency => "emergency",
            Outcome.ReferFirst => "refer-first",
            Outcome.Postpone => "postpone",
            Outcome.Clearance => "clearance",
            Outcome.Avoid => "avoid",
            Outcome.Modify => "modify",
            Outcome.Note => "note",
            _ => throw new ArgumentOutOfRangeException(nameof(outcome)),
        };
}
