using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Data;
using AmpleLantern.Data.Keeping;

namespace AmpleLantern.Web.Rules;

/// <summary>The knowledge with what is this practice's own: what every screen reads.</summary>
public sealed class RuleBook(KnowledgeBase shipped)
{
    private volatile PracticeKnowledge? current;

    /// <summary>What everybody is screened by here.</summary>
    /// <exception cref="InvalidOperationException">The practice's rules were not read yet: nobody is screened without them.</exception>
    public PracticeKnowledge Current => current ?? throw new InvalidOperationException("The practice's own rules have not been read.");

    /// <summary>The shipped rules alone, to show what the practice's own change.</summary>
    public PracticeKnowledge ShippedOnly { get; } = shipped.WithRules([]);

    /// <summary>What of its own is set aside, each with a sentence.</summary>
    public IReadOnlyList<SetAside> SetAside { get; private set; } = [];

    /// <summary>Reads it anew; at the start and after each change.</summary>
    public async Task Read(LanternDb db) => (current, SetAside) = await OwnKnowledge.Read(db, shipped);
}
