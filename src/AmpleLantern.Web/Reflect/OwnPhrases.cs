using AmpleLantern.Core;
using AmpleLantern.Data;
using AmpleLantern.Web.Access;
using Microsoft.EntityFrameworkCore;

namespace AmpleLantern.Web.Reflect;

/// <summary>One's own sentences for notes, as they should stand from now on.</summary>
public sealed record PhrasesRequest(IReadOnlyList<string> Phrases);

/// <summary>Sentences a practitioner writes often.</summary>
public static class OwnPhrases
{
    private const int Most = 40;
    private const int Longest = 400;

    public static void MapOwnPhrases(this RouteGroupBuilder api)
    {
        api.MapGet("/me/phrases", Mine).RequireAuthorization(Policies.Treat);
        api.MapPut("/me/phrases", Keep).RequireAuthorization(Policies.Treat);
    }

    private static async Task<IReadOnlyList<string>> Mine(LanternDb db, CurrentPerson person) =>
        await db.Users.Where(u => u.Id == person.Id).Select(u => u.Phrases).SingleAsync();

    private static async Task<IReadOnlyList<string>> Keep(PhrasesRequest request, LanternDb db, CurrentPerson person)
    {
        List<string> kept = [.. request.Phrases.Select(p => p.Trim()).Where(p => p.Length > 0).Distinct()];
        RefusalException.Unless(
            kept.Count <= Most,
            "too-many-phrases",
            $"You have {Most} sentences. Take one out before you keep another.",
            "/phrases"
        );
        RefusalException.Unless(
            kept.All(p => p.Length <= Longest),
            "phrase-too-long",
            $"A sentence to keep has at most {Longest} letters.",
            "/phrases"
        );
        var me = await db.Users.SingleAsync(u => u.Id == person.Id);
        me.Phrases = kept;
        await db.SaveChangesAsync();
        return kept;
    }
}
