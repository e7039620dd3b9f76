using AmpleLantern.Core.Knowledge;

namespace AmpleLantern.Core.Measures;

/// <summary>What is known of measures.</summary>
public static class MeasuresKnowledge
{
    extension(KnowledgeBase knowledge)
    {
        public Catalogue<Measure> Measures => knowledge.Of<Measure>();
    }
}
