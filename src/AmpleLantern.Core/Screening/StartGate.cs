namespace AmpleLantern.Core.Screening;

/// <summary>One thing that stands between the plan and its start.</summary>
/// <param name="Steps">Ids of the steps it touches; empty for the whole visit.</param>
public sealed record Obstacle(string Rule, Outcome Outcome, string Title, bool CanBeOverridden, IReadOnlyList<string> Steps);

/// <summary>Whether a session may start.</summary>
public sealed record StartDecision(bool MayStart, IReadOnlyList<Obstacle> Obstacles)
{
    /// <summary>How many decisions are asked for: what asks for the same on the same steps is one, whatever the reasons.</summary>
    public int Things => Obstacles.Select(o => Alike(o.Outcome, o.Steps, o.Rule + o.Title)).Distinct().Count();

    /// <summary>
    /// Findings that take the same steps out, for three reasons, are one; so are those that say the same of the whole visit.
    /// </summary>
    internal static (Outcome, string) Alike(Outcome outcome, IReadOnlyList<string> steps, string says) =>
        (outcome, steps.Count > 0 ? string.Join(',', steps) : says);
}

public static class StartGate
{
    public const int ShortestReason = 10;

    /// <summary>
    /// Every finding of modify or above must be answered: the plan changed so that it is gone, or a reason given.
    /// Emergency and refer-first cannot be answered with a reason.
    /// </summary>
    public static StartDecision Decide(IReadOnlyList<Finding> findings, IReadOnlyList<Override> overrides)
    {
        var obstacles = findings
            .Where(f => f.Outcome.ForbidsTreatment() || f.Outcome.NeedsAnswer() && overrides.All(o => o.Rule != f.Rule))
            .Select(f => new Obstacle(f.Rule, f.Outcome, f.Title, !f.Outcome.ForbidsTreatment(), f.Steps))
            .ToList();
        return new(obstacles.Count == 0, obstacles);
    }

    /// <exception cref="RefusalException">The finding cannot be overridden, is not there, or the reason says nothing.</exception>
    public static void CheckOverride(string rule, string reason, IReadOnlyList<Finding> findings)
    {
        var finding =
            findings.FirstOrDefault(f => f.Rule == rule)
            ?? throw new RefusalException("no-such-finding", "This finding no longer stands. Look at the screen again.", "/rule");
        if (findings.Any(f => f.Rule == rule && f.Outcome.ForbidsTreatment()))
        {
            throw new RefusalException(
                "cannot-override",
                $"\"{finding.Title}\" means: do not treat today. No reason lifts it; a physician has to look first.",
                "/rule"
            );
        }

        RequireReason(reason);
    }

    /// <exception cref="RefusalException">The reason says nothing.</exception>
    public static void RequireReason(string reason) =>
        RefusalException.Unless(
            reason.Trim().Length >= ShortestReason,
            "reason-too-short",
            $"Write the reason in at least {ShortestReason} letters, so that it can be understood later.",
            "/reason"
        );
}
