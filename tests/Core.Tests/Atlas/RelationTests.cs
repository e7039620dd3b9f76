using System.Numerics;
using AmpleLantern.Core.Atlas;
using AmpleLantern.Core.Bodies;
using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Tests.Support;

namespace AmpleLantern.Core.Tests.Atlas;

/// <summary>
/// Distances that the WHO standard (2008) states, from memory, measured on the bodies' skin: along the segment's axis, in the
/// cun of the stretch on that body.
/// </summary>
public sealed class RelationTests
{
    private const double Tolerance = 0.25;

    // First point, cun beyond (+) or before (-) the second along the segment from its upper end, segment, stretch.
    private static readonly (string A, double Cun, string From, string Segment, string Stretch)[] Along =
    [
        ("ST36", 3, "ST35", "shank", "popliteal-crease..lateral-malleolus"),
        ("ST37", 3, "ST36", "shank", "popliteal-crease..lateral-malleolus"),
        ("ST39", 3, "ST37", "shank", "popliteal-crease..lateral-malleolus"),
        ("ST38", 8, "ST35", "shank", "popliteal-crease..lateral-malleolus"),
        ("ST40", 0, "ST38", "shank", "popliteal-crease..lateral-malleolus"),
        ("SP6", -3, "medial-malleolus", "shank", "patella-apex..medial-malleolus"),
        ("SP7", -3, "SP6", "shank", "patella-apex..medial-malleolus"),
        ("SP8", 3, "SP9", "shank", "medial-condyle..medial-malleolus"),
        ("KI7", -2, "KI3", "shank", "patella-apex..medial-malleolus"),
        ("KI8", 0, "KI7", "shank", "patella-apex..medial-malleolus"),
        ("KI9", -5, "medial-malleolus", "shank", "patella-apex..medial-malleolus"),
        ("LR5", -5, "medial-malleolus", "shank", "patella-apex..medial-malleolus"),
        ("LR6", -7, "medial-malleolus", "shank", "patella-apex..medial-malleolus"),
        ("LR7", 0, "SP9", "shank", "medial-condyle..medial-malleolus"),
        ("GB39", -3, "lateral-malleolus", "shank", "popliteal-crease..lateral-malleolus"),
        ("GB38", -4, "lateral-malleolus", "shank", "popliteal-crease..lateral-malleolus"),
        ("GB37", -5, "lateral-malleolus", "shank", "popliteal-crease..lateral-malleolus"),
        ("GB36", -7, "lateral-malleolus", "shank", "popliteal-crease..lateral-malleolus"),
        ("GB35", 0, "GB36", "shank", "popliteal-crease..lateral-malleolus"),
        ("BL55", 2, "BL40", "shank", "popliteal-crease..lateral-malleolus"),
        ("BL56", 5, "BL40", "shank", "popliteal-crease..lateral-malleolus"),
        ("BL57", 8, "BL40", "shank", "popliteal-crease..lateral-malleolus"),
        ("BL58", -7, "BL60", "shank", "popliteal-crease..lateral-malleolus"),
        ("BL59", -3, "BL60", "shank", "popliteal-crease..lateral-malleolus"),
        ("ST34", -2, "patella-top", "thigh", "pubic-symphysis..patella-top"),
        ("ST33", -3, "patella-top", "thigh", "pubic-symphysis..patella-top"),
        ("ST32", -6, "patella-top", "thigh", "pubic-symphysis..patella-top"),
        ("SP10", -2, "patella-top", "thigh", "pubic-symphysis..patella-top"),
        ("SP11", -12, "patella-top", "thigh", "pubic-symphysis..patella-top"),
        ("LR9", -4, "patella-top", "thigh", "pubic-symphysis..patella-top"),
        ("GB31", -9, "popliteal-crease", "thigh", "trochanter..popliteal-crease"),
        ("GB32", 2, "GB31", "thigh", "trochanter..popliteal-crease"),
        ("LR10", 1, "LR11", "thigh", "pubic-symphysis..patella-top"),
        ("BL37", 6, "BL36", "thigh", "gluteal-fold..popliteal-crease"),
        ("PC6", -2, "PC7", "forearm", "elbow-crease..wrist-crease"),
        ("PC5", -3, "PC7", "forearm", "elbow-crease..wrist-crease"),
        ("PC4", -5, "PC7", "forearm", "elbow-crease..wrist-crease"),
        ("TE5", 0, "PC6", "forearm", "elbow-crease..wrist-crease"),
        ("TE6", -3, "PC7", "forearm", "elbow-crease..wrist-crease"),
        ("TE8", -4, "PC7", "forearm", "elbow-crease..wrist-crease"),
        ("TE9", -7, "PC7", "forearm", "elbow-crease..wrist-crease"),
        ("LU6", -7, "LU9", "forearm", "elbow-crease..wrist-crease"),
        ("LU7", -1.5, "LU9", "forearm", "elbow-crease..wrist-crease"),
        ("LU8", -1, "LU9", "forearm", "elbow-crease..wrist-crease"),
        ("HT6", -0.5, "HT7", "forearm", "elbow-crease..wrist-crease"),
        ("HT5", -1, "HT7", "forearm", "elbow-crease..wrist-crease"),
        ("HT4", -1.5, "HT7", "forearm", "elbow-crease..wrist-crease"),
        ("LI10", 2, "LI11", "forearm", "elbow-crease..wrist-crease"),
        ("LI9", 3, "LI11", "forearm", "elbow-crease..wrist-crease"),
        ("LI8", 4, "LI11", "forearm", "elbow-crease..wrist-crease"),
        ("LI7", -5, "wrist-crease", "forearm", "elbow-crease..wrist-crease"),
        ("LI6", -3, "wrist-crease", "forearm", "elbow-crease..wrist-crease"),
        ("SI7", -5, "wrist-crease", "forearm", "elbow-crease..wrist-crease"),
        ("LI13", -3, "elbow-crease", "upper-arm", "axillary-fold..elbow-crease"),
        ("LI14", -7, "elbow-crease", "upper-arm", "axillary-fold..elbow-crease"),
        ("LU4", 1, "LU3", "upper-arm", "axillary-fold..elbow-crease"),
        ("CV12", -4, "CV8", "trunk", "xiphisternal-joint..navel"),
        ("CV13", -5, "CV8", "trunk", "xiphisternal-joint..navel"),
        ("CV14", -6, "CV8", "trunk", "xiphisternal-joint..navel"),
        ("CV10", -2, "CV8", "trunk", "xiphisternal-joint..navel"),
        ("ST21", 0, "CV12", "trunk", "xiphisternal-joint..navel"),
        ("CV6", 1.5, "CV8", "trunk", "navel..pubic-symphysis"),
        ("CV4", 3, "CV8", "trunk", "navel..pubic-symphysis"),
        ("CV3", 4, "CV8", "trunk", "navel..pubic-symphysis"),
        ("CV2", 5, "CV8", "trunk", "navel..pubic-symphysis"),
        ("ST25", 0, "CV8", "trunk", "navel..pubic-symphysis"),
        ("ST29", 4, "ST25", "trunk", "navel..pubic-symphysis"),
    ];

    // Point, cun out from the midline.
    private static readonly (string Point, double Cun, string Stretch)[] Across =
    [
        ("BL23", 1.5, "scapula-border..scapula-border"),
        ("BL13", 1.5, "scapula-border..scapula-border"),
        ("BL52", 3, "scapula-border..scapula-border"),
        ("BL43", 3, "scapula-border..scapula-border"),
        ("ST25", 2, "nipple..nipple"),
        ("SP15", 4, "nipple..nipple"),
        ("KI16", 0.5, "nipple..nipple"),
        ("KI27", 2, "nipple..nipple"),
        ("ST17", 4, "nipple..nipple"),
    ];

    public static TheoryData<string, string, double, string, string, string> AlongCases
    {
        get
        {
            var data = new TheoryData<string, string, double, string, string, string>();
            foreach (var who in Three.People.Keys)
            {
                foreach (var r in Along)
                {
                    data.Add(who, r.A, r.Cun, r.From, r.Segment, r.Stretch);
                }
            }

            return data;
        }
    }

    [Theory]
    [MemberData(nameof(AlongCases))]
    public void A_point_lies_where_the_standard_puts_it(string who, string point, double cun, string from, string segment, string stretch)
    {
        var posed = Three.Of(who);
        var axis = segment == "trunk" ? -posed.Body.Bones.SpineAt(110).Y : posed.Body.Bones.Segment(Sides.On(segment, 1)).Y;
        var cm = Vector3.Dot(At(posed, point) - At(posed, from), axis);
        // A stretch that was not measured follows the segment that was: cun are read off this very body.
        var whole = Math.Abs(Vector3.Dot(Ends(posed, stretch, segment), axis));
        Assert.Equal(cun, cm / (whole / Known.Base.Atlas.Stretches.All[stretch].Cun), Tolerance);
    }

    public static TheoryData<string, string, double, string> AcrossCases
    {
        get
        {
            var data = new TheoryData<string, string, double, string>();
            foreach (var who in Three.People.Keys)
            {
                foreach (var r in Across)
                {
                    data.Add(who, r.Point, r.Cun, r.Stretch);
                }
            }

            return data;
        }
    }

    [Theory]
    [MemberData(nameof(AcrossCases))]
    public void A_point_lies_as_far_from_the_midline_as_the_standard_puts_it(string who, string point, double cun, string stretch)
    {
        var posed = Three.Of(who);
        var perCun = Three.Scale(who).Of(stretch, 1).Cm;
        // A tenth more: a point keeps its breadth where the trunk curves away.
        Assert.Equal(cun, At(posed, point).X / perCun, Tolerance + (cun * 0.1));
    }

    [Theory]
    [MemberData(nameof(Three.All), MemberType = typeof(Three))]
    public void The_outer_hollow_and_the_shins_crest_bracket_leg_three_measures(string who)
    {
        // ST36: one finger breadth outside the crest; GB34 farther out and higher.
        var posed = Three.Of(who);
        var crest = At(posed, "tibial-crest");
        var (st, gb) = (At(posed, "ST36"), At(posed, "GB34"));
        var finger = Three.Scale(who).ClientFourFingers.Cm / 4;
        Assert.InRange(st.X - crest.X, finger * 0.6, finger * 1.8);
        Assert.True(gb.X > st.X && gb.Y > st.Y);
    }

    [Theory]
    [MemberData(nameof(Three.All), MemberType = typeof(Three))]
    public void The_crown_point_lies_on_the_midline_between_the_ears_and_the_jumping_circle_a_third_from_the_trochanter(string who)
    {
        var posed = Three.Of(who);
        var crown = At(posed, "GV20");
        Assert.Equal(0, crown.X, 0.3);
        Assert.True(crown.Y > At(posed, "GV21").Y - 2 && crown.Y > At(posed, "GB20").Y + 8);
        var (trochanter, hiatus, gb) = (At(posed, "trochanter"), At(posed, "hiatus"), At(posed, "GB30"));
        var line = hiatus - trochanter;
        var share = Vector3.Dot(gb - trochanter, line) / line.LengthSquared();
        Assert.InRange(share, 0.2, 0.5);
    }

    private static Vector3 Ends(Posed posed, string stretch, string segment)
    {
        var s = Known.Base.Atlas.Stretches.All[stretch];
        var locator = posed.Locator;
        if (segment == "trunk")
        {
            return At(posed, s.To) - At(posed, s.From);
        }

        double Station(string id) => Known.Base.Atlas.Landmarks[id].Stations![segment];
        return locator.LimbRound(segment, (float)Station(s.To), 0, 1).At - locator.LimbRound(segment, (float)Station(s.From), 0, 1).At;
    }

    private static Vector3 At(Posed posed, string id)
    {
        if (Known.Base.Atlas.Points.Find(id) is { } point)
        {
            return posed.Locator.On(point.Place, 1).At;
        }

        var landmark = Known.Base.Atlas.Landmarks[id];
        return id == "popliteal-crease" ? posed.Locator.LimbRound("thigh", 1, 180, 1).At : posed.Locator.On(landmark, 1).At;
    }
}
