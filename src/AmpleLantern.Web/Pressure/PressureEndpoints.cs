using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Bodies.Shapes;
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
using AmpleLantern.Web.Access;
using AmpleLantern.Web.Today;
using AmpleLantern.Web.Visits;
using Microsoft.AspNetCore.Identity;
using Microsoft.EntityFrameworkCore;

namespace AmpleLantern.Web.Pressure;

/// <summary>A setting to try: what is left out stays as the step has it.</summary>
/// <param name="Level">Another level than planned, from 1 to 5: the way to lean is worked out anew for it.</param>
public sealed record PressureTry(
    double? Lean = null,
    double? Ahead = null,
    double? Support = null,
    double? Sideways = null,
    int? Level = null
);

/// <summary>What the practitioner gave of their own body, and what holds where nothing was given.</summary>
/// <param name="Given">False until mass and stature were given.</param>
public sealed record OwnBodyView(Practitioner Practitioner, bool Given, LoadLimits UsualLimits);

/// <summary>Pressure: body weight computed, seen, and what it does to the one who works.</summary>
public static class PressureEndpoints
{
    public static void MapPressure(this RouteGroupBuilder visit)
    {
        visit.MapGet("/press", Overview);
        visit.MapGet("/press/{step}", Step);
    }

    public static void MapOwnBody(this RouteGroupBuilder api)
    {
        api.MapGet("/me/body", OwnBody).RequireAuthorization(Policies.Treat);
        api.MapPut("/me/body", GiveBody).RequireAuthorization(Policies.Treat);
        api.MapGet("/today/press", Day).RequireAuthorization(Policies.Treat);
    }

    private static async Task<PressureOverview> Overview(Guid visitId, VisitStore visits, VisitPressure pressure, OwnDays days)
    {
        var visit = await visits.Read(visitId);
        var frame = await visits.Frame(visit);
        var pressed = await pressure.Pressed(visit, frame);
        var (load, limits) = (pressed.Load, pressure.LimitsOf(pressed.Between.Practitioner.Practitioner));
        // Only whoever gives it is shown how their own day lessens them.
        if (visit.PractitionerId == visits.By)
        {
            limits = await days.Lessened(limits, visit.Date);
        }

        return new(
            [
                .. pressed.Presses.Select(p => new PressureLine(
                    p.Step,
                    p.ByWeight,
                    Math.Round(p.Newtons / PractitionerBody.Gravity, 1),
                    p.KPa,
                    p.Level,
                    p.Planned,
                    p.AboveCap,
                    p.Feasible
                )),
            ],
            load,
            limits,
            load.Warnings(limits),
            // Sparing the thumbs is for plans that can still be changed.
            frame.Basis
                is null
            && load.ThumbKgMinutes > limits.ThumbKgMinutes
                ? SparingSwaps.For(frame.Plan, frame.Expansion, pressure.All(visit, frame, frame.Context, pressed.Between), frame.Knowledge)
                : [],
            pressed.Between.Own?.All.ToList() ?? [],
            pressed.Estimated
        );
    }

    private static async Task<PressureView> Step(
        Guid visitId,
        string step,
        [AsParameters] PressureTry tried,
        VisitStore visits,
        VisitPressure pressure,
        PressureArtist artist
    )
    {
        var visit = await visits.Read(visitId);
        var frame = await visits.Frame(visit);
        var (between, estimated, name) = await pressure.Between(visit, frame);
        var planned = frame.Plan.Step(step);
        var asPlanned = planned.Level;
        if (tried.Level is { } level && level != planned.Level)
        {
            planned = planned with { Level = Math.Clamp(level, 1, Levels.Deepest), Press = null };
        }

        var cap = Deepest.Caps(frame.Subject, frame.Context, frame.Overrides).GetValueOrDefault(step);
        var worked = StepPressure.Of(planned, between, cap?.Level, visits.Knowledge);
        var contact = visits.Knowledge.Contacts[planned.Contact];
        var practitioner = between.Practitioner.Practitioner;
        var area = practitioner.AreaCm2(contact);
        var counted = practitioner.AreasCm2?.ContainsKey(contact.Id) == true;
        if (worked.Asked is not { } asked || worked.Result is not { } result)
        {
            var levels = Levels.Of(area, contact.Family, planned.Region, between.Own, visits.Knowledge);
            return new()
            {
                Step = step,
                Stance = worked.Mechanics.Name,
                Kind = worked.Mechanics.Kind,
                Source = worked.Mechanics.Source.ToString(),
                Planned = asPlanned,
                Goal = planned.Level,
                CapLevel = cap?.Level,
                CapKPa = null,
                CapOnScale = null,
                CapBy = cap?.By ?? [],
                Contact = contact.Name,
                AreaCm2 = area,
                AreaCounted = counted,
                Spots = contact.Spots,
                SlopeDegrees = 0,
                Setting = null,
                Kept = false,
                Now = null,
                Sliders = [],
                Advice = [],
                Levels = worked.Mechanics.Kind is MechanicsKind.Hand ? Shown(levels) : null,
                Scene = null,
                Practitioner = name,
                Estimated = estimated,
                HandNewtons = worked.Newtons,
            };
        }

        if (tried is not { Lean: null, Ahead: null, Support: null, Sideways: null })
        {
            var now = result.Setting;
            result = ContactPressure.At(
                asked,
                Checked(
                    new(
                        tried.Lean ?? now.Lean,
                        tried.Ahead ?? now.AheadCm,
                        tried.Support ?? now.SupportPercent,
                        tried.Sideways ?? now.SidewaysCm
                    ),
                    visits.Knowledge
                ),
                visits.Knowledge
            );
        }

        var setting = result.Setting;
        return new()
        {
            Step = step,
            Stance = worked.Mechanics.Name,
            Kind = worked.Mechanics.Kind,
            Source = worked.Mechanics.Source.ToString(),
            Planned = asPlanned,
            Goal = StepPressure.Goal(asked, planned.Level),
            CapLevel = cap?.Level,
            CapKPa = result.CapKPa,
            CapOnScale = result.CapKPa is { } capped && double.IsFinite(capped) ? result.Levels.OnScale(capped) : null,
            CapBy = cap?.By ?? [],
            Contact = contact.Name,
            AreaCm2 = area,
            AreaCounted = counted,
            Spots = asked.Place.Spots,
            SlopeDegrees = Math.Round(asked.Place.SlopeDegrees, 0),
            Setting = setting,
            Kept = planned.Press is not null,
            Now = artist.Frame(asked, result, worked.Way),
            Sliders = [.. StepPressure.Ways(asked.Mechanics).Select(w => artist.Slider(asked, setting, w))],
            Advice = Advices.For(planned, asked, result, visits.Knowledge),
            Levels = worked.Mechanics.Kind is MechanicsKind.Pull ? null : Shown(result.Levels),
            Scene = artist.Scene(planned, worked, between, visit.Client!.Measures.Skin),
            Practitioner = name,
            Estimated = estimated,
            HandNewtons = 0,
        };
    }

    private static ShownLevels Shown(Levels levels) =>
        new(
            [.. levels.UpToKPa.Select(k => Math.Round(k, 1))],
            [.. levels.ShippedKPa.Select(k => Math.Round(k, 1))],
            levels.DoubtPercent,
            levels.Why,
            levels.Source.ToString()
        );

    private static Setting Checked(Setting setting, KnowledgeBase knowledge)
    {
        setting.Check("", knowledge.Pressure.Model.Settings);
        return setting;
    }

    private static async Task<OwnBodyView> OwnBody(VisitPressure pressure, CurrentPerson person)
    {
        var (practitioner, estimated, _) = await pressure.Practitioner(person.Id!);
        return new(practitioner, !estimated, pressure.LimitsOf(pressure.Usual()));
    }

    private static async Task<OwnBodyView> GiveBody(
        Practitioner body,
        UserManager<Staff> people,
        CurrentPerson person,
        VisitPressure pressure,
        KnowledgeBase knowledge
    )
    {
        body.Check(knowledge);
        var me = (await people.FindByIdAsync(person.Id!))!;
        me.Working = body;
        await people.UpdateAsync(me);
        return await OwnBody(pressure, person);
    }

    /// <summary>What the day's sessions of the one who asks add up to.</summary>
    private static async Task<DayPressure> Day(
        string? date,
        VisitStore visits,
        VisitPressure pressure,
        LanternDb db,
        CurrentPerson person,
        OwnDays days
    )
    {
        var day = TodayEndpoints.DayOf(date, visits);
        var (booked, odd) = await db
            .Visits.AsNoTracking()
            .Include(v => v.Client!)
                .ThenInclude(c => c.Facts)
            .Include(v => v.Events)
            .Include(v => v.Bases)
                .ThenInclude(b => b.Words)
            .AsSplitQuery()
            .Where(v => v.Date == day && v.PractitionerId == person.Id && v.CancelledAt == null)
            .ReadableAsync(v => v.Id);
        var (practitioner, estimated, _) = await pressure.Practitioner(person.Id!);
        var limits = await days.Lessened(pressure.LimitsOf(practitioner), day);
        var loads = new List<PractitionerLoad>();
        foreach (var visit in booked)
        {
            var frame = await visits.Frame(visit);
            loads.Add((await pressure.Pressed(visit, frame)).Load);
        }

        var sum = PractitionerLoad.Sum(loads);
        // What cannot be reckoned with is said: a sum without it would read as all there is.
        IReadOnlyList<string> missing =
            odd.Count == 0
                ? []
                :
                [
                    odd.Count == 1
                        ? "One visit cannot be read and is not in this sum."
                        : $"{odd.Count} visits cannot be read and are not in this sum.",
                ];
        return new(sum, limits, [.. missing, .. sum.Warnings(limits)], estimated);
    }
}
