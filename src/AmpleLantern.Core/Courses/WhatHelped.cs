using AmpleLantern.Core.Composing;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Measures;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Courses;

/// <summary>What a session was for and did something about, and how that is known.</summary>
/// <param name="Aim">With what most of its time went into.</param>
public sealed record HelpedAim(WantedAim Aim, string Because);

/// <summary>What helped the last time, to begin the next plan from.</summary>
public static class WhatHelped
{
    /// <summary>
    /// For each thing the last session was for, the aim that most of the time given there served. Nothing where no measure is better, or
    /// where one is worse: what may have harmed is not proposed again.
    /// </summary>
    public static IReadOnlyList<HelpedAim> From(SessionFound last, KnowledgeBase knowledge)
    {
        // What asks about the days before tells of the session before that.
        var better = last.Changes.Where(c => c is { Verdict: ChangeVerdict.Better, Earlier: null }).ToList();
        if (better.Count == 0 || last.Changes.Any(c => c.Verdict is ChangeVerdict.Worse))
        {
            return [];
        }

        var measured = string.Join(", ", better.Select(c => NextPlan.Said(c, knowledge)));
        var seconds = last.Given.ToDictionary(g => g.Step, g => g.GivenSeconds);
        return
        [
            .. last
                .Aims.Select(wanted => (wanted, Most: Most(wanted, last, seconds, knowledge)))
                .Where(x => x.Most is not null)
                .Select(x => new HelpedAim(
                    x.wanted with
                    {
                        For = x.Most!.Value.Aim.Id,
                    },
                    FormattableString.Invariant(
                        $"{measured}, better, after {x.Most.Value.Seconds / 60:0.#} min to {x.Most.Value.Aim.Saying} at the {knowledge.Regions[x.wanted.Region].Name}."
                    )
                )),
        ];
    }

    private static (Aim Aim, double Seconds)? Most(
        WantedAim wanted,
        SessionFound last,
        Dictionary<string, double> seconds,
        KnowledgeBase knowledge
    )
    {
        var there = last.Plan.Steps.Where(s => NextPlan.Serves(s, [wanted], knowledge)).ToList();
        var most = knowledge
            .Of<Aim>()
            .All.Select(a => (Aim: a, Seconds: there.Where(s => s.Serves(a.Purposes)).Sum(s => seconds.GetValueOrDefault(s.Id))))
            .MaxBy(x => x.Seconds);
        return most.Seconds > 0 ? most : null;
    }
}
