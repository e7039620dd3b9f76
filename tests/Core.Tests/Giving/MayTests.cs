using System.Text;
using System.Text.Json;
using AmpleLantern.Core.Giving;
using AmpleLantern.Core.Pressure.Weights;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Tests.Support;
using AmpleLantern.Data.Records;

namespace AmpleLantern.Core.Tests.Giving;

/// <summary>What may be done to a visit, walked through whole: every action in every phase by every role.</summary>
public class MayTests
{
    private static readonly VisitAction[] Actions = Enum.GetValues<VisitAction>();
    private static readonly VisitPhase[] Phases = Enum.GetValues<VisitPhase>();
    private static readonly StaffRole[] Roles = Enum.GetValues<StaffRole>();

    [Fact]
    public void The_table_in_the_docs_is_what_the_program_does()
    {
        var made = Table();
        Repository.Holds(Repository.File("docs", "may.md"), made, "LANTERN_DOCS");
    }

    [Fact]
    public void Every_no_has_a_code_and_a_sentence_that_says_what_to_do()
    {
        foreach (var (action, phase, role) in All())
        {
            var may = May.Do(action, phase, role);
            Assert.Equal(may.Allowed, may.Code is null && may.Why is null);
            Assert.True(may.Allowed || may.Why!.EndsWith('.'), $"{action} {phase} {role}");
        }
    }

    [Fact]
    public void A_signed_or_cancelled_visit_is_only_read_noted_late_and_added_to()
    {
        Assert.Equal(
            [VisitAction.Read, VisitAction.Note, VisitAction.Addend],
            Actions.Where(a => May.Do(a, VisitPhase.Signed, StaffRole.Owner).Allowed)
        );
        Assert.Equal([VisitAction.Read, VisitAction.Note], Actions.Where(a => May.Do(a, VisitPhase.Cancelled, StaffRole.Owner).Allowed));
    }

    [Fact]
    public void Once_begun_nothing_it_stands_on_can_be_edited_in_any_phase_by_anybody()
    {
        VisitAction[] underIt = [VisitAction.EditPlan, VisitAction.Settle, VisitAction.WithdrawOverride, VisitAction.MoveVisit];
        Assert.All(
            All().Where(x => underIt.Contains(x.Action) && x.Phase is not VisitPhase.NotStarted),
            x => Assert.False(May.Do(x.Action, x.Phase, x.Role).Allowed)
        );
    }

    [Fact]
    public void A_student_signs_nothing_and_goes_on_against_nothing_and_the_desk_sees_no_record()
    {
        VisitAction[] signers =
        [
            VisitAction.Sign,
            VisitAction.Addend,
            VisitAction.Override,
            VisitAction.WithdrawOverride,
            VisitAction.Clear,
        ];
        Assert.All(signers, a => Assert.All(Phases, p => Assert.False(May.Do(a, p, StaffRole.Student).Allowed)));
        Assert.Equal(
            [VisitAction.MoveVisit, VisitAction.CancelVisit],
            Actions.Where(a => Phases.Any(p => May.Do(a, p, StaffRole.Desk).Allowed))
        );
    }

    [Fact]
    public void Refer_first_is_lifted_by_whoever_may_sign_and_by_nobody_else_whichever_way()
    {
        StartDecision refer = new(false, [new("clot", Outcome.ReferFirst, "Refer first", false, [])]),
            clear = new(true, []);
        Assert.True(May.Lift(StaffRole.Practitioner, refer, clear).Allowed);
        Assert.Equal("not-yours", May.Lift(StaffRole.Student, refer, clear).Code);
        Assert.True(May.Lift(StaffRole.Student, refer, refer).Allowed);
        Assert.True(May.Lift(StaffRole.Student, new(false, [new("x", Outcome.Avoid, "Avoid", true, [])]), clear).Allowed);
    }

    [Fact]
    public void A_start_and_going_on_need_a_settled_screen_and_nothing_else_does()
    {
        StartDecision blocked = new(false, [new("fever", Outcome.Postpone, "Not with a fever", true, [])]);
        Assert.Equal("not-cleared", May.Do(VisitAction.Start, VisitPhase.NotStarted, StaffRole.Owner, blocked).Code);
        Assert.Equal("not-cleared", May.Do(VisitAction.GoOn, VisitPhase.Stopped, StaffRole.Owner, blocked).Code);
        Assert.All(
            Actions.Where(a => a is not (VisitAction.Start or VisitAction.GoOn)),
            a => Assert.All(Phases, p => Assert.Equal(May.Do(a, p, StaffRole.Owner), May.Do(a, p, StaffRole.Owner, blocked)))
        );
    }

    [Fact]
    public void A_no_says_who_may_or_what_to_do_instead()
    {
        Assert.Contains("may sign", May.Do(VisitAction.Sign, VisitPhase.Finished, StaffRole.Student).Why!, StringComparison.Ordinal);
        Assert.Contains("Your role", May.Do(VisitAction.Read, VisitPhase.Finished, StaffRole.Desk).Why!, StringComparison.Ordinal);
        VisitAction[] beneath = [VisitAction.EditPlan, VisitAction.Settle, VisitAction.WithdrawOverride, VisitAction.MoveVisit];
        Assert.All(
            [.. beneath, VisitAction.CancelVisit],
            a => Assert.Contains("plan stays", May.Do(a, VisitPhase.Running, StaffRole.Owner).Why!, StringComparison.Ordinal)
        );
    }

    private static IEnumerable<(VisitAction Action, VisitPhase Phase, StaffRole Role)> All() =>
        Actions.SelectMany(a => Phases.SelectMany(p => Roles.Select(r => (a, p, r))));

    private static string Table()
    {
        var text = new StringBuilder(
            """
            # What may be done to a visit

            Printed by `MayTests` from `Core/Giving/May.cs`; never edited by hand.
            O owner, P practitioner, S student, D front desk; – nobody.
            A start and going on also need every finding of the screen settled.
            What means "do not treat" is lifted only by those who may sign.


            """
        );
        string Word<T>(T value)
            where T : struct, Enum => JsonNamingPolicy.KebabCaseLower.ConvertName(value.ToString());
        text.Append("| action | ")
            .AppendJoin(" | ", Phases.Select(Word))
            .Append(" |\n|")
            .Insert(text.Length, " --- |", Phases.Length + 1)
            .Append('\n');
        foreach (var action in Actions)
        {
            var cells = Phases
                .Select(p => string.Concat(Roles.Where(r => May.Do(action, p, r).Allowed).Select(r => r.ToString()[0])))
                .Select(c => c.Length == 0 ? "–" : c);
            text.Append("| ").Append(Word(action)).Append(" | ").AppendJoin(" | ", cells).Append(" |\n");
        }

        return text.ToString();
    }
}
