using Microsoft.AspNetCore.Antiforgery;

namespace AmpleLantern.Web.Access;

/// <summary>Every unsafe request to the API must carry a token that only our own page can read.</summary>
public static class Csrf
{
    public const string Header = "X-Lantern-Token";

    private const string Cookie = "lantern-token";

    /// <summary>Hands the page its token in a cookie it can read.</summary>
    public static void Hand(HttpContext http)
    {
        var tokens = http.RequestServices.GetRequiredService<IAntiforgery>().GetAndStoreTokens(http);
        http.Response.Cookies.Append(Cookie, tokens.RequestToken!, new() { SameSite = SameSiteMode.Strict, Secure = http.Request.IsHttps });
    }

    public static void UseCsrf(this WebApplication app) =>
        app.Use(
            async (http, next) =>
            {
                // A web socket is opened by a GET and carries no token: it is asked where it comes from instead.
                if (
                    http.Request.Path.StartsWithSegments("/hubs")
                    && http.Request.Headers.Origin is [{ Length: > 0 } origin, ..]
                    && !IsOurs(origin, http.Request.Host)
                )
                {
                    await AccessSetup.Refuse(
                        http,
                        403,
                        "another-site",
                        "This was asked from a page of another site. Open the practice's own page."
                    );
                    return;
                }

                var unsafeMethod =
                    !HttpMethods.IsGet(http.Request.Method)
                    && !HttpMethods.IsHead(http.Request.Method)
                    && !HttpMethods.IsOptions(http.Request.Method);
                if (
                    unsafeMethod
                    && http.Request.Path.StartsWithSegments("/api")
                    && !await http.RequestServices.GetRequiredService<IAntiforgery>().IsRequestValidAsync(http)
                )
                {
                    await AccessSetup.Refuse(http, 400, "stale-page", "This page is out of date. Reload it and try again.");
                    return;
                }

                await next();
            }
        );

    private static bool IsOurs(string origin, HostString host) =>
        Uri.TryCreate(origin, UriKind.Absolute, out var from)
        && string.Equals(from.Authority, host.Value, StringComparison.OrdinalIgnoreCase);
}
