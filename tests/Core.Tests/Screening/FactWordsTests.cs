using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Tests.Support;

namespace AmpleLantern.Core.Tests.Screening;

/// <summary>From the words people use to facts.</summary>
public class FactWordsTests
{
    private static readonly FactWords Dictionary = new(Known.Base);

    /// <summary>
    /// Antithrombotic agents, group B01A of the WHO Collaborating Centre's ATC index (from memory): each is screened as a blood thinner,
    /// but for what thins it only a little (low doses of aspirin).
    /// </summary>
    [Theory]
    [InlineData("warfarin", "B01AA03")]
    [InlineData("phenprocoumon", "B01AA04")]
    [InlineData("heparin", "B01AB01")]
    [InlineData("enoxaparin", "B01AB05")]
    [InlineData("clopidogrel", "B01AC04")]
    [InlineData("ticagrelor", "B01AC24")]
    [InlineData("dabigatran", "B01AE07")]
    [InlineData("rivaroxaban", "B01AF01")]
    [InlineData("apixaban", "B01AF02")]
    [InlineData("edoxaban", "B01AF03")]
    [InlineData("fondaparinux", "B01AX05")]
    public void Medicines_of_group_B01A_are_blood_thinners(string name, string code)
    {
        var found = Dictionary.Find(name)[0];
        Assert.Equal(code, Assert.Single(found.Codes).Code);
        Assert.Equal(found.Name, Dictionary.Find(code)[0].Name);
        var screened = Known.Screened(Known.Flow(Known.Groin), new(1980, 1, 1), [.. found.Noted]);
        Assert.Contains(screened.Findings, f => f.Rule == "compression-hold.anticoagulant");
    }

    /// <summary>Four classes, three hundred names and more; WHO, International Nonproprietary Names (from memory).</summary>
    [Theory]
    [InlineData("omeprazole", "")]
    [InlineData("paracetamol", "")]
    [InlineData("acetaminophen", "")]
    [InlineData("amoxicillin", "")]
    [InlineData("tamsulosin", "pressure-medicine")]
    [InlineData("amlodipin", "hypertension,pressure-medicine")]
    [InlineData("oxycodone", "sedatives")]
    [InlineData("aspirin", "mild-blood-thinner")]
    [InlineData("ibuprofen", "mild-blood-thinner")]
    [InlineData("sertraline", "mild-blood-thinner")]
    [InlineData("Rivaroxabon", "anticoagulant")]
    [InlineData("clopidogrel", "anticoagulant")]
    [InlineData("hydrocortisone cream", "skin-cream")]
    [InlineData("hydrocortisone tablets", "steroids-long-term,frail-skin")]
    [InlineData("green tablets", "medicine-unknown")]
    public void A_medicine_means_what_its_class_means_slips_of_the_pen_included(string name, string means)
    {
        var said = new FactEntry("medicine", Detail: new Dictionary<string, string> { ["name"] = name });
        var (subject, open) = Derived.From(new(Known.Day, null, [said]), Known.Base);
        Assert.Equal(means, string.Join(',', subject.Facts.Skip(1).Select(f => f.Fact)));
        Assert.Equal(
            name is "amlodipin" or "Rivaroxabon" or "green tablets",
            open.Any(o => o.Saying.Contains($"'{name}'", StringComparison.Ordinal))
        );
        Assert.True(Known.Base.Terms.All.Count(t => t.Kind == "medicine") >= 300);
    }

    [Theory]
    [InlineData("blood thinners", "anticoagulant")]
    [InlineData("stent", "heart-disease")]
    [InlineData("water tablets", "diuretic")]
    [InlineData("slipped disc", "disc-problem")]
    [InlineData("new hip", "hip-replacement")]
    [InlineData("Twisted ankle", "acute-sprain")]
    [InlineData("pacemaker", "implanted-cardiac-device")]
    [InlineData("dvt", "clot")]
    [InlineData("  C-SECTION ", "groin-or-abdominal-surgery")]
    [InlineData("expecting", "pregnancy")]
    [InlineData("tia", "stroke-or-tia")]
    public void Common_words_map_to_facts(string said, string fact) => Assert.Contains(Dictionary.Find(said)[0].Noted, n => n.Fact == fact);

    [Theory]
    [InlineData("wafarin", "warfarin")]
    [InlineData("slippd disc", "slipped disc")]
    [InlineData("rivaroxabon", "rivaroxaban")]
    public void A_slip_of_the_pen_is_answered_with_what_is_near(string said, string near)
    {
        var found = Dictionary.Find(said);
        Assert.All(found, f => Assert.True(f.Near));
        Assert.Contains(found, f => f.Name == near);
    }

    [Fact]
    public void Nothing_is_found_for_a_word_of_another_world() => Assert.Empty(Dictionary.Find("zzyzx"));

    [Fact]
    public void The_vocabulary_is_large_and_its_codes_are_of_the_right_shape()
    {
        Assert.True(Known.Base.Terms.All.Count >= 150);
        Assert.All(
            Known.Base.Terms.All.SelectMany(t => t.Codes),
            c => Assert.Matches(c.System == "ATC" ? "^[A-Z][0-9]{2}[A-Z]{1,2}([0-9]{2})?$" : "^[A-Z][0-9]{2}$", c.Code)
        );
    }

    public static TheoryData<string> Facts => [.. Known.Base.Facts.All.Where(f => !f.Derived && !OwnDay.Is(f)).Select(f => f.Id)];

    /// <summary>Every fact by its name, its id, each of its words and three slips of the pen in its name: first or second.</summary>
    [Theory]
    [MemberData(nameof(Facts))]
    public void Every_fact_is_found_by_name_id_words_and_slips(string id)
    {
        var fact = Known.Base.Facts[id];
        string[] all = [fact.Name, fact.Id, .. fact.Words, .. Slips(fact.Name)];
        var lost = all.Where(said => !Dictionary.Find(said).Take(2).Any(w => w.Noted.Any(n => n.Fact == id)))
            .Select(said => $"'{said}' finds {string.Join(", ", Dictionary.Find(said).Take(2).Select(w => w.Name))}");
        Assert.Empty(lost);
    }

    /// <summary>Adjectives that people use of themselves (from memory).</summary>
    [Theory]
    [InlineData("pregnant", "pregnancy")]
    [InlineData("osteoporotic", "osteoporosis")]
    [InlineData("diabetic", "diabetes")]
    [InlineData("epileptic", "epilepsy")]
    [InlineData("asthmatic", "asthma")]
    [InlineData("anaemic", "anaemia")]
    [InlineData("hypertensive", "hypertension")]
    [InlineData("depressed", "depression")]
    [InlineData("psychotic", "psychosis")]
    [InlineData("feverish", "fever")]
    [InlineData("constipated", "constipation")]
    [InlineData("frail", "frailty")]
    [InlineData("hypermobile", "hypermobility")]
    [InlineData("menopausal", "midlife")]
    [InlineData("bedridden", "bedridden")]
    [InlineData("allergic", "allergy")]
    [InlineData("bruised", "bruise")]
    [InlineData("demented", "dementia")]
    public void An_adjective_finds_what_it_is_of(string said, string fact) =>
        Assert.Contains(Dictionary.Find(said).Take(2), w => w.Noted.Any(n => n.Fact == fact));

    private static IEnumerable<string> Slips(string name)
    {
        var at = name.Length / 2;
        if (name.Length < 5)
        {
            return [];
        }

        // A letter left out, two changed about, one wrong.
        return [name.Remove(at, 1), name[..at] + name[at + 1] + name[at] + name[(at + 2)..], name[..at] + 'x' + name[(at + 1)..]];
    }
}
