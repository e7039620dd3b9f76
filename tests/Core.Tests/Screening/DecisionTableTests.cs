using System.Text;
using AmpleLantern.Core.Atlas;
using AmpleLantern.Core.Effects;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Screening.Decisions;
using AmpleLantern.Core.Tests.Support;
using AmpleLantern.Core.Vocabulary;
using NodaTime;

namespace AmpleLantern.Core.Tests.Screening;

/// <summary>
/// For each condition and each effect a decision is written down, found with a made-up technique that no rule has ever named.
/// <c>LANTERN_DOCS=write</c> writes docs/screening.md anew.
/// </summary>
public class DecisionTableTests
{
    private static readonly IReadOnlyList<DecidedCondition> Table = DecisionTable.Of(Known.Base, Known.Day, Known.Usual);

    [Fact]
    public void No_cell_is_empty_and_no_reason_is_given_for_what_is_limited()
    {
        Assert.All(Table, row => Assert.Empty(row.Effects.Where(e => e.Says is null).Select(e => $"{row.Condition.Id}: {e.Effect}")));
        Assert.All(
            Table,
            row =>
                Assert.Empty(
                    (row.Condition.Nothing ?? [])
                        .SelectMany(n => n.Effects)
                        .Except(row.Effects.Where(e => e.Decision == "nothing").Select(e => e.Effect))
                        .Select(e => $"{row.Condition.Id}: {e}")
                )
        );
    }

    /// <summary>Barred where its effect is: the kinds of harm each condition is known for (common practice).</summary>
    [Theory]
    [InlineData("pregnant-8", "body-weight-on-trunk,belly-pressed,artery-shut,spine-twisted,spine-arched")]
    [InlineData("pregnant-34", "flat,face-down,body-weight-on-trunk,belly-pressed")]
    [InlineData("thin-bones", "body-weight-on-trunk,spine-arched,spine-rounded,spine-twisted,neck-pulled,drummed")]
    [InlineData("thin-blood", "body-weight-on-trunk,skin-pinched,skin-scraped,rubbed-across,drummed,artery-shut")]
    [InlineData("heart-failure", "fluid-moved,warmed,face-down,flat,artery-shut")]
    [InlineData("neck", "neck-moved,neck-pulled")]
    [InlineData("neck-arteries", "neck-moved,neck-pulled")]
    [InlineData("clot-now", "vein-pressed,fluid-moved,shaken,artery-shut")]
    [InlineData("nodes", "warmed,limb-pulled,skin-scraped")]
    [InlineData("numb-feet", "warmed")]
    [InlineData("frail-skin", "skin-dragged,skin-pinched,skin-scraped,rubbed-across")]
    [InlineData("hip-from-front", "limb-pulled")]
    [InlineData("aneurysm", "body-weight-on-trunk,belly-pressed,breath-asked,spine-arched,neck-pulled")]
    public void A_technique_that_does_not_exist_yet_is_barred_where_its_effect_is(string condition, string effects)
    {
        var row = Table.Single(r => r.Condition.Id == condition);
        Assert.All(effects.Split(','), e => Assert.Contains(row.Effects.Single(x => x.Effect == e).Decision, new[] { "out", "less" }));
    }

    /// <summary>A point's own caution is screened wherever it is held, whatever the step's region is called.</summary>
    [Fact]
    public void Every_point_with_a_caution_is_screened_wherever_it_is_held()
    {
        var step = Known.Flow(Known.Legs).Steps[0] with { Region = "forearm", Level = 4 };
        var (touch, child) = (Known.Touch, new ScreenSubject(Known.Day, new(2024, 1, 1), [new("pregnancy"), new("consent-refused")]));
        var rules = Screener.Triggered(child, Known.Base.HouseSchool, Known.Base);
        foreach (var point in Known.Base.Atlas.Points.All)
        {
            foreach (var caution in point.Cautions.Where(c => c != "consent"))
            {
                Assert.True(
                    rules.Any(r =>
                        r.Rule.Then.Any(x =>
                            x.On?.PointCautions?.Contains(caution) == true && touch.Any(x, r.Triggers, step with { Points = [point.Id] })
                        )
                    ),
                    $"{point.Id} carries '{caution}', and no rule speaks of it"
                );
            }
        }
    }

    /// <summary>Rules speak of what is done: those that name a family would be silent about the next one.</summary>
    [Fact]
    public void No_rule_names_a_family_or_a_technique() =>
        Assert.Empty(
            Known
                .Base.ShippedRules.All.Where(r =>
                    r.Then.Any(x => x.On is { Families: not null } or { Techniques: not null } or { ExceptFamilies: not null })
                )
                .Select(r => r.Id)
        );

    /// <summary>A limit that can hurt rests on a named work or on a judgement that says it is one.</summary>
    [Fact]
    public void No_limit_rests_on_common_practice_alone() =>
        Assert.Empty(
            Known
                .Base.ShippedRules.All.Where(r =>
                    r.Source is { Label: "common practice", Work: null } && r.Then.Any(x => x.Outcome.NeedsAnswer())
                )
                .Select(r => r.Id)
        );

    /// <summary>The same client through all flows: what is out, less, looked at.</summary>
    private static readonly FactEntry[] Hard =
    [
        new("pregnancy", Detail: new Dictionary<string, string> { ["dueDate"] = "2026-10-12" }),
        new("osteoporosis"),
        new("anticoagulant", Detail: new Dictionary<string, string> { ["medicine"] = "warfarin" }),
        new("recent-surgery", Since: new LocalDate(2026, 2, 2), Region: "knee", Side: Side.Left),
    ];

    [Fact]
    public void The_document_says_what_is_decided()
    {
        var path = Repository.File("docs", "screening.md");
        var text = Document();
        if (Environment.GetEnvironmentVariable("LANTERN_DOCS") == "write")
        {
            File.WriteAllText(path, text);
        }

        Assert.Equal(text, File.ReadAllText(path));
    }

    private static string Document()
    {
        var effects = Known.Base.EffectClasses.All.Where(e => e.Loads is not null).ToList();
        var text = new StringBuilder();
        text.Append(
            """
            # What is screened, and what is decided

            Rules speak of what a step does to a body, never of what it is called. This file is made by a test (`LANTERN_DOCS=write`): for
            each class of condition and each effect a made-up technique that no rule names is screened, at the place and joint of the
            condition. **out**: not done. **less**: only up to a limit. *look*: done with an eye on something. A dash: nothing, because the
            effect loads nothing that is to be spared (both are said). A number: nothing all the same, for the reason below the table.

            """
        );
        var reasons = new List<string>();
        string Cell(Decided d, ScreenedCondition condition)
        {
            if (d.Decision != "nothing")
            {
                return d.Decision == "look" ? "*look*" : $"**{d.Decision}**";
            }

            if (condition.Nothing?.Any(n => n.Effects.Contains(d.Effect)) != true)
            {
                return "–";
            }

            if (!reasons.Contains(d.Says!))
            {
                reasons.Add(d.Says!);
            }

            return $"{reasons.IndexOf(d.Says!) + 1}";
        }

        text.Append($"\n| condition | spares | visit | {string.Join(" | ", effects.Select(e => e.Name))} |\n");
        text.Append($"|{string.Concat(Enumerable.Repeat(" --- |", effects.Count + 3))}\n");
        foreach (var row in Table)
        {
            var cells = row.Effects.Select(d => Cell(d, row.Condition));
            Row(text, [row.Condition.Name, string.Join(", ", row.Condition.Spares), row.Visit ?? "", .. cells]);
        }

        text.Append("\nReasons for nothing all the same:\n\n");
        text.Append(string.Concat(reasons.Select((r, i) => $"{i + 1}. {r}\n")));
        text.Append("\n| effect | loads |\n| --- | --- |\n");
        text.Append(string.Concat(effects.Select(e => $"| {e.Name} | {string.Join(", ", e.Loads!)} |\n")));
        text.Append(
            """

            ## One hard client through all flows

            72 years old, 8 weeks pregnant by the dates given (which is said to be impossible, and read strictly all the same), thin bones,
            warfarin, the left knee operated four weeks ago.

            | flow | steps | out | less | looked at | why most is out |
            | --- | --- | --- | --- | --- | --- |

            """
        );
        foreach (var flow in Known.Base.Flows.All)
        {
            var plan = Known.Flow(flow.Id);
            var found = Known.Screened(plan, new(1954, 1, 1), Hard).Findings;
            HashSet<string> Steps(Outcome outcome) => [.. found.Where(f => f.Outcome == outcome).SelectMany(f => f.Steps)];
            var (gone, less, look) = (Steps(Outcome.Avoid), Steps(Outcome.Modify), Steps(Outcome.Note));
            less.ExceptWith(gone);
            look.ExceptWith(gone);
            look.ExceptWith(less);
            var most = found.Where(f => f.Outcome is Outcome.Avoid).OrderByDescending(f => f.Steps.Count).Take(3);
            var why = string.Join("; ", most.Select(f => $"{f.Title} ({f.Fact.Replace('-', ' ')})"));
            Row(text, [flow.Name, $"{plan.Steps.Count}", $"{gone.Count}", $"{less.Count}", $"{look.Count}", why]);
        }

        return text.ToString();
    }

    private static void Row(StringBuilder text, IReadOnlyList<string> cells) => text.Append($"| {string.Join(" | ", cells)} |\n");
}
