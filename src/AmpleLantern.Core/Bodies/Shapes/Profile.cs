namespace AmpleLantern.Core.Bodies.Shapes;

/// <summary>One cross-section of a limb or the trunk: its four radii, in cm.</summary>
/// <param name="At">Where along the segment.</param>
/// <param name="CentreX">Shift of the centre sideways.</param>
/// <param name="CentreZ">Shift of the centre to the front.</param>
/// <param name="Squareness">Exponent of the superellipse: 2 is round, more is squarer.</param>
public readonly record struct Section(
    float At,
    float Lateral,
    float Medial,
    float Front,
    float Back,
    float CentreX = 0,
    float CentreZ = 0,
    float Squareness = 2
)
{
    /// <summary>The values that are interpolated along the segment.</summary>
    public float Value(int i) =>
        i switch
        {
            0 => Lateral,
            1 => Medial,
            2 => Front,
            3 => Back,
            4 => CentreX,
            5 => CentreZ,
            _ => Squareness,
        };
}

/// <summary>Sections along a segment, cubic between them, tabulated for speed.</summary>
public sealed class Profile
{
    private const int Steps = 128;
    private const int Values = 7;
    private readonly float[] table = new float[(Steps + 1) * Values];
    private readonly float first;
    private readonly float last;

    public Profile(IReadOnlyList<Section> sections)
    {
        first = sections[0].At;
        last = sections[^1].At;
        for (var i = 0; i <= Steps; i++)
        {
            var at = first + ((last - first) * i / Steps);
            var j = 0;
            while (j < sections.Count - 2 && at > sections[j + 1].At)
            {
                j++;
            }

            for (var v = 0; v < Values; v++)
            {
                table[(i * Values) + v] = Cubic(sections, j, v, at);
            }
        }
    }

    /// <summary>Largest reach of any section from the segment's axis, in cm.</summary>
    public float Reach
    {
        get
        {
            var reach = 0f;
            for (var i = 0; i <= Steps; i++)
            {
                var s = At(first + ((last - first) * i / Steps));
                reach = MathF.Max(
                    reach,
                    MathF.Max(MathF.Max(s.Lateral, s.Medial) + MathF.Abs(s.CentreX), MathF.Max(s.Front, s.Back) + MathF.Abs(s.CentreZ))
                );
            }

            return reach;
        }
    }

    public Section At(float at)
    {
        var u = Math.Clamp((at - first) / (last - first), 0, 1) * Steps;
        var i = Math.Min(Steps - 1, (int)u);
        var f = u - i;
        var a = table.AsSpan(i * Values, Values * 2);
        return new(at, Mix(a, 0, f), Mix(a, 1, f), Mix(a, 2, f), Mix(a, 3, f), Mix(a, 4, f), Mix(a, 5, f), Mix(a, 6, f));
    }

    private static float Mix(ReadOnlySpan<float> rows, int v, float f) => rows[v] + ((rows[v + Values] - rows[v]) * f);

    private static float Cubic(IReadOnlyList<Section> s, int j, int v, float at)
    {
        var h = s[j + 1].At - s[j].At;
        var u = (at - s[j].At) / h;
        var (u2, u3) = (u * u, u * u * u);
        return (((2 * u3) - (3 * u2) + 1) * s[j].Value(v))
            + ((u3 - (2 * u2) + u) * Slope(s, j, v) * h)
            + (((-2 * u3) + (3 * u2)) * s[j + 1].Value(v))
            + ((u3 - u2) * Slope(s, j + 1, v) * h);
    }

    private static float Slope(IReadOnlyList<Section> s, int i, int v)
    {
        var a = Math.Max(0, i - 1);
        var b = Math.Min(s.Count - 1, i + 1);
        return (s[b].Value(v) - s[a].Value(v)) / (s[b].At - s[a].At);
    }
}
