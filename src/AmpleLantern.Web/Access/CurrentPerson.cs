using System.Security.Claims;
using AmpleLantern.Core.Giving;
using AmpleLantern.Core.Pressure.Weights;
using AmpleLantern.Data.Audit;
using AmpleLantern.Data.Records;

namespace AmpleLantern.Web.Access;

/// <summary>The person signed in to this request.</summary>
public sealed class CurrentPerson(IHttpContextAccessor http) : IActor
{
    public const string DisplayNameClaim = "display-name";

    private ClaimsPrincipal? User => http.HttpContext?.User;

    public string Name => http.HttpContext is null ? "the program" : User?.FindFirstValue(DisplayNameClaim) ?? "nobody signed in";

    public string? Id => User?.FindFirstValue(ClaimTypes.NameIdentifier);

    /// <summary>The role that allows most.</summary>
    public StaffRole Role =>
        Is(Roles.Owner) ? StaffRole.Owner
        : Is(Roles.Practitioner) ? StaffRole.Practitioner
        : Is(Roles.Student) ? StaffRole.Student
        : StaffRole.Desk;

    public bool Is(params string[] roles) => roles.Any(r => User?.IsInRole(r) == true);
}

/// <summary>Who may do what.</summary>
public static class Policies
{
    /// <summary>See clients' records and work on visits.</summary>
    public const string Treat = "treat";

    /// <summary>Sign a visit, go on against a finding.</summary>
    public const string Sign = "sign";

    /// <summary>Run the practice.</summary>
    public const string Own = "own";

    public static void Add(WebApplicationBuilder builder) =>
        builder
            .Services.AddAuthorizationBuilder()
            .AddPolicy(Treat, p => p.RequireRole(Roles.Owner, Roles.Practitioner, Roles.Student))
            .AddPolicy(Sign, p => p.RequireRole(Roles.Owner, Roles.Practitioner))
            .AddPolicy(Own, p => p.RequireRole(Roles.Owner));
}
