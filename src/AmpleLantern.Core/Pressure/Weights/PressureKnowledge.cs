using AmpleLantern.Core.Knowledge;

namespace AmpleLantern.Core.Pressure.Weights;

/// <summary>What pressing is computed from.</summary>
public static class PressureKnowledge
{
    extension(KnowledgeBase knowledge)
    {
        public PressureBase Pressure =>
            knowledge.Once(k => new PressureBase(
                k.Of<SegmentMass>(),
                k.Of<Mechanics>(),
                k.Of<Band>(),
                k.Of<Tissue>(),
                k.One<PressureModel>(),
                k.One<Postures>()
            ));
    }
}
