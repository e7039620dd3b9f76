using System.Numerics;
using AmpleLantern.Core.Bodies;

namespace AmpleLantern.Core.Atlas;

/// <summary>A patch of skin as places with the distance that each stands for.</summary>
internal sealed record PatchSkin(IReadOnlyList<(Anchor At, float Far)> Places)
{
    /// <summary>What lies no further from a place than this share of their distance is on it.</summary>
    private const float Reach = 0.6f;

    /// <summary>Corners of a box that holds all that can be on it: most of what is asked lies far away.</summary>
    private readonly (Vector3 Least, Vector3 Most) box = (
        Places.Aggregate(Places[0].At.At, (least, p) => Vector3.Min(least, p.At.At - new Vector3(p.Far))),
        Places.Aggregate(Places[0].At.At, (most, p) => Vector3.Max(most, p.At.At + new Vector3(p.Far)))
    );

    public static PatchSkin Of(Anchor[,] grid)
    {
        var places = new List<(Anchor, float)>();
        for (var r = 0; r < grid.GetLength(0); r++)
        {
            for (var c = 0; c < grid.GetLength(1); c++)
            {
                var (next, across) = (grid[r > 0 ? r - 1 : 1, c], grid[r, c > 0 ? c - 1 : 1]);
                var far = MathF.Max(Vector3.Distance(grid[r, c].At, next.At), Vector3.Distance(grid[r, c].At, across.At));
                places.Add((grid[r, c], far * Reach));
            }
        }

        return new(places);
    }

    /// <summary>Near it and facing the same way: the two faces of a hand are near each other.</summary>
    public bool Holds(Anchor anchor)
    {
        if (Vector3.Clamp(anchor.At, box.Least, box.Most) != anchor.At)
        {
            return false;
        }

        foreach (var (at, far) in Places)
        {
            if (Vector3.DistanceSquared(at.At, anchor.At) <= far * far && Vector3.Dot(at.Normal, anchor.Normal) > 0)
            {
                return true;
            }
        }

        return false;
    }
}
