using AmpleLantern.Core;
using AmpleLantern.Core.Giving;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Planning.Changing;
using AmpleLantern.Core.Screening;
using AmpleLantern.Data;
using AmpleLantern.Web.Access;
using AmpleLantern.Web.Pressure;
using AmpleLantern.Web.Today;
using AmpleLantern.Web.Visits;
using Microsoft.EntityFrameworkCore;

namespace AmpleLantern.Web.Planning;

/// <summary>Puts a step that is taught somewhere into the plan.</summary>
/// <param name="Taught">As it was found.</param>
/// <param name="After">The step it comes after.</param>
public sealed record AddRequest(int Version, string Taught, string After) : IOnVersion;

/// <summary>A step that could be put in, as it would be there.</summary>
/// <param name="Turns">The client would have to turn for it.</param>
/// <param name="Favourite">Of whoever asks.</param>
/// <param name="NotHere">Names of what it needs and the practice does not have.</param>
/// <param name="BeyondOwn">What it would ask of the one who gives it above their limits, with all that the plan asks.</param>
public sealed record TaughtLine(
    string Id,
    string Flow,
    PlanStep Step,
    bool Turns,
    Standing Standing,
    bool Favourite,
    IReadOnlyList<string> NotHere,
    IReadOnlyList<string> BeyondOwn
);

/// <summary>Puts single steps into a plan: any that some flow teaches.</summary>
public static class AddStep
{
    /// <summary>Most that are offered at once: what is not among them wants another word.</summary>
    private const int MostOffered = 8;

    /// <summary>Most that are tried in the plan to leave out what today or one's own hands do not allow.</summary>
    private const int MostTried = 24;

    public static Task<VisitView> Add(Guid visitId, AddRequest request, VisitStore visits) =>
        visits.Change(
            visitId,
            VisitAction.EditPlan,
            request.Version,
            (v, f) =>
            {
                var plan = Put(f.Plan, request.Taught, request.After, f);
                PlanCheck.Check(plan, visits.Knowledge);
                v.Plan = plan;
            }
        );

    /// <summary>The plan with a step that is taught behind one of its own.</summary>
    public static Plan Put(Plan plan, string taught, string after, VisitFrame frame) =>
        PlanSets.Add(plan, [frame.Knowledge.Taught(frame.School)[taught].Step], after, frame.Knowledge).Plan;

    /// <param name="q">The words; one's favourites when there are none.</param>
    /// <param name="after">The step it would come after; the last when not said.</param>
    /// <param name="lying">Only what the client need not turn for.</param>
    /// <param name="atHand">Only what the practice has everything for.</param>
    /// <param name="allowed">Only what nothing bars today.</param>
    /// <param name="withinOwn">Only what stays within one's own limits.</param>
    public static async Task<IReadOnlyList<TaughtLine>> Find(
        Guid visitId,
        VisitStore visits,
        VisitPressure pressure,
        OwnDays days,
        string q = "",
        string after = "",
        bool lying = false,
        bool atHand = false,
        bool allowed = false,
        bool withinOwn = false
    )
    {
        var visit = await visits.Read(visitId);
        var frame = await visits.Frame(visit);
        var at = after == "" ? frame.Plan.Steps[^1] : frame.Plan.Step(after);
        var favourites = await visits.Db.Users.Where(u => u.Id == visits.By).Select(u => u.Favourites).SingleOrDefaultAsync() ?? [];
        var notHere = await visits.Db.Settings.AsNoTracking().Select(s => s.NotHere).SingleOrDefaultAsync() ?? [];
        var taught = frame.Knowledge.Taught(frame.School);
        var found = taught.Find(
            q,
            new(
                allowed || withinOwn ? MostTried : MostOffered,
                at.Position,
                favourites,
                s => !(lying && taught.Turns(s, at.Position)) && !(atHand && SetOut.Wanting(s, notHere, frame.Knowledge).Count > 0)
            )
        );
        var (plan, ids) = PlanSets.Add(frame.Plan, [.. found.Select(t => t.Step)], at.Id, frame.Knowledge);
        var tried = new WouldStand(frame, plan, ids);
        var mine = visit.PractitionerId == visits.By ? days : null;
        var own = found.Count > 0 ? await OwnLoad.Of(visit, frame, tried.Context, ids, pressure, mine) : null;
        return
        [
            .. found
                .Zip(
                    ids,
                    (t, id) =>
                        new TaughtLine(
                            t.Id,
                            t.Flow,
                            tried.Step(id),
                            OneSide.Turns(at, tried.Step(id), frame.Knowledge),
                            tried.Of(id),
                            favourites.Contains(t.Id),
                            [.. SetOut.Wanting(t.Step, notHere, frame.Knowledge).Select(p => p.Name)],
                            own!.Beyond(id)
                        )
                )
                .Where(l => !(lying && l.Turns))
                .Where(l => !(allowed && l.Standing.Barred.Count > 0) && !(withinOwn && l.BeyondOwn.Count > 0))
                .Take(MostOffered),
        ];
    }

    /// <summary>Most favourites one has: a list that long is no shortcut any more.</summary>
    private const int MostFavourites = 60;

    /// <summary>Makes a step a favourite of whoever asks, or one no more.</summary>
    public static async Task<IReadOnlyList<string>> Favour(
        FavourRequest request,
        LanternDb db,
        CurrentPerson person,
        PracticeKnowledge knowledge
    )
    {
        var me = await db.Users.SingleAsync(u => u.Id == person.Id);
        var rest = me.Favourites.Where(f => f != request.Taught).ToList();
        if (request.Favourite)
        {
            _ = knowledge.Taught(knowledge.SchoolOf(person.Id))[request.Taught];
            RefusalException.Unless(
                rest.Count < MostFavourites,
                "too-many-favourites",
                $"You have {MostFavourites} favourites. Take one out before you add another.",
                "/taught"
            );
            rest.Insert(0, request.Taught);
        }

        me.Favourites = rest;
        await db.SaveChangesAsync();
        return me.Favourites;
    }
}

/// <param name="Taught">A step as it was found.</param>
public sealed record FavourRequest(string Taught, bool Favourite);
