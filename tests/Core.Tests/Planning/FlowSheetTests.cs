using System.Globalization;
using System.Text;
using System.Text.RegularExpressions;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Tests.Support;
using AmpleLantern.Core.Vocabulary;
using AmpleLantern.Exchange;

namespace AmpleLantern.Core.Tests.Planning;

/// <summary>Flows held to their taught forms, row by row; their sheets in docs/flows kept fresh (<c>./lantern sheets</c>).</summary>
public class FlowSheetTests
{
    private static readonly ILookup<string, TaughtRow> Taught = OpenJson
        .Read<IReadOnlyList<TaughtRow>>(File.ReadAllText(Repository.File("tests", "Core.Tests", "Planning", "taught-forms.json")))
        .ToLookup(t => t.Flow);

    public static TheoryData<string> Flows => [.. Known.Base.Flows.All.Select(f => f.Id)];

    public static TheoryData<string> TaughtFlows => [.. Taught.Select(g => g.Key)];

    private static IReadOnlyList<StepTemplate> Steps(string flow) => [.. Known.Base.Flows[flow].Blocks.SelectMany(b => b.Steps)];

    /// <summary>Every row of the taught form is a step, in the taught order, with the taught seconds and level; common practice.</summary>
    [Theory]
    [MemberData(nameof(TaughtFlows))]
    public void A_flow_is_given_as_it_is_taught(string flow)
    {
        var steps = Steps(flow);
        var at = -1;
        foreach (var row in Taught[flow])
        {
            if (row.Step is null)
            {
                Assert.False(string.IsNullOrEmpty(row.Why), $"{flow} {row.Row} {row.Name}: no step, and no reason");
                continue;
            }

            var place = steps.ToList().FindIndex(s => s.Id == row.Step);
            Assert.True(place >= 0, $"{flow} {row.Row} {row.Name}: '{row.Step}' is missing");
            if (row.Why is null)
            {
                Assert.True(place > at, $"{flow} {row.Row} {row.Name}: '{row.Step}' comes before what is taught before it");
                at = place;
                Assert.True(
                    SameSeconds(row.Seconds, steps[place].Pattern),
                    $"{flow} {row.Row}: {row.Seconds}, given {FlowSheet.Seconds(steps[place].Pattern)}"
                );
                Assert.True(SameLevel(row.Level, steps[place]), $"{flow} {row.Row}: level {row.Level}, given {steps[place].Level}");
            }

            Assert.True(
                SameCount(row.Count ?? "", steps[place]),
                $"{flow} {row.Row}: {row.Count}, given {FlowSheet.Pattern(steps[place])}"
            );
            Assert.True(SameContact(row.Contact ?? "", steps[place]), $"{flow} {row.Row}: {row.Contact}, given {steps[place].Contact}");
        }
    }

    /// <summary>"×3" is the usual number, "×2-4" its limits, "×3 (2-5)" both; of a series of places, of turns, or of the whole.</summary>
    private static bool SameCount(string taught, StepTemplate given)
    {
        var told = Regex.Match(taught, @"×\s*(\d+)(?:-(\d+))?(?:\s*\((\d+)-(\d+)\))?(?! each)");
        if (!told.Success)
        {
            return true;
        }

        var numbers = told.Groups.Values.Skip(1).Select(g => g.Success ? int.Parse(g.Value) : (int?)null).ToList();
        int?[] own = [given.Repeats.Usual, given.Pattern.Count, given.Pattern.Stations];
        return numbers is [{ } once, null, null, null] ? own.Contains(once)
            : numbers is [{ } least, { } most, ..] ? own.Any(n => n >= least && n <= most)
            : own.Contains(numbers[0])
                && (given.Pattern.Count is not null || (given.Repeats.Min, given.Repeats.Max) == (numbers[2], numbers[3]));
    }

    /// <summary>Which words of a contact are of which family.</summary>
    private static readonly (string Words, string Family)[] Families =
    [
        // A hand works with its palm or its fingers.
        ("thumb|finger|nail|pads|hand", "thumb"),
        ("palm|hand|interlaced|tape|towel|strap|cloth|web|heel-of-palm|palm heel|supported|trunk pins", "palm"),
        ("fist|knuckle", "fist"),
        ("forearm|elbow", "forearm"),
        ("sole|foot|feet|heel|arch|toe", "foot"),
        ("knee|shin", "knee"),
        ("seat|sit", "seat"),
    ];

    /// <summary>The family of what it is worked with is among those that are told; nothing told, as in setting up, is anything.</summary>
    private static bool SameContact(string taught, StepTemplate given)
    {
        var told = Families.Where(f => Regex.IsMatch(taught, f.Words, RegexOptions.IgnoreCase)).Select(f => f.Family).ToList();
        return told.Count == 0 || given.Pattern.Kind is PatternKind.Handling || told.Contains(Known.Base.Contacts[given.Contact].Family);
    }

    private static bool SameSeconds(string taught, PatternSpec given)
    {
        var breaths = Regex.Match(taught, @"(?:^|, then )(\d)b(?:-(\d)b)?(?:-(\d)b)?");
        var seconds = Regex.Match(taught, @"(?<=^|^house )([\d.]+)-([\d.]+)-([\d.]+)");
        if (seconds.Success && given.Hold is not null)
        {
            return FlowSheet.Seconds(given).StartsWith(seconds.Value, StringComparison.Ordinal);
        }

        if (Regex.Match(taught, @"^(\d+)(?:-(\d+))?(?=$| |;)") is { Success: true } plain)
        {
            var (from, to) = (Number(plain.Groups[1]), plain.Groups[2].Success ? Number(plain.Groups[2]) : (double?)null);
            return given.Hold is not { } hold || (to is null ? hold.Usual == from : hold.Min == from && hold.Max == to);
        }

        static double Number(Group of) => double.Parse(of.Value, CultureInfo.InvariantCulture);
        var least = int.Parse(breaths.Groups[1].Value);
        var most =
            breaths.Groups[3].Success ? int.Parse(breaths.Groups[3].Value)
            : breaths.Groups[2].Success ? int.Parse(breaths.Groups[2].Value)
            : least;
        // A circle on the breath takes the one breath of each press; what is told in seconds lies within so many breaths.
        return given.Breaths is { } b ? b >= least && b <= most
            : given.Hold is null ? least == 1
            : given.Hold.Usual <= (most + 1) * 5;
    }

    private static bool SameLevel(string taught, StepTemplate given)
    {
        var levels = Regex.Matches(taught, @"\d").Select(m => Math.Max(1, int.Parse(m.Value))).ToList();
        return levels.Count == 0 ? given.Level == 1 : given.Level >= levels.Min() && given.Level <= levels.Max();
    }

    [Theory]
    [MemberData(nameof(Flows))]
    public void The_sheet_of_a_flow_says_what_the_flow_says(string flow) =>
        Fresh($"{flow}.md", FlowSheet.Of(Known.Base.Flows[flow], [.. Taught[flow]]));

    [Fact]
    public void What_was_renamed_split_or_joined_is_listed()
    {
        var page = new StringBuilder(
            "# Steps that had another id before\n\nStored plans carry their steps whole; who asks by an old id finds the step that gives it now.\n\n| flow | before | now |\n| - | - | - |\n"
        );
        foreach (var flow in Known.Base.Flows.All)
        {
            foreach (var step in Known.Flow(flow.Id).Steps.Where(s => s.Formerly is not null))
            {
                page.Append($"| {flow.Id} | {string.Join(", ", step.WasCalled())} | {step.Id} |\n");
            }
        }

        Fresh("renamed.md", page.ToString());
    }

    [Theory]
    [InlineData("treading-with-frame", "thighs", "thighs.left")]
    [InlineData("treading-with-frame", "beside-right", "beside.right")]
    [InlineData("treading-with-wall", "inner-calf.left", "inner-calf")]
    [InlineData("first-back-session", "diagonal", "diagonal-one")]
    public void A_step_is_found_by_the_id_it_had(string flow, string before, string now) =>
        Assert.Equal(now, Known.Flow(flow).Step(before).Id);

    /// <summary>What a step says of itself: "both" on both sides, a number of breaths or places as the pattern has it.</summary>
    [Theory]
    [MemberData(nameof(Flows))]
    public void No_step_contradicts_itself(string flow)
    {
        foreach (var step in Steps(flow))
        {
            var words = string.Join(" ", new[] { step.Name, step.Where, step.Guide?.Hands }.OfType<string>());
            Assert.False(
                Regex.IsMatch(words, "there and back", RegexOptions.IgnoreCase)
                    && !step.Pattern.Returning
                    && step.Pattern.Kind is PatternKind.PalmWalk,
                $"{flow} {step.Id} says there and back and goes one way"
            );
            Assert.False(
                Regex.IsMatch(step.Name, @"\bboth ways\b", RegexOptions.IgnoreCase)
                    && step.Pattern.Kind is PatternKind.Circle
                    && !step.Pattern.BothWays,
                $"{flow} {step.Id} says both ways and turns one way"
            );
            Assert.False(
                step.Side is Vocabulary.Side.Left
                    && Regex.IsMatch(step.Name, @"\bboth (legs|feet|thighs|calves|arms|shoulders|sides)\b", RegexOptions.IgnoreCase),
                $"{flow} {step.Id} says both and works one side"
            );
        }
    }

    private static void Fresh(string name, string page) => Repository.Holds(Repository.File("docs", "flows", name), page, "LANTERN_DOCS");
}
