using AmpleLantern.Core.Knowledge;

namespace AmpleLantern.Core.Bodies.Figure;

/// <summary>A body nothing is known of yet.</summary>
/// <param name="StatureCm">Stature assumed until it is measured.</param>
/// <param name="StatureErrorPercent">How far a person may be off the stature assumed while it is not known.</param>
/// <param name="FootLengthOfStature">Foot length, heel to longest toe, as a fraction of stature.</param>
/// <param name="FourFingersCun">Cun that the four fingers of a person are of that person.</param>
/// <param name="HandErrorPercent">How far a breadth of the hand may be off what is estimated from another.</param>
/// <param name="ModelErrorPercent">How far a length read off the figure of this size may be off.</param>
/// <param name="FourFingersOfStature">Breadth of the four closed fingers as a fraction of stature.</param>
[Kind("usualBody", "usual body", Single = true)]
public sealed record UsualBody(
    string Id,
    Source Source,
    double StatureCm,
    double StatureErrorPercent,
    double FootLengthOfStature,
    double FourFingersOfStature,
    double FourFingersCun,
    double HandErrorPercent,
    double ModelErrorPercent
) : IKnown;

/// <summary>What is known of bodies.</summary>
public static class FigureKnowledge
{
    extension(KnowledgeBase knowledge)
    {
        public Catalogue<Landmark> Landmarks => knowledge.Of<Landmark>();

        public CunStretchTable Stretches =>
            knowledge.Once(k => new CunStretchTable(k.Of<CunStretch>(), k.UsualBody.StatureCm, k.UsualBody.FootLengthOfStature));

        public Poses Poses => knowledge.Once(k => new Poses(k));

        public BelievableMeasures Believable => knowledge.One<BelievableMeasures>();

        public UsualBody UsualBody => knowledge.One<UsualBody>();
    }
}
