using AmpleLantern.Core;
using AmpleLantern.Core.Screening;
using AmpleLantern.Data;
using AmpleLantern.Web.Access;
using AmpleLantern.Web.Time;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace AmpleLantern.Web.Papers;

/// <summary>A link to a page of advice. The token is told this once and kept nowhere.</summary>
public sealed record NewHomeLink(string Path, Instant Expires);

/// <summary>What whoever has the link may read.</summary>
public sealed record HomePage(Letter Page, Instant Expires);

/// <summary>Pages of advice, opened at home without a sign-in.</summary>
public static class HomePages
{
    public static void MapHomePages(this RouteGroupBuilder api) =>
        api.MapGet("/home/{token}", Open).AllowAnonymous().RequireRateLimiting(AccessSetup.PhoneLimit);

    private static async Task<HomePage> Open(string token, LanternDb db, PracticeClock clock)
    {
        var hash = LinkTokens.Hash(token);
        var link =
            await db.HomeLinks.AsNoTracking().SingleOrDefaultAsync(h => h.TokenHash == hash)
            ?? throw new RefusalException("no-such-link", "This link is not right. Ask the practice for a new one.");
        return link.Expires > clock.Now
            ? new(link.Page, link.Expires)
            : throw new RefusalException("link-expired", "This page has ended. Ask the practice for a new one.");
    }
}
