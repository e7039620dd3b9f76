using AmpleLantern.Core.Atlas;
using AmpleLantern.Core.Tests.Support;

namespace AmpleLantern.Core.Tests.Atlas;

/// <summary>
/// The feet side by side are read as a body seen from the front (common practice): what lies on one side, above or below another, or
/// leads from one to another in the body (any handbook of anatomy) does so on the soles.
/// </summary>
public sealed class ReflexAnatomyTests
{
    public static TheoryData<string> Sets => [.. Known.Base.Atlas.Reflex.All.Select(s => s.Id)];

    private static ReflexArea Area(string set, string id) => Known.Base.Atlas.Reflex[set].Areas.First(a => a.Id == id);

    /// <summary>The end of a long area towards toes (1) or heel (-1): from the inner edge, from the heel, as shares of the foot.</summary>
    private static (double X, double Y) End(ReflexArea area, int toward)
    {
        var turn = area.Turn * Math.PI / 180;
        var (du, dv) = area.Size[0] > area.Size[1] ? (area.Size[0] / 2.0, 0.0) : (0, area.Size[1] / 2.0);
        var (x, y) = ((du * Math.Cos(turn)) - (dv * Math.Sin(turn)), (du * Math.Sin(turn)) + (dv * Math.Cos(turn)));
        var up = y >= 0 ? 1 : -1;
        return (area.At[0] + (x * up * toward), area.At[1] + (y * up * toward));
    }

    private static double Top(ReflexArea area) => area.At[1] + (area.Size[1] / 2);

    private static double Bottom(ReflexArea area) => area.At[1] - (area.Size[1] / 2);

    [Theory]
    [MemberData(nameof(Sets))]
    public void Organs_of_one_side_lie_on_that_foot(string set)
    {
        Assert.All(["liver", "gallbladder", "ascending-colon", "ileocaecal"], id => Assert.Equal("right", Area(set, id).Foot));
        Assert.All(["heart", "spleen", "descending-colon", "sigmoid-colon"], id => Assert.Equal("left", Area(set, id).Foot));
        Assert.All(["kidney", "ureter", "bladder", "lung", "transverse-colon"], id => Assert.Equal("both", Area(set, id).Foot));
    }

    [Theory]
    [MemberData(nameof(Sets))]
    public void The_ureter_leads_from_the_kidney_inwards_and_down_to_the_bladder(string set)
    {
        var (ureter, kidney, bladder) = (Area(set, "ureter"), Area(set, "kidney"), Area(set, "bladder"));
        var (upper, lower) = (End(ureter, 1), End(ureter, -1));
        Assert.InRange(Math.Abs(upper.X - kidney.At[0]), 0, kidney.Size[0]);
        Assert.InRange(Math.Abs(upper.Y - kidney.At[1]), 0, kidney.Size[1]);
        Assert.True(lower.X < upper.X - 0.15, "it runs towards the inner edge");
        Assert.True(lower.Y < upper.Y - 0.1, "it runs towards the heel");
        // The bladder lies on the inner face, from where the ureter leaves the sole.
        Assert.Equal("inner", bladder.On);
        Assert.InRange(lower.X, 0, 0.15);
    }

    [Theory]
    [MemberData(nameof(Sets))]
    public void The_colon_is_one_way_up_the_right_across_and_down_the_left(string set)
    {
        var (valve, up, across) = (Area(set, "ileocaecal"), Area(set, "ascending-colon"), Area(set, "transverse-colon"));
        var (down, bend) = (Area(set, "descending-colon"), Area(set, "sigmoid-colon"));
        Assert.InRange(Math.Abs(Top(valve) - Bottom(up)), 0, 0.03);
        Assert.InRange(Math.Abs(Top(up) - across.At[1]), 0, 0.03);
        Assert.InRange(Math.Abs(Top(down) - across.At[1]), 0, 0.03);
        Assert.InRange(Math.Abs(Bottom(down) - bend.At[1]), 0, 0.03);
        // Up and down at the outer edges, the bend from there inwards.
        Assert.All([up, down, valve], a => Assert.InRange(a.At[0], 0.7, 0.95));
        Assert.InRange(bend.At[0] + (bend.Size[0] / 2), 0.75, 0.9);
        Assert.InRange(bend.At[0] - (bend.Size[0] / 2), 0.1, 0.35);
    }

    [Theory]
    [MemberData(nameof(Sets))]
    public void The_diaphragm_parts_chest_and_belly(string set)
    {
        var line = Area(set, "diaphragm");
        double At(double x) => line.At[1] + ((x - line.At[0]) * Math.Tan(line.Turn * Math.PI / 180));
        Assert.All(["lung", "heart"], id => Assert.True(Bottom(Area(set, id)) > At(Area(set, id).At[0]), $"{id} lies below the diaphragm"));
        Assert.All(
            ["liver", "gallbladder", "stomach", "spleen", "kidney", "transverse-colon"],
            id => Assert.True(Top(Area(set, id)) < At(Area(set, id).At[0]) + 0.005, $"{id} lies above the diaphragm")
        );
    }
}
