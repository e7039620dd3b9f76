using NodaTime;

namespace AmpleLantern.Core.Screening;

/// <summary>Refuses a physician's OK that could not lift anything, or that says too little to be kept.</summary>
public static class ClearanceCheck
{
    /// <exception cref="RefusalException">Names what to correct.</exception>
    public static void Check(Clearance clearance, LocalDate today, PracticeKnowledge knowledge)
    {
        if (knowledge.Rules.Find(clearance.Rule) is not { } rule || rule.Then.All(e => e.Outcome is not Outcome.Clearance))
        {
            throw new RefusalException(
                "no-clearance-asked",
                "This finding does not ask for a physician's OK; nothing would be lifted by one.",
                "/rule"
            );
        }

        RefusalException.Unless(
            clearance.Physician.Trim().Length >= 2,
            "physician-missing",
            "Write the name of the physician who gave it.",
            "/physician"
        );
        RefusalException.Unless(
            clearance.Scope.Trim().Length >= 5,
            "scope-missing",
            "Write what it allows, in the physician's words: it lifts only that.",
            "/scope"
        );
        RefusalException.Unless(
            clearance.Given <= today,
            "given-after-today",
            "It is dated after today. Give the date on the paper.",
            "/given"
        );
        RefusalException.Unless(
            clearance.Expires >= clearance.Given,
            "expires-before-given",
            "It ends before it was given. Swap or correct the dates.",
            "/expires"
        );
        RefusalException.Unless(clearance.Expires >= today, "expired", "It has already expired. Ask for a new one.", "/expires");
    }
}
