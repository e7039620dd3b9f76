using System.Text.Json;
using AmpleLantern.Core;
using AmpleLantern.Core.Bodies.Drawing;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Data.Keeping;
using AmpleLantern.Exchange;
using Microsoft.AspNetCore.Diagnostics;
using Microsoft.Data.Sqlite;
using Microsoft.EntityFrameworkCore;

namespace AmpleLantern.Web.Serving;

/// <summary>Every error leaves as RFC 9457 problem details with a sentence a person can act on.</summary>
public static class Errors
{
    private static readonly Dictionary<string, int> Statuses = new()
    {
        ["not-yours"] = 403,
        ["not-found"] = 404,
        ["card-changed"] = 409,
        ["changed-elsewhere"] = 409,
        ["locked"] = 409,
        ["no-such-link"] = 404,
        ["link-used"] = 410,
        ["link-expired"] = 410,
        ["not-cleared"] = 409,
        ["session-running"] = 409,
        ["already-set-up"] = 409,
        ["cancelled"] = 409,
        ["session-over"] = 409,
        ["not-begun"] = 409,
        ["not-stopped"] = 409,
        ["stopped"] = 409,
        ["taken"] = 409,
        ["too-many-events"] = 413,
        ["wrong-sign-in"] = 401,
        ["locked-out"] = 401,
        ["second-factor"] = 401,
        ["wrong-second-factor"] = 401,
        ["choose-password"] = 401,
        ["first-password-over"] = 401,
        ["last-owner"] = 409,
    };

    public static void UseProblems(this WebApplication app)
    {
        app.UseExceptionHandler(handler =>
            handler.Run(async http =>
            {
                var error = http.Features.Get<IExceptionHandlerFeature>()!.Error;
                var problem = Of(error);
                if (problem.Status == 500)
                {
                    app.Logger.LogError(error, "Request failed");
                }

                await Write(http, problem);
            })
        );
        // What the platform refuses by a bare number: a wrong method, a body that is no JSON, one that is too large.
        app.UseStatusCodePages(async context =>
        {
            var http = context.HttpContext;
            if (http.Request.Path.StartsWithSegments("/api") || http.Request.Path.StartsWithSegments("/hubs"))
            {
                await Write(http, Bare(http.Response.StatusCode));
            }
        });
    }

    /// <summary>Answers with problem details.</summary>
    public static Task Write(HttpContext http, Problem problem)
    {
        http.Response.StatusCode = problem.Status;
        return http.Response.WriteAsJsonAsync(problem, OpenJson.Options, "application/problem+json");
    }

    private static Problem Bare(int status) =>
        status switch
        {
            404 => new("Not here", "There is no such address. Check it against the API document.", null, "not-found", status),
            405 => new(
                "Not possible",
                "This address does not take that method. Check it against the API document.",
                null,
                "wrong-method",
                status
            ),
            413 => new("Too large", "This is more than fits into one request. Send less at once.", null, "too-large", status),
            415 => new("Cannot be read", "Send JSON, and say so (Content-Type: application/json).", null, "not-json", status),
            _ => new(
                "Not possible",
                "The request cannot be answered as it is. Check it against the API document.",
                null,
                "bad-request",
                status
            ),
        };

    private static Problem Of(Exception error) =>
        error switch
        {
            RefusalException e => Problem.From(e) with { Status = Statuses.GetValueOrDefault(e.Code, 422) },
            KnowledgeException e => new("This cannot be done as asked", e.Message, null, "unknown-word", 422),
            DataException e => new("The data could not be copied", e.Message, null, "data", 507),
            BadHttpRequestException { InnerException: JsonException e } => Problem.From(e),
            BadHttpRequestException e => new(
                "The request cannot be read",
                "Something in the request is missing or of the wrong kind. " + e.Message,
                null,
                "bad-request",
                e.StatusCode
            ),
            // A body that is no JSON was refused before: this is of what is stored.
            JsonException or NodaTime.Text.UnparsableValueException => Unreadable,
            InvalidOperationException e when e.Message.StartsWith("Cannot convert string value", StringComparison.Ordinal) => Unreadable,
            DbUpdateConcurrencyException => ChangedElsewhere,
            _ when DataFaults.IsFull(error) => new(
                "The disk is full",
                "The server's disk is full, so this was not stored. Tell the owner to make room; then try again.",
                null,
                "disk-full",
                507
            ),
            DbUpdateException { InnerException: SqliteException { SqliteErrorCode: 19 } e }
                when e.Message.Contains("locked", StringComparison.Ordinal) => new(
                "Locked",
                "This visit is signed and locked. Write an addendum instead.",
                null,
                "locked",
                409
            ),
            _ => new(
                "Something went wrong here",
                "Nothing you entered is lost. Try again; if it happens again, tell the owner what you did.",
                null,
                "failed",
                500
            ),
        };

    private static Problem Unreadable =>
        new(
            "Cannot be read",
            "Something stored here cannot be read. The owner finds it under Practice, \"Look through all\", and can mend it.",
            null,
            "unreadable-record",
            422
        );

    private static Problem ChangedElsewhere =>
        new(
            "Changed elsewhere",
            "This was changed in another window a moment ago. Look at the latest, then make your change again.",
            null,
            "changed-elsewhere",
            409
        );
}
