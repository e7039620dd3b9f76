using System.Collections.Concurrent;
using System.Security.Claims;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Data;
using AmpleLantern.Data.Records;
using Microsoft.AspNetCore.SignalR;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace AmpleLantern.Web.Access;

/// <summary>
/// The sign-ins there are, on the server. A cookie only names one: ended here, every copy of it is worth nothing, and lines held open
/// with it are closed. One program has a database at a time, so what is kept in memory here is the truth.
/// </summary>
public sealed class SignIns(IServiceScopeFactory scopes, IClock clock, IConfiguration settings)
{
    /// <summary>The claim that names the sign-in.</summary>
    public const string Claim = "sign-in";

    private const double DefaultLongestHours = 12;
    private static readonly Duration Forgotten = Duration.FromDays(90);

    /// <summary>How exactly the database knows when one was last used.</summary>
    private static readonly Duration Telling = Duration.FromMinutes(5);

    private readonly ConcurrentDictionary<Guid, Live> live = new();

    /// <summary>How long one lasts at most, however busy.</summary>
    public Duration Longest => Duration.FromHours(settings.GetValue("Access:LongestHours", DefaultLongestHours));

    private sealed class Live(Instant began)
    {
        public Instant Began { get; } = began;

        public Instant Seen { get; set; } = began;

        /// <summary>When the database was last told.</summary>
        public Instant Told { get; set; } = began;

        public ConcurrentDictionary<string, Action> Lines { get; } = new();
    }

    public static Guid? IdOf(ClaimsPrincipal? person) => Guid.TryParse(person?.FindFirstValue(Claim), out var id) ? id : null;

    /// <summary>A new one for whoever has just come in by this request.</summary>
    public async Task<Guid> Begin(string staffId, HttpContext http)
    {
        var (id, now) = (Guid.NewGuid(), clock.GetCurrentInstant());
        await FromDb(async db =>
        {
            await db.SignIns.Where(s => s.Began < now - Forgotten).ExecuteDeleteAsync();
            db.SignIns.Add(
                new()
                {
                    Id = id,
                    StaffId = staffId,
                    Began = now,
                    Seen = now,
                    Device = Devices.Called(http.Request.Headers.UserAgent.ToString()),
                    Address = http.Connection.RemoteIpAddress?.ToString() ?? "",
                }
            );
            return await db.SaveChangesAsync();
        });
        live[id] = new(now);
        return id;
    }

    /// <summary>Whether it still holds; asked by every request that comes with it.</summary>
    public async Task<bool> Holds(Guid id)
    {
        var now = clock.GetCurrentInstant();
        if (!live.TryGetValue(id, out var one))
        {
            // After a restart it is read once.
            if (await FromDb(db => db.SignIns.AsNoTracking().SingleOrDefaultAsync(s => s.Id == id && s.Ended == null)) is not { } stored)
            {
                return false;
            }

            one = live.GetOrAdd(id, new Live(stored.Began));
        }

        if (now - one.Began >= Longest)
        {
            await End([id]);
            return false;
        }

        one.Seen = now;
        if (now - one.Told > Telling)
        {
            one.Told = now;
            await FromDb(db => db.SignIns.Where(s => s.Id == id).ExecuteUpdateAsync(u => u.SetProperty(s => s.Seen, now)));
        }

        return true;
    }

    /// <summary>One person's that still hold, the latest used first.</summary>
    public async Task<IReadOnlyList<SignedIn>> Of(string staffId)
    {
        var earliest = clock.GetCurrentInstant() - Longest;
        var all = await FromDb(db =>
            db.SignIns.AsNoTracking().Where(s => s.StaffId == staffId && s.Ended == null && s.Began > earliest).ToListAsync()
        );
        foreach (var one in all)
        {
            one.Seen = live.TryGetValue(one.Id, out var here) && here.Seen > one.Seen ? here.Seen : one.Seen;
        }

        var idle = Duration.FromTimeSpan(AccessSetup.CookieLasts(settings));
        return [.. all.Where(s => clock.GetCurrentInstant() - s.Seen < idle).OrderByDescending(s => s.Seen)];
    }

    /// <summary>Ends one person's sign-ins, all or all but one.</summary>
    public async Task EndAll(string staffId, Guid? but = null) =>
        await End(
            await FromDb(db =>
                db.SignIns.Where(s => s.StaffId == staffId && s.Ended == null && s.Id != but).Select(s => s.Id).ToListAsync()
            )
        );

    /// <summary>Ends these, wherever they are, and closes the lines held open with them.</summary>
    public async Task End(IReadOnlyList<Guid> ids)
    {
        var now = clock.GetCurrentInstant();
        await FromDb(db =>
            db.SignIns.Where(s => ids.Contains(s.Id) && s.Ended == null).ExecuteUpdateAsync(u => u.SetProperty(s => s.Ended, now))
        );
        foreach (var id in ids)
        {
            if (live.TryRemove(id, out var one))
            {
                foreach (var close in one.Lines.Values)
                {
                    close();
                }
            }
        }
    }

    /// <summary>A line is held open with a sign-in, and ends with it. False where the sign-in has ended already.</summary>
    public bool Hold(Guid id, string connection, Action close) => live.TryGetValue(id, out var one) && one.Lines.TryAdd(connection, close);

    public void Drop(Guid id, string connection)
    {
        if (live.TryGetValue(id, out var one))
        {
            one.Lines.TryRemove(connection, out _);
        }
    }

    private async Task<T> FromDb<T>(Func<LanternDb, Task<T>> work)
    {
        await using var scope = scopes.CreateAsyncScope();
        return await work(scope.ServiceProvider.GetRequiredService<LanternDb>());
    }
}

/// <summary>Closes the lines to the mat and to visits when the sign-in they were opened with ends.</summary>
public sealed class LinesEndWithSignIn(SignIns signIns) : IHubFilter
{
    public async Task OnConnectedAsync(HubLifetimeContext context, Func<HubLifetimeContext, Task> next)
    {
        if (SignIns.IdOf(context.Context.User) is not { } id || !signIns.Hold(id, context.Context.ConnectionId, context.Context.Abort))
        {
            context.Context.Abort();
            return;
        }

        await next(context);
    }

    public async Task OnDisconnectedAsync(HubLifetimeContext context, Exception? exception, Func<HubLifetimeContext, Exception?, Task> next)
    {
        if (SignIns.IdOf(context.Context.User) is { } id)
        {
            signIns.Drop(id, context.Context.ConnectionId);
        }

        await next(context, exception);
    }
}

/// <summary>What a browser says of itself, in words its owner knows it by.</summary>
public static class Devices
{
    private const string Unknown = "a browser that does not say which";

    // Some name themselves after others as well: the first that fits is the one.
    private static readonly (string Sign, string Name)[] Browsers =
    [
        ("Edg", "Edge"),
        ("OPR", "Opera"),
        ("SamsungBrowser", "Samsung Internet"),
        ("Firefox", "Firefox"),
        ("FxiOS", "Firefox"),
        ("Chrom", "Chrome or Chromium"),
        ("CriOS", "Chrome"),
        ("Safari", "Safari"),
    ];

    private static readonly (string Sign, string Name)[] Systems =
    [
        ("iPhone", "iPhone"),
        ("iPad", "iPad"),
        ("Android", "Android"),
        ("CrOS", "ChromeOS"),
        ("Windows", "Windows"),
        ("Mac OS", "Mac"),
        ("Linux", "Linux"),
    ];

    public static string Called(string userAgent)
    {
        string? Of((string Sign, string Name)[] among) =>
            among.Where(a => userAgent.Contains(a.Sign, StringComparison.Ordinal)).Select(a => a.Name).FirstOrDefault();
        return (Of(Browsers), Of(Systems)) switch
        {
            (null, null) => Unknown,
            (var browser, null) => browser,
            (null, var system) => system,
            var (browser, system) => $"{browser} on {system}",
        };
    }
}
