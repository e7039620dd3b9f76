using AmpleLantern.Core.Composing;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Screening.Asking;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;
using AmpleLantern.Data.Records;
using AmpleLantern.Exchange.Ask;

namespace AmpleLantern.Web.Visits;

/// <summary>An interview as it stands: what was answered, what comes next, what follows.</summary>
public sealed record InterviewView(string Complaint, string Name, Side? Side, IReadOnlyList<AnswerGiven> Answered, InterviewResult Result);

/// <summary>An answer as it was given, in words.</summary>
public sealed record AnswerGiven(string Question, string Text, string Answer, InterviewAnswer Given);

/// <summary>Interviews in words.</summary>
public static class Interviews
{
    /// <summary>The interviews of a visit, worked out.</summary>
    public static IReadOnlyList<InterviewView> Of(Visit visit, ScreenSubject subject, School school, PracticeKnowledge knowledge) =>
        [
            .. visit
                .Interviews.Where(i => knowledge.Complaints.Has(i.Complaint))
                .Select(i =>
                {
                    var complaint = knowledge.Complaints[i.Complaint];
                    return new InterviewView(
                        i.Complaint,
                        complaint.Name,
                        i.Side,
                        [.. i.Answers.Select(a => Words(complaint, a))],
                        Interview.Run(complaint, i.Answers, i.Side, subject, school, knowledge)
                    );
                }),
        ];

    private static AnswerGiven Words(Complaint complaint, InterviewAnswer answer)
    {
        var question = complaint.Questions.First(q => q.Id == answer.Question);
        var said = answer.Value is { } value
            ? string.Create(System.Globalization.CultureInfo.InvariantCulture, $"{value:0.#} {question.Unit}")
            : question.Options.FirstOrDefault(o => o.Id == answer.Option)?.Text ?? "";
        return new(question.Id, question.Text, said, answer);
    }
}
