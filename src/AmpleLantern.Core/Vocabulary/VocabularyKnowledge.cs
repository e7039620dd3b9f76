using AmpleLantern.Core.Knowledge;

namespace AmpleLantern.Core.Vocabulary;

/// <summary>The words every other module speaks with.</summary>
public static class VocabularyKnowledge
{
    extension(KnowledgeBase knowledge)
    {
        public Catalogue<Region> Regions => knowledge.Of<Region>();

        public Catalogue<Area> Areas => knowledge.Of<Area>();

        public Catalogue<Contact> Contacts => knowledge.Of<Contact>();

        public Catalogue<Position> Positions => knowledge.Of<Position>();

        public Catalogue<Stance> Stances => knowledge.Of<Stance>();

        public Catalogue<Product> Products => knowledge.Of<Product>();

        public Catalogue<Prop> Props => knowledge.Of<Prop>();

        public Catalogue<BodyJoint> BodyJoints => knowledge.Of<BodyJoint>();

        public Catalogue<JointMove> JointMoves => knowledge.Of<JointMove>();

        public Catalogue<Vessel> Vessels => knowledge.Of<Vessel>();

        /// <summary>Whether two regions or limbs share skin: one lies within the other, or a part is common to both.</summary>
        public bool Overlap(string one, string other) => knowledge.RegionMap.Overlap(one, other);

        /// <summary>Whether work on a region touches a place: a region, a limb or an area.</summary>
        public bool Meets(string place, string worked) => knowledge.RegionMap.Meets(place, worked);

        /// <summary>Whether work on any of several regions touches a place.</summary>
        public bool MeetsAny(string place, IReadOnlyList<string> worked)
        {
            // No lambda: this is asked tens of thousands of times in a screening.
            for (var i = 0; i < worked.Count; i++)
            {
                if (knowledge.Meets(place, worked[i]))
                {
                    return true;
                }
            }

            return false;
        }

        /// <summary>Whether a region is another, or holds it wholly within.</summary>
        public bool Holds(string region, string other) => knowledge.RegionMap.Holds(region, other);

        /// <summary>Whether there is such a region, limb or area.</summary>
        public bool IsPlace(string id) => knowledge.RegionMap.Has(id);

        /// <summary>A region, limb or area by its name.</summary>
        public string PlaceName(string id) => knowledge.Regions.Find(id)?.Name ?? knowledge.Areas.Find(id)?.Name ?? id;

        private RegionMap RegionMap => knowledge.Once(k => new RegionMap(k.Regions.All, k.Areas.All));
    }
}
