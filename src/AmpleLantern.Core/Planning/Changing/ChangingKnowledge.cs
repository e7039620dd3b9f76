using System.Collections.Concurrent;
using AmpleLantern.Core.Knowledge;

namespace AmpleLantern.Core.Planning.Changing;

/// <summary>What changing a plan goes by.</summary>
public static class ChangingKnowledge
{
    extension(KnowledgeBase knowledge)
    {
        /// <summary>Every step that is taught, as a school gives it.</summary>
        public TaughtSteps Taught(School school) =>
            knowledge
                .OnceOf(knowledge.SingleSteps, _ => new ConcurrentDictionary<School, TaughtSteps>())
                .GetOrAdd(school, _ => new(knowledge, school));

        /// <summary>How and where each technique is taught.</summary>
        internal AsTaught AsTaught => knowledge.OnceOf(knowledge.SingleSteps, k => new AsTaught(k));
    }
}
