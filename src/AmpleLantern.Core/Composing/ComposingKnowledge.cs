using AmpleLantern.Core.Knowledge;

namespace AmpleLantern.Core.Composing;

/// <summary>What composing goes by.</summary>
public static class ComposingKnowledge
{
    extension(KnowledgeBase knowledge)
    {
        public ComposingBase Composing =>
            knowledge.Once(k => new ComposingBase(k.Of<Aim>(), k.Of<Quality>(), k.Of<Neighbourhood>(), k.One<ComposingModel>()));
    }
}
