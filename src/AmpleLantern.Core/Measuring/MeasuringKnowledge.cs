using AmpleLantern.Core.Knowledge;

namespace AmpleLantern.Core.Measuring;

/// <summary>What is known of measuring.</summary>
public static class MeasuringKnowledge
{
    extension(KnowledgeBase knowledge)
    {
        public MeasuringBase Measuring => knowledge.Once(k => new MeasuringBase(k.Of<JointRange>(), k.Of<Girth>(), k.Of<Dilution>()));

        public DilutionLimits DilutionLimits => knowledge.One<DilutionLimits>();

        public FootOutline FootOutline => knowledge.One<FootOutline>();

        public PregnancyCalendar PregnancyCalendar => knowledge.One<PregnancyCalendar>();
    }
}
