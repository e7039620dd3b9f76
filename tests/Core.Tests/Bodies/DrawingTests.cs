using System.Buffers.Binary;
using System.IO.Compression;
using System.Numerics;
using System.Text;
using AmpleLantern.Core.Atlas;
using AmpleLantern.Core.Bodies;
using AmpleLantern.Core.Bodies.Drawing;
using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Bodies.Shapes;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Tests.Support;
using AmpleLantern.Core.Vocabulary;
using AmpleLantern.Exchange.Pictures;

namespace AmpleLantern.Core.Tests.Bodies;

/// <summary>Pieces of the drawing against shapes whose answers are known.</summary>
public sealed class DrawingTests
{
    private static Grid Disc(float radius, float x = 50, float y = 50)
    {
        var grid = new Grid(100, 100);
        for (var j = 0; j < 100; j++)
        {
            for (var i = 0; i < 100; i++)
            {
                grid[i, j] = radius - Vector2.Distance(new(i + 0.5f, j + 0.5f), new(x, y));
            }
        }

        return grid;
    }

    [Fact]
    public void The_outline_of_a_disc_is_one_closed_circle()
    {
        var line = Assert.Single(Outline.Of(Disc(30)));
        Assert.All(line, p => Assert.Equal(30, Vector2.Distance(p, new(50, 50)), 0.1f));
        Assert.Equal(MathF.PI * 900, Area(line), 20f);
    }

    [Fact]
    public void A_ring_has_an_outer_and_an_inner_line_of_opposite_sense()
    {
        var (outer, inner) = (Disc(35), Disc(15));
        for (var i = 0; i < outer.Values.Length; i++)
        {
            outer.Values[i] = MathF.Min(outer.Values[i], -inner.Values[i]);
        }

        var areas = Outline.Of(outer).Select(SignedArea).OrderByDescending(MathF.Abs).ToList();
        Assert.Equal(2, areas.Count);
        Assert.True(areas[0] * areas[1] < 0);
        Assert.Equal(MathF.PI * (1225 - 225), MathF.Abs(areas[0] + areas[1]), 40f);
    }

    [Theory]
    [InlineData(0.2f)]
    [InlineData(1f)]
    public void Simplifying_drops_points_but_stays_within_its_tolerance(float tolerance)
    {
        var line = Outline.Of(Disc(40))[0];
        var fewer = Curves.Simplified(line, tolerance, closed: true);
        Assert.True(fewer.Length * 2 < line.Length);
        Assert.All(
            line,
            p =>
                Assert.True(
                    Enumerable
                        .Range(0, fewer.Length)
                        .Min(i => Geometry.ToSegment(new(p, 0), new(fewer[i], 0), new(fewer[(i + 1) % fewer.Length], 0)))
                        <= tolerance + 1e-3f
                )
        );
    }

    [Fact]
    public void Smoothing_takes_the_wobble_out_and_does_not_shrink()
    {
        var random = new Random(3);
        var rough = Enumerable
            .Range(0, 200)
            .Select(i => 2 * MathF.PI * i / 200)
            .Select(a => (40 + (float)(random.NextDouble() - 0.5)) * new Vector2(MathF.Cos(a), MathF.Sin(a)))
            .ToArray();
        var smooth = Curves.Smoothed(rough, closed: true, 10);
        float Wobble(Vector2[] l) => l.Zip(l.Skip(1), (a, b) => MathF.Abs(a.Length() - b.Length())).Sum();
        Assert.True(Wobble(smooth) < Wobble(rough) / 2);
        Assert.Equal(1, Area(smooth) / Area(rough), 0.01f);
    }

    [Fact]
    public void A_softened_line_keeps_its_ends()
    {
        Vector2[] zigzag = [.. Enumerable.Range(0, 21).Select(i => new Vector2(i, i % 2))];
        var soft = Curves.Softened(zigzag, 2);
        Assert.Equal((zigzag[0], zigzag[^1]), (soft[0], soft[^1]));
        Assert.All(soft[6..15], p => Assert.Equal(0.5f, p.Y, 0.1f));
    }

    [Fact]
    public void A_path_can_be_read_back_to_within_a_tenth_of_a_unit()
    {
        var line = Curves.Simplified(Outline.Of(Disc(40))[0], 0.3f, true);
        var path = new SvgPath(2).Closed(line);
        Assert.StartsWith("M", path, StringComparison.Ordinal);
        Assert.EndsWith("z", path, StringComparison.Ordinal);
        // The relative steps of a closed path come back to where they began.
        var numbers = System
            .Text.RegularExpressions.Regex.Matches(path[path.IndexOf('q', StringComparison.Ordinal)..], @"-?\d*\.?\d+")
            .Select(m => float.Parse(m.Value, System.Globalization.CultureInfo.InvariantCulture))
            .ToList();
        Assert.Equal(0, numbers.Count % 4);
        Assert.Equal(0, numbers.Where((_, i) => i % 4 == 2).Sum(), 0.15f);
        Assert.Equal(0, numbers.Where((_, i) => i % 4 == 3).Sum(), 0.15f);
    }

    // ISO/IEC 15948 (PNG): header, one filter byte a row, zlib, CRC-32 of kind and data.
    [Fact]
    public void The_wash_is_a_png_that_gives_back_its_pixels()
    {
        byte[] pixels = [.. Enumerable.Range(0, 7 * 5).Select(i => (byte)(i * 37))];
        var png = GreyPng.Write(7, 5, pixels);
        var (at, data) = (8, new List<byte>());
        while (at < png.Length)
        {
            var length = BinaryPrimitives.ReadInt32BigEndian(png.AsSpan(at));
            var body = png.AsSpan(at + 4, 4 + length);
            Assert.Equal(System.IO.Hashing.Crc32.HashToUInt32(body), BinaryPrimitives.ReadUInt32BigEndian(png.AsSpan(at + 8 + length)));
            if (Encoding.ASCII.GetString(body[..4]) == "IDAT")
            {
                data.AddRange(body[4..]);
            }

            at += 12 + length;
        }

        using var plain = new MemoryStream();
        new ZLibStream(new MemoryStream([.. data]), CompressionMode.Decompress).CopyTo(plain);
        var rows = plain.ToArray();
        Assert.Equal(8 * 5, rows.Length);
        for (var y = 0; y < 5; y++)
        {
            byte left = 0;
            for (var x = 0; x < 7; x++)
            {
                left = (byte)(rows[(y * 8) + 1 + x] + left);
                Assert.Equal(pixels[(y * 7) + x], left);
            }
        }
    }

    [Fact]
    public void Solids_give_their_true_distance()
    {
        var ball = new Cone(Vector3.Zero, new(0, 10, 0), 3, 3, 0);
        Assert.Equal(2, ball.Distance(new(5, 5, 0)), 1e-4f);
        Assert.Equal(2, ball.Distance(new(0, 15, 0)), 1e-4f);
        Assert.Equal(-3, ball.Distance(new(0, 5, 0)), 1e-4f);
        var egg = new Ellipsoid(Frame.World, new(2, 4, 3), 0);
        Assert.Equal(0, egg.Distance(new(0, 4, 0)), 1e-3f);
        Assert.True(egg.Distance(new(0, 3.5f, 0)) < 0 && egg.Distance(new(2.5f, 0, 0)) > 0);
        Assert.All(new[] { ball, (Primitive)egg }, s => Assert.True(s.LowerBound(new(9, 2, 7)) <= s.Distance(new(9, 2, 7)) + 1e-4f));
    }

    [Fact]
    public void A_profile_passes_through_its_sections()
    {
        Section[] sections = [new(0, 4, 5, 6, 7), new(10, 8, 8, 8, 8), new(30, 2, 3, 2, 3)];
        var profile = new Profile(sections);
        foreach (var s in sections)
        {
            var found = profile.At(s.At);
            Assert.Equal(s.Lateral, found.Lateral, 0.1f);
            Assert.Equal(s.Back, found.Back, 0.1f);
        }

        Assert.InRange(profile.Reach, 8, 9);
    }

    [Theory]
    [InlineData("front", 1)]
    [InlineData("back", -1)]
    public void The_clients_left_is_on_the_right_from_the_front_and_on_the_left_from_the_back(string view, int sign)
    {
        var posed = Three.Of("tall and slim");
        var chart = new Chart(Views.Of(posed.Body, view));
        var left = chart.OnPage(posed.Locator.On(Known.Base.Atlas.Points["GB31"].Place, 1).At);
        var right = chart.OnPage(posed.Locator.On(Known.Base.Atlas.Points["GB31"].Place, -1).At);
        Assert.Equal(sign, MathF.Sign(left.X - right.X));
    }

    [Fact]
    public void The_page_is_life_size()
    {
        // Eight cun between the nipples on the page are those centimetres times ten millimetres.
        var posed = Three.Of("tall and slim");
        var chart = new Chart(Views.Of(posed.Body, "front"));
        var place = Known.Base.Atlas.Points["ST17"].Place;
        var apart = chart.OnPage(posed.Locator.On(place, 1).At).X - chart.OnPage(posed.Locator.On(place, -1).At).X;
        Assert.Equal(Three.Scale("tall and slim").Of("nipple..nipple", 8).Cm * 10, apart, 12d);
    }

    [Theory]
    [InlineData("palm.left")]
    [InlineData("sole.right")]
    [InlineData("face")]
    public void A_close_up_shows_only_its_part(string view)
    {
        var close = Views.Of(Three.Of("middling, long in the leg").Body, view);
        Assert.True(close.Window.Height < 45, $"{view} is {close.Window.Height} cm high");
        Assert.True(close.Shown.Whole.Solids.Count() < Three.Of("middling, long in the leg").Body.Whole.Solids.Count() / 1.5);
    }

    [Fact]
    public void Every_usual_view_is_a_view_and_one_that_is_not_is_refused()
    {
        Assert.All(Known.Base.Positions.All, p => Assert.Contains(Known.Base.Poses.ViewOf(p.Id), Views.Whole));
        Assert.Throws<RefusalException>(() => Views.Of(Three.Of("short and broad").Body, "beneath"));
        Assert.Equal("sole.right", Views.Of(Three.Of("short and broad").Body, "sole.right").Id);
        Assert.NotEqual(Known.Base.Poses.Of("hip-knee-90", 1), Known.Base.Poses.Of("hip-knee-90", -1));
        Assert.Equal(Known.Base.Poses.Of("supine", 1), Known.Base.Poses.Of("supine", -1));
    }

    private static float Area(Vector2[] line) => MathF.Abs(SignedArea(line));

    private static float SignedArea(Vector2[] line) =>
        Enumerable.Range(0, line.Length).Sum(i => (line[i].X * line[(i + 1) % line.Length].Y) - (line[(i + 1) % line.Length].X * line[i].Y))
        / 2;
}
