using System.Text.RegularExpressions;
using AmpleLantern.Core.Planning.Changing;
using AmpleLantern.Core.Tests.Support;

namespace AmpleLantern.Core.Tests.Architecture;

/// <summary>
/// Numbers of the practice stand in <c>knowledge/</c> with their source; code has only those that no practitioner could wish otherwise.
/// </summary>
public partial class NumbersTests
{
    /// <summary>Numbers that are arithmetic wherever they stand.</summary>
    private static readonly Dictionary<string, string> Everywhere = new Dictionary<string, string>
    {
        ["0"] = "nothing",
        ["1"] = "one",
        ["2"] = "two, half and squares",
        ["0.5"] = "half",
        ["3"] = "rank, axes and weights of search",
        ["10"] = "tenths; N/cm² in kPa",
        ["100"] = "percent; cm in a metre",
        ["60"] = "seconds in a minute",
        ["7"] = "days in a week",
        ["180"] = "degrees",
        ["360"] = "degrees of a turn",
        ["1000"] = "thousandths",
        ["1e-9"] = "rounding",
        ["1e-6"] = "rounding",
        ["1e-3"] = "rounding",
    };

    /// <summary>Folders and files whose numbers are no practice, with the reason.</summary>
    private static readonly Dictionary<string, string> Apart = new Dictionary<string, string>
    {
        ["Bodies/"] = "the shape tables of the drawn figure and how it is drawn",
        ["Atlas/Locator.cs"] = "where segments of the drawn figure lie",
        ["Atlas/ReflexPlaces.cs"] = "where the drawn foot's skin lies",
        ["Atlas/Patches.cs"] = "how finely skin is sampled",
        ["Atlas/ViewChoice.cs"] = "how finely skin is sampled, and what counts as seen",
        ["Atlas/PatchSkin.cs"] = "how finely skin is sampled",
        ["Planning/OnBody/"] = "how finely a way is sampled, and where the drawn figure has its ends",
        ["Atlas/ChartLayers.cs"] = "how finely a ring is drawn",
        ["Atlas/Touch.cs"] = "how finely a line of sight is walked",
        ["Atlas/Search.cs"] = "how hits are ranked and how many are shown",
        ["Pressure/Weights/Links.cs"] = "how the practitioner's free limbs are drawn",
        ["Pressure/Weights/Practitioner.cs"] = "ends of segments on the drawn figure; gravity",
        ["Pressure/Weights/Statics.cs"] = "six equations of equilibrium",
        ["Pressure/Stances/"] = "how free hands and feet are drawn beside the working ones; what the forces depend on is in postures.json",
        ["Pressure/ContactPressure.cs"] = "how finely the solver looks",
        ["Pressure/Steps/"] = "how finely a path is sampled, how much is said at once",
        ["Pressure/FreeBody.cs"] = "when a sum is written with one term less",
        ["Knowledge/Catalogue.cs"] = "how many near ids are told",
        ["Effects/EffectsOf.cs"] = "how many steps are remembered",
        ["Screening/Asking/FurtherQuestions.cs"] = "how many questions anybody answers with care",
        ["Screening/FactWords.cs"] = "how many near words are told",
        ["Screening/Swaps.cs"] = "rounds of a search that ends by itself",
        ["Screening/SwapWays.cs"] = "how many other flows are told",
        ["Screening/FactCheck.cs"] = "how many near ids are told",
        ["Planning/Review/PlanReview.cs"] = "rounds of a search that ends by itself",
        ["Giving/Amendment.cs"] = "how many steps are named",
        ["Giving/Session.cs"] = "just before a step's start",
        ["Techniques/Patterns.cs"] = "a slip of the pen, where no knowledge is at hand",
        ["Techniques/Spine.cs"] = "the vertebrae there are",
        ["Planning/Changing/PlanEdits.cs"] = "the length of a word of reason; a whole number",
        ["Screening/StartGate.cs"] = "the length of a word of reason",
        ["Screening/ClearanceCheck.cs"] = "the length of a word of reason",
        ["Clients/SamePerson.cs"] = "how long a number is that one person alone has",
        ["Diary/Slot.cs"] = "hours in a day",
        ["Pressure/Levels.cs"] = "the levels there are, and half of one",
        ["Papers/RecordPaper.cs"] = "how much a short report names",
        ["Recall/FoundOverVisits.cs"] = "how much is shown beside each other",
        ["Recall/RecalledRows.cs"] = "how rows are numbered",
        ["Composing/Worth.cs"] = "ranks",
        ["Composing/Arrangement.cs"] = "phases of a session in order",
        ["Planning/Changing/TaughtSteps.cs"] = "how hits are ranked, and how long a word is that a slip is forgiven in",
        ["Planning/Changing/StepChoices.cs"] = "how many ways are shown beside each other",
        ["Planning/Fit.cs"] = "tenths of a second, rounded",
        ["Training/DrillScore.cs"] = "both hands in percent",
        ["Measures/Volume.cs"] = "the formula of a truncated cone",
        ["Measures/Measure.cs"] = "one try",
        ["Measuring/CunScale.cs"] = "the fingers of a hand without the thumb",
    };

    [Fact]
    public void Core_keeps_no_number_of_the_practice()
    {
        var core = Repository.File("src", "AmpleLantern.Core");
        var found = Directory
            .GetFiles(core, "*.cs", SearchOption.AllDirectories)
            .Select(f => (Path: f, Name: Path.GetRelativePath(core, f).Replace('\\', '/')))
            .Where(f =>
                !f.Name.StartsWith("obj/", StringComparison.Ordinal)
                && !f.Name.StartsWith("bin/", StringComparison.Ordinal)
                && !Apart.Keys.Any(a => f.Name.StartsWith(a, StringComparison.Ordinal))
            )
            .SelectMany(f =>
                File.ReadLines(f.Path)
                    .SelectMany(
                        (line, i) =>
                            Bare(line).Where(n => !Everywhere.ContainsKey(n)).Select(n => $"{f.Name}:{i + 1}: {n} in {line.Trim()}")
                    )
            )
            .ToList();
        Assert.True(found.Count == 0, "Numbers of the practice belong into knowledge/ with their source:\n" + string.Join("\n", found));
    }

    [Fact]
    public void What_is_set_apart_is_there() =>
        Assert.All(
            Apart.Keys,
            a =>
                Assert.True(
                    Path.Exists(Repository.File("src", "AmpleLantern.Core", a.TrimEnd('/'))),
                    $"{a} is set apart, but there is no such file."
                )
        );

    private static IEnumerable<string> Bare(string line) =>
        line.TrimStart().StartsWith("//", StringComparison.Ordinal)
            ? []
            : Number()
                .Matches(Quoted().Replace(line, "\"\""))
                .Select(m => m.Value.TrimEnd('f', 'd', 'm', 'L') is var n && n.EndsWith(".0", StringComparison.Ordinal) ? n[..^2] : n);

    [GeneratedRegex("""(?<![\w.])\d[\d_]*(\.\d+)?(e-?\d+)?[fdmL]?\b""")]
    private static partial Regex Number();

    [GeneratedRegex(""""\$*@?"(\\.|[^"\\])*"|'.'"""")]
    private static partial Regex Quoted();
}
