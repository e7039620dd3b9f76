using System.Numerics;
using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Bodies.Shapes;

namespace AmpleLantern.Core.Bodies.Flesh;

/// <summary>Adds solids to one part, taking sizes in cm of the reference figure.</summary>
internal sealed class Sculptor(Part part, float scale)
{
    public void Cone(Vector3 a, Vector3 b, float ra, float rb, float blend, int digit = 0) =>
        part.Add(new Cone(a, b, ra * scale, rb * scale, blend * scale) { Digit = digit });

    public void Ellipsoid(Frame at, float x, float y, float z, float blend, int digit = 0) =>
        part.Add(new Ellipsoid(at, new Vector3(x, y, z) * scale, blend * scale) { Digit = digit });

    public void Loft(Frame[] frames, float[] at, IReadOnlyList<Section> sections, float blend, float girth) =>
        part.Add(new Loft(frames, at, new Profile(sections), blend * scale, girth * scale));

    /// <summary>A straight sweep along a segment, from the first section to the last.</summary>
    public void Along(Frame segment, float lengthFactor, IReadOnlyList<Section> sections, float blend, float girth)
    {
        var (a, b) = (sections[0].At, sections[^1].At);
        var frames = Frame.Run(
            segment.MovedTo(segment.At(0, a * scale * lengthFactor, 0)),
            segment.MovedTo(segment.At(0, b * scale * lengthFactor, 0)),
            2
        );
        Loft(frames, [a, b], sections, blend, girth);
    }
}
