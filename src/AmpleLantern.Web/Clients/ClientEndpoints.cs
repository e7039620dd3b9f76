using AmpleLantern.Core;
using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Bodies.Shapes;
using AmpleLantern.Core.Giving;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Measures;
using AmpleLantern.Core.Outcomes;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Training;
using AmpleLantern.Core.Vocabulary;
using AmpleLantern.Data;
using AmpleLantern.Data.Checking;
using AmpleLantern.Data.Keeping;
using AmpleLantern.Data.Records;
using AmpleLantern.Exchange.Ask;
using AmpleLantern.Web.Access;
using AmpleLantern.Web.Bench;
using AmpleLantern.Web.Practice;
using AmpleLantern.Web.Time;
using AmpleLantern.Web.Visits;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace AmpleLantern.Web.Clients;

public sealed record NewClient(
    string Name,
    LocalDate? BirthDate = null,
    string Occupation = "",
    double? StatureCm = null,
    string Contact = "",
    string Words = ""
);

/// <summary>What is known of a client besides facts, as it should stand from now on.</summary>
/// <param name="Form">How they are drawn; null leaves it.</param>
public sealed record ClientEdit(
    int Version,
    string Name,
    LocalDate? BirthDate = null,
    string Occupation = "",
    double? StatureCm = null,
    string Contact = "",
    string Words = "",
    BodyForm? Form = null
);

/// <summary>The people who come.</summary>
public static class ClientEndpoints
{
    public static void MapClients(this RouteGroupBuilder api)
    {
        api.MapClientList();
        api.MapPost("/clients", Add);
        api.MapPut("/clients/{clientId:guid}", Edit);
    }

    private static async Task<ClientLine> Add(
        NewClient request,
        LanternDb db,
        PracticeClock clock,
        KnowledgeBase knowledge,
        CurrentPerson person
    )
    {
        May.KeepDiary(person.Role).Require();
        Check(request.Name, request.BirthDate, request.StatureCm, clock, knowledge);
        var client = new ClientRecord
        {
            Name = request.Name.Trim(),
            BirthDate = request.BirthDate,
            Occupation = request.Occupation.Trim(),
            StatureCm = request.StatureCm,
            Contact = request.Contact.Trim(),
            Words = request.Words.Trim(),
        };
        db.Clients.Add(client);
        await db.SaveChangesAsync();
        return new(client.Id, client.Name, 0, null);
    }

    /// <summary>Plain edits. Sessions that have begun stand on their own basis and do not move.</summary>
    private static async Task<ClientLine> Edit(
        Guid clientId,
        ClientEdit edit,
        LanternDb db,
        PracticeClock clock,
        KnowledgeBase knowledge,
        CurrentPerson person,
        VisitStore visits
    )
    {
        May.KeepDiary(person.Role).Require();
        var client =
            await db.People.Include(c => c.Visits.Where(v => v.SignedAt == null)).SingleOrDefaultAsync(c => c.Id == clientId)
            ?? throw Persons.NotHere;
        if (client.Version != edit.Version)
        {
            throw new RefusalException(
                "changed-elsewhere",
                "This was changed in another window a moment ago. Look at the latest, then make your change again.",
                "/version"
            );
        }

        RefusalException.Unless(
            edit.Form is null || person.Is(Roles.Owner, Roles.Practitioner, Roles.Student),
            "not-yours",
            "How a client is drawn is for those who treat them. Leave it as it is.",
            "/form"
        );
        Check(edit.Name, edit.BirthDate, edit.StatureCm, clock, knowledge);
        await using var all = await db.Database.BeginTransactionAsync();
        var before = edit.BirthDate == client.BirthDate ? [] : await Open(client, visits);
        (client.Name, client.BirthDate, client.Occupation) = (edit.Name.Trim(), edit.BirthDate, edit.Occupation.Trim());
        (client.StatureCm, client.Contact, client.Words) = (edit.StatureCm, edit.Contact.Trim(), edit.Words.Trim());
        client.Measures = edit.Form is null ? client.Measures : client.Measures.As(edit.Form);
        await db.SaveChangesAsync();
        // An age is what rules ask for, too: putting it right lifts no "do not treat" for those who may not.
        foreach (var (was, now) in before.Zip(before.Count == 0 ? [] : await Open(client, visits)))
        {
            now.RequireNothingLifted(was);
        }

        await all.CommitAsync();
        return new(client.Id, client.Name, 0, null);
    }

    /// <summary>The client's visits that are screened anew with every change, as they stand now.</summary>
    private static async Task<List<VisitFrame>> Open(ClientRecord client, VisitStore visits)
    {
        var frames = new List<VisitFrame>();
        foreach (var visit in client.Visits.Where(v => v.SignedAt is null && v.CancelledAt is null).OrderBy(v => v.Id))
        {
            var frame = await visits.Frame(await visits.Read(visit.Id));
            _ = frame.Start;
            frames.Add(frame);
        }

        return frames;
    }

    private const int LongestName = 120;

    private static void Check(string name, LocalDate? birth, double? statureCm, PracticeClock clock, KnowledgeBase knowledge)
    {
        RefusalException.Unless(!string.IsNullOrWhiteSpace(name), "name-missing", "Write the client's name.", "/name");
        RefusalException.Unless(name.Trim().Length <= LongestName, "name-too-long", $"A name has at most {LongestName} letters.", "/name");
        FactCheck.CheckBirth(birth, clock.Today, knowledge);
        // The same limits as wherever a stature is taken.
        _ = TempoOf.Measures(null, statureCm, null, knowledge);
    }
}
