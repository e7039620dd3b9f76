using AmpleLantern.Core;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Screening;
using AmpleLantern.Data;
using AmpleLantern.Web.Access;
using AmpleLantern.Web.Library;
using AmpleLantern.Web.Rules;
using AmpleLantern.Web.Visits;
using Microsoft.EntityFrameworkCore;

namespace AmpleLantern.Web.Practice;

/// <summary>How somebody answers where schools differ, and what each answer changes of a flow.</summary>
/// <param name="Mine">What they chose for themselves; null while they go with the practice.</param>
/// <param name="Practice">What the practice chose; null while it goes with the house.</param>
/// <param name="Profiles">The profiles to begin from.</param>
/// <param name="Name">The school in force for them.</param>
public sealed record SchoolView(
    OwnSchool? Mine,
    OwnSchool? Practice,
    IReadOnlyList<SchoolProfile> Profiles,
    string Name,
    string Flow,
    IReadOnlyList<QuestionEffect> Questions
);

/// <summary>A shipped profile, with its own answers.</summary>
public sealed record SchoolProfile(string Id, string Name, IReadOnlyDictionary<string, string> Choices);

/// <summary>A choice for oneself or for the practice; null goes back to the practice's, or the house's.</summary>
public sealed record SchoolRequest(bool ForPractice, OwnSchool? School);

/// <summary>Where schools differ: seen, worked out, chosen.</summary>
public static class SchoolEndpoints
{
    public static void MapSchools(this RouteGroupBuilder api)
    {
        var schools = api.MapGroup("/school").RequireAuthorization(Policies.Treat);
        schools.MapGet("", View);
        schools.MapPut("", Choose);
    }

    /// <param name="flow">The flow it is worked out on; the first when not said.</param>
    /// <param name="visit">A visit whose client it is worked out for, and whose flow when none is said.</param>
    private static async Task<SchoolView> View(
        string? flow,
        Guid? visit,
        LanternDb db,
        PracticeKnowledge knowledge,
        LibraryCards cards,
        VisitStore visits,
        CurrentPerson person
    )
    {
        var frame = visit is { } id ? await visits.Frame(await visits.Read(id)) : null;
        var at = knowledge.Flows.Find(flow ?? frame?.Plan.Flow ?? "") ?? knowledge.Flows.All[0];
        var school = knowledge.SchoolOf(person.Id);
        var practice = (await db.Settings.AsNoTracking().Select(s => s.School).ToListAsync()).FirstOrDefault();
        var mine = await db.Users.AsNoTracking().Where(u => u.Id == person.Id).Select(u => u.School).SingleAsync();
        return new(
            mine,
            practice,
            [.. knowledge.Schools.All.Where(s => !OwnSchool.IsOwn(s.Id)).Select(s => new SchoolProfile(s.Id, s.Name, s.Choices))],
            school.Name,
            at.Id,
            SchoolsCompared.Of(at, school, frame?.Tempo ?? cards.Usual, frame?.Subject, knowledge)
        );
    }

    private static async Task<SchoolView> Choose(
        SchoolRequest request,
        LanternDb db,
        RuleBook book,
        LibraryCards cards,
        VisitStore visits,
        CurrentPerson person
    )
    {
        request.School?.Check(book.ShippedOnly);
        if (request.ForPractice)
        {
            RefusalException.Unless(
                person.Is(Data.Records.Roles.Owner),
                "not-yours",
                "The owner chooses for the practice. Choose for yourself instead.",
                "/forPractice"
            );
            var settings = await db.Settings.SingleAsync();
            settings.School = request.School;
        }
        else
        {
            var me = await db.Users.SingleAsync(u => u.Id == person.Id);
            me.School = request.School;
        }

        await db.SaveChangesAsync();
        await book.Read(db);
        return await View(null, null, db, book.Current, cards, visits, person);
    }
}
