using AmpleLantern.Core.Knowledge;

namespace AmpleLantern.Core.Measures;

/// <summary>Ratings before and after, one pair a measure.</summary>
public static class Ratings
{
    /// <summary>What was taken of a measure, under whatever id it had then.</summary>
    public static Rating? Of(IReadOnlyList<Rating> ratings, string measure, KnowledgeBase knowledge) =>
        ratings.FirstOrDefault(r => knowledge.Measures.Present(r.Measure) == measure);

    /// <summary>Takes the values given; what is not given stays as it was.</summary>
    /// <exception cref="RefusalException">A value outside its measure.</exception>
    /// <exception cref="KnowledgeException">A measure that is not known.</exception>
    public static IReadOnlyList<Rating> Merge(IReadOnlyList<Rating> old, IReadOnlyList<Rating> given, KnowledgeBase knowledge)
    {
        var merged = old.Select(r => References.Present(r, knowledge)).ToDictionary(r => r.Measure);
        foreach (var rating in given)
        {
            var measure = knowledge.Measures[rating.Measure];
            ChangeJudge.Check(measure, rating.Before, "/before");
            ChangeJudge.Check(measure, rating.After, "/after");
            var was = merged.GetValueOrDefault(rating.Measure) ?? new(rating.Measure);
            merged[rating.Measure] = was with { Before = rating.Before ?? was.Before, After = rating.After ?? was.After };
        }

        return [.. merged.Values];
    }
}
