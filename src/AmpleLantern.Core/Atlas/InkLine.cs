using AmpleLantern.Core.Bodies;
using AmpleLantern.Core.Bodies.Drawing;
using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Knowledge;

namespace AmpleLantern.Core.Atlas;

/// <summary>A line drawn on the skin where form alone says too little: lids, lips, nails, creases, folds.</summary>
/// <param name="On">The segment, as in a <see cref="Place"/>.</param>
/// <param name="Through">
/// With <paramref name="Toward"/> points inside the segment in cm of the reference figure; else station and degrees round;
/// on the head degrees over the skull and sideways.
/// </param>
/// <param name="Pen">Breadth of the stroke in mm on a page of the whole body.</param>
/// <param name="Digits">Fingers or toes it is drawn on.</param>
/// <param name="Close">Too fine for a whole body.</param>
/// <param name="Middle">Drawn once, not on either side.</param>
/// <param name="Ring">Ends where it began.</param>
[Kind("ink", "drawn line")]
public sealed record InkLine(
    string Id,
    Source Source,
    string On,
    IReadOnlyList<IReadOnlyList<double>> Through,
    double Pen,
    IReadOnlyList<int>? Digits = null,
    IReadOnlyList<double>? Toward = null,
    bool Close = false,
    bool Middle = false,
    bool Ring = false
) : IKnown, IChecked
{
    public IEnumerable<Flaw> Flaws(KnowledgeBase knowledge)
    {
        var numbers = Toward is null ? 2 : 3;
        if (Through.Any(p => p.Count != numbers))
        {
            yield return new(
                "/through",
                Toward is null
                    ? "Without 'toward' each point is a station and degrees round it. Give two numbers."
                    : "With 'toward' each point lies inside the segment. Give three numbers."
            );
        }

        if ((On is "finger" or "toe") != Digits is { Count: > 0 })
        {
            yield return new("/digits", "Say on which fingers or toes it is drawn, and only for those.");
        }
    }

    /// <summary>The line on one body, on every side and digit it belongs to.</summary>
    public IEnumerable<Ink> Draw(Locator locator) =>
        from side in Middle ? [1] : Sides.Both
        from digit in Digits ?? [0]
        select new Ink(
            SkinLine.Through(locator.Body, [.. Around().Select(p => At(locator, p, digit, side))], SkinLine.OfInkCm),
            (float)Pen
        );

    private IEnumerable<IReadOnlyList<double>> Around() => Ring ? Through.Append(Through[0]) : Through;

    private Anchor At(Locator locator, IReadOnlyList<double> p, int digit, int side) =>
        Toward is not null ? locator.On(new Place(On, At: p, Toward: Toward), side)
        : On == "head" ? locator.Head(p[0], p[1], side)
        : locator.On(new Place(On, Station: p[0], Round: p[1], Digit: digit == 0 ? null : digit), side);
}
