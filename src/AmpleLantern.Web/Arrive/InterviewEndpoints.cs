using AmpleLantern.Core.Giving;
using AmpleLantern.Core.Measures;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Screening.Asking;
using AmpleLantern.Core.Vocabulary;
using AmpleLantern.Data.Records;
using AmpleLantern.Exchange.Ask;
using AmpleLantern.Web.Visits;

namespace AmpleLantern.Web.Arrive;

/// <summary>The answers given so far in an interview; no answers begins one, dropping it takes its facts back.</summary>
public sealed record InterviewRequest(
    int Version,
    string Complaint,
    IReadOnlyList<InterviewAnswer> Answers,
    Side? Side = null,
    bool Drop = false
) : IOnVersion;

/// <summary>Short interviews about a complaint. Every answer is kept as facts and screened at once.</summary>
public static class InterviewEndpoints
{
    public static void MapInterviews(this RouteGroupBuilder visit) =>
        visit.MapPut(
            "/interviews",
            (Guid visitId, InterviewRequest r, VisitStore visits) =>
                visits.Change(visitId, VisitAction.AskFacts, r.Version, (v, f) => Answer(v, f, r, visits))
        );

    private static void Answer(Visit visit, VisitFrame frame, InterviewRequest request, VisitStore visits)
    {
        var complaint = visits.Knowledge.Complaints[request.Complaint];
        var before = visit.Interviews.FirstOrDefault(i => i.Complaint == request.Complaint);
        var stood = before is null
            ? []
            : Interview.Run(complaint, before.Answers, before.Side, frame.Subject, frame.School, visits.Knowledge).Facts;
        var now = request.Drop
            ? []
            : Interview.Run(complaint, request.Answers, request.Side, frame.Subject, frame.School, visits.Knowledge).Facts;

        // What only a taken-back answer said is forgotten; what the history said before stays as it was.
        bool OfInterview(FactEntry f) =>
            visit
                .CheckIn.Concat(visit.Client!.Facts.Select(x => x.ToEntry()))
                .Any(x => x.SameAs(f, visits.Knowledge.Facts[f.Fact]) && x.SaidBy == Interview.SaidBy);
        foreach (var old in stood.Where(o => now.All(n => !n.SameAs(o, visits.Knowledge.Facts[o.Fact]))).Where(OfInterview))
        {
            FactKeeping.Forget(visit, old, visits);
        }

        var known = frame.Subject.Facts;
        FactKeeping.Keep(
            visit,
            [
                .. now.Where(n =>
                    OfInterview(n) || known.All(k => !k.SameAs(n, visits.Knowledge.Facts[n.Fact])) || n.Status is not FactStatus.No
                ),
            ],
            visits,
            Interview.SaidBy
        );
        var others = visit.Interviews.Where(i => i.Complaint != request.Complaint);
        visit.Interviews = request.Drop ? [.. others] : [.. others, new(request.Complaint, request.Side, request.Answers)];
    }
}
