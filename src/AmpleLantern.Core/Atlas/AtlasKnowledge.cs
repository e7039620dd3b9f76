using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Knowledge;

namespace AmpleLantern.Core.Atlas;

/// <summary>What is known of where things are.</summary>
public static class AtlasKnowledge
{
    extension(KnowledgeBase knowledge)
    {
        public AtlasBase Atlas =>
            knowledge.Once(k => new AtlasBase(
                k.Of<Point>(),
                k.Of<Caution>(),
                k.Of<Channel>(),
                k.Of<SenLine>(),
                k.Of<ReflexSet>(),
                k.Of<HaraMap>(),
                k.Landmarks,
                k.Stretches
            ));

        /// <summary>Ids of the regions a channel or sen line runs through.</summary>
        public IReadOnlyList<string> RegionsOfLine(string line) => knowledge.Once(k => new LineRegions(k)).Of(line);
    }
}
