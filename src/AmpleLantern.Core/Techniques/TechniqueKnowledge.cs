using System.Text.Json;
using AmpleLantern.Core.Knowledge;

namespace AmpleLantern.Core.Techniques;

/// <summary>What is known of ways of working.</summary>
public static class TechniqueKnowledge
{
    extension(KnowledgeBase knowledge)
    {
        public Catalogue<Technique> Techniques => knowledge.Of<Technique>();

        public Catalogue<TechniqueFamily> Families => knowledge.Of<TechniqueFamily>();

        public Catalogue<PatternName> Patterns => knowledge.Of<PatternName>();

        /// <summary>The pattern of a kind, as it is named.</summary>
        public PatternName? PatternOf(PatternKind kind) =>
            knowledge.Patterns.Find(JsonNamingPolicy.KebabCaseLower.ConvertName(kind.ToString()));

        /// <summary>Whether a technique has a trait, its own or its family's; a family is a trait of its own techniques.</summary>
        public bool Is(Technique technique, string trait) =>
            technique.Traits?.Contains(trait) == true || knowledge.Once(k => new FamilyTraits(k)).Has(technique.Family, trait);

        public bool Is(Technique technique, IReadOnlyList<string> anyOf) => anyOf.Any(trait => knowledge.Is(technique, trait));

        /// <summary>The times of a press and of the breath.</summary>
        public Pace Pace => knowledge.One<Pace>();
    }
}
