using System.Globalization;
using System.Numerics;
using AmpleLantern.Core.Bodies.Figure;

namespace AmpleLantern.Core.Bodies.Drawing;

/// <summary>A thing to rest on as it is seen: its outline and the face that carries, in millimetres from the page's corner.</summary>
public sealed record RestShape(Rest What, string Outline, string Face);

/// <summary>Puts what carries somebody under and behind them.</summary>
/// <remarks>Sizes in cm are those of usual mats, pillows and chairs; where they stand follows from the body.</remarks>
public sealed class RestArtist(Body body, float matCm)
{
    private const float MatThick = 6;
    private const float MatAround = 9;
    private const float PillowLong = 30;
    private const float PillowWide = 48;
    private const float LeastHigh = 1.5f;
    private const float SeatWide = 46;
    private const float SeatDeep = 44;
    private const float SeatThick = 4;
    private const float BackHigh = 42;
    private const float BoardThick = 4;
    private const float WallHigh = 112;
    private const float WallWide = 120;
    private const float LoungeWide = 54;
    private readonly float scale = body.Size.Scale;
    private readonly Vector3 up = body.Pose.Up;

    /// <summary>Everything in turn, what lies furthest below first.</summary>
    public IReadOnlyList<RestShape> Draw(IEnumerable<Rest> rests, View view)
    {
        var chart = new Chart(view);
        return
        [
            .. rests
                .SelectMany(r => SlabsOf(r).Select(s => (What: r, Slab: s)))
                .Select(x => new RestShape(
                    x.What,
                    Path(Hull(x.Slab.Corners.Select(chart.OnPage))),
                    Path(x.Slab.Face.Select(chart.OnPage))
                )),
        ];
    }

    /// <summary>The blocks a thing is made of.</summary>
    internal IEnumerable<Slab> SlabsOf(Rest rest) =>
        rest switch
        {
            Rest.Mat => [Under(Extent(_ => true), matCm, MatThick, MatAround)],
            Rest.Pillow => Cushion("head", PillowLong, PillowWide),
            Rest.Cushion => Cushion(UpperShank, PillowLong, PillowLong),
            Rest.Chair => Chair(),
            Rest.Wall => [Behind(matCm, WallHigh, WallWide)],
            _ => Lounge(),
        };

    /// <summary>Which way the body lies: towards the head, or forward for who sits upright.</summary>
    private Vector3 Along => up == Vector3.UnitY ? Vector3.UnitZ : Vector3.UnitY;

    private const float Hips = 90;

    private Vector3 Across => Vector3.Cross(up, Along);

    private string UpperShank => Vector3.Dot(up, Vector3.UnitX) > 0 ? Sides.On("shank", 1) : Sides.On("shank", -1);

    /// <summary>Least and most along, across and up, of some parts of the body.</summary>
    private (Vector3 Least, Vector3 Most) Extent(Func<string, bool> which)
    {
        var (least, most) = (new Vector3(float.MaxValue), new Vector3(float.MinValue));
        foreach (var solid in body.Parts.Where(p => which(p.Name)).SelectMany(p => p.Solids))
        {
            foreach (var end in new[] { solid.From, solid.To })
            {
                Vector3 at = new(Vector3.Dot(end, Along), Vector3.Dot(end, Across), Vector3.Dot(end, up));
                (least, most) = (Vector3.Min(least, at - new Vector3(solid.Radius)), Vector3.Max(most, at + new Vector3(solid.Radius)));
            }
        }

        return (least, most);
    }

    private Slab Under((Vector3 Least, Vector3 Most) extent, float top, float thick, float around)
    {
        var (least, most) = extent;
        var middle = (Across * (least.Y + most.Y) / 2) + (up * top);
        return new(
            (Along * (least.X - (around * scale))) + middle,
            (Along * (most.X + (around * scale))) + middle,
            Across * (((most.Y - least.Y) / 2) + (around * scale)),
            up * -thick
        );
    }

    /// <summary>Fills what is free between the mat and a part of the body; nothing where there is no room.</summary>
    private IEnumerable<Slab> Cushion(string part, float length, float width)
    {
        var (least, most) = Extent(p => p == part);
        var high = least.Z - matCm;
        if (high < LeastHigh)
        {
            yield break;
        }

        var middle = (Along * (least.X + most.X) / 2) + (Across * (least.Y + most.Y) / 2) + (up * least.Z);
        yield return new(
            middle - (Along * length / 2 * scale),
            middle + (Along * length / 2 * scale),
            Across * width / 2 * scale,
            up * -high
        );
    }

    private IEnumerable<Slab> Chair()
    {
        // The feet stand on the floor: what sits is trunk and thighs.
        var seat = Mat.HeightCm(body.Only(p => p is "trunk" || p.StartsWith("thigh", StringComparison.Ordinal)));
        var floor = Extent(_ => true).Least.Z;
        var under = (Across * Vector3.Dot(body.Bones.SpineAt(Hips).O, Across)) + (Along * Extent(p => p == "trunk").Least.X) + (up * seat);
        yield return Behind(seat, BackHigh, SeatWide);
        foreach (var (ahead, aside) in new[] { (0f, -1f), (0f, 1f), (1f, -1f), (1f, 1f) })
        {
            var leg = under + (Along * ahead * (SeatDeep - BoardThick) * scale) + (Across * aside * (SeatWide - BoardThick) / 2 * scale);
            yield return new(leg, leg + (Along * BoardThick), Across * BoardThick / 2, up * (floor - seat));
        }

        yield return new(under, under + (Along * SeatDeep * scale), Across * SeatWide / 2 * scale, up * -SeatThick);
    }

    private Slab Behind(float from, float high, float wide)
    {
        var seat = body.Bones.SpineAt(Hips).O;
        var at = (Along * Extent(p => p == "trunk").Least.X) + (Across * Vector3.Dot(seat, Across));
        return new(at + (up * from), at + (up * (from + (high * scale))), Across * wide / 2 * scale, Along * -BoardThick);
    }

    /// <summary>A reclining chair follows the body: behind head and back, under thighs and calves.</summary>
    private IEnumerable<Slab> Lounge()
    {
        Vector3[] bends =
        [
            body.Bones.Segment("head").At(new Vector3(0, HeadTop, 0) * scale),
            body.Bones.SpineAt(Hips).O,
            (body.Bones.Segment(Sides.On("shank", 1)).O + body.Bones.Segment(Sides.On("shank", -1)).O) / 2,
            (body.Bones.Segment(Sides.On("foot", 1)).O + body.Bones.Segment(Sides.On("foot", -1)).O) / 2,
        ];
        float[] deep = [HeadDeep, HipsDeep, KneeDeep, HeelDeep];
        var boards = new List<(Vector3 From, Vector3 To, Vector3 Away)>();
        for (var i = 0; i + 1 < bends.Length; i++)
        {
            var (from, to) = (bends[i] with { X = 0 }, bends[i + 1] with { X = 0 });
            var away = Vector3.Normalize(Vector3.Cross(Vector3.UnitX, to - from));
            boards.Add((from + (away * deep[i] * scale), to + (away * deep[i + 1] * scale), away));
        }

        // Where one board ends the next begins: nobody sinks in between.
        for (var i = 0; i + 1 < boards.Count; i++)
        {
            var meet = Meet(boards[i], boards[i + 1]);
            (boards[i], boards[i + 1]) = (boards[i] with { To = meet }, boards[i + 1] with { From = meet });
        }

        return boards.Select(b => new Slab(b.From, b.To, Vector3.UnitX * LoungeWide / 2 * scale, b.Away * MatThick));
    }

    private static Vector3 Meet((Vector3 From, Vector3 To, Vector3 Away) a, (Vector3 From, Vector3 To, Vector3 Away) b)
    {
        const float Parallel = 0.05f;
        var (along, across) = (a.To - a.From, Vector3.Dot(a.To - a.From, b.Away));
        return MathF.Abs(across) < Parallel * along.Length()
            ? (a.To + b.From) / 2
            : a.From + (along * Vector3.Dot(b.From - a.From, b.Away) / across);
    }

    private const float HeadTop = 12;
    private const float HeadDeep = 10.5f;
    private const float HipsDeep = 13.5f;
    private const float KneeDeep = 7.5f;
    private const float HeelDeep = 5.5f;

    private static string Path(IEnumerable<Vector2> points) =>
        $"M{string.Join('L', points.Select(p => string.Create(CultureInfo.InvariantCulture, $"{p.X:0} {p.Y:0}")))}z";

    /// <summary>The outline round some places of the page (Andrew's monotone chain).</summary>
    private static List<Vector2> Hull(IEnumerable<Vector2> places)
    {
        var sorted = places.OrderBy(p => p.X).ThenBy(p => p.Y).ToList();
        List<Vector2> Half(IEnumerable<Vector2> from)
        {
            var chain = new List<Vector2>();
            foreach (var p in from)
            {
                while (chain.Count > 1 && Turn(chain[^2], chain[^1], p) <= 0)
                {
                    chain.RemoveAt(chain.Count - 1);
                }

                chain.Add(p);
            }

            return chain[..^1];
        }

        return [.. Half(sorted), .. Half(sorted.AsEnumerable().Reverse())];
    }

    private static float Turn(Vector2 a, Vector2 b, Vector2 c) => ((b.X - a.X) * (c.Y - a.Y)) - ((b.Y - a.Y) * (c.X - a.X));
}
