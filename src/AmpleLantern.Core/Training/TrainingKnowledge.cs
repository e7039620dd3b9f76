using AmpleLantern.Core.Knowledge;

namespace AmpleLantern.Core.Training;

/// <summary>What drills go by.</summary>
public static class TrainingKnowledge
{
    extension(KnowledgeBase knowledge)
    {
        public TrainingBase Training => knowledge.Once(k => new TrainingBase(k.Of<Drill>(), k.One<TrainingModel>()));
    }
}
