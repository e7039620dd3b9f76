using AmpleLantern.Core;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Techniques;

namespace AmpleLantern.Exchange.Ask;

/// <summary>A question beside which techniques of one's own stand, in the form of knowledge/techniques.</summary>
public interface IWithTechniques
{
    IReadOnlyList<Technique>? Techniques { get; }
}

/// <summary>Techniques that no file holds and no rule has named, taken in for one question.</summary>
public static class OwnTechniques
{
    /// <exception cref="RefusalException">An id that is taken, a reference that leads nowhere, no joints.</exception>
    public static PracticeKnowledge With(this PracticeKnowledge knowledge, IReadOnlyList<Technique>? own)
    {
        if (own is not { Count: > 0 })
        {
            return knowledge;
        }

        var all = knowledge.With(knowledge.Techniques.Of([.. knowledge.Techniques.All, .. own]));
        for (var i = 0; i < own.Count; i++)
        {
            var technique = own[i];
            RefusalException.Unless(
                all.Techniques.All.Count(t => t.Id == technique.Id) == 1,
                "taken",
                $"There is a technique '{technique.Id}' already. Give yours an id of its own.",
                $"/techniques/{i}/id"
            );
            if (References.Broken(technique, all).Concat(technique.Flaws(all)).FirstOrDefault() is { } flaw)
            {
                throw new RefusalException("unknown-word", flaw.Reason, $"/techniques/{i}{flaw.Path}");
            }
        }

        return all;
    }
}
