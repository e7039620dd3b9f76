using AmpleLantern.Core.Bodies.Drawing;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Data;
using AmpleLantern.Web.Access;
using Microsoft.EntityFrameworkCore;

namespace AmpleLantern.Web.Visits;

/// <summary>Reading a visit whole, and noting that any part of one was read.</summary>
public static class VisitEndpoints
{
    public static void MapVisit(this RouteGroupBuilder visits) =>
        visits.MapGet("", (Guid visitId, VisitStore visits) => visits.View(visitId));

    /// <summary>
    /// Whatever is read under a visit's address stands in the trail: the visit, or the part of it by the address's own words.
    /// </summary>
    public static RouteGroupBuilder WithReadsInTrail(this RouteGroupBuilder visits)
    {
        visits.AddEndpointFilter(
            async (context, next) =>
            {
                var answer = await next(context);
                var http = context.HttpContext;
                if (HttpMethods.IsGet(http.Request.Method) && Guid.TryParse((string?)http.Request.RouteValues["visitId"], out var id))
                {
                    var part = http
                        .Request.Path.Value!.Split('/')
                        .SkipWhile(p => !Guid.TryParse(p, out _))
                        .Skip(1)
                        .Where(p => p.Length > 0)
                        .ToList();
                    var services = http.RequestServices;
                    var db = services.GetRequiredService<LanternDb>();
                    await services
                        .GetRequiredService<ReadTrail>()
                        .Note(
                            db,
                            services.GetRequiredService<CurrentPerson>(),
                            part.Count == 0 ? $"visit {id}" : $"{string.Join(' ', part)} of visit {id}",
                            () => db.Visits.Where(v => v.Id == id).Select(v => (Guid?)v.ClientId).SingleOrDefaultAsync()
                        );
                }

                return answer;
            }
        );
        return visits;
    }
}
