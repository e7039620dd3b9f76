using AmpleLantern.Core;
using AmpleLantern.Core.Atlas;
using AmpleLantern.Core.Bodies;
using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Measuring;
using AmpleLantern.Core.Pressure.Weights;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Data;
using AmpleLantern.Data.Records;
using AmpleLantern.Exchange.Ask;
using AmpleLantern.Web.Access;
using AmpleLantern.Web.Time;
using AmpleLantern.Web.Visits;
using Microsoft.EntityFrameworkCore;

namespace AmpleLantern.Web.Atlas;

/// <summary>The body a chart is for: a client's, or the reference figure's.</summary>
/// <param name="Name">The client's name; null for the reference figure.</param>
public sealed record BodyFor(BodySize Size, BodyMeasures Measures, CunScale Scale, string? Name)
{
    public SkinTone Skin => Measures.Skin;
}

/// <summary>Finds whose body a chart is for, and puts a client's in the trail.</summary>
public sealed class ClientBody(LanternDb db, KnowledgeBase knowledge, CurrentPerson person, ReadTrail trail, PracticeClock clock)
{
    /// <exception cref="RefusalException">There is no such client, or the person may not see clients.</exception>
    /// <param name="form">A form to try on; null for what was chosen.</param>
    public async Task<BodyFor> Of(Guid? clientId, BodyForm? form = null)
    {
        var own = await db.Users.Where(u => u.Id == person.Id).Select(u => new { u.PalmBreadthCm, u.FourFingersCm }).SingleOrDefaultAsync();
        var hands = BodyMeasures.OfHands(own?.PalmBreadthCm, own?.FourFingersCm);
        if (clientId is null)
        {
            return new(
                BodySize.Reference,
                BodyMeasures.Nothing,
                new(BodyMeasures.Nothing, hands, knowledge.Atlas.Stretches, knowledge.UsualBody),
                null
            );
        }

        if (!person.Is(Roles.Owner, Roles.Practitioner, Roles.Student))
        {
            throw new RefusalException("not-yours", "Clients' measures are for those who treat them. Look at the atlas without a client.");
        }

        var client =
            await db.Clients.AsNoTracking().Include(c => c.Facts).SingleOrDefaultAsync(c => c.Id == clientId)
            ?? throw new RefusalException("not-found", "There is no such client. Go back to the list.");
        await trail.Note(db, person, $"client {clientId}", clientId);
        var measures = form is null ? client.Body : client.Body.As(form);
        return new(
            BodySize.Of(measures, knowledge.Atlas.Stretches).With(client.Facts.Select(f => f.ToEntry()), clock.Today, knowledge),
            measures,
            new(measures, hands, knowledge.Atlas.Stretches, knowledge.UsualBody),
            client.Name
        );
    }
}
