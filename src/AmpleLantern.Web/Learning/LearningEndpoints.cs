using AmpleLantern.Web.Access;

namespace AmpleLantern.Web.Learning;

/// <summary>Learning the points: put your finger on it.</summary>
public static class LearningEndpoints
{
    public static void MapLearning(this RouteGroupBuilder api)
    {
        var learn = api.MapGroup("/learn").RequireAuthorization(Policies.Treat);
        learn.MapGet("", (string? channel, OwnPlaces places, CurrentPerson person) => places.View(person.Id!, channel));
        learn.MapPost("/answers", (PlaceTouched touched, OwnPlaces places, CurrentPerson person) => places.Judge(touched, person.Id!));
    }
}
