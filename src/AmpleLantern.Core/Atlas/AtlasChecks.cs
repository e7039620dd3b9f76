using AmpleLantern.Core.Bodies;
using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Knowledge;

namespace AmpleLantern.Core.Atlas;

/// <summary>Cross-checks of the atlas: every reference resolves, every place can be found on a body, every channel is whole.</summary>
public static class AtlasChecks
{
    public static IEnumerable<KnowledgeProblem> Problems(KnowledgeBase k)
    {
        var atlas = k.Atlas;
        var locator = new Locator(atlas, new(BodySize.Reference, Poses.Standing));
        return
        [
            .. atlas.Stretches.All.All.SelectMany(s => new[] { s.From, s.To }.SelectMany(
                l => Missing("stretches", s.Id, "/from", atlas.Landmarks, l))),
            .. atlas.Points.All.SelectMany(p => Point(p, atlas, locator)),
            .. atlas.Channels.All.SelectMany(c => Channel(c, atlas, locator)),
            .. atlas.Sen.All.SelectMany(s => s.Courses.SelectMany(c => Stops("sen", s.Id, c, atlas, locator))),
            .. k.Regions.All.SelectMany(r => r.Patches.SelectMany((p, i) => Patch(r, p, i))),
        ];
    }

    private static IEnumerable<KnowledgeProblem> Point(Point point, AtlasBase atlas, Locator locator)
    {
        var channel = atlas.Channels.Find(point.Channel);
        if (channel is null && point.Channel != "extra")
        {
            yield return new("points", point.Id, "/channel", $"There is no channel '{point.Channel}'.");
        }

        foreach (var problem in point.Cautions.SelectMany((c, i) => Missing("points", point.Id, $"/cautions/{i}", atlas.Cautions, c)))
        {
            yield return problem;
        }

        foreach (var place in point.Places)
        {
            if (Placing(place, locator) is { } why)
            {
                yield return new("points", point.Id, "/place", why);
            }
        }
    }

    private static IEnumerable<KnowledgeProblem> Channel(Channel channel, AtlasBase atlas, Locator locator)
    {
        var counted = atlas.Points.All.Count(p => p.Channel == channel.Id);
        if (counted != channel.Points)
        {
            yield return new("channels", channel.Id, "/points", $"Says {channel.Points} points, but {counted} are written down.");
        }

        foreach (var problem in channel.Courses.SelectMany(c => Stops("channels", channel.Id, c, atlas, locator)))
        {
            yield return problem;
        }
    }

    private static IEnumerable<KnowledgeProblem> Stops(string kind, string id, Course course, AtlasBase atlas, Locator locator)
    {
        foreach (var stop in course.Through)
        {
            if (stop.Point is { } point && !atlas.Points.Has(point))
            {
                yield return new(kind, id, "/courses", $"There is no point '{point}'.");
            }
            else if (stop.Place is { } place && Placing(place, locator) is { } why)
            {
                yield return new(kind, id, "/courses", why);
            }
        }
    }

    private static IEnumerable<KnowledgeProblem> Patch(Region region, Patch patch, int i)
    {
        var round = patch.Station is not null && (patch.Round is not null || patch.Across is not null);
        var box = patch.From is not null && patch.To is not null && patch.Toward is not null;
        if (round == box)
        {
            yield return new("regions", region.Id, $"/patches/{i}", "Give station with round (or across), or from, to and toward.");
        }
    }

    private static string? Placing(Place place, Locator locator)
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

    private static IEnumerable<KnowledgeProblem> Missing<T>(string kind, string of, string path, Catalogue<T> all, string id)
        where T : IKnown
    {
        if (!all.Has(id))
        {
            yield return new(kind, of, path, $"'{id}' is not known.");
        }
    }
}
