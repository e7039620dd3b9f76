using System.Numerics;
using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Planning.OnBody;

/// <summary>How the practitioner stands to the client.</summary>
internal static class Standpoint
{
    private const float Flat = 0.9f;

    /// <summary>
    /// Which way the practitioner looks, in the client's directions (x to the client's left, y to the head, z to the front).
    /// </summary>
    public static Vector3 Facing(Stance stance, Side side, Pose pose)
    {
        var sitting = pose.Up == Vector3.UnitY;
        var ontoSide = MathF.Abs(pose.Up.X) > Flat;
        var across = side == Side.Right ? Vector3.UnitX : -Vector3.UnitX;
        return stance.Where switch
        {
            "head" when !sitting => -Vector3.UnitY,
            "side" when ontoSide => Vector3.UnitZ,
            "side" => across,
            "back" when sitting || ontoSide => Vector3.UnitZ,
            "front" when sitting || ontoSide => -Vector3.UnitZ,
            _ when sitting => -Vector3.UnitZ,
            _ => Vector3.UnitY,
        };
    }
}
