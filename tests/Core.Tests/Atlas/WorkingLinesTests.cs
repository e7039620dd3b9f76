using System.Numerics;
using AmpleLantern.Core.Atlas;
using AmpleLantern.Core.Bodies;
using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Tests.Support;

namespace AmpleLantern.Core.Tests.Atlas;

/// <summary>The numbered lines that hands and feet follow on legs, arms and back (common practice).</summary>
public class WorkingLinesTests
{
    private static readonly Posed Standing = new(Known.Base, new(BodySize.Reference, Known.Base.Poses.Standing));

    private static List<Anchor> Line(string id) => Standing.OnSkin(Known.Base.Atlas.Sen[id].Courses[0], 1);

    private static Anchor At(string id, float height) => Line(id).MinBy(a => MathF.Abs(a.At.Y - height));

    [Fact]
    public void There_are_ten_sen_and_eleven_working_lines()
    {
        Assert.Equal(10, Known.Base.Atlas.Sen.All.Count(s => s.Set == "sen"));
        Assert.Equal(11, Known.Base.Atlas.Sen.All.Count(s => s.Set == "working"));
    }

    /// <summary>Counted from the front backwards, about a thumb apart: 2 to 6 cm.</summary>
    [Theory]
    [InlineData("inner-leg", 30, -1)]
    [InlineData("inner-leg", 68, -1)]
    [InlineData("outer-leg", 30, 1)]
    [InlineData("outer-leg", 68, 1)]
    public void Leg_lines_are_counted_from_the_front_a_thumb_apart(string leg, float height, int outward)
    {
        var at = Enumerable.Range(1, 3).Select(n => At($"{leg}-{n}", height)).ToList();
        Assert.Equal(at.OrderByDescending(a => a.At.Z), at);
        Assert.All(at.Zip(at.Skip(1)), p => Assert.InRange(Vector3.Distance(p.First.At, p.Second.At), 1.8f, 8));
        // The middle one faces the side it is named for.
        Assert.True(at[1].Normal.X * outward > 0.5f, $"{leg} at {height}: {at[1].Normal}");
    }

    [Fact]
    public void Back_lines_run_beside_the_spine_each_further_out()
    {
        foreach (var height in new[] { 105f, 120f, 132f })
        {
            var out3 = Enumerable.Range(1, 3).Select(n => At($"back-{n}", height).At.X).ToList();
            Assert.Equal(out3.Order(), out3);
            Assert.InRange(out3[0], 1, 2.6f);
            Assert.InRange(out3[1], 2.8f, 4.4f);
        }
    }

    /// <summary>Inner arm between the two tendons, where PC6 is; outer arm between the bones, where TE5 is (2008 standard).</summary>
    [Theory]
    [InlineData("inner-arm", "PC6")]
    [InlineData("outer-arm", "TE5")]
    public void Arm_lines_pass_the_points_between(string line, string point)
    {
        var at = Standing.SpotsOf(Known.Base.Atlas.Points[point]).Single(s => s.Side == 1).Anchor.At;
        Assert.InRange(Line(line).Min(a => Vector3.Distance(a.At, at)), 0, 1);
    }
}
