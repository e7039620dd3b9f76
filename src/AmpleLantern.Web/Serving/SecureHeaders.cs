namespace AmpleLantern.Web.Serving;

/// <summary>What the browser may load and who may frame us: only ourselves, nobody.</summary>
public static class SecureHeaders
{
    private const string Policy =
        "default-src 'none'; script-src 'self'; style-src 'self'; img-src 'self' data:; font-src 'self'; connect-src 'self'; "
        + "manifest-src 'self'; base-uri 'none'; form-action 'self'; frame-ancestors 'none'";

    /// <summary>Set as the answer sets out, so that refusals carry them too: whoever refuses begins with a clean answer.</summary>
    public static void UseSecureHeaders(this WebApplication app) =>
        app.Use(
            (http, next) =>
            {
                http.Response.OnStarting(() =>
                {
                    var headers = http.Response.Headers;
                    headers.ContentSecurityPolicy = Policy;
                    headers.XContentTypeOptions = "nosniff";
                    headers["Referrer-Policy"] = "no-referrer";
                    headers["Permissions-Policy"] = "camera=(), microphone=(), geolocation=()";
                    headers["Cross-Origin-Opener-Policy"] = "same-origin";
                    headers["Cross-Origin-Resource-Policy"] = "same-origin";
                    // What may be kept says so itself.
                    if (http.Request.Path.StartsWithSegments("/api") && headers.CacheControl.Count == 0)
                    {
                        headers.CacheControl = "no-store";
                    }

                    return Task.CompletedTask;
                });
                return next();
            }
        );
}
