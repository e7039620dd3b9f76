using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Techniques;

namespace AmpleLantern.Core.Planning.Changing;

/// <summary>A way of working that a practice made itself: the technique, and the step by which it is put into plans.</summary>
public sealed record OwnWay(Technique Technique, StepTemplate Step)
{
    /// <summary>How ids of one's own begin, so that none is ever taken by what is shipped later.</summary>
    public const string Prefix = "own.";

    /// <summary>The catalogues with these laid over them.</summary>
    /// <param name="retired">Ids of those that are still read, but offered no more.</param>
    public static IReadOnlyList<ICatalogue> Over(
        KnowledgeBase knowledge,
        IReadOnlyList<OwnWay> ways,
        IReadOnlySet<string>? retired = null
    ) =>
        ways.Count == 0
            ? []
            :
            [
                knowledge.Techniques.Of([.. knowledge.Techniques.All, .. ways.Select(w => w.Technique)]),
                knowledge.SingleSteps.Of([
                    .. ways.Where(w => retired?.Contains(w.Technique.Id) != true)
                        .Select(w => new SingleStep(w.Technique.Id, w.Technique.Source, w.Step)),
                    .. knowledge.SingleSteps.All,
                ]),
            ];

    /// <summary>What is wrong with it, in the knowledge it is laid over; nothing where it can be given and screened.</summary>
    public IEnumerable<Flaw> Flaws(KnowledgeBase with)
    {
        if (with.Techniques.All.Count(t => t.Id == Technique.Id) > 1)
        {
            yield return new("/name", $"There is a technique '{Technique.Name}' already. Give yours another name.");
        }

        var flaws = References
            .Broken(Technique, with)
            .Concat(Technique.Flaws(with))
            .Concat(References.Broken(Step, with))
            .Concat(StepChecks.Of(Step, with));
        foreach (var flaw in flaws)
        {
            yield return flaw;
        }
    }
}
