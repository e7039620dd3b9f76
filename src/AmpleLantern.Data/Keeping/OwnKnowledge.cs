using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Measures;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Planning.Changing;
using AmpleLantern.Core.Screening;
using AmpleLantern.Data.Checking;
using Microsoft.EntityFrameworkCore;

namespace AmpleLantern.Data.Keeping;

/// <summary>Something of the practice's own that does not speak, because it names what this version no longer knows.</summary>
public sealed record SetAside(string Id, string Why);

/// <summary>The knowledge with what a practice made itself: rules, ways of working, answers where schools differ.</summary>
public sealed record OwnKnowledge(PracticeKnowledge Knowledge, IReadOnlyList<SetAside> Aside)
{
    public static async Task<OwnKnowledge> Read(LanternDb db, KnowledgeBase shipped)
    {
        var aside = new List<SetAside>();
        var units = (await db.Settings.AsNoTracking().Select(s => s.Units).ToListAsync()).FirstOrDefault();
        var ground = await WithSchools(await WithWays(shipped.ShownIn(units), db, aside), db);
        return new(await WithRules(ground, db, aside), aside);
    }

    private static async Task<KnowledgeBase> WithWays(KnowledgeBase shipped, LanternDb db, List<SetAside> aside)
    {
        // What is retired is put into no plan any more, but plans that have it can still be read.
        var kept = await db.OwnTechniques.AsNoTracking().OrderBy(t => t.AddedAt).ReadableAsync(t => t.Id);
        aside.AddRange(kept.Odd.Select(o => new SetAside(o.Id, $"This technique cannot be read: {o.Why} Write it anew.")));
        var ways = new List<OwnWay>();
        foreach (
            var way in kept.Read.Select(t => new OwnWay(
                References.Present(t.Way.Technique, shipped),
                References.Present(t.Way.Step, shipped)
            ))
        )
        {
            var with = shipped.With(OwnWay.Over(shipped, [way]));
            if (way.Flaws(with).FirstOrDefault() is { } flaw)
            {
                aside.Add(
                    new(way.Technique.Id, $"{way.Technique.Name} is not offered any more: {flaw.Reason} Write it anew, or retire it.")
                );
            }
            else
            {
                ways.Add(way);
            }
        }

        var retired = kept.Read.Where(t => t.RetiredAt is not null).Select(t => t.Id).ToHashSet();
        return shipped.With(OwnWay.Over(shipped, ways, retired));
    }

    private static async Task<KnowledgeBase> WithSchools(KnowledgeBase knowledge, LanternDb db)
    {
        var practice = (await db.Settings.AsNoTracking().Select(s => s.School).ToListAsync()).FirstOrDefault();
        var people = await db.Users.AsNoTracking().Where(u => u.School != null).ReadableAsync(u => u.Id);
        var own = people.Read.Select(u => u.School!.In(knowledge, OwnSchool.IdOf(u.Id), u.DisplayName)).ToList();
        if (practice is not null)
        {
            own.Insert(0, practice.In(knowledge, OwnSchool.OfPractice, "Our practice"));
        }

        return own.Count == 0 ? knowledge : knowledge.With(knowledge.Schools.Of([.. knowledge.Schools.All, .. own]));
    }

    private static async Task<PracticeKnowledge> WithRules(KnowledgeBase ground, LanternDb db, List<SetAside> aside)
    {
        var kept = await db.OwnRules.AsNoTracking().Where(r => r.RetiredAt == null).OrderBy(r => r.AddedAt).ReadableAsync(r => r.Id);
        aside.AddRange(kept.Odd.Select(o => new SetAside(o.Id, $"This rule cannot be read and does not speak: {o.Why} Write it anew.")));
        // A rule may rest on another of one's own: what is set aside takes those with it.
        for (var left = kept.Read.Select(r => References.Present(r.Rule, ground)).ToList(); ; )
        {
            var all = ground.WithRules(left);
            var wrong = left.Select(r => (Rule: r, Why: RuleChecks.Of(r, all))).Where(r => r.Why.Count > 0).ToList();
            aside.AddRange(
                wrong.Select(w => new SetAside(
                    w.Rule.Id,
                    $"This rule does not speak any more: {w.Why[0].Reason} Write it anew, or retire it."
                ))
            );
            if (wrong.Count == 0)
            {
                return all;
            }

            left = [.. left.Where(r => wrong.All(w => w.Rule.Id != r.Id))];
        }
    }
}
