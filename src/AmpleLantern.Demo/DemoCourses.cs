using AmpleLantern.Core.Composing;
using AmpleLantern.Core.Courses;
using AmpleLantern.Core.Measures;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;
using AmpleLantern.Data.Records;
using NodaTime;

namespace AmpleLantern.Demo;

/// <summary>
/// Three courses of six visits: one that grew better, one that did not and was sent on, one that grew worse and was stopped. What was
/// found travels from visit to visit.
/// </summary>
internal sealed class DemoCourses(DemoDay day)
{
    private const string Rim = "Rim, survey by the hours";
    private const string Four = "4 o'clock";
    private const int Visits = 6;

    public IReadOnlyList<ClientRecord> All() => [Linnet(), Osric(), Petra(), PetraAgain()];

    /// <summary>A tight belly: the hour at four lets go, visit by visit; from the fourth on the fist went round the rim as well.</summary>
    private ClientRecord Linnet()
    {
        var c = DemoDay.Client("Linnet Aspery", day.Today.PlusYears(-37), "lock-gate clerk", 167, 13);
        day.Asked(c);
        var course = CourseOf(c, "odile", 42, new WantedAim("abdomen", Quality: "bloated"), "fullness", "belly-tight", "breath-reaches");
        (
            string Words,
            double Full,
            double FullAfter,
            double Tight,
            double TightAfter,
            double Breath,
            double BreathAfter,
            int? Four
        )[] told =
        [
            ("Full after every meal since the autumn tides.", 7, 6, 7, 6, 1, 2, 3),
            ("A day of ease, then full again.", 7, 5.5, 7, 6, 2, 2, 3),
            ("Better in the mornings.", 6, 4.5, 6, 4, 2, 3, 2),
            ("Ate late at the lock supper, and slept.", 5, 2, 5, 2, 2, 3, 2),
            ("Only after bread.", 4, 1, 3, 1, 3, 4, 1),
            ("Hardly think of it.", 2.5, 0.5, 2, 1, 3, 4, null),
        ];
        foreach (var (x, i) in told.Select((x, i) => (x, i)))
        {
            var visit = OfCourse(course, c, 42 - 7 * i, "odile", "belly-bowl", x.Words);
            visit.Plan =
                i < 3
                    ? visit.Plan with
                    {
                        Steps = [.. visit.Plan.Steps.Where(s => !s.Name.StartsWith("Fist", StringComparison.Ordinal))],
                    }
                    : visit.Plan;
            visit.Ratings =
            [
                new("fullness", x.Full, x.FullAfter),
                new("belly-tight", x.Tight, x.TightAfter),
                new("breath-reaches", x.Breath, x.BreathAfter),
            ];
            List<DemoNote> notes =
            [
                .. x.Four is { } s
                    ? new[] { new DemoNote("tender", Rim, Four, s, Text: i == 0 ? "like a bruise, goes to the back" : null) }
                    : [],
                new("tight", Rim, "7 o'clock", i < 2 ? 2 : 1),
                new("gurgle", "Whole mass moved"),
            ];
            day.Give(visit, visit.ScreenedAt!.Value + Duration.FromMinutes(4), [], whole: true, notes: notes);
            day.Sign(visit, "odile");
        }

        return c;
    }

    /// <summary>A shoulder that does not rise further: after four visits it was sent to a physician, and the rest called off.</summary>
    private ClientRecord Osric()
    {
        var c = DemoDay.Client("Osric Penhallow", day.Today.PlusYears(-54), "bell-rope splicer", 175, 14);
        day.Fact(c, new("frozen-shoulder-pattern", Since: day.Today.PlusMonths(-5), Side: Side.Left), day.Today.PlusDays(-18));
        day.Asked(c);
        var course = CourseOf(
            c,
            "teo",
            40,
            new WantedAim("shoulder", Side.Left, "stiff"),
            "arm-raise-forward",
            "arm-raise-sideways",
            "pain"
        );
        (string Words, double Forward, double ForwardAfter, double Aside, double AsideAfter, double Pain, double PainAfter)[] told =
        [
            ("Cannot reach the upper ropes.", 112, 118, 84, 86, 5, 4),
            ("The same; sore the next day.", 112, 115, 83, 86, 5, 5),
            ("Wakes when lying on it.", 110, 114, 82, 84, 5.5, 5),
            ("No better for it, if no worse.", 111, 113, 82, 83, 5.5, 5),
        ];
        foreach (var (x, i) in told.Select((x, i) => (x, i)))
        {
            var visit = OfCourse(course, c, 40 - 7 * i, "teo", "shoulder-freeing", x.Words);
            visit.Ratings =
            [
                new("arm-raise-forward-left", x.Forward, x.ForwardAfter),
                new("arm-raise-forward-right", 168, 168),
                new("arm-raise-sideways-left", x.Aside, x.AsideAfter),
                new("pain", x.Pain, x.PainAfter),
            ];
            DemoNote[] notes =
            [
                new(
                    "does-not-move",
                    "Arm up with traction",
                    Strength: 3,
                    Side: Side.Left,
                    Text: i == 0 ? "stops hard, before the ear" : null
                ),
                new("tender", "Blade drawn up", Strength: 2, Side: Side.Left),
            ];
            day.Give(visit, visit.ScreenedAt!.Value + Duration.FromMinutes(4), [], whole: true, notes: notes);
            visit.Note = new(
                Next: i == 3
                    ? "No change over four visits, and it wakes them at night: a physician looks at the joint first. Letter given along."
                    : null
            );
            day.Sign(visit, "teo");
        }

        EndedEarly(course, c, "teo", 4, 40, "shoulder-freeing", "Sent to a physician: the arm does not rise further after four visits.");
        return c;
    }

    /// <summary>Thick ankles that grew thicker: the third session was stopped at a pain in the calf, and the course with it.</summary>
    private ClientRecord Petra()
    {
        var c = DemoDay.Client("Petra Quenby", day.Today.PlusYears(-63), "retired toll keeper", 162, 15);
        day.Asked(c);
        var course = CourseOf(c, "odile", 38, new WantedAim("whole-foot", Quality: "heavy"), "ankle-eight", "foot-swelling", "heaviness");
        (string Words, double Left, double LeftAfter, double Swelling, double SwellingAfter, double Heavy, double HeavyAfter)[] told =
        [
            ("Shoes tight by evening.", 54, 53.5, 1, 1, 6, 4),
            ("Good for two days.", 54.5, 54.5, 1, 1, 6, 5),
            ("Tight from the morning on, the left more.", 56, 57.5, 2, 2, 7, 8),
        ];
        foreach (var (x, i) in told.Select((x, i) => (x, i)))
        {
            var visit = OfCourse(course, c, 38 - 6 * i, "odile", "feet-fluid", x.Words);
            visit.Ratings =
            [
                new("ankle-eight-left", x.Left, x.LeftAfter),
                new("ankle-eight-right", 53, 53),
                new("foot-swelling-left", x.Swelling, x.SwellingAfter),
                new("heaviness", x.Heavy, x.HeavyAfter),
            ];
            var start = visit.ScreenedAt!.Value + Duration.FromMinutes(4);
            var stopped = i == 2;
            DemoNote[] notes =
            [
                new("swelling", "Crescent behind the outer ankle", Strength: i + 1, Side: Side.Left),
                .. stopped
                    ? new[]
                    {
                        new DemoNote(
                            "pain",
                            "Crescent behind the outer ankle",
                            Strength: 3,
                            Side: Side.Left,
                            Text: "sharp, up into the calf"
                        ),
                    }
                    : [],
            ];
            day.Give(visit, start, [], whole: !stopped, end: stopped ? start + Duration.FromMinutes(20) : null, notes: notes);
            visit.Note = new(
                Next: stopped ? "Stopped. Not worked again until a physician has looked at the left leg; called for today." : null
            );
            day.Sign(visit, "odile");
        }

        EndedEarly(course, c, "odile", 3, 38, "feet-fluid", "Stopped: the left ankle grew thicker and hurt; seen by a physician first.");
        return c;
    }

    /// <summary>The same person, written down once more when she called from elsewhere, with a medicine nobody knew of.</summary>
    private ClientRecord PetraAgain()
    {
        var c = DemoDay.Client("Quenby, Petra Maria", day.Today.PlusYears(-63), "", 162, null);
        c.Contact = "at her daughter's at the lock house, from noon";
        day.Fact(c, new("anticoagulant", Since: day.Today.PlusDays(-10)), day.Today.PlusDays(-6));
        return c;
    }

    private Course CourseOf(ClientRecord client, string by, int daysAgo, WantedAim aim, params string[] measures)
    {
        var course = new Course
        {
            ClientId = client.Id,
            Terms = new([aim], Visits, 7, measures),
            By = day.Staff(by),
            MadeAt = day.Now - Duration.FromDays(daysAgo),
        };
        day.Courses.Add(course);
        return course;
    }

    private Visit OfCourse(Course course, ClientRecord client, int daysAgo, string who, string flow, string words) =>
        day.Earlier(client, daysAgo, who, flow, words, course.Id);

    /// <summary>The visits that were still to come are called off, and the course ends with its reason.</summary>
    private void EndedEarly(Course course, ClientRecord client, string who, int given, int daysAgo, string flow, string why)
    {
        var at = day.Now - Duration.FromDays(daysAgo - 7 * (given - 1) - 1);
        for (var i = given; i < Visits; i++)
        {
            var visit = OfCourse(course, client, daysAgo - 7 * i, who, flow, "");
            (visit.ArrivedAt, visit.ScreenedAt) = (null, null);
            (visit.CancelledAt, visit.CancelledBy, visit.CancelReason) = (at, day.Staff(who), why);
        }

        (course.EndedAt, course.EndedBy, course.EndReason) = (at, day.Staff(who), why);
    }
}
