using AmpleLantern.Core.Giving;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Data.Records;
using AmpleLantern.Web.Visits;

namespace AmpleLantern.Web.Arrive;

/// <summary>The answers given so far in an interview; no answers begins one, dropping it takes its facts back.</summary>
public sealed record InterviewRequest(
    int Version, string Complaint, IReadOnlyList<InterviewAnswer> Answers, Side? Side = null, bool Drop = false) : IOnVersion;

/// <summary>An interview as it stands: what was answered, what comes next, what follows.</summary>
public sealed record InterviewView(string Complaint, string Name, Side? Side, IReadOnlyList<AnswerGiven> Answered, InterviewResult Result);

/// <summary>An answer as it was given, in words.</summary>
public sealed record AnswerGiven(string Question, string Text, string Answer, InterviewAnswer Given);

/// <summary>Short interviews about a complaint. Every answer is kept as facts and screened at once.</summary>
public static class InterviewEndpoints
{
    private const string InInterview = "answered in the interview";

    public static void MapInterviews(this RouteGroupBuilder visit) =>
        visit.MapPut("/interviews", (Guid visitId, InterviewRequest r, VisitDesk desk) => desk.Change(visitId, VisitAction.AskFacts, r.Version, (v, f) => Answer(v, f, r, desk)));

    /// <summary>The interviews of a visit, worked out.</summary>
    public static IReadOnlyList<InterviewView> Of(Visit visit, ScreenSubject subject, School school, PracticeKnowledge knowledge) =>
    [
        .. visit.Interviews.Where(i => knowledge.Complaints.Has(i.Complaint)).Select(i =>
        {
            var complaint = knowledge.Complaints[i.Complaint];
            return new InterviewView(
                i.Complaint, complaint.Name, i.Side, [.. i.Answers.Select(a => Words(complaint, a))],
                Interview.Run(complaint, i.Answers, i.Side, subject, school, knowledge));
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

    private static void Answer(Visit visit, VisitFrame frame, InterviewRequest request, VisitDesk desk)
    {
        var complaint = desk.Knowledge.Complaints[request.Complaint];
        var before = visit.Interviews.FirstOrDefault(i => i.Complaint == request.Complaint);
        var stood = before is null ? [] : Interview.Run(complaint, before.Answers, before.Side, frame.Subject, frame.School, desk.Knowledge).Facts;
        var now = request.Drop ? [] : Interview.Run(complaint, request.Answers, request.Side, frame.Subject, frame.School, desk.Knowledge).Facts;

        // What only a taken-back answer said is forgotten; what the history said before stays as it was.
        bool OfInterview(FactEntry f) => visit.CheckIn.Concat(visit.Client!.Facts.Select(x => x.ToEntry()))
            .Any(x => x.SameAs(f, desk.Knowledge.Facts[f.Fact]) && x.SaidBy == InInterview);
        foreach (var old in stood.Where(o => now.All(n => !n.SameAs(o, desk.Knowledge.Facts[o.Fact]))).Where(OfInterview))
        {
            FactKeeping.Forget(visit, old, desk);
        }

        var known = frame.Subject.Facts;
        FactKeeping.Keep(visit, [.. now.Where(n => OfInterview(n) || known.All(k => !k.SameAs(n, desk.Knowledge.Facts[n.Fact])) || n.Status is not FactStatus.No)], desk, InInterview);
        var others = visit.Interviews.Where(i => i.Complaint != request.Complaint);
        visit.Interviews = request.Drop ? [.. others] : [.. others, new(request.Complaint, request.Side, request.Answers)];
    }
}
