using AmpleLantern.Core.Bodies;
using AmpleLantern.Core.Giving;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Measures;
using AmpleLantern.Core.Outcomes;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Pressure.Weights;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Screening.Asking;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;
using AmpleLantern.Data.Keeping;
using AmpleLantern.Data.Records;
using AmpleLantern.Exchange.Ask;
using Microsoft.AspNetCore.Identity;
using NodaTime;

namespace AmpleLantern.Demo;

/// <summary>Those who come today: one visit at each stage, and every outcome of a rule.</summary>
internal sealed class TodaysPeople(DemoDay day)
{
    public IReadOnlyList<ClientRecord> All() =>
        [Anouk(), Wren(), Ilse(), Tobin(), Bram(), Maren(), Sedge(), Corvin(), Hesper(), Jory(), Pell()];

    private ClientRecord Anouk()
    {
        var c = DemoDay.Client("Anouk Veldt", day.Today.PlusYears(-42), "tide-bell keeper", 164, 13);
        day.Asked(c);
        day.Past(c, 35, 7, 5, "The stairs of the bell tower are long in winter.");
        day.Past(c, 21, 6, 3, "Lighter for three days, then the stairs again.");
        day.Past(c, 10, 5, 2, "Slept through, twice.");
        var v = day.Visit(c, "odile", 8, 30, DemoDay.Legs, "mat room", "Legs light in the morning, heavy after the second bell.");
        (v.ArrivedAt, v.ScreenedAt) = (day.Now - Duration.FromMinutes(70), day.Now - Duration.FromMinutes(64));
        v.Ratings = [new("heaviness", 5, null), new("tension", 4, null)];
        day.Give(v, 58, 58 - 36, [(310, "warmth"), (700, "sigh"), (905, "too-much"), (1500, "gurgle")], finished: true);
        return c;
    }

    private ClientRecord Wren()
    {
        var c = DemoDay.Client("Wren Dallimore", day.Today.PlusYears(-34), "lamp-glass blower", 171, 14);
        day.Asked(c);
        var v = day.Visit(c, "teo", 9, 0, DemoDay.Legs, "river room", "Stood at the furnace all week.");
        (v.ArrivedAt, v.ScreenedAt) = (day.Now - Duration.FromMinutes(20), day.Now - Duration.FromMinutes(14));
        v.Ratings = [new("heaviness", 6, null)];
        day.Give(v, 10, 0, [(220, "sigh"), (420, "tender")], finished: false);
        return c;
    }

    private ClientRecord Ilse()
    {
        var c = DemoDay.Client("Ilse Marrow", day.Today.PlusYears(-47), "rope-walk hand", 168, 14);
        day.Fact(
            c,
            new("anticoagulant", Since: day.Today.PlusDays(-22), Detail: DemoDay.Detail("medicine", "for the knee operation")),
            day.Today
        );
        day.Fact(c, new("knee-trouble", Since: day.Today.PlusMonths(-7), Side: Side.Left), day.Today.PlusMonths(-5));
        day.Asked(c);
        c.Measures = new(
            StretchesCm: new Dictionary<string, double> { ["popliteal-crease..lateral-malleolus"] = 41.0 },
            HandsCm: new Dictionary<string, double> { ["fourFingersCm"] = 6.9 }
        );
        day.Past(c, 60, 6, 4, "Rope season. Both calves like wood.");
        var v = day.Door(day.Visit(c, "odile", 10, 0, DemoDay.Legs, "mat room", "New tablets since the knee; bruises on the shins."));
        v.ArrivedAt = day.Now - Duration.FromMinutes(6);
        v.Ratings = [new("heaviness", 7, null), new("pain", 3, null)];
        return c;
    }

    private ClientRecord Tobin()
    {
        var c = DemoDay.Client("Tobin Askerell", day.Today.PlusYears(-58), "ferry winder", 176, 15);
        day.Fact(c, new("implanted-cardiac-device", Since: day.Today.PlusYears(-3)), day.Today.PlusYears(-1));
        day.Asked(c);
        var v = day.Visit(c, "odile", 11, 30, DemoDay.Groin, "mat room", "Heavy, tired legs after the night crossings.");
        v.ArrivedAt = day.Now - Duration.FromMinutes(3);
        return c;
    }

    private ClientRecord Bram()
    {
        var c = DemoDay.Client("Bram Osterlick", day.Today.PlusYears(-38), "moss weigher", 181, 12);
        day.Asked(c);
        day.Past(c, 28, 6, 6, "The same at night.");
        day.Past(c, 14, 6, 5, "No real difference.");
        var v = day.Door(day.Visit(c, "odile", 13, 0, DemoDay.Legs, "mat room", "Still heavy at night."));
        (v.ArrivedAt, v.ScreenedAt) = (day.Now - Duration.FromMinutes(2), day.Now - Duration.FromMinutes(1));
        v.Ratings = [new("heaviness", 6, null)];
        return c;
    }

    private ClientRecord Maren()
    {
        var c = DemoDay.Client("Maren Tolliver", day.Today.PlusYears(-31), "signal-flag sewer", 166, 16);
        day.Fact(c, new("pregnancy", Detail: DemoDay.Detail("dueDate", DemoDay.Iso(day.Today.PlusDays(112)))), day.Today.PlusDays(-30));
        day.Visit(c, "teo", 10, 0, DemoDay.Legs, "river room", "Ankles thick in the evening.");
        return c;
    }

    private ClientRecord Sedge()
    {
        var c = DemoDay.Client("Sedge Oumari", day.Today.PlusYears(-51), "dune surveyor", 173, null);
        day.Fact(c, new("clot", FactStatus.Suspected, day.Today, Side: Side.Right), day.Today);
        var v = day.Visit(c, "teo", 12, 0, DemoDay.Legs, "river room", "Right calf hot since yesterday, one finger thicker.");
        (v.ArrivedAt, v.CheckIn) = (day.Now, [new("hot-swollen-calf", Side: Side.Right)]);
        return c;
    }

    private ClientRecord Corvin()
    {
        var c = DemoDay.Client("Corvin Haldetree", day.Today.PlusYears(-29), "kite glazier", 178, null);
        day.Asked(c);
        var v = day.Visit(c, "teo", 14, 0, DemoDay.Legs, "river room", "Shivering since noon.");
        (v.ArrivedAt, v.CheckIn) = (day.Now, [new("fever")]);
        return c;
    }

    private ClientRecord Hesper()
    {
        var c = DemoDay.Client("Hesper Quillon", day.Today.PlusYears(-67), "retired harbour reader", 159, null);
        var v = day.Visit(c, "odile", 15, 0, DemoDay.Groin, "mat room", "A weight on the chest, sitting still.");
        (v.ArrivedAt, v.CheckIn) = (day.Now, [new("chest-pain-at-rest")]);
        return c;
    }

    private ClientRecord Jory()
    {
        var c = DemoDay.Client("Jory Fenwhistle", day.Today.PlusYears(-55), "salt grader", 169, null);
        day.Fact(
            c,
            new("cancer", Since: day.Today.PlusMonths(-4), Detail: DemoDay.Detail("stage", "in-treatment")),
            day.Today.PlusDays(-9)
        );
        var v = day.Visit(c, "odile", 16, 0, DemoDay.Legs, "mat room", "Between two treatments; tired.");
        v.ArrivedAt = day.Now;
        return c;
    }

    private ClientRecord Pell()
    {
        var c = DemoDay.Client("Pell Ravensby", day.Today.PlusYears(-16).PlusDays(-40), "apprentice reed cutter", 172, null);
        day.Visit(c, "teo", 15, 30, DemoDay.Groin, "river room", "Legs buzz after the reed harvest; father is present.");
        return c;
    }
}
