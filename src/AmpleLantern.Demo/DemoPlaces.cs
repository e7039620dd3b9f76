using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Learning;
using AmpleLantern.Core.Vocabulary;
using AmpleLantern.Data.Records;
using NodaTime;

namespace AmpleLantern.Demo;

/// <summary>Points of the demo world that its people were asked to touch on earlier days, with what they missed them by.</summary>
public static class DemoPlaces
{
    private const double CmPerCun = 2.3;

    private static readonly (int DaysAgo, string Point, double ErrorCun)[] Done =
    [
        (9, "ST36", 0.4),
        (9, "SP6", 0.7),
        (9, "GB34", 1.6),
        (9, "LI4", 0.5),
        (9, "BL23", 0.6),
        (9, "KI1", 0.3),
        (8, "ST36", 0.2),
        (8, "SP6", 0.4),
        (8, "GB34", 0.9),
        (8, "GB20", 1.1),
        (8, "GB21", 0.5),
        (7, "GB34", 0.6),
        (7, "GB20", 1.4),
        (7, "BL57", 2.4),
        (2, "ST36", 0.2),
        (2, "SP6", 0.3),
        (2, "BL57", 0.7),
        (2, "GB20", 0.8),
        (2, "PC6", 0.5),
        (2, "LR3", 0.4),
    ];

    public static IEnumerable<PlaceAnswer> Of(IReadOnlyList<string> staffIds, KnowledgeBase knowledge, Instant now) =>
        from staff in staffIds
        from x in Done.Select((d, i) => (d.DaysAgo, d.Point, d.ErrorCun, At: now - Duration.FromDays(d.DaysAgo) + Duration.FromSeconds(i)))
        select new PlaceAnswer
        {
            Id = Guid.CreateVersion7(),
            StaffId = staff,
            Point = x.Point,
            At = x.At,
            ErrorCm = x.ErrorCun * CmPerCun,
            ErrorCun = x.ErrorCun,
            Grade = knowledge.PlaceMarks.Grade(x.ErrorCun),
        };
}
