using AmpleLantern.Core.Atlas;
using AmpleLantern.Core.Bodies.Drawing;
using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Tests.Support;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Tests.OnBody;

/// <summary>Nobody floats: in every position something carries the body where it is lowest.</summary>
public class RestTests
{
    public static TheoryData<string> Positions => [.. Known.Base.Positions.All.Select(p => p.Id)];

    [Theory]
    [MemberData(nameof(Positions))]
    public void Something_lies_under_everybody_in_every_view(string position)
    {
        var posed = new Posed(Known.Base, new(BodySize.Reference, Known.Base.Poses.Of(position)));
        var rests = Known.Base.Poses.RestsOf(position);
        Assert.Contains(rests, r => r is Rest.Mat or Rest.Chair or Rest.Lounge);
        foreach (var id in Views.Whole)
        {
            var view = Views.Of(posed.Body, id);
            var drawn = new RestArtist(posed.Body, posed.MatCm).Draw(rests, view);
            Assert.All(drawn, d => Assert.Matches("^M[-0-9 L]+z$", d.Outline));
            Assert.Contains(drawn, d => d.What is Rest.Mat or Rest.Chair or Rest.Lounge);
            // Seen from the side, the mat begins where the body ends.
            if (rests.Contains(Rest.Mat) && Known.Base.Poses.Of(position).Up == System.Numerics.Vector3.UnitZ && id is "left")
            {
                var top = (view.Window.Top - posed.MatCm) * 10;
                Assert.InRange(
                    drawn.Single(d => d.What is Rest.Mat).Face.Split('M', 'L', 'z', ' ')[2] is var y ? float.Parse(y) : 0,
                    top - 1,
                    top + 1
                );
            }
        }
    }

    /// <summary>What carries touches: neither hangs somebody above it nor do they sink into it, and it lies on their far side.</summary>
    [Theory]
    [MemberData(nameof(Positions))]
    public void What_carries_touches_the_body_and_lies_beneath_or_behind_it(string position)
    {
        var body = new Posed(Known.Base, new(BodySize.Reference, Known.Base.Poses.Of(position)));
        var artist = new RestArtist(body.Body, body.MatCm);
        // A chair's seat carries the seat, not the feet.
        var seated = body.Body.Only(p => p is "trunk" || p.StartsWith("thigh", StringComparison.Ordinal)).Whole;
        foreach (var rest in Known.Base.Poses.RestsOf(position).Where(r => r is Rest.Mat or Rest.Chair or Rest.Lounge))
        {
            var slabs = artist.SlabsOf(rest).ToList();
            // The legs of a chair carry the seat.
            var carrying = slabs.Where(s => s.Half.Length() > 10).ToList();
            Assert.NotEmpty(carrying);
            foreach (var slab in carrying)
            {
                var nearest = Enumerable
                    .Range(0, 21 * 21)
                    .Select(i => (U: i % 21 / 20f, V: (i / 21 / 10f) - 1))
                    .Select(at => System.Numerics.Vector3.Lerp(slab.From, slab.To, at.U) + (slab.Half * at.V))
                    .Min(p => (rest is Rest.Chair ? seated : body.Body.Whole).Distance(p));
                Assert.True(nearest is > -5 and < 7, $"{rest} is {nearest:0.0} cm from who is {position}");
                var (middle, under) = ((slab.From + slab.To) / 2, System.Numerics.Vector3.Normalize(slab.Down) * 6);
                Assert.True(
                    body.Body.Whole.Distance(middle - under) < body.Body.Whole.Distance(middle + under),
                    $"{rest} lies before who is {position}"
                );
            }
        }
    }

    [Fact]
    public void Who_stands_needs_nothing() => Assert.Empty(Known.Base.Poses.RestsOf(PoseSaid.Standing));

    /// <summary>On the side the head is held level: the pillow fills what the shoulder leaves free, 8 to 16 cm (from memory).</summary>
    [Fact]
    public void A_pillow_is_as_high_as_there_is_room()
    {
        var posed = new Posed(Known.Base, new(BodySize.Reference, Known.Base.Poses.Of("side-lying-left")));
        var view = Views.Of(posed.Body, Views.FromHead);
        var pillow = new RestArtist(posed.Body, posed.MatCm).Draw([Rest.Pillow], view).Single();
        var heights = pillow.Outline.Trim('M', 'z').Split('L').Select(p => float.Parse(p.Split(' ')[1])).ToList();
        Assert.InRange((heights.Max() - heights.Min()) / 10, 6, 18);
    }
}
