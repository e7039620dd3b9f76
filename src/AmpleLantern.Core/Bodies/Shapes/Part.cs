using System.Numerics;

namespace AmpleLantern.Core.Bodies.Shapes;

/// <summary>A part of the body (trunk, left thigh, right hand ...): solids that melt into one another.</summary>
public sealed class Part(string name)
{
    private readonly List<Primitive> solids = [];

    public string Name => name;

    /// <summary>Where it ends, if not all of it is there: what lies beyond this plane is gone.</summary>
    public Floor? End { get; set; }

    /// <summary>None of it is there.</summary>
    public bool Gone { get; set; }

    public IReadOnlyList<Primitive> Solids => solids;

    public void Add(Primitive solid) => solids.Add(solid);
}

/// <summary>Where two neighbouring parts melt into each other: only near the joint, fading to nothing away from it.</summary>
/// <param name="Blend">Blend at the joint in cm.</param>
/// <param name="Reach">Distance from the joint in cm at which blending has ended; it fades from 0.55 of it.</param>
public readonly record struct Joint(int A, int B, Vector3 At, float Blend, float Reach)
{
    private const float FadeFrom = 0.55f;

    public float BlendAt(Vector3 p) => Blend * (1 - Geometry.SmoothStep(Reach * FadeFrom, Reach, (p - At).Length()));
}
