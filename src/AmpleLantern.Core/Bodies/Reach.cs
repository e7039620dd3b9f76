using System.Numerics;
using AmpleLantern.Core.Bodies.Figure;

namespace AmpleLantern.Core.Bodies;

/// <summary>Whether a place can be worked in a pose, and what is in the way if not.</summary>
public enum SkinAccess
{
    /// <summary>Open to a hand.</summary>
    Free,

    /// <summary>Faces the mat or the seat.</summary>
    AgainstTheMat,

    /// <summary>Another part of the body lies over it.</summary>
    Covered,

    /// <summary>The limb ends before it.</summary>
    Missing,
}

/// <summary>Works out what is free in a pose: by normals, the mat, and limbs in the way.</summary>
public sealed class Reach
{
    private const float HandNeeds = 9;
    private const float Sag = 0.6f;
    private const float FacesDown = -0.45f;

    /// <summary>A limb held this far off the mat can be worked from below.</summary>
    private const float RoomBelow = 18;
    private readonly Body body;
    private readonly float? mat;

    /// <param name="skin">Places all over the body; the lowest say where the mat is.</param>
    public Reach(Body body, IEnumerable<Anchor> skin)
    {
        this.body = body;
        // Standing up, only the soles touch; sitting, only what the seat carries.
        mat =
            body.Pose.Id == "standing" ? null
            : body.Seat is { } seat && body.Pose.Up == Vector3.UnitY ? seat.Height
            : skin.Min(a => Vector3.Dot(a.At, body.Pose.Up)) + (Sag * body.Size.Scale);
    }

    public SkinAccess At(Anchor place)
    {
        if (place.Buried)
        {
            return place.Missing ? SkinAccess.Missing : SkinAccess.Covered;
        }

        var needs = HandNeeds * body.Size.Scale;
        var up = body.Pose.Up;
        var sitting = up == Vector3.UnitY;
        var facing = Vector3.Dot(place.Normal, up);
        if (mat is { } height)
        {
            var clear = Vector3.Dot(place.At, up) - height;
            if (clear + (facing * needs) < 0 || (!sitting && facing < FacesDown && clear < RoomBelow * body.Size.Scale))
            {
                return SkinAccess.AgainstTheMat;
            }
        }

        // A hand comes in along the normal, or from above where that is shut.
        return
            place.FreeToward(body, place.Normal, needs)
            || (facing > 0 && place.FreeToward(body, Vector3.Normalize(place.Normal + up), needs))
            ? SkinAccess.Free
            : SkinAccess.Covered;
    }
}
