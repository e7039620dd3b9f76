using System.Numerics;
using AmpleLantern.Core.Bodies;
using AmpleLantern.Core.Bodies.Figure;

namespace AmpleLantern.Core.Atlas;

/// <summary>Lays reflex areas and guide lines, given in fractions of the foot, on the foot of a body.</summary>
public sealed class ReflexPlaces(Locator locator)
{
    private const int Spokes = 18;
    private const float HeelZ = -6.7f;
    private const float TipZ = 19f;
    private const float SoleY = -6.7f;
    private const float AnkleY = 0.2f;
    private const float InsideY = -4.7f;
    private const float ToeRound = 55;

    /// <summary>The rim of an area. Once for each toe it lies on.</summary>
    public IEnumerable<IReadOnlyList<Anchor>> Area(ReflexArea area, int side) =>
        (area.Toes ?? [0]).Select(toe =>
            (IReadOnlyList<Anchor>)
                [
                    .. Enumerable
                        .Range(0, Spokes)
                        .Select(i => 2 * Math.PI * i / Spokes)
                        .Select(angle => At(area, Math.Cos(angle) / 2, Math.Sin(angle) / 2, toe, side)),
                ]
        );

    /// <summary>The middle of an area, on its first toe if it lies on toes.</summary>
    public Anchor Centre(ReflexArea area, int side) => At(area, 0, 0, area.Toes?[0] ?? 0, side);

    /// <summary>A guide line across or along the sole.</summary>
    public List<Anchor> Guide(FootGuide guide, int side) =>
        SkinLine.Through(locator.Body, [.. guide.Through.Select(p => Sole(p[0], p[1], side))]);

    private Anchor At(ReflexArea area, double u, double v, int toe, int side)
    {
        var turn = area.Turn * Math.PI / 180;
        var (du, dv) = (u * area.Size[0], v * area.Size[1]);
        var x = area.At[0] + (du * Math.Cos(turn)) - (dv * Math.Sin(turn));
        var y = area.At[1] + (du * Math.Sin(turn)) + (dv * Math.Cos(turn));
        if (toe > 0)
        {
            var round = area.On == "top" ? 180 + (x * ToeRound) : -x * ToeRound;
            return locator.On(new Place("toe", Digit: toe, Station: Math.Clamp(y, 0, 0.98), Round: round), side);
        }

        return area.On switch
        {
            "sole" => Sole(x, y, side),
            "top" => Flat(x, y, side, new(0, 1, 0.15f)),
            "inner" => Edge(x, y, -1, side),
            _ => Edge(x, y, 1, side),
        };
    }

    private Anchor Sole(double x, double y, int side) => Flat(x, y, side, new(0, -1, 0));

    private Anchor Flat(double x, double y, int side, Vector3 toward)
    {
        var z = HeelZ + ((float)y * (TipZ - HeelZ));
        var (inner, outer) = Width(z, side);
        return locator.Inside("foot", new(inner + ((outer - inner) * (float)x), InsideY, z), toward, side);
    }

    private Anchor Edge(double along, double height, int outward, int side) =>
        locator.Inside(
            "foot",
            new(outward * 0.8f, SoleY + ((float)height * (AnkleY - SoleY)), HeelZ + ((float)along * (TipZ - HeelZ))),
            new(outward, 0, 0),
            side
        );

    /// <summary>Inner and outer edge of the foot at a level, in its own reference cm.</summary>
    private (float Inner, float Outer) Width(float z, int side)
    {
        var body = locator.Body;
        var part = body.PartNamed(Sides.On("foot", side));
        var frame = body.Bones.Segment(Sides.On("foot", side));
        var scale = body.Size.Scale;
        float Out(float way)
        {
            var x = 0f;
            while (MathF.Abs(x) < 6)
            {
                var at = new Vector3(x, -5.2f, z > 0 ? z * body.Size.Foot : z) * scale;
                var d = body.Whole.ToPart(part, frame.At(at));
                if (d > -0.02f && MathF.Abs(x) > 0.5f)
                {
                    break;
                }

                x += way * MathF.Max(0.04f, -d / scale * 0.8f);
            }

            return x;
        }

        return (Out(-1), Out(1));
    }
}
