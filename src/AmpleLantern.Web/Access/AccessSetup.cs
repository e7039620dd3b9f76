using System.Security.Claims;
using System.Threading.RateLimiting;
using AmpleLantern.Core.Bodies.Drawing;
using AmpleLantern.Data;
using AmpleLantern.Data.Audit;
using AmpleLantern.Data.Records;
using AmpleLantern.Web.Hosting;
using AmpleLantern.Web.Serving;
using Microsoft.AspNetCore.Identity;
using Microsoft.Extensions.Options;

namespace AmpleLantern.Web.Access;

/// <summary>Sign-in, lock-out, roles and the limit on tries.</summary>
public static class AccessSetup
{
    /// <summary>Name of the limit on sign-in tries.</summary>
    public const string SignInLimit = "sign-in";

    /// <summary>Name of the limit on what comes in from phones; apart, so that a waiting room does not shut out who works here.</summary>
    public const string PhoneLimit = "phone";

    private const double DefaultIdleMinutes = 15,
        MarginMinutes = 5;
    private const int DefaultSignInTries = 12,
        DefaultPhoneTries = 30;

    public static void AddAccess(this WebApplicationBuilder builder)
    {
        var services = builder.Services;
        services.AddHttpContextAccessor();
        services.AddScoped<CurrentPerson>();
        services.AddScoped<SignInTries>();
        services.AddScoped<SecondFactor>();
        services.AddScoped<Passwords>();
        services.AddScoped<SigningIn>();
        services.AddScoped<OwnAccess>();
        services.AddScoped<Staffing>();
        services.AddSingleton<SignIns>();
        services.AddScoped<IActor>(p => p.GetRequiredService<CurrentPerson>());
        services
            .AddIdentityCore<Staff>(o =>
            {
                // What a password must be is said in Passwords, in sentences.
                o.Password = new()
                {
                    RequiredLength = 1,
                    RequiredUniqueChars = 1,
                    RequireDigit = false,
                    RequireLowercase = false,
                    RequireUppercase = false,
                    RequireNonAlphanumeric = false,
                };
                o.User.RequireUniqueEmail = false;
            })
            .AddRoles<IdentityRole>()
            .AddEntityFrameworkStores<LanternDb>()
            .AddUserStore<StaffStore>()
            .AddSignInManager()
            .AddDefaultTokenProviders()
            .AddClaimsPrincipalFactory<PersonClaims>();
        services.Configure<IdentityPasskeyOptions>(o =>
            (o.UserVerificationRequirement, o.ResidentKeyRequirement) = ("required", "required")
        );
        services.AddAuthentication(IdentityConstants.ApplicationScheme).AddIdentityCookies();
        services.ConfigureApplicationCookie(o =>
        {
            o.Cookie.Name = "lantern";
            o.Cookie.HttpOnly = true;
            o.Cookie.SameSite = SameSiteMode.Strict;
            o.Cookie.SecurePolicy = CookieSecurePolicy.SameAsRequest;
            o.ExpireTimeSpan = CookieLasts(builder.Configuration);
            o.SlidingExpiration = true;
            o.Events.OnRedirectToLogin = c =>
                Refuse(c.HttpContext, 401, "signed-out", "Your sign-in has ended. Sign in again; nothing is lost.");
            o.Events.OnRedirectToAccessDenied = c =>
                Refuse(c.HttpContext, 403, "not-yours", "Your role does not allow this. Ask the owner of the practice.");
            // Whatever changes what a person may do ends their sign-ins at once, so it is enough that this one still holds.
            o.Events.OnValidatePrincipal = async c =>
            {
                if (SignIns.IdOf(c.Principal) is not { } id || !await c.HttpContext.RequestServices.GetRequiredService<SignIns>().Holds(id))
                {
                    c.RejectPrincipal();
                }
            };
        });
        Policies.Add(builder);
        services.AddAntiforgery(o =>
        {
            o.HeaderName = Csrf.Header;
            o.Cookie.SecurePolicy = CookieSecurePolicy.SameAsRequest;
        });
        services.AddRateLimiter(o =>
        {
            void PerMinute(string name, int most) =>
                o.AddPolicy(
                    name,
                    http =>
                        RateLimitPartition.GetFixedWindowLimiter(
                            http.Connection.RemoteIpAddress?.ToString() ?? "",
                            _ => new() { PermitLimit = most, Window = TimeSpan.FromMinutes(1) }
                        )
                );
            PerMinute(SignInLimit, builder.Configuration.GetValue("Access:SignInTriesPerMinute", DefaultSignInTries));
            PerMinute(PhoneLimit, builder.Configuration.GetValue("Access:PhoneTriesPerMinute", DefaultPhoneTries));
            o.OnRejected = (c, _) =>
                new(Refuse(c.HttpContext, 429, "too-many-tries", "Too many tries in a minute. Wait a minute and try again."));
        });
    }

    public static double IdleMinutes(IConfiguration settings) => settings.GetValue("Access:IdleMinutes", DefaultIdleMinutes);

    /// <summary>The page locks itself when idle; what the cookie names outlives that by a margin, no more.</summary>
    public static TimeSpan CookieLasts(IConfiguration settings) => TimeSpan.FromMinutes(IdleMinutes(settings) + MarginMinutes);

    /// <summary>Writes problem details.</summary>
    public static Task Refuse(HttpContext http, int status, string code, string detail) =>
        Errors.Write(http, new("Not possible", detail, null, code, status));

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
