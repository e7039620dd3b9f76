using AmpleLantern.Core.Atlas;
using AmpleLantern.Core.Bodies;
using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Giving;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Pressure;
using AmpleLantern.Core.Pressure.Stances;
using AmpleLantern.Core.Pressure.Steps;
using AmpleLantern.Core.Pressure.Weights;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;
using AmpleLantern.Data;
using AmpleLantern.Data.Checking;
using AmpleLantern.Data.Records;
using AmpleLantern.Exchange.Ask;
using AmpleLantern.Web.Atlas;
using AmpleLantern.Web.Giving;
using AmpleLantern.Web.Visits;
using Microsoft.EntityFrameworkCore;

namespace AmpleLantern.Web.Pressure;

/// <summary>
/// Brings together who presses whom at a visit: the practitioner's body, the client's, what the client answered before, and the caps.
/// </summary>
public sealed class VisitPressure(LanternDb db, PracticeKnowledge knowledge, FigureStore figures, PressureMemo memo, BasisStore bases)
{
    private const int EarlierVisits = 20;

    /// <summary>The practitioner as given, or the usual one while nothing is known.</summary>
    public async Task<(Practitioner Practitioner, bool Estimated, string Name)> Practitioner(string staffId)
    {
        var staff = await db
            .Users.AsNoTracking()
            .Where(u => u.Id == staffId)
            .Select(u => new { u.Working, u.DisplayName })
            .SingleOrDefaultAsync();
        return (staff?.Working ?? Usual(), staff?.Working is null, staff?.DisplayName ?? "");
    }

    public Practitioner Usual() => new(knowledge.Pressure.Model.Practitioner.UsualMassKg, knowledge.UsualBody.StatureCm / 100);

    public LoadLimits LimitsOf(Practitioner practitioner) => practitioner.Limits ?? knowledge.Pressure.Model.Limits;

    /// <summary>Who presses whom at a visit: as they are now, or as they were when the session began.</summary>
    public async Task<(PressureBetween Between, bool Estimated, string Name)> Between(Visit visit, VisitFrame frame)
    {
        var (practitioner, estimated, name) = await Practitioner(visit.PractitionerId);
        (practitioner, estimated) = frame.Started?.Practitioner is { } then ? (then.Body, then.Estimated) : (practitioner, estimated);
        var size = SizeOf(visit, frame);
        var bare = new PressureBetween(
            new PractitionerBody(practitioner, knowledge),
            (position, bent) => figures.Posed(size, position, bent),
            null
        );
        return (bare with { Own = await Answers(visit, bare) }, estimated, name);
    }

    private BodySize SizeOf(Visit visit, VisitFrame frame) =>
        BodySize
            .Of(frame.Started?.Client.Body ?? visit.Client!.Body, knowledge.Atlas.Stretches)
            .With(frame.Subject.Facts, frame.Subject.Date, knowledge);

    /// <summary>A whole plan pressed, with what it does to the one who works.</summary>
    public sealed record AllPressures(IReadOnlyList<BasisPressure> Presses, PractitionerLoad Load, PressureBetween Between, bool Estimated);

    /// <summary>Every step of a visit's plan pressed: as frozen with its session, worked out where it was not.</summary>
    /// <param name="changed">The plan as it would be, where it is about to be amended.</param>
    public async Task<AllPressures> Pressed(Visit visit, VisitFrame frame, ScreenContext? changed = null)
    {
        var (between, estimated, _) = await Between(visit, frame);
        if (changed is null && frame.Basis is { Load: { } load } frozen)
        {
            return new(frozen.Presses, load, between, estimated);
        }

        var context = changed ?? frame.Context;
        var all = All(visit, frame, context, between);
        return new(
            [
                .. context
                    .Plan.Steps.Select(s => (s, Press: all[s.Id]))
                    .Where(x => x.Press.Mechanics.Kind is not MechanicsKind.None)
                    .Select(x => new BasisPressure(
                        x.s.Id,
                        x.Press.Result is not null,
                        Math.Round(x.Press.Newtons, 1),
                        x.Press.Result?.KPa is { } kPa ? Math.Round(kPa, 1) : null,
                        x.Press.Level,
                        x.s.Level,
                        x.Press.Result?.AboveCap ?? false,
                        x.Press.Result?.Held.Feasible ?? true
                    )),
            ],
            PractitionerLoad.Of(context.Expansion, all, LimitsOf(between.Practitioner.Practitioner), context.Knowledge),
            between,
            estimated
        );
    }

    /// <summary>Every step of a plan worked out.</summary>
    public IReadOnlyDictionary<string, StepPressure> All(Visit visit, VisitFrame frame, ScreenContext context, PressureBetween between)
    {
        var caps = Deepest.Caps(frame.Subject, context, frame.Overrides);
        var people = PressureMemo.KeyOf(between, SizeOf(visit, frame));
        return context
            .Plan.Steps.AsParallel()
            .Select(s => memo.Of(s, between, people, caps.GetValueOrDefault(s.Id)?.Level, context.Knowledge))
            .ToDictionary(p => p.Step);
    }

    /// <summary>What the client answered at earlier visits, with the pressure that the step then came to.</summary>
    private async Task<OwnBands?> Answers(Visit visit, PressureBetween bare)
    {
        var records = await db.RecordsOf(visit.Person);
        var felt = knowledge.Pressure.Model.Answers.Felt.Keys.ToList();
        var earlier = (
            await db
                .Visits.AsNoTracking()
                .Include(v => v.Bases)
                    .ThenInclude(b => b.Words)
                .Where(v =>
                    records.Contains(v.ClientId)
                    && v.Date < visit.Date
                    && v.SignedAt != null
                    && v.Events.Any(e => e.Response != null && felt.Contains(e.Response))
                )
                .OrderByDescending(v => v.Date)
                .Take(EarlierVisits)
                .ReadableAsync(v => v.Id)
        ).Read;
        var answers = earlier
            .SelectMany(v =>
                (v.Seal?.Session.Responses ?? [])
                    .Where(r => felt.Contains(r.Response))
                    .Select(r => Answer(bases.Of(v), r.Step, r.Response, bare))
            )
            .OfType<PressureAnswer>()
            .ToList();
        return answers.Count == 0 ? null : new(answers, knowledge);
    }

    private PressureAnswer? Answer(IReadOnlyList<ReadBasis> stood, string stepId, string response, PressureBetween bare)
    {
        var step = stood.Reverse().SelectMany(b => b.Basis.Plan.Steps).FirstOrDefault(s => s.Id == stepId);
        if (step is null || knowledge.Contacts.Find(step.Contact) is not { } contact || !PlanCheck.CanRead(step, knowledge))
        {
            return null;
        }

        var press = StepPressure.Of(step, bare, null, knowledge);
        return press.Result is { KPa: { } kPa }
            ? new(step.Region, bare.Practitioner.Practitioner.AreaCm2(contact), contact.Family, kPa, step.Level, response)
            : null;
    }
}
