using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Knowledge;

namespace AmpleLantern.Core.Atlas;

/// <summary>What counts as near, and which difference is worth telling.</summary>
/// <param name="WithinCun">Points farther apart are not neighbours.</param>
/// <param name="TellCm">A way shorter than this is not told.</param>
/// <param name="Most">Neighbours that are told of.</param>
[Kind("nearness", "what counts as near", Single = true)]
public sealed record Nearness(string Id, Source Source, double WithinCun, double TellCm, int Most) : IKnown;

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

        public Nearness Nearness => knowledge.One<Nearness>();

        /// <summary>Ids of the regions a channel or sen line runs through.</summary>
        public IReadOnlyList<string> RegionsOfLine(string line) => knowledge.Once(k => new SkinRegions(k)).OfLine(line);

        /// <summary>Ids of the regions a point lies on.</summary>
        public IReadOnlyList<string> RegionsOfPoint(string point) => knowledge.Once(k => new SkinRegions(k)).OfPoint(point);
    }
}
