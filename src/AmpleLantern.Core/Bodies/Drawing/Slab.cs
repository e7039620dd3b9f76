using System.Numerics;

namespace AmpleLantern.Core.Bodies.Drawing;

/// <summary>A flat block: from one edge to the other, as wide on both, so thick on the side away from the body.</summary>
/// <param name="From">Middle of one edge of the face that carries; to the other likewise.</param>
/// <param name="Half">From the middle to one end of the edge.</param>
/// <param name="Down">From the face that carries to the one beneath.</param>
internal readonly record struct Slab(Vector3 From, Vector3 To, Vector3 Half, Vector3 Down)
{
    public IReadOnlyList<Vector3> Face => [From - Half, From + Half, To + Half, To - Half];

    public IReadOnlyList<Vector3> Corners
    {
        get
        {
            var down = Down;
            return [.. Face, .. Face.Select(c => c + down)];
        }
    }
}
