using AmpleLantern.Core.Knowledge;
using AmpleLantern.Data;
using Microsoft.EntityFrameworkCore;

namespace AmpleLantern.Web.Practice;

/// <summary>The knowledge with this practice's own rules: what every screen reads.</summary>
public sealed class RuleBook(KnowledgeBase shipped)
{
    private volatile KnowledgeBase? current;

    public KnowledgeBase Shipped => shipped;

    public KnowledgeBase Current => current ?? shipped;

    /// <summary>Reads the rules that are not retired; at the start and after each change.</summary>
    public async Task Read(LanternDb db)
    {
        var own = await db.OwnRules.AsNoTracking().Where(r => r.RetiredAt == null).OrderBy(r => r.AddedAt).ToListAsync();
        current = shipped.WithRules([.. own.Select(r => r.Rule)]);
    }
}
