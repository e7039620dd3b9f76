using AmpleLantern.Core.Knowledge;

namespace AmpleLantern.Core.Effects;

/// <summary>The classes of effects that are spoken of.</summary>
public static class EffectsKnowledge
{
    extension(KnowledgeBase knowledge)
    {
        public Catalogue<EffectClass> EffectClasses => knowledge.Of<EffectClass>();
    }
}
