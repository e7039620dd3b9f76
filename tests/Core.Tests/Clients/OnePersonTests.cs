using AmpleLantern.Core.Clients;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Tests.Support;
using AmpleLantern.Core.Vocabulary;
using NodaTime;

namespace AmpleLantern.Core.Tests.Clients;

/// <summary>Whether two records are one person's, and what they say together. Reading the stricter of two is common practice.</summary>
public class OnePersonTests
{
    private static readonly LocalDate Born = new(1963, 4, 9);

    private static PersonKnown Of(string name, LocalDate? born = null, string contact = "", params SessionTime[] sessions) =>
        new(name, born, contact, sessions);

    [Theory]
    [InlineData("Petra Quenby", "petra quenby", true)]
    [InlineData("Petra Quenby", "Quenby, Pétra", true)]
    [InlineData("Petra Quenby", "Quenby, Petra Maria", true)]
    [InlineData("Petra Quenby", "Petra Quenbi", true)]
    [InlineData("Petra Quenby", "Petra Qeunby", true)]
    [InlineData("Petra Quenby", "Petar Qeunby", false)]
    [InlineData("Petra Quenby", "Perra Quenno", false)]
    [InlineData("Petra Quenby", "Osric Penhallow", false)]
    [InlineData("Petra Quenby", "", false)]
    [InlineData("Éloïse Dröste-Łom", "droste lom eloise", true)]
    [InlineData("陳 Quenby", "Chen Quenby", true)]
    [InlineData("Quenby 1", "Quenby 2", false)]
    [InlineData("Quenby 12", "Quenby 12", true)]
    public void Names_are_alike_without_case_marks_order_and_one_slip(string one, string other, bool alike)
    {
        Assert.Equal(alike, SamePerson.Of(Of(one, Born), Of(other, Born)).Likely);
        Assert.Equal(alike, SamePerson.Of(Of(other, Born), Of(one, Born)).Likely);
        Assert.True(SamePerson.Hinted(Of(one, Born), Of(other, Born)));
        // A name alone is not enough to be shown by itself.
        Assert.False(SamePerson.Hinted(Of(one), Of(other)));
        Assert.False(SamePerson.Of(Of(one), Of(other)).Likely);
    }

    [Fact]
    public void Two_birth_dates_or_two_places_at_once_are_two_people()
    {
        var dates = SamePerson.Of(Of("Petra Quenby", Born), Of("Petra Quenby", Born.PlusDays(1)));
        Assert.Contains("9 April 1963", dates.Impossible, StringComparison.Ordinal);
        Assert.False(dates.Likely);
        SessionTime At(int hour, int day = 1) => new(new(2026, 3, day), new(hour, 0), 60);
        SamePerson Sessions(SessionTime one, SessionTime other) =>
            SamePerson.Of(Of("Petra Quenby", Born, "", one), Of("Petra Quenby", Born, "", other));
        Assert.NotNull(Sessions(At(10), At(10)).Impossible);
        Assert.Null(Sessions(At(10), At(11)).Impossible);
        Assert.Null(Sessions(At(10), At(10, 2)).Impossible);
        Assert.NotNull(Sessions(At(10), At(9) with { Minutes = 61 }).Impossible);
    }

    [Fact]
    public void The_same_number_written_otherwise_is_the_same_and_a_short_one_tells_nothing()
    {
        Assert.True(SamePerson.Of(Of("Petra Quenby", null, "0555 123-456"), Of("P Quenby", Born, "x, 0555123456")).For.Count == 1);
        Assert.True(SamePerson.Of(Of("Petra Quenby", null, "0555 123-456"), Of("Petra Quenby", Born, "0555123456")).Likely);
        Assert.False(SamePerson.Of(Of("Petra Quenby", null, "room 12"), Of("Petra Quenby", Born, "room 12")).Likely);
    }

    private static readonly Instant Then = Instant.FromUtc(2026, 1, 5, 9, 0);

    /// <summary>The class: of every fact of the history, however each record has it, the yes holds, whichever is kept.</summary>
    [Fact]
    public void Of_every_fact_the_stricter_answer_holds_whichever_record_is_kept()
    {
        var knowledge = Known.Base;
        FactStatus[] strict = [FactStatus.Known, FactStatus.Suspected, FactStatus.Past, FactStatus.No];
        foreach (var fact in knowledge.Facts.All.Where(f => f.Scope is FactScope.History))
        {
            foreach (var (a, i) in strict.Select((s, i) => (s, i)))
            {
                foreach (var (b, j) in strict.Select((s, i) => (s, i)))
                {
                    FactEntry one = new(fact.Id, a, SaidAt: Then),
                        other = new(fact.Id, b, SaidAt: Then + Duration.FromDays(1));
                    Assert.Equal(strict[Math.Min(i, j)], After([one], [other]).Single().Status);
                    Assert.Equal(strict[Math.Min(i, j)], After([other], [one]).Single().Status);
                }
            }
        }
    }

    [Fact]
    public void Neither_of_two_places_is_let_go_and_a_no_to_a_place_stands()
    {
        var left = new FactEntry("hernia", Side: Side.Left, SaidAt: Then);
        Assert.Equal(Side.Both, After([left], [left with { Side = Side.Right }]).Single().Side);
        Assert.Equal(Side.Both, After([left], [left with { Side = null }]).Single().Side);
        FactEntry yes = new(Consent.Given, Region: "buttock"),
            no = yes with { Fact = Consent.Refused };
        Assert.Equal(no, After([yes], [no]).Single());
        Assert.Equal(no, After([no], [yes]).Single());
        Assert.Equal(2, After([yes with { Region = "chest" }], [no]).Count);
        // What stands in both is no change; the same said later is none either.
        Assert.Empty(FactsOfTwo.Bring([left], [left with { SaidAt = Then + Duration.FromDays(9) }], Known.Base));
    }

    private static List<FactEntry> After(List<FactEntry> kept, List<FactEntry> other)
    {
        var brought = FactsOfTwo.Bring(kept, other, Known.Base);
        return [.. kept.Where(k => brought.All(b => b.Was != k)), .. brought.Select(b => b.Now).OfType<FactEntry>()];
    }
}
