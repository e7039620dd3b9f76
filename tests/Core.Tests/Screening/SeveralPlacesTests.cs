using AmpleLantern.Core.Effects;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Tests.Support;
using AmpleLantern.Core.Vocabulary;
using NodaTime;

namespace AmpleLantern.Core.Tests.Screening;

/// <summary>A step that works several places is screened, asked about and counted at each of them.</summary>
public class SeveralPlacesTests
{
    private static readonly LocalDate Adult = new(1986, 1, 1);

    private static PlanStep Press => Known.Flow(Known.Legs).Steps.First(s => s.Technique == "palm-press") with { Level = 2 };

    private static Plan Of(PlanStep step) => Known.Flow(Known.Legs) with { Steps = [step] };

    private static bool Barred(PlanStep step, params FactEntry[] facts) =>
        Known.Screened(Of(step), Adult, facts).Findings.Any(f => f.Outcome is Outcome.Avoid);

    /// <summary>
    /// Walks every region, passed through or worked at the same time: a wound there bars the step, and it does to the body what the same
    /// step does that is named for the region.
    /// </summary>
    [Fact]
    public void What_holds_at_a_region_holds_wherever_in_the_step_it_stands()
    {
        var effects = new EffectsOf(Known.Base, new(65, 1.7));
        foreach (var region in Known.Base.Regions.All.Where(r => !r.Anywhere).Select(r => r.Id))
        {
            var alone = Press with { Region = region };
            var wound = new FactEntry("open-wound", Side: alone.Side, Region: region);
            List<BodyEffect> there = [.. effects.Step(alone, 0).Where(e => e.Kind is not EffectKind.BearsWeight)];
            foreach (var step in new[] { Press with { Through = [region] }, Press with { AlsoAt = [region] } })
            {
                Assert.True(Barred(alone, wound) && Barred(step, wound), $"a wound on {region} does not bar {step.Through is null}");
                Assert.Empty(there.Except(effects.Step(step, 0)).Select(e => $"{region}: {EffectWords.Of(e, step, Known.Base)}"));
                Assert.Equal(
                    Consent.Places(new(Known.Day, Adult, []), Known.Context(Of(alone))).Select(p => p.Region).Except([Press.Region]),
                    Consent
                        .Places(new(Known.Day, Adult, []), Known.Context(Of(step)))
                        .Select(p => p.Region)
                        .Where(r => Known.Base.Meets(r, region))
                );
            }
        }
    }

    /// <summary>A path shares its time by the lengths of its parts; two hands at once each give all of it.</summary>
    [Fact]
    public void Time_is_shared_along_a_path_and_whole_at_each_of_two_hands()
    {
        var path = Press with { Region = "calf", Through = ["thigh-back"], Side = Side.Left };
        var lengths = new[] { "calf", "thigh-back" }.Select(r => Known.Base.Regions[r].LengthOfStature).ToArray();
        var dose = Dose.Of(Known.Expand(Of(path))).Regions.ToDictionary(r => r.Region, r => r.Seconds);
        var whole = dose.Values.Sum();
        Assert.Equal(lengths[0] / lengths.Sum(), dose["calf"] / whole, 2);
        Assert.Equal(lengths.Sum() * Known.Usual.StatureMetres, PlanExpansion.PathMetres(path, Known.Usual, Known.Base), 9);

        var both = Press with { Region = "calf", AlsoAt = ["thigh-back"], Side = Side.Left };
        var each = Dose.Of(Known.Expand(Of(both))).Regions.Select(r => r.Seconds).ToArray();
        Assert.Equal(2, each.Length);
        Assert.Equal(each[0], each[1]);
    }

    /// <summary>A line is worked as one: a rash anywhere on it keeps the step off, though its hand is elsewhere.</summary>
    [Theory]
    [InlineData("rash", "calf", "bl", "erectors", true)]
    [InlineData("shingles", "thigh-back", "bl", "erectors", true)]
    [InlineData("sunburn", "temples", "gb", "it-band", true)]
    [InlineData("rash", "calf", null, "erectors", false)]
    [InlineData("rash", "abdomen", "bl", "erectors", false)]
    [InlineData("open-wound", "calf", "bl", "erectors", false)]
    public void A_line_that_crosses_a_rash_is_left(string fact, string at, string? line, string worked, bool barred)
    {
        var step = Press with { Region = worked, Line = line, Side = Side.Left };
        Assert.Equal(barred, Barred(step, new FactEntry(fact, Side: Side.Left, Region: at)));
        Assert.False(Barred(step, new FactEntry(fact, Side: Side.Right, Region: at)), "the other side is free");
    }

    /// <summary>Whoever writes that a physician looks or that a picture is wanted says so in a field that the letter reads.</summary>
    [Fact]
    public void What_is_promised_in_words_is_a_ground_for_a_letter()
    {
        string[] promises = ["physician looks", "looked at", "imaging"];
        foreach (var rule in Known.Base.Rules.All)
        {
            string[] words = [rule.Title, rule.Why, .. rule.Instead];
            if (promises.Any(p => words.Any(w => w.Contains(p, StringComparison.OrdinalIgnoreCase))))
            {
                Assert.True(
                    rule.Then.Any(r => r.Refer || r.Imaging || r.Outcome.ForbidsTreatment() || r.Outcome is Outcome.Clearance),
                    $"{rule.Id} promises that somebody looks, and no letter can be written"
                );
            }
        }
    }

    [Fact]
    public void A_shoulder_that_gives_way_asks_for_a_picture_in_its_letter()
    {
        var subject = new ScreenSubject(Known.Day, Adult, [new("shoulder-gives-way", Side: Side.Left)]);
        var plan = Known.Flow("neck-then-shoulder");
        var findings = Screener.Run(subject, plan, Known.Base.HouseSchool, Known.Usual, Known.Base).Findings;
        var letter = Letters.Draft(
            LetterKind.Referral,
            new("Brim Ashdown", subject, "It slips out.", plan.Name, "Ampel"),
            findings,
            Known.Base
        );
        Assert.Contains(letter.Parts.SelectMany(p => p.Lines), l => l.StartsWith("A picture of it", StringComparison.Ordinal));
    }
}
