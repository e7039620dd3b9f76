using AmpleLantern.Core.Knowledge;

namespace AmpleLantern.Core.Vocabulary;

/// <summary>The words every other module speaks with.</summary>
public static class VocabularyKnowledge
{
    extension(KnowledgeBase knowledge)
    {
        public Catalogue<Region> Regions => knowledge.Of<Region>();

        public Catalogue<Contact> Contacts => knowledge.Of<Contact>();

        public Catalogue<Position> Positions => knowledge.Of<Position>();

        public Catalogue<Stance> Stances => knowledge.Of<Stance>();

        public Catalogue<Product> Products => knowledge.Of<Product>();

        public Catalogue<Prop> Props => knowledge.Of<Prop>();

        public Catalogue<BodyJoint> BodyJoints => knowledge.Of<BodyJoint>();

        public Catalogue<JointMove> JointMoves => knowledge.Of<JointMove>();

        public Catalogue<Vessel> Vessels => knowledge.Of<Vessel>();

        /// <summary>Whether two regions or limbs share skin: one lies within the other, or a part is common to both.</summary>
        public bool Overlap(string one, string other) => knowledge.Once(k => new RegionMap(k.Regions.All)).Overlap(one, other);
    }
}
