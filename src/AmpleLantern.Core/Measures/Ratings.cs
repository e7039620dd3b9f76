using AmpleLantern.Core.Knowledge;

namespace AmpleLantern.Core.Measures;

/// <summary>Ratings before and after, one pair a measure.</summary>
public static class Ratings
{
    /// <summary>What was taken of a measure, under whatever id it had then.</summary>
    public static Rating? Of(IReadOnlyList<Rating> ratings, string measure, KnowledgeBase knowledge) =>
        ratings.FirstOrDefault(r => knowledge.Measures.Present(r.Measure) == measure);

    /// <summary>Takes the values given; what is not given stays as it was. What is worked out from others follows them.</summary>
    /// <exception cref="RefusalException">A value outside its measure.</exception>
    /// <exception cref="KnowledgeException">A measure that is not known.</exception>
    public static IReadOnlyList<Rating> Merge(IReadOnlyList<Rating> old, IReadOnlyList<Rating> given, KnowledgeBase knowledge)
    {
        var merged = old.Select(r => References.Present(r, knowledge)).ToDictionary(r => r.Measure);
        foreach (var rating in given)
        {
            var measure = knowledge.Measures[rating.Measure];
            RefusalException.Unless(
                measure.Cones is null,
                "worked-out",
                $"{measure.Name} is worked out from its girths. Enter those.",
                "/measure"
            );
            RefusalException.Unless(
                !measure.OfDays || (rating.After is null && rating.AfterTries is null),
                "of-days",
                $"{measure.Name} asks about the days before the visit: it is taken on arriving, and compared the next time.",
                "/after"
            );
            var taken = Tries.Kept(measure, rating);
            ChangeJudge.Check(measure, taken.Before, "/before");
            ChangeJudge.Check(measure, taken.After, "/after");
            var was = merged.GetValueOrDefault(rating.Measure) ?? new(rating.Measure);
            var named = rating.Named?.Trim() ?? was.Named;
            RefusalException.Unless(
                !measure.InOwnWords || named is { Length: > 0 } && named.Length <= knowledge.MeasureChoice.LongestWords,
                "not-named",
                $"Write first what it is, in their words and in at most {knowledge.MeasureChoice.LongestWords} letters.",
                "/named"
            );
            merged[rating.Measure] = was with
            {
                Before = taken.Before ?? was.Before,
                After = taken.After ?? was.After,
                BeforeTries = taken.Before is null ? was.BeforeTries : taken.BeforeTries,
                AfterTries = taken.After is null ? was.AfterTries : taken.AfterTries,
                Named = measure.InOwnWords ? named : null,
            };
        }

        return WithWorked(merged, knowledge);
    }

    /// <summary>What was taken of the left is the right's, and the other way round: one step that undoes a mix-up, and itself.</summary>
    /// <param name="family">What both sides are called together.</param>
    /// <param name="after">Of the values after; else of those before.</param>
    /// <exception cref="RefusalException">It has no two sides, or nothing was taken of either.</exception>
    public static IReadOnlyList<Rating> Swapped(IReadOnlyList<Rating> ratings, string family, bool after, KnowledgeBase knowledge)
    {
        var sides = knowledge.SidesOf(family);
        RefusalException.Unless(
            sides.Count == 2 && sides.All(s => s.Cones is null),
            "no-sides",
            "Only what is taken left and right can be swapped.",
            "/swap"
        );
        var merged = ratings.Select(r => References.Present(r, knowledge)).ToDictionary(r => r.Measure);
        var (one, other) = (merged.GetValueOrDefault(sides[0].Id), merged.GetValueOrDefault(sides[1].Id));
        RefusalException.Unless((one ?? other) is not null, "nothing-taken", "Nothing was taken of either side yet.", "/swap");
        foreach (var (side, to, from) in new[] { (sides[0], one, other), (sides[1], other, one) })
        {
            var kept = to ?? new(side.Id);
            merged[side.Id] = after
                ? kept with
                {
                    After = from?.After,
                    AfterTries = from?.AfterTries,
                }
                : kept with
                {
                    Before = from?.Before,
                    BeforeTries = from?.BeforeTries,
                };
        }

        return WithWorked(merged, knowledge);
    }

    private static IReadOnlyList<Rating> WithWorked(Dictionary<string, Rating> merged, KnowledgeBase knowledge)
    {
        foreach (var measure in knowledge.Measures.All.Where(m => m.Cones is not null))
        {
            merged.Remove(measure.Id);
            if (Worked(measure, merged, knowledge) is { } worked)
            {
                merged[measure.Id] = worked;
            }
        }

        return [.. merged.Values];
    }

    private static Rating? Worked(Measure volume, IReadOnlyDictionary<string, Rating> taken, KnowledgeBase knowledge)
    {
        var girths = volume
            .Cones!.Girths.Select(g => knowledge.SidesOf(g).First(m => m.Side == volume.Side))
            .Select(m => taken.GetValueOrDefault(m.Id))
            .ToList();
        double? All(Func<Rating, double?> when) =>
            girths.All(g => g is not null && when(g) is not null)
                ? Volume.OfCones([.. girths.Select(g => when(g!)!.Value)], volume.Cones.Apart)
                : null;
        var (before, after) = (All(r => r.Before), All(r => r.After));
        return (before ?? after) is null ? null : new(volume.Id, before, after);
    }
}

/// <summary>A measure taken several times at once.</summary>
public static class Tries
{
    /// <summary>A rating whose tries are settled to the one that counts.</summary>
    /// <exception cref="RefusalException">More tries than the measure has.</exception>
    public static Rating Kept(Measure measure, Rating rating) =>
        rating with
        {
            Before = rating.BeforeTries is { } before ? Kept(measure, before, "/beforeTries") : rating.Before,
            After = rating.AfterTries is { } after ? Kept(measure, after, "/afterTries") : rating.After,
        };

    private static double? Kept(Measure measure, IReadOnlyList<double> tries, string pointer)
    {
        RefusalException.Unless(
            tries.Count <= measure.Tries,
            "too-many-tries",
            $"{measure.Name} is taken {measure.Tries} times at most, not {tries.Count}.",
            pointer
        );
        foreach (var value in tries)
        {
            ChangeJudge.Check(measure, value, pointer);
        }

        return tries.Count == 0 ? null
            : measure.Keeps is TryKept.Middle ? tries.Order().ElementAt(tries.Count / 2)
            : measure.Direction == "lower" ? tries.Min()
            : tries.Max();
    }
}
