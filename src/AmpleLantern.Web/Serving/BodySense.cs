using System.Text.Json;
using AmpleLantern.Core.Bodies;
using AmpleLantern.Core.Vocabulary;
using AmpleLantern.Exchange;

namespace AmpleLantern.Web.Serving;

/// <summary>Looks at every body before anybody reads it into records: see <see cref="PlainSense"/>.</summary>
public static class BodySense
{
    private const int AtOnce = 1 << 16;

    public static void UseBodySense(this WebApplication app) =>
        app.Use(
            async (http, next) =>
            {
                if (http.Request.Path.StartsWithSegments("/api") && http.Request.HasJsonContentType())
                {
                    using var body = new MemoryStream();
                    await http.Request.Body.CopyToAsync(body, AtOnce, http.RequestAborted);
                    if (Wrong(body.GetBuffer().AsSpan(0, (int)body.Length)) is { } problem)
                    {
                        await Errors.Write(http, problem);
                        return;
                    }

                    body.Position = 0;
                    http.Request.Body = body;
                    await next();
                    return;
                }

                await next();
            }
        );

    private static Problem? Wrong(ReadOnlySpan<byte> json)
    {
        try
        {
            return json.IsEmpty ? null : PlainSense.Check(json);
        }
        catch (JsonException e)
        {
            return Problem.From(e);
        }
    }
}
