using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Vocabulary;
using AmpleLantern.Data.Records;
using NodaTime;

namespace AmpleLantern.Demo;

/// <summary>The five clients of the demo day who ask most of the screen, one for each tradition. Invented like the rest.</summary>
internal sealed class HardestClients(DemoDay day)
{
    public IReadOnlyList<ClientRecord> All() => [Quill(), Ines(), Rowan(), Sabeth(), Dorrit()];

    /// <summary>71, thin bones, a blood thinner among the medicines, and booked for treading.</summary>
    private ClientRecord Quill()
    {
        var c = DemoDay.Client("Quill Harrowmere", day.Today.PlusYears(-71).PlusDays(-20), "retired beacon painter", 168, 15);
        Fact(c, new("osteoporosis", Since: day.Today.PlusYears(-4)));
        Fact(c, Medicine("apixaban"));
        Fact(c, Medicine("alendronate"));
        Fact(c, new("arrhythmia", Since: day.Today.PlusYears(-2)));
        return Arrived(c, "odile", 12, 0, "treading-with-frame", "mat room", "Wants the feet on the back again, as twenty years ago.");
    }

    /// <summary>Diabetes with numb feet, a wound under the heel, and booked for hot towels and feet.</summary>
    private ClientRecord Ines()
    {
        var c = DemoDay.Client("Ines Kestrelow", day.Today.PlusYears(-58), "net mender", 161, 14);
        Fact(c, new("diabetes", Since: day.Today.PlusYears(-11)));
        Fact(c, new("neuropathy", Since: day.Today.PlusYears(-3)));
        Fact(c, Medicine("metformin"));
        Fact(c, new("open-wound", Since: day.Today.PlusDays(-12), Side: Side.Left, Region: "heel"));
        return Arrived(c, "teo", 11, 0, "feet-fluid", "river room", "Feet like cotton wool; the shoe rubbed the left heel.");
    }

    /// <summary>A hip replaced from behind, a port on the left, and only one side to lie on.</summary>
    private ClientRecord Rowan()
    {
        var c = DemoDay.Client("Rowan Tidewell", day.Today.PlusYears(-63), "pier inspector", 179, 13);
        Fact(c, new("hip-replacement", Since: day.Today.PlusMonths(-4), Side: Side.Left, Detail: DemoDay.Detail("approach", "posterior")));
        Fact(c, new("cannot-lie-on-side", Side: Side.Left));
        Fact(c, new("port-or-line", Since: day.Today.PlusMonths(-2), Side: Side.Left));
        return Arrived(c, "teo", 13, 0, "side-line-upper", "river room", "Shoulders up to the ears since the crutches.");
    }

    /// <summary>A shoulder that clicks with pain, asked about already; a medicine nobody can name, and lenses in.</summary>
    private ClientRecord Sabeth()
    {
        var c = DemoDay.Client("Sabeth Loom", day.Today.PlusYears(-44), "glass sorter", 170, 14);
        Fact(c, new("shoulder-painful-click", Since: day.Today.PlusMonths(-3), Side: Side.Right));
        Fact(c, Medicine("pale green drops"));
        Arrived(
            c,
            "odile",
            17,
            0,
            "neck-then-shoulder",
            "river room",
            "Neck first, please; the right shoulder cracks when I reach up.",
            new FactEntry("contact-lenses")
        );
        day.Interviewed(c.Visits[^1], "shoulder", Side.Right);
        return c;
    }

    /// <summary>Twelve weeks pregnant by one date and sixteen by another, after lunch, and booked for the belly.</summary>
    private ClientRecord Dorrit()
    {
        var c = DemoDay.Client("Dorrit Anselwick", day.Today.PlusYears(-33), "bell-rope splicer", 172, 15);
        Fact(
            c,
            new(
                "pregnancy",
                Detail: new Dictionary<string, string>
                {
                    ["lastPeriod"] = Iso(day.Today.PlusDays(-84)),
                    ["dueDate"] = Iso(day.Today.PlusDays(280 - 112)),
                }
            )
        );
        return Arrived(
            c,
            "teo",
            16,
            30,
            "belly-bowl",
            "river room",
            "The belly is tight after lunch.",
            new FactEntry("meal-within-two-hours")
        );
    }

    private ClientRecord Arrived(
        ClientRecord client,
        string who,
        int hour,
        int minute,
        string flow,
        string room,
        string words,
        params FactEntry[] today
    )
    {
        day.Asked(client);
        var visit = day.Visit(client, who, hour, minute, flow, room, words);
        (visit.ArrivedAt, visit.CheckIn) = (day.Now - Duration.FromMinutes(2), today);
        return client;
    }

    private void Fact(ClientRecord client, FactEntry entry) => day.Fact(client, entry, day.Today.PlusDays(-20));

    private static FactEntry Medicine(string name) => new(FactWords.MedicineFact, Detail: DemoDay.Detail(FactWords.NameDetail, name));

    private static string Iso(LocalDate date) => NodaTime.Text.LocalDatePattern.Iso.Format(date);
}
