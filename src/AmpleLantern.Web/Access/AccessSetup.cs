using System.Security.Claims;
using System.Threading.RateLimiting;
using AmpleLantern.Data;
using AmpleLantern.Data.Audit;
using AmpleLantern.Data.Records;
using AmpleLantern.Web.Hosting;
using Microsoft.AspNetCore.Identity;
using Microsoft.Extensions.Options;

namespace AmpleLantern.Web.Access;

/// <summary>Sign-in, lock-out, roles and the limit on tries.</summary>
public static class AccessSetup
{
    /// <summary>Name of the limit on sign-in tries.</summary>
    public const string SignInLimit = "sign-in";

    public static void AddAccess(this WebApplicationBuilder builder)
    {
        var services = builder.Services;
        services.AddHttpContextAccessor();
        services.AddScoped<CurrentPerson>();
        services.AddScoped<SignInTries>();
        services.AddScoped<IActor>(p => p.GetRequiredService<CurrentPerson>());
        services.AddIdentityCore<Staff>(o =>
            {
                o.Password.RequiredLength = 10;
                o.Password.RequireNonAlphanumeric = false;
                o.Password.RequireUppercase = false;
                o.Password.RequireDigit = false;
                o.User.RequireUniqueEmail = false;
            })
            .AddRoles<IdentityRole>().AddEntityFrameworkStores<LanternDb>().AddSignInManager().AddDefaultTokenProviders()
            .AddClaimsPrincipalFactory<PersonClaims>();
        var idle = builder.Configuration.GetValue("Access:IdleMinutes", 15.0);
        services.AddAuthentication(IdentityConstants.ApplicationScheme).AddIdentityCookies();
        services.ConfigureApplicationCookie(o =>
        {
            o.Cookie.Name = "lantern";
            o.Cookie.HttpOnly = true;
            o.Cookie.SameSite = SameSiteMode.Strict;
            o.Cookie.SecurePolicy = CookieSecurePolicy.SameAsRequest;
            // The client locks itself when idle; the cookie outlives that by a margin, no more.
            o.ExpireTimeSpan = TimeSpan.FromMinutes(idle + 5);
            o.SlidingExpiration = true;
            o.Events.OnRedirectToLogin = c => Refuse(c.HttpContext, 401, "signed-out", "Your sign-in has ended. Sign in again; nothing is lost.");
            o.Events.OnRedirectToAccessDenied = c => Refuse(c.HttpContext, 403, "not-yours", "Your role does not allow this. Ask the owner of the practice.");
        });
        Policies.Add(builder);
        services.AddAntiforgery(o =>
        {
            o.HeaderName = Csrf.Header;
            o.Cookie.SecurePolicy = CookieSecurePolicy.SameAsRequest;
        });
        var tries = builder.Configuration.GetValue("Access:SignInTriesPerMinute", 12);
        services.AddRateLimiter(o =>
        {
            o.AddPolicy(SignInLimit, http => RateLimitPartition.GetFixedWindowLimiter(
                http.Connection.RemoteIpAddress?.ToString() ?? "", _ => new() { PermitLimit = tries, Window = TimeSpan.FromMinutes(1) }));
            o.OnRejected = (c, _) => new(Refuse(c.HttpContext, 429, "too-many-tries", "Too many tries in a minute. Wait a minute and try again."));
        });
    }

    /// <summary>Writes problem details.</summary>
    public static Task Refuse(HttpContext http, int status, string code, string detail) => Errors.Write(http, new("Not possible", detail, null, code, status));

    private sealed class PersonClaims(UserManager<Staff> people, RoleManager<IdentityRole> roles, IOptions<IdentityOptions> options)
        : UserClaimsPrincipalFactory<Staff, IdentityRole>(people, roles, options)
    {
        protected override async Task<ClaimsIdentity> GenerateClaimsAsync(Staff user)
        {
            var identity = await base.GenerateClaimsAsync(user);
            identity.AddClaim(new(CurrentPerson.DisplayNameClaim, user.DisplayName));
            return identity;
        }
    }
}
