using AmpleLantern.Core.Bodies.Drawing;
using AmpleLantern.Core.Measuring;

namespace AmpleLantern.Core.Atlas;

/// <summary>One area in two sets.</summary>
/// <param name="ApartMm">How far apart the two places are on this foot; null where only one set has it or it lies on toes or an
/// edge.</param>
public sealed record AreaDifference(string Id, string Name, string On, bool InFirst, bool InSecond, double? ApartMm, string Says);

/// <summary>Compares two schools' charts on one client's foot.</summary>
public static class ReflexCompare
{
    /// <summary>Areas that differ, farthest apart first; those that agree are left out.</summary>
    public static IReadOnlyList<AreaDifference> Between(ReflexSet first, ReflexSet second, FootShape foot)
    {
        var seconds = second.Areas.ToDictionary(a => a.Id);
        var differences = first
            .Areas.Select(a => Difference(a, seconds.GetValueOrDefault(a.Id), foot))
            .Concat(
                second
                    .Areas.Where(b => first.Areas.All(a => a.Id != b.Id))
                    .Select(b => new AreaDifference(b.Id, b.Name, b.On, false, true, null, "only in the second set"))
            );
        return [.. differences.Where(d => d is not null).Select(d => d!).OrderByDescending(d => d.ApartMm ?? -1)];
    }

    private static AreaDifference? Difference(ReflexArea a, ReflexArea? b, FootShape foot)
    {
        if (b is null)
        {
            return new(a.Id, a.Name, a.On, true, false, null, "only in the first set");
        }

        if (a.On != b.On)
        {
            return new(a.Id, a.Name, a.On, true, true, null, $"on the {a.On} here, on the {b.On} there");
        }

        if (a.Toes is not null || b.Toes is not null)
        {
            return a.At.SequenceEqual(b.At) ? null : new(a.Id, a.Name, a.On, true, true, null, "elsewhere on the toe");
        }

        var along = (b.At[1] - a.At[1]) * foot.LengthMm;
        var across = a.On is "sole" or "top"
            ? foot.At(b.At[0], b.At[1]).FromInnerMm - foot.At(a.At[0], a.At[1]).FromInnerMm
            : (b.At[0] - a.At[0]) * foot.LengthMm;
        if (a.On is "inner" or "outer")
        {
            // On the edges the first number runs along the foot, the second up it.
            (along, across) = (across, (b.At[1] - a.At[1]) * foot.HeelWidthMm);
        }

        var apart = Math.Sqrt((along * along) + (across * across));
        return apart < foot.Outline.SameMm ? null : new(a.Id, a.Name, a.On, true, true, Math.Round(apart), Say(a.On, along, across));
    }

    private static string Say(string on, double along, double across)
    {
        var words = new List<string>();
        if (Math.Abs(along) >= 1)
        {
            words.Add($"{Math.Abs(along):0} mm nearer the {(along > 0 ? "toes" : "heel")}");
        }

        if (Math.Abs(across) >= 1)
        {
            var way = on is "sole" or "top"
                ? across > 0
                    ? "outer edge"
                    : "inner edge"
                : across > 0
                    ? "ankle"
                    : "sole";
            words.Add($"{Math.Abs(across):0} mm nearer the {way}");
        }

        return string.Join(", ", words) + " in the second set";
    }
}
