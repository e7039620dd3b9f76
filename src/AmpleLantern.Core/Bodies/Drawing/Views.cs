using System.Numerics;
using AmpleLantern.Core.Bodies.Figure;

namespace AmpleLantern.Core.Bodies.Drawing;

/// <summary>What is looked at, from where, and how finely.</summary>
/// <param name="Id">Stable id, e.g. <c>front</c>, <c>sole.left</c>.</param>
/// <param name="CmPerPixel">Fineness of the picture behind the drawing.</param>
/// <param name="Shown">The body, or the parts of it that are drawn.</param>
public sealed record View(string Id, Camera Camera, Window Window, float CmPerPixel, Body Shown);

/// <summary>The views of a body: all of it from six sides, and close-ups of head, hands and feet.</summary>
public static class Views
{
    /// <summary>How fine a picture of the whole body is, in cm; pens are given for it.</summary>
    public const float WholePixel = 0.34f;
    private const float HeadPixel = 0.1f;
    private const float SmallPixel = 0.08f;
    private const float Margin = 2;
    private const float BelowHead = 8;
    private const float BellyTop = 124;
    private const float BellyBottom = 84;
    private const float BellyHalf = 21;

    /// <summary>Views of the whole body, by where the eye is.</summary>
    public static readonly IReadOnlyList<string> Whole = ["front", "back", "left", "right", "above", "corner"];

    /// <summary>Of someone who lies, from beyond the feet and from beyond the head: for whoever works across the body.</summary>
    public const string FromFeet = "from-feet";
    public const string FromHead = "from-head";

    /// <summary>The view in which a direction runs to the right of the page.</summary>
    /// <param name="right">Unit direction in the body's own axes, at right angles to its up.</param>
    public static string WithRight(Body body, Vector3 right) =>
        Beside.First(v =>
        {
            var camera = Of(body, v).Camera;
            return Vector3.Dot(camera.Right, right) > 0.9f && Vector3.Dot(camera.Up, body.Pose.Up) > 0.9f;
        });

    private static readonly string[] Beside = ["left", "right", "front", "back", FromFeet, FromHead];

    /// <summary>Close-ups; those of hands, feet and ears with a side after a dot.</summary>
    public static readonly IReadOnlyList<string> CloseUps =
    [
        "face",
        "head-top",
        "nape",
        "belly",
        "ear.left",
        "ear.right",
        "palm.left",
        "palm.right",
        "hand-back.left",
        "hand-back.right",
        "sole.left",
        "sole.right",
        "foot-top.left",
        "foot-top.right",
        "foot-inner.left",
        "foot-inner.right",
        "foot-outer.left",
        "foot-outer.right",
    ];

    public static bool IsCloseUp(string view) => CloseUps.Contains(view);

    /// <exception cref="RefusalException">There is no such view.</exception>
    public static View Of(Body body, string view)
    {
        if (IsCloseUp(view))
        {
            return CloseUp(body, view);
        }

        var camera = view switch
        {
            "front" => new Camera(Vector3.UnitZ, Up(body, Vector3.UnitZ)),
            "back" => new Camera(-Vector3.UnitZ, Up(body, -Vector3.UnitZ)),
            "left" => new Camera(Vector3.UnitX, Up(body, Vector3.UnitX)),
            "right" => new Camera(-Vector3.UnitX, Up(body, -Vector3.UnitX)),
            "above" => Above(body),
            "corner" => Corner(body),
            FromFeet => new Camera(-Vector3.UnitY, body.Pose.Up),
            FromHead => new Camera(Vector3.UnitY, body.Pose.Up),
            _ => throw new RefusalException(
                "unknown-view",
                $"There is no view '{view}'. Choose one of {string.Join(", ", Whole.Concat(CloseUps))}.",
                "/view"
            ),
        };
        return new(view, camera, Window.Around(body.Whole.Solids, camera, Margin), WholePixel, body);
    }

    /// <summary>A body lying down is shown lying when it is looked at from its side, and head up from above.</summary>
    private static Vector3 Up(Body body, Vector3 toward) =>
        MathF.Abs(Vector3.Dot(body.Pose.Up, toward)) > 0.9f || body.Pose.Up == Vector3.UnitY ? HeadUp(body, toward) : body.Pose.Up;

    private static Vector3 HeadUp(Body body, Vector3 toward)
    {
        // Someone on the side is looked at from above: they lie across the page, front upwards.
        var onSide = MathF.Abs(body.Pose.Up.X) > 0.9f && MathF.Abs(toward.X) > 0.9f;
        return onSide ? Vector3.UnitZ : Vector3.UnitY;
    }

    private static Camera Above(Body body) =>
        new(body.Pose.Up, MathF.Abs(body.Pose.Up.Y) > 0.9f ? Vector3.UnitZ : HeadUp(body, body.Pose.Up));

    private static Camera Corner(Body body)
    {
        var up = body.Pose.Up;
        // From the bent or nearer side, a little raised, towards the head's end for those who lie.
        var side = BentRight(body) ? -1 : 1;
        return up == Vector3.UnitY ? new(new(0.75f * side, 0.25f, 0.8f), up)
            // Who lies on the side has the front beside them, not left or right.
            : MathF.Abs(up.X) > 0.9f ? new((Vector3.UnitZ * 0.9f) + (up * 0.62f), up)
            : new((Vector3.UnitX * side * 0.9f) + (up * 0.62f), up);
    }

    private static bool BentRight(Body body) => Bend(body.Pose.RightLeg) > Bend(body.Pose.LeftLeg) + 1;

    private static float Bend(LimbPose leg) => -leg.Reach.Length();

    private static View CloseUp(Body body, string view)
    {
        var what = view.Split('.')[0];
        var side = view.EndsWith(".right", StringComparison.Ordinal) ? -1 : 1;
        var (head, hand, foot) = (
            body.Bones.Segment("head"),
            body.Bones.Segment(Sides.On("hand", side)),
            body.Bones.Segment(Sides.On("foot", side))
        );
        return what switch
        {
            "face" => Head(new(head.Z, head.Y)),
            "head-top" => Head(new(head.Y, head.Z)),
            "nape" => Nape(new(-head.Z, head.Y)),
            "belly" => Belly(new(Vector3.UnitZ, Vector3.UnitY)),
            "ear" => Head(new(head.X * side, head.Y)),
            "palm" => Hand(new(hand.Z, hand.Y)),
            "hand-back" => Hand(new(-hand.Z, hand.Y)),
            "sole" => Close(new(-foot.Y, foot.Z), [Sides.On("foot", side)], Sides.On("foot", side), SmallPixel),
            "foot-top" => Foot(new(foot.Y + (foot.Z * 0.35f), foot.Z)),
            "foot-inner" => Foot(new(-foot.X, foot.Y)),
            _ => Foot(new(foot.X, foot.Y)),
        };

        View Nape(Camera camera)
        {
            // Down to between the blades, where what is held under the skull is travelled to.
            var at = Head(camera);
            return at with { Window = at.Window with { Bottom = at.Window.Bottom - (BelowHead * body.Size.Scale) } };
        }

        View Belly(Camera camera)
        {
            var (top, bottom) = (camera.See(body.Bones.SpineAt(BellyTop).O), camera.See(body.Bones.SpineAt(BellyBottom).O));
            var half = BellyHalf * body.Size.Scale;
            return new(view, camera, new(top.X - half, bottom.Y, top.X + half, top.Y), HeadPixel, body.Only(p => p is "trunk"));
        }

        View Head(Camera camera) => Close(camera, ["head", "trunk"], "head", HeadPixel);
        View Hand(Camera camera) => Close(camera, [Sides.On("hand", side), Sides.On("forearm", side)], Sides.On("hand", side), SmallPixel);
        View Foot(Camera camera) => Close(camera, [Sides.On("foot", side), Sides.On("shank", side)], Sides.On("foot", side), SmallPixel);
        View Close(Camera camera, string[] shown, string framed, float pixel)
        {
            var only = body.Only(shown.Contains);
            var solids = body.Parts[body.PartNamed(framed)].Solids;
            return new(view, camera, Window.Around(solids, camera, 1), pixel, only);
        }
    }
}
