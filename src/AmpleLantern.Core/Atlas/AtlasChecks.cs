using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Knowledge;

namespace AmpleLantern.Core.Atlas;

/// <summary>Whether every place can be found on a body.</summary>
internal sealed class AtlasChecks(KnowledgeBase knowledge)
{
    private readonly Locator locator = new(knowledge.Atlas, new(BodySize.Reference, knowledge.Poses.Standing));

    public static AtlasChecks On(KnowledgeBase knowledge) => knowledge.Once(k => new AtlasChecks(k));

    public IEnumerable<Flaw> Stops(IReadOnlyList<Course> courses) =>
        courses
            .SelectMany(c => c.Through)
            .Select(s => s.Place)
            .OfType<Place>()
            .Select(Unfound)
            .OfType<string>()
            .Select(why => new Flaw("/courses", why));

    /// <summary>Why a place cannot be found, or null.</summary>
    public string? Unfound(Place place)
    {
        try
        {
            _ = place.At is null && place.On is not ("finger" or "toe") ? locator.Station(place) : 0;
            _ = locator.On(place, 1);
            return null;
        }
        catch (KnowledgeException e)
        {
            return e.Message;
        }
    }
}
