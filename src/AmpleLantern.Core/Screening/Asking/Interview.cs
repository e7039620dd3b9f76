using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Screening.Asking;

/// <summary>What someone comes with, and the questions that tell whether hands may be laid on.</summary>
/// <param name="Words">How people put it.</param>
[Kind("complaints", "complaint")]
public sealed record Complaint(
    string Id,
    string Name,
    Source Source,
    IReadOnlyList<string> Words,
    IReadOnlyList<InterviewQuestion> Questions
) : IKnown, IChecked
{
    public IEnumerable<Flaw> Flaws(KnowledgeBase knowledge)
    {
        var answers = Questions.SelectMany(q => q.Options.Select(o => $"{q.Id}.{o.Id}")).ToHashSet();
        return Questions.SelectMany(
            (q, i) =>
                (q.If ?? [])
                    .Where(a => !answers.Contains(a))
                    .Select(a => new Flaw($"/questions/{i}/if", $"There is no answer '{a}' in this interview."))
        );
    }
}

/// <summary>A question of an interview.</summary>
/// <param name="If">Asked only after one of these answers, each written <c>question.option</c>.</param>
/// <param name="FromAge">Asked only from this age on.</param>
/// <param name="Unit">Unit of an answer in numbers; options then say from which number on they hold.</param>
public sealed record InterviewQuestion(
    string Id,
    string Text,
    string Why,
    IReadOnlyList<InterviewOption> Options,
    IReadOnlyList<string>? If = null,
    string? Unit = null,
    int? FromAge = null
);

/// <summary>One answer, and the facts it makes.</summary>
/// <param name="From">Smallest number that means this answer.</param>
public sealed record InterviewOption(string Id, string Text, IReadOnlyList<FactEntry> Sets, double? From = null);

/// <summary>An answer given: an option, or a number where the question has a unit.</summary>
public sealed record InterviewAnswer(string Question, string? Option = null, double? Value = null);

/// <summary>The question to ask next.</summary>
public sealed record NextQuestion(string Id, string Text, string Why, IReadOnlyList<NextOption> Options, string? Unit);

public sealed record NextOption(string Id, string Text);

/// <summary>Where an interview stands.</summary>
/// <param name="Next">Null when no further answer can change an outcome.</param>
/// <param name="Facts">The facts that the answers make.</param>
/// <param name="Verdict">Strongest outcome so far, whatever the plan, or <c>no-red-flag</c>: an interview never clears anybody.</param>
public sealed record InterviewResult(NextQuestion? Next, IReadOnlyList<Finding> Findings, IReadOnlyList<FactEntry> Facts, string Verdict);

/// <summary>A short path of questions that asks only what can still change an outcome. Each answer screens anew.</summary>
public static class Interview
{
    /// <summary>The verdict when nothing was found in what was asked.</summary>
    public const string NoRedFlag = "no-red-flag";

    /// <summary>Who said what came of it, in words.</summary>
    public const string SaidBy = "answered in the interview";

    /// <param name="side">The side complained of; sided facts take it.</param>
    /// <exception cref="RefusalException">An answer is to no question of this complaint, or is no option of it.</exception>
    public static InterviewResult Run(
        Complaint complaint,
        IReadOnlyList<InterviewAnswer> answers,
        Side? side,
        ScreenSubject subject,
        School school,
        PracticeKnowledge knowledge
    )
    {
        var given = answers.Select((a, i) => Chosen(complaint, a, i)).ToList();
        var facts = given
            .SelectMany(g => g.Option.Sets)
            .Select(f => Sided(f, side, knowledge))
            .Aggregate<FactEntry, IReadOnlyList<FactEntry>>([], (sum, f) => Over(sum, f, knowledge));
        var now = With(subject, facts, knowledge);
        var findings = Findings(now, school, knowledge);
        var next = complaint.Questions.FirstOrDefault(q => Matters(complaint, q, given, side, now, findings, school, knowledge));
        return new(
            next is null ? null : new(next.Id, next.Text, next.Why, [.. next.Options.Select(o => new NextOption(o.Id, o.Text))], next.Unit),
            findings,
            facts,
            findings.Count == 0 ? NoRedFlag : Words.Of(findings.Min(f => f.Outcome))
        );
    }

    private static (InterviewQuestion Question, InterviewOption Option) Chosen(Complaint complaint, InterviewAnswer answer, int index)
    {
        var question =
            complaint.Questions.FirstOrDefault(q => q.Id == answer.Question)
            ?? throw new RefusalException(
                "unknown-question",
                $"'{complaint.Name}' has no question '{answer.Question}'. It has {string.Join(", ", complaint.Questions.Select(q => q.Id))}.",
                $"/answers/{index}/question"
            );
        var option =
            answer.Value is { } value && question.Unit is not null
                ? question.Options.Where(o => o.From is { } from && value >= from).MaxBy(o => o.From)
                : question.Options.FirstOrDefault(o => o.Id == answer.Option);
        return (
            question,
            option
                ?? throw new RefusalException(
                    "unknown-option",
                    $"\"{question.Text}\" is answered with one of: {string.Join(", ", question.Options.Select(o => o.Id))}"
                        + (
                            question.Unit is null
                                ? "."
                                : $", or a number of {question.Unit} from {question.Options.Min(o => o.From):0.#} on."
                        ),
                    $"/answers/{index}"
                )
        );
    }

    /// <summary>Not answered, its turn, and at least two of its answers lead to different outcomes from here.</summary>
    private static bool Matters(
        Complaint complaint,
        InterviewQuestion question,
        List<(InterviewQuestion Question, InterviewOption Option)> given,
        Side? side,
        ScreenSubject now,
        IReadOnlyList<Finding> findings,
        School school,
        PracticeKnowledge knowledge
    )
    {
        if (
            given.Any(g => g.Question.Id == question.Id)
            || question.FromAge is { } from && now.Age < from
            || question.If is { } turn && !given.Any(g => turn.Contains($"{g.Question.Id}.{g.Option.Id}"))
        )
        {
            return false;
        }

        // What is known already is not asked again: one of the answers stands, or all that could be said was said.
        bool Known(FactEntry s) => now.Facts.Any(f => f.Fact == s.Fact && f.Status == s.Status && s.Status is not FactStatus.No);
        bool Said(FactEntry s) => now.Facts.Any(f => f.Fact == s.Fact);
        var sets = question.Options.SelectMany(o => o.Sets).ToList();
        if (sets.Count > 0 && (question.Options.Any(o => o.Sets.Any(Known)) || sets.All(Said)))
        {
            return false;
        }

        // Once treatment is forbidden, only what would make it more urgent is worth a question.
        var forbidden = findings.Any(f => f.Outcome.ForbidsTreatment());
        string Signature(InterviewOption option)
        {
            var after = Findings(With(now, [.. option.Sets.Select(f => Sided(f, side, knowledge))], knowledge), school, knowledge);
            return forbidden ? Words.Of(after.Min(f => f.Outcome)) : string.Join(";", after.Select(f => $"{f.Outcome}:{f.Rule}:{f.Title}"));
        }

        return question.Options.Select(Signature).Distinct().Skip(1).Any() || question.Options.Any(LeadsOn);

        // An answer that says nothing itself may open a question that does.
        bool LeadsOn(InterviewOption option) =>
            complaint
                .Questions.Where(q => q.If?.Contains($"{question.Id}.{option.Id}") == true)
                .Any(q => Matters(complaint, q, [.. given, (question, option)], side, now, findings, school, knowledge));
    }

    private static IReadOnlyList<Finding> Findings(ScreenSubject subject, School school, PracticeKnowledge knowledge)
    {
        var tempo = TempoOf.Measures(null, null, null, knowledge);
        var none = new Plan("", []);
        var (touching, standing) = Screener.Findings(
            Screener.Triggered(subject, school, knowledge),
            new(none, PlanExpansion.Expand(none, tempo, knowledge), school, tempo, knowledge)
        );
        return [.. touching.Concat(standing).OrderBy(f => f.Outcome).ThenBy(f => f.Rule, StringComparer.Ordinal)];
    }

    private static ScreenSubject With(ScreenSubject subject, IReadOnlyList<FactEntry> facts, PracticeKnowledge knowledge) =>
        subject with
        {
            Facts = facts.Aggregate(subject.Facts, (sum, f) => Over(sum, f, knowledge)),
        };

    /// <summary>A later answer takes the place of an earlier one, but a no never takes the place of a yes of the history.</summary>
    private static IReadOnlyList<FactEntry> Over(IReadOnlyList<FactEntry> facts, FactEntry entry, PracticeKnowledge knowledge) =>
        entry.Status is FactStatus.No && facts.Any(f => f.Fact == entry.Fact && f.Status is not FactStatus.No)
            ? facts
            : [.. facts.Where(f => !f.SameAs(entry, knowledge.Facts[entry.Fact])), entry];

    private static FactEntry Sided(FactEntry entry, Side? side, PracticeKnowledge knowledge) =>
        side is not null && entry.Side is null && knowledge.Facts[entry.Fact].Sided ? entry with { Side = side } : entry;
}
