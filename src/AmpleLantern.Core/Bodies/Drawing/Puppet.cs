using System.Numerics;
using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Bodies.Shapes;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Bodies.Drawing;

/// <summary>One stiff piece of a figure seen from its side, drawn once and then only moved.</summary>
/// <param name="Name"><c>body</c> (trunk and head), <c>upper-arm</c>, <c>forearm</c>, <c>hand</c>, <c>thigh</c>, <c>shank</c>,
/// <c>foot</c>.</param>
/// <param name="Outline">Closed path in millimetres, y down, from the piece's own corner.</param>
/// <param name="Hair">The cap of hair; empty but for the body.</param>
/// <param name="Left">Where that corner lies from the piece's joint, in mm to the front; <paramref name="Top"/> upwards, before
/// turning.</param>
public sealed record PuppetPiece(string Name, string Outline, string Hair, float Left, float Top);

/// <summary>Where one piece is: its joint in mm (forward and up), and how far it is turned forward, in degrees.</summary>
public readonly record struct PiecePlace(float X, float Y, float Degrees);

/// <summary>A figure in pieces, for someone who moves: the same body as the chart's, too quick to draw anew for each picture.</summary>
/// <remarks>Seen from the right side, everything moves in the plane of the page; what swings sideways is shortened a little.</remarks>
public static class Puppet
{
    private const float CmPerPixel = 0.5f;

    /// <summary>The pieces from far to near: left limbs, body, right limbs.</summary>
    public static readonly IReadOnlyList<(string Piece, int Side)> Order =
    [
        ("hand", 1),
        ("forearm", 1),
        ("upper-arm", 1),
        ("foot", 1),
        ("shank", 1),
        ("thigh", 1),
        ("body", 0),
        ("foot", -1),
        ("shank", -1),
        ("thigh", -1),
        ("hand", -1),
        ("forearm", -1),
        ("upper-arm", -1),
    ];

    public static IReadOnlyList<PuppetPiece> Draw(Body body)
    {
        const int Right = -1;
        return
        [
            Piece(body, "body", ["trunk", "head"], body.Bones.SpineAt(Skeleton.Hips), up: true),
            .. Order
                .Where(o => o.Side == Right)
                .Select(o => Piece(body, o.Piece, [Sides.On(o.Piece, Right)], Frame(body.Bones, o.Piece, Right), o.Piece == "foot")),
        ];
    }

    /// <summary>Where each piece of <see cref="Order"/> is in a pose.</summary>
    public static PiecePlace[] Places(Skeleton bones, Vector3 shiftCm)
    {
        var places = new PiecePlace[Order.Count];
        for (var i = 0; i < places.Length; i++)
        {
            var (piece, side) = Order[i];
            var frame = side == 0 ? bones.SpineAt(Skeleton.Hips) : Frame(bones, piece, side);
            var along = piece is "body" or "foot" ? frame.Y : -frame.Y;
            var at = (frame.O + shiftCm) * FigureArtist.MmPerCm;
            places[i] = new(at.Z, at.Y, MathF.Atan2(along.Z, along.Y) * 180 / MathF.PI);
        }

        return places;
    }

    private static Frame Frame(Skeleton bones, string piece, int side) => bones.Segment(Sides.On(piece, side));

    /// <remarks>A hand that hangs with its palm back shows its back to the front.</remarks>
    private static PuppetPiece Piece(Body body, string name, string[] parts, Frame frame, bool up)
    {
        var only = body.Only(parts.Contains);
        // Looked at from the piece's own outer side, its upper end upwards, its front to the right.
        var upper = up ? frame.Y : -frame.Y;
        var camera = new Camera(Vector3.Cross(name == "hand" ? -frame.Z : frame.Z, upper), upper);
        var window = Window.Around(body.Parts.Where(p => parts.Contains(p.Name)).SelectMany(p => p.Solids), camera, 1);
        var picture = Picture.Take(only, camera, window, CmPerPixel);
        var path = new SvgPath(CmPerPixel * FigureArtist.MmPerCm);
        var outline = string.Concat(
            Outline.Of(picture.Edge.Blurred(0.55f)).Select(l => path.Closed(Curves.Simplified(Curves.Smoothed(l, true, 3), 0.05f, true)))
        );
        var joint = camera.See(frame.O);
        return new(
            name,
            outline,
            name == "body" ? Features.Hair(only, picture, path) : "",
            (window.Left - joint.X) * FigureArtist.MmPerCm,
            (window.Top - joint.Y) * FigureArtist.MmPerCm
        );
    }
}
