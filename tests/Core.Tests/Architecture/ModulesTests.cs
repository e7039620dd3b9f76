using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Screening;
using ArchUnitNET.Domain;
using ArchUnitNET.Domain.Extensions;
using ArchUnitNET.Loader;

namespace AmpleLantern.Core.Tests.Architecture;

/// <summary>Each module of Core and of Web uses only those below it, so that both can be read from the ground up.</summary>
public class ModulesTests(ITestOutputHelper output)
{
    /// <summary>From the ground up. A new module gets its place here.</summary>
    private static readonly IReadOnlyList<(string Module, string Is)> Core =
    [
        ("", "refusals"),
        ("Knowledge", "kinds of knowledge: references, checks"),
        ("Vocabulary", "regions, contacts, positions, stances, products, things, sides"),
        ("Bodies.Shapes", "signed distances"),
        ("Bodies.Figure", "measures of a body, landmarks, skeleton, poses"),
        ("Bodies.Flesh", "skin over the skeleton"),
        ("Bodies", "a body, spots on its skin, what a hand reaches"),
        ("Bodies.Drawing", "views and figures"),
        ("Measuring", "cun scale, girths, joints, dates"),
        ("Atlas", "points, channels, sen lines, reflex sets, the belly; search; where they are on one client"),
        ("Techniques", "ways of working; pattern to presses to seconds"),
        ("Pressure.Weights", "the practitioner as weights on a skeleton"),
        ("Pressure.Stances", "postures and their equilibrium"),
        ("Pressure", "force to contact pressure to level"),
        ("Planning", "flows, plans, expansion, fit, dose"),
        ("Planning.Changing", "edits of a plan and of its steps; what can be chosen"),
        ("Planning.OnBody", "where hands and feet go on a body, and from where that is seen"),
        ("Planning.Review", "rules of order and their repairs"),
        ("Pressure.Steps", "a plan's steps pressed; the practitioner's load"),
        ("Effects", "what a step does to a body"),
        ("Screening", "facts and rules to findings and swaps"),
        ("Screening.Asking", "cards, lists, interviews; what is still worth asking"),
        ("Screening.Decisions", "what is decided for each condition and effect"),
        ("Composing", "sessions from aims"),
        ("Measures", "what is measured before and after"),
        ("Giving", "the running session, and what may be done"),
        ("Outcomes", "what came of it, and the note"),
        ("Papers", "records and advice on paper"),
        ("Recall", "signed visits as rows; what was found over them, what seems to help"),
        ("Courses", "several visits together; the next plan from the last session"),
        ("Clients", "whether two records are one person's, and what they say together"),
        ("Diary", "the day"),
        ("Training", "drills on the mat"),
        ("Learning", "where points are, asked and spaced"),
    ];

    /// <summary>The server's, from what serves any page to what starts it all.</summary>
    private static readonly IReadOnlyList<(string Module, string Is)> Web =
    [
        ("Serving", "errors, what is remembered, jobs behind a page"),
        ("Time", "the practice's clock"),
        ("Rules", "the shipped knowledge with the practice's own rules"),
        ("Access", "who is signed in and what they may; what was read"),
        ("Keeping", "copies and the chain"),
        ("Atlas", "whose body, its figures, points and lines"),
        ("Visits", "a stored visit as Core sees it; changing it"),
        ("Today", "the day and its bookings"),
        ("Pressure", "presses of a visit's steps"),
        ("Library", "flows and kept plans"),
        ("Arrive", "what is asked and measured before"),
        ("Screening", "overrides, clearances"),
        ("Planning", "edits of the plan"),
        ("Giving", "the running session"),
        ("Reflect", "results and the note"),
        ("Papers", "records, letters and advice on paper; the page that goes home"),
        ("Courses", "several visits planned together"),
        ("Clients", "clients, their visits, what those say together"),
        ("Intake", "what a client fills in"),
        ("Bench", "drills on the mat"),
        ("Learning", "where points are, asked and judged"),
        ("Practice", "rules, people, checks of the practice"),
        ("Hosting", "starting, upgrading, commands"),
    ];

    public static TheoryData<string, string> Assemblies =>
        new() { { "AmpleLantern.Core", nameof(Core) }, { "AmpleLantern.Web", nameof(Web) } };

    [Theory]
    [MemberData(nameof(Assemblies))]
    public void A_module_uses_only_what_lies_below_it(string root, string name)
    {
        var order = name == nameof(Core) ? Core : Web;
        var all = new ArchLoader()
            .LoadAssemblies((name == nameof(Core) ? typeof(RefusalException) : typeof(global::Program)).Assembly)
            .Build();
        string? ModuleOf(IType type) =>
            type.Namespace?.FullName is { } space && (space == root || space.StartsWith($"{root}.", StringComparison.Ordinal))
                ? space[root.Length..].TrimStart('.')
                : null;
        int Place(string module) => order.TakeWhile(o => o.Module != module).Count();

        foreach (var ((module, text), i) in order.Select((m, i) => (m, i + 1)))
        {
            output.WriteLine($"{i, 2}. {(module.Length == 0 ? name : module), -18} {text}");
        }

        Assert.Empty(all.Types.Select(ModuleOf).OfType<string>().Distinct().Except(order.Select(o => o.Module)));
        Assert.Empty(
            all.Types.Where(t => ModuleOf(t) is not null)
                .SelectMany(t => t.Dependencies.Select(d => (From: t, To: d.Target)))
                .Where(d => ModuleOf(d.To) is { } to && ModuleOf(d.From) is { } from && Place(to) > Place(from))
                .Select(d => $"{d.From.FullName} uses {d.To.FullName}")
                .Distinct()
                .Order()
        );
    }
}
