using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Planning;

namespace AmpleLantern.Core.Measures;

/// <summary>What a flow changes, if it changes anything.</summary>
/// <param name="Id">Of the flow.</param>
/// <param name="Measures">Families of measures, the first the most telling.</param>
[Kind("flowMeasures", "measures of a flow")]
public sealed record FlowMeasures(
    [RefersTo<Flow>] string Id,
    Source Source,
    [RefersTo<Measure>(OrAnother = true)] IReadOnlyList<string> Measures
) : IKnown, IChecked
{
    public IEnumerable<Flaw> Flaws(KnowledgeBase knowledge) => MeasuresKnowledge.Unknown(Measures, knowledge);
}

/// <summary>How measures are chosen for a visit.</summary>
/// <param name="MostProposed">More are not taken where the time is short; both sides count once.</param>
/// <param name="LongestWords">Letters of what is measured in the client's own words.</param>
/// <param name="Usual">Where nothing else is known.</param>
[Kind("measureChoice", "choice of measures", Single = true)]
public sealed record MeasureChoice(
    string Id,
    Source Source,
    int MostProposed,
    int LongestWords,
    [RefersTo<Measure>(OrAnother = true)] IReadOnlyList<string> Usual
) : IKnown, IChecked
{
    public IEnumerable<Flaw> Flaws(KnowledgeBase knowledge) => MeasuresKnowledge.Unknown(Usual, knowledge);
}

/// <summary>What is known of measures.</summary>
public static class MeasuresKnowledge
{
    extension(KnowledgeBase knowledge)
    {
        public Catalogue<Measure> Measures => knowledge.Of<Measure>();

        public MeasureChoice MeasureChoice => knowledge.One<MeasureChoice>();

        /// <summary>A measure by its own id, or its sides by what they are called together; none where there is no such measure.</summary>
        public IReadOnlyList<Measure> SidesOf(string family) =>
            [.. knowledge.Measures.All.Where(m => m.Family == family || m.Id == family)];
    }

    internal static IEnumerable<Flaw> Unknown(IReadOnlyList<string> families, KnowledgeBase knowledge) =>
        families.Where(f => knowledge.SidesOf(f).Count == 0).Select(f => new Flaw("/measures", $"There is no measure '{f}', on any side."));
}
