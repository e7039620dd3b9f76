using System.Numerics;
using AmpleLantern.Core.Atlas;
using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Measuring;
using AmpleLantern.Core.Tests.Support;

namespace AmpleLantern.Core.Tests.Atlas;

/// <summary>
/// Which side of a landmark, or of another point, the WHO standard (2008) puts a point on; from memory, read twice. Standing, in
/// centimetres: outward from the midline, upward, forward.
/// </summary>
public sealed class BesideLandmarksTests
{
    private static Vector3 At(string who, string of)
    {
        var locator = Three.Of(who).Locator;
        return Known.Base.Atlas.Points.Find(of) is { } point
            ? locator.On(point.Place, 1).At
            : locator.On(Known.Base.Atlas.Landmarks[of], 1).At;
    }

    private enum Way
    {
        Outward,
        Up,
        Forward,
    }

    // First, way, second, least and most centimetres by which the first lies further that way, on a person of 172 cm.
    private static readonly (string A, Way Way, string B, double Least, double Most)[] Beside =
    [
        ("asis", Way.Outward, "SP14", 0.5, 6),
        ("GB27", Way.Outward, "asis", -4, -0.3),
        ("GB28", Way.Outward, "GB27", -3, 0),
        ("GB28", Way.Up, "GB27", -3, -0.3),
        ("ST31", Way.Outward, "asis", -4, 2.5),
        ("TE17", Way.Forward, "mastoid", 0.3, 3),
        ("TE16", Way.Forward, "TE17", -4, -0.5),
        ("EX-HN14", Way.Forward, "TE17", -4, -0.8),
        ("EX-Anmian", Way.Forward, "GB20", 0, 4),
        ("EX-Anmian", Way.Forward, "TE17", -4, -0.5),
        ("SI17", Way.Forward, "jaw-angle", -4, -0.2),
        ("ST6", Way.Forward, "jaw-angle", 0.3, 3),
        ("ST6", Way.Up, "jaw-angle", 0.3, 3),
        ("GV15", Way.Up, "back-hairline", 0.2, 3),
        ("GV16", Way.Up, "GV15", 0.3, 4),
        ("ST8", Way.Up, "GB4", 0, 4),
        ("GB15", Way.Outward, "ST1", -0.6, 0.6),
        ("GB16", Way.Outward, "ST1", -0.6, 0.8),
        ("EX-HN8", Way.Outward, "ST1", -2.2, -1),
        ("SI18", Way.Outward, "ST1", 0.2, 2),
        ("SI9", Way.Up, "axillary-fold", 0.5, 5),
        ("GB22", Way.Up, "HT1", -10, -2),
        ("KI6", Way.Up, "medial-malleolus", -3.5, -1.5),
        ("KI5", Way.Up, "KI3", -3.5, -1.5),
        ("SI11", Way.Up, "t5", 0.5, 4),
        ("EX-Huanzhong", Way.Outward, "GB30", -8, -5),
    ];

    public static TheoryData<int> Rows => [.. Enumerable.Range(0, Beside.Length)];

    [Theory]
    [MemberData(nameof(Rows))]
    public void A_point_lies_on_its_side_of_what_it_is_told_from(int row)
    {
        var (a, way, b, least, most) = Beside[row];
        var (one, other) = (At("middling, long in the leg", a), At("middling, long in the leg", b));
        var by = way switch
        {
            Way.Outward => Math.Abs(one.X) - Math.Abs(other.X),
            Way.Up => one.Y - other.Y,
            _ => one.Z - other.Z,
        };
        Assert.True(by >= least && by <= most, $"{a} lies {by:0.0} cm further {way} than {b}, not {least} to {most}; {one} {other}");
    }

    private static readonly Dictionary<string, BodyMeasures> Bodies = new(Three.People)
    {
        ["only the inner shin measured"] = new(
            168,
            StretchesCm: new Dictionary<string, double> { ["medial-condyle..medial-malleolus"] = 32.5 }
        ),
        ["only the back of the thigh measured"] = new(
            180,
            StretchesCm: new Dictionary<string, double> { ["gluteal-fold..popliteal-crease"] = 29 }
        ),
    };

    public static TheoryData<string> Names => [.. Bodies.Keys];

    /// <summary>What is told in centimetres is what is drawn: along the leg, where a stretch counts it, on five bodies.</summary>
    [Theory]
    [MemberData(nameof(Names))]
    public void Told_centimetres_and_drawn_place_are_the_same_number(string who)
    {
        var measures = Bodies[who];
        var (atlas, stretches) = (Known.Base.Atlas, Known.Base.Atlas.Stretches);
        var scale = new CunScale(measures, BodyMeasures.Nothing, stretches, Known.Base.UsualBody);
        var posed = new Posed(Known.Base, new(BodySize.Of(measures, stretches), Known.Base.Poses.Of("standing")));
        var told = 0;
        foreach (var point in atlas.Points.All.Where(p => p.Place is { On: "shank" or "thigh", Along: { Stretch: not null, Cun: not 0 } }))
        {
            var from = Location.From(point, atlas, scale, posed, 1)[0];
            // Legs stand all but upright: the height between the place and the landmark's level on the same side of the limb.
            var level = point.Place with
            {
                Along = point.Place.Along! with { Cun = 0 },
            };
            var drawn = Math.Abs(posed.Locator.On(point.Place, 1).At.Y - posed.Locator.On(level, 1).At.Y);
            told++;
            Assert.True(
                Math.Abs(drawn - from.Cm) < 0.05 * from.Cm + 0.3,
                $"{point.Id}: told {from.Cm}, drawn {drawn:0.00} from {from.Landmark}"
            );
        }

        Assert.True(told > 40);
    }

    /// <summary>Worked by hand: 32.5 cm of inner shin are thirteen cun, so three are 7.5 cm, whichever stretch counts them.</summary>
    [Fact]
    public void One_shin_has_one_cun()
    {
        var scale = new CunScale(
            Bodies["only the inner shin measured"],
            BodyMeasures.Nothing,
            Known.Base.Atlas.Stretches,
            Known.Base.UsualBody
        );
        foreach (var stretch in new[] { "medial-condyle..medial-malleolus", "patella-apex..medial-malleolus" })
        {
            var three = scale.Of(stretch, 3);
            Assert.Equal((7.5, false), (Math.Round(three.Cm, 6), three.Estimate));
        }

        // The outer side is another line of the same bone: an estimate, as much shorter than usual as the inner one.
        var outer = scale.Length(Known.Base.Atlas.Stretches.All["popliteal-crease..lateral-malleolus"]);
        Assert.True(outer.Estimate);
        Assert.Equal(32.5 / (0.2046 * 168), outer.Cm / (0.2435 * 168), 3);
    }

    /// <summary>Common practice: all ten sen begin within about two inches of the navel.</summary>
    [Fact]
    public void Every_sen_line_begins_beside_the_navel()
    {
        var locator = Three.Of("middling, long in the leg").Locator;
        var navel = locator.On(Known.Base.Atlas.Landmarks["navel"], 1).At;
        foreach (var line in Known.Base.Atlas.Sen.All.Where(s => s.Set == "sen"))
        {
            var starts = line.Courses.Select(c => c.Through[0].Place).OfType<Place>().Where(p => p.On == "front").ToList();
            Assert.NotEmpty(starts);
            Assert.All(starts, p => Assert.InRange((locator.On(p, 1).At - navel).Length(), 0, 5.5));
        }
    }

    /// <summary>An arm hangs beside the thigh: nothing on it is told from there.</summary>
    [Fact]
    public void A_point_is_told_from_landmarks_of_its_own_limb()
    {
        string[] legs = ["trochanter", "patella-top", "gluteal-fold", "asis"];
        foreach (var point in Known.Base.Atlas.Points.All.Where(p => p.Place.On is "hand" or "finger" or "forearm"))
        {
            var from = Location.From(point, Known.Base.Atlas, Three.Scale("short and broad"), Three.Of("short and broad"), 1);
            Assert.All(from, f => Assert.DoesNotContain(f.Landmark, legs));
        }
    }
}
