using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Pressure;
using AmpleLantern.Core.Pressure.Stances;
using AmpleLantern.Core.Pressure.Steps;
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
public sealed record PressTry(double? Lean = null, double? Ahead = null, double? Support = null, double? Sideways = null);

/// <summary>What the practitioner gave of their own body, and what holds where nothing was given.</summary>
/// <param name="Given">False until mass and stature were given.</param>
public sealed record OwnBodyView(Practitioner Practitioner, bool Given, LoadLimits UsualLimits);

/// <summary>Pressure: body weight computed, seen, and what it does to the one who works.</summary>
public static class PressEndpoints
{
    public static void MapPress(this RouteGroupBuilder visit)
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

    private static async Task<PressOverview> Overview(Guid visitId, VisitDesk desk, PressDesk press)
    {
        var visit = await desk.Read(visitId);
        var frame = await desk.Frame(visit);
        var pressed = await press.Pressed(visit, frame);
        var (load, limits) = (pressed.Load, press.LimitsOf(pressed.Between.Practitioner.Practitioner));
        return new(
            [.. pressed.Presses.Select(p => new PressLine(p.Step, p.ByWeight, Math.Round(p.Newtons / PractitionerBody.Gravity, 1), p.KPa, p.Level, p.Planned, p.AboveCap, p.Feasible))],
            load, limits, load.Warnings(limits),
            // Sparing the thumbs is for plans that can still be changed.
            frame.Basis is null && load.ThumbKgMinutes > limits.ThumbKgMinutes
                ? SparingSwaps.For(frame.Plan, frame.Expansion, press.All(visit, frame, frame.Context, pressed.Between), frame.Knowledge) : [],
            pressed.Between.Own?.All.ToList() ?? [], pressed.Estimated);
    }

    private static async Task<PressView> Step(Guid visitId, string step, [AsParameters] PressTry tried, VisitDesk desk, PressDesk press, PressArtist artist)
    {
        var visit = await desk.Read(visitId);
        var frame = await desk.Frame(visit);
        var (between, estimated, name) = await press.Between(visit, frame);
        var planned = frame.Plan.Step(step);
        var cap = PressDesk.Caps(frame, frame.Context).GetValueOrDefault(step);
        var worked = StepPress.Of(planned, between, cap?.Level, desk.Knowledge);
        var contact = desk.Knowledge.Contacts[planned.Contact];
        var practitioner = between.Practitioner.Practitioner;
        var area = practitioner.AreaCm2(contact);
        var counted = practitioner.AreasCm2?.ContainsKey(contact.Id) == true;
        if (worked.Asked is not { } asked || worked.Result is not { } result)
        {
            var levels = Levels.Of(area, planned.Region, between.Own, desk.Knowledge);
            return new(
                step, worked.Mechanics.Name, worked.Mechanics.Kind, worked.Mechanics.Source.ToString(), planned.Level, planned.Level, cap?.Level, null, null, cap?.By ?? [], contact.Name,
                area, counted, contact.Spots, 0, null, false, null, [], [], worked.Mechanics.Kind is MechanicsKind.Hand ? Shown(levels) : null, null, name, estimated, worked.Newtons);
        }

        if (tried is not { Lean: null, Ahead: null, Support: null, Sideways: null })
        {
            var now = result.Setting;
            result = Pressing.At(asked, Checked(new(tried.Lean ?? now.Lean, tried.Ahead ?? now.AheadCm, tried.Support ?? now.SupportPercent, tried.Sideways ?? now.SidewaysCm)), desk.Knowledge);
        }

        var setting = result.Setting;
        return new(
            step, worked.Mechanics.Name, worked.Mechanics.Kind, worked.Mechanics.Source.ToString(), planned.Level, StepPress.Goal(asked, planned.Level), cap?.Level, result.CapKPa,
            result.CapKPa is { } capped && double.IsFinite(capped) ? result.Levels.OnScale(capped) : null, cap?.By ?? [], contact.Name, area, counted, asked.Place.Spots, Math.Round(asked.Place.SlopeDegrees, 0), setting, planned.Press is not null,
            artist.Frame(asked, result, worked.Way), [.. StepPress.Ways(asked.Mechanics).Select(w => artist.Slider(asked, setting, w))],
            Advices.For(planned, asked, result, desk.Knowledge), worked.Mechanics.Kind is MechanicsKind.Pull ? null : Shown(result.Levels), artist.Scene(planned, worked, between), name,
            estimated, 0);
    }

    private static ShownLevels Shown(Levels levels) =>
        new([.. levels.UpToKPa.Select(k => Math.Round(k, 1))], [.. levels.ShippedKPa.Select(k => Math.Round(k, 1))], levels.DoubtPercent, levels.Why, levels.Source.ToString());

    private static Setting Checked(Setting setting)
    {
        setting.Check("");
        return setting;
    }

    private static async Task<OwnBodyView> OwnBody(PressDesk press, CurrentPerson person)
    {
        var (practitioner, estimated, _) = await press.Practitioner(person.Id!);
        return new(practitioner, !estimated, press.LimitsOf(press.Usual()));
    }

    private static async Task<OwnBodyView> GiveBody(Practitioner body, UserManager<Staff> people, CurrentPerson person, PressDesk press, KnowledgeBase knowledge)
    {
        body.Check(knowledge);
        var me = (await people.FindByIdAsync(person.Id!))!;
        me.Working = body;
        await people.UpdateAsync(me);
        return await OwnBody(press, person);
    }

    /// <summary>What the day's sessions of the one who asks add up to.</summary>
    private static async Task<DayPress> Day(string? date, VisitDesk desk, PressDesk press, LanternDb db, CurrentPerson person)
    {
        var day = TodayEndpoints.DayOf(date, desk);
        var (visits, odd) = await db.Visits.AsNoTracking().Include(v => v.Client!).ThenInclude(c => c.Facts).Include(v => v.Events).Include(v => v.Bases).ThenInclude(b => b.Words).AsSplitQuery()
            .Where(v => v.Date == day && v.PractitionerId == person.Id && v.CancelledAt == null).ReadableAsync(v => v.Id);
        var (practitioner, estimated, _) = await press.Practitioner(person.Id!);
        var limits = press.LimitsOf(practitioner);
        var loads = new List<PractitionerLoad>();
        foreach (var visit in visits)
        {
            var frame = await desk.Frame(visit);
            loads.Add((await press.Pressed(visit, frame)).Load);
        }

        var sum = PractitionerLoad.Sum(loads);
        // What cannot be reckoned with is said: a sum without it would read as all there is.
        IReadOnlyList<string> missing = odd.Count == 0 ? [] : [odd.Count == 1 ? "One visit cannot be read and is not in this sum." : $"{odd.Count} visits cannot be read and are not in this sum."];
        return new(sum, limits, [.. missing, .. sum.Warnings(limits)], estimated);
    }
}
