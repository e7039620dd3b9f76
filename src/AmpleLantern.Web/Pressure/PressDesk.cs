using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Pressure;
using AmpleLantern.Core.Pressure.Steps;
using AmpleLantern.Data;
using AmpleLantern.Data.Records;
using AmpleLantern.Web.Atlas;
using AmpleLantern.Web.Visits;
using Microsoft.EntityFrameworkCore;

namespace AmpleLantern.Web.Pressure;

/// <summary>The deepest level that findings let through at a step, and their titles.</summary>
public sealed record StepCap(int Level, IReadOnlyList<string> By);

/// <summary>Brings together who presses whom at a visit: the practitioner's body, the client's, what the client answered before, and the caps.</summary>
public sealed class PressDesk(LanternDb db, KnowledgeBase knowledge, FigureShelf shelf, PressMemo memo)
{
    private const int EarlierVisits = 20;

    /// <summary>The practitioner as given, or the usual one while nothing is known.</summary>
    public async Task<(Practitioner Practitioner, bool Estimated, string Name)> Practitioner(string staffId)
    {
        var staff = await db.Users.AsNoTracking().Where(u => u.Id == staffId).Select(u => new { u.Working, u.DisplayName }).SingleOrDefaultAsync();
        return (staff?.Working ?? Usual(), staff?.Working is null, staff?.DisplayName ?? "");
    }

    public Practitioner Usual() => new(knowledge.Pressure.Model.UsualMassKg, knowledge.Defaults.StatureCm / 100);

    public LoadLimits LimitsOf(Practitioner practitioner) => practitioner.Limits ?? knowledge.Pressure.Model.Limits;

    /// <summary>Who presses whom at a visit.</summary>
    public async Task<(PressBetween Between, bool Estimated, string Name)> Between(Visit visit)
    {
        var (practitioner, estimated, name) = await Practitioner(visit.PractitionerId);
        var body = new PractitionerBody(practitioner, knowledge);
        var size = SizeOf(visit);
        var bare = new PressBetween(body, (position, bent) => shelf.Posed(size, position, bent), null);
        return (bare with { Own = await Answers(visit, bare) }, estimated, name);
    }

    private BodySize SizeOf(Visit visit) => BodySize.Of(visit.Client!.Body, knowledge.Atlas.Stretches);

    /// <summary>The deepest level that findings let through at each step, with their titles. What was overridden with a reason caps no more.</summary>
    /// <remarks>
    /// Asked of the same plan pressed as deep as it goes: a finding says nothing of a step that is light enough, but it still caps how
    /// hard that step may be leaned on.
    /// </remarks>
    public static IReadOnlyDictionary<string, StepCap> Caps(Visit visit, VisitFrame frame) => Core.Screening.Screen
        .Findings(frame.Subject, frame.Context with { Plan = visit.Plan.With(s => s with { Level = Levels.Deepest }) }).Findings
        .Where(f => f.Cap?.Level is not null && visit.Overrides.All(o => o.Rule != f.Rule))
        .SelectMany(f => f.Steps.Select(step => (step, f))).GroupBy(x => x.step)
        .ToDictionary(g => g.Key, g => new StepCap(g.Min(x => x.f.Cap!.Level!.Value), [.. g.Select(x => x.f.Title).Distinct()]));

    /// <summary>Every step of a plan worked out.</summary>
    public IReadOnlyDictionary<string, StepPress> All(Visit visit, VisitFrame frame, PressBetween between)
    {
        var caps = Caps(visit, frame);
        var people = PressMemo.KeyOf(between, SizeOf(visit));
        return visit.Plan.Steps.AsParallel().Select(s => memo.Of(s, between, people, caps.GetValueOrDefault(s.Id)?.Level))
            .ToDictionary(p => p.Step);
    }

    /// <summary>What the client answered at earlier visits, with the pressure that the step then came to.</summary>
    private async Task<OwnBands?> Answers(Visit visit, PressBetween bare)
    {
        var felt = knowledge.Pressure.Model.FeltByAnswer.Keys.ToList();
        var earlier = await db.Visits.AsNoTracking()
            .Where(v => v.ClientId == visit.ClientId && v.Date < visit.Date && v.SignedAt != null && v.Events.Any(e => e.Response != null && felt.Contains(e.Response)))
            .OrderByDescending(v => v.Date).Take(EarlierVisits).ToListAsync();
        var answers = earlier.SelectMany(v => (v.Snapshot?.Session.Responses ?? []).Where(r => felt.Contains(r.Response)).Select(r => Answer(v.Plan, r.Step, r.Response, bare)))
            .OfType<PressAnswer>().ToList();
        return answers.Count == 0 ? null : new(answers, knowledge);
    }

    private PressAnswer? Answer(Core.Planning.Plan plan, string stepId, string response, PressBetween bare)
    {
        if (plan.Steps.FirstOrDefault(s => s.Id == stepId) is not { } step || knowledge.Contacts.Find(step.Contact) is not { } contact)
        {
            return null;
        }

        var press = StepPress.Of(step, bare, null, knowledge);
        return press.Result is { KPa: { } kPa } ? new(step.Region, bare.Practitioner.Practitioner.AreaCm2(contact), kPa, step.Level, response) : null;
    }
}
