using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Data;
using AmpleLantern.Data.Checking;
using AmpleLantern.Web.Bench;
using Microsoft.EntityFrameworkCore;

namespace AmpleLantern.Web.Rules;

/// <summary>A rule of the practice's own that does not speak, because it names what this version no longer knows.</summary>
public sealed record RuleSetAside(string Id, string Why);

/// <summary>The knowledge with this practice's own rules: what every screen reads.</summary>
public sealed class RuleBook(KnowledgeBase shipped)
{
    private volatile PracticeKnowledge? current;

    /// <summary>What everybody is screened by here.</summary>
    /// <exception cref="InvalidOperationException">The practice's rules were not read yet: nobody is screened without them.</exception>
    public PracticeKnowledge Current => current ?? throw new InvalidOperationException("The practice's own rules have not been read.");

    /// <summary>The shipped rules alone, to show what the practice's own change.</summary>
    public PracticeKnowledge ShippedOnly { get; } = shipped.WithRules([]);

    /// <summary>Own rules set aside, each with a sentence.</summary>
    public IReadOnlyList<RuleSetAside> SetAside { get; private set; } = [];

    /// <summary>Reads the rules that are not retired; at the start and after each change.</summary>
    public async Task Read(LanternDb db)
    {
        var kept = await db.OwnRules.AsNoTracking().Where(r => r.RetiredAt == null).OrderBy(r => r.AddedAt).ReadableAsync(r => r.Id);
        var own = kept.Read.Select(r => References.Present(r.Rule, shipped)).ToList();
        var aside = kept
            .Odd.Select(o => new RuleSetAside(o.Id, $"This rule cannot be read and does not speak: {o.Why} Write it anew."))
            .ToList();
        // A rule may rest on another of one's own: what is set aside takes those with it.
        for (var left = own; ; )
        {
            var all = shipped.WithRules(left);
            var wrong = left.Select(r => (Rule: r, Why: RuleChecks.Of(r, all))).Where(r => r.Why.Count > 0).ToList();
            aside.AddRange(
                wrong.Select(w => new RuleSetAside(
                    w.Rule.Id,
                    $"This rule does not speak any more: {w.Why[0].Reason} Write it anew, or retire it."
                ))
            );
            if (wrong.Count == 0)
            {
                (current, SetAside) = (all, aside);
                return;
            }

            left = [.. left.Where(r => wrong.All(w => w.Rule.Id != r.Id))];
        }
    }
}
