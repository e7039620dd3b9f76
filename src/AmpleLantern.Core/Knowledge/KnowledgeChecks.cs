using AmpleLantern.Core.Atlas;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Techniques;

namespace AmpleLantern.Core.Knowledge;

/// <summary>Something wrong inside one entry of the knowledge.</summary>
/// <param name="Path">JSON pointer inside the entry.</param>
public sealed record KnowledgeProblem(string Kind, string Id, string Path, string Reason);

/// <summary>Cross-checks: every reference resolves and the numbers agree with each other.</summary>
public static class KnowledgeChecks
{
    public static IReadOnlyList<KnowledgeProblem> Problems(KnowledgeBase k) =>
    [
        .. Doubles("regions", k.Regions), .. Doubles("contacts", k.Contacts), .. Doubles("positions", k.Positions),
        .. Doubles("stances", k.Stances), .. Doubles("techniques", k.Techniques), .. Doubles("flows", k.Flows),
        .. Doubles("replacements", k.Replacements), .. Doubles("facts", k.Facts), .. Doubles("rules", k.ShippedRules),
        .. Doubles("schools", k.Schools), .. Doubles("responses", k.Responses), .. Doubles("measures", k.Measures), .. Doubles("props", k.Props),
        .. PropProblems(k), .. KeyClashes(k),
        .. k.Positions.All.SelectMany(p => Known(k.Positions, p.Base).Select(r => new KnowledgeProblem("positions", p.Id, "/base", r))),
        .. k.Techniques.All.SelectMany(t => Technique(t, k)),
        .. k.Flows.All.SelectMany(f => Flow(f, k)),
        .. k.Replacements.All.SelectMany(r => Replacement(r, k)),
        .. Doubles("families", k.Families), .. Doubles("products", k.Products), .. Doubles("terms", k.Terms), .. Doubles("complaints", k.Complaints),
        .. ScreeningChecks.Problems(k), .. Doubles("orderRules", k.OrderRules), .. PlanningChecks.Problems(k), .. PressureChecks.Problems(k),
        .. Doubles("points", k.Atlas.Points), .. Doubles("landmarks", k.Atlas.Landmarks), .. Doubles("channels", k.Atlas.Channels),
        .. Doubles("sen", k.Atlas.Sen), .. AtlasChecks.Problems(k),
        .. k.Responses.All.SelectMany(r => Known(k.Facts, r.AsksFact).Select(why => new KnowledgeProblem("responses", r.Id, "/asksFact", why))),
        .. k.Schools.All.Where(s => !Ordered(s.GroinHold)).Select(s => new KnowledgeProblem("schools", s.Id, "/groinHold", Order)),
    ];

    private const string Order = "Must be ordered min <= usual <= max.";

    private static IEnumerable<KnowledgeProblem> Doubles<T>(string kind, Catalogue<T> all)
        where T : IKnown => all.All.GroupBy(x => x.Id).Where(g => g.Count() > 1)
            .Select(g => new KnowledgeProblem(kind, g.Key, "/id", $"The id '{g.Key}' is used {g.Count()} times; ids are unique."));

    /// <summary>Keys of Give that are no response's: to pause and to begin the step again.</summary>
    private static readonly string[] KeysTaken = ["p", "a"];

    /// <summary>One key, one response: a key pressed with busy hands must never mean two things.</summary>
    private static IEnumerable<KnowledgeProblem> KeyClashes(KnowledgeBase k) => k.Responses.All
        .Where(r => KeysTaken.Contains(r.Key) || k.Responses.All.Any(o => o.Id != r.Id && o.Key == r.Key))
        .Select(r => new KnowledgeProblem("responses", r.Id, "/key", $"The key '{r.Key}' is taken already; give '{r.Name}' one of its own."));

    private static IEnumerable<KnowledgeProblem> PropProblems(KnowledgeBase k) =>
    [
        .. k.Props.All.SelectMany(p => (p.Aliases ?? []).Append(p.Name).Where(n => k.Props.All.Any(o => o.Id != p.Id && (o.Aliases ?? []).Append(o.Name).Contains(n)))
            .Select(n => new KnowledgeProblem("props", p.Id, "/aliases", $"'{n}' is a name of another thing too."))),
        .. k.Flows.All.SelectMany(f => f.Props.Concat(f.Blocks.SelectMany(b => b.Steps).SelectMany(s => s.Props ?? [])).Distinct()
            .SelectMany(p => Known(k.Props, p)).Select(r => new KnowledgeProblem("flows", f.Id, "/props", r))),
    ];

    internal static IEnumerable<string> Known<T>(Catalogue<T> all, string? id)
        where T : IKnown
    {
        if (id is null || all.Has(id))
        {
            yield break;
        }

        string reason;
        try
        {
            _ = all[id];
            reason = "";
        }
        catch (KnowledgeException e)
        {
            reason = e.Message;
        }

        yield return reason;
    }

    internal static IEnumerable<KnowledgeProblem> All<T>(string kind, string of, string path, Catalogue<T> all, IEnumerable<string>? ids)
        where T : IKnown => (ids ?? []).SelectMany((id, i) => Known(all, id).Select(r => new KnowledgeProblem(kind, of, $"{path}/{i}", r)));

    private static IEnumerable<KnowledgeProblem> Technique(Technique t, KnowledgeBase k) =>
    [
        .. All("techniques", t.Id, "/contacts", k.Contacts, t.Contacts),
        .. All("techniques", t.Id, "/positions", k.Positions, t.Positions),
        .. Known(k.Families, t.Family).Select(why => new KnowledgeProblem("techniques", t.Id, "/family", why)),
    ];

    private static IEnumerable<KnowledgeProblem> Flow(Flow flow, KnowledgeBase k)
    {
        foreach (var problem in FlowChecks.Problems(flow, k))
        {
            yield return problem;
        }

        var ids = new HashSet<string>();
        for (var b = 0; b < flow.Blocks.Count; b++)
        {
            for (var s = 0; s < flow.Blocks[b].Steps.Count; s++)
            {
                var step = flow.Blocks[b].Steps[s];
                var at = $"/blocks/{b}/steps/{s}";
                if (!ids.Add(step.Id))
                {
                    yield return new("flows", flow.Id, $"{at}/id", $"The step id '{step.Id}' is used twice in this flow.");
                }

                foreach (var (path, reason) in Step(step, k))
                {
                    yield return new("flows", flow.Id, at + path, reason);
                }
            }
        }
    }

    private static IEnumerable<KnowledgeProblem> Replacement(Replacement r, KnowledgeBase k) =>
    [
        .. All("replacements", r.Id, "/regions", k.Regions, r.Regions),
        .. Known(k.Families, r.For).Select(why => new KnowledgeProblem("replacements", r.Id, "/for", why)),
        .. r.Steps.SelectMany((s, i) => Step(s, k).Select(p => new KnowledgeProblem("replacements", r.Id, $"/steps/{i}{p.Path}", p.Reason))),
    ];

    private static IEnumerable<(string Path, string Reason)> Step(StepTemplate step, KnowledgeBase k)
    {
        var references = new[]
        {
            ("/region", Known(k.Regions, step.Region)), ("/position", Known(k.Positions, step.Position)),
            ("/stance", Known(k.Stances, step.Stance)), ("/technique", Known(k.Techniques, step.Technique)),
            ("/contact", Known(k.Contacts, step.Contact)), ("/points", (step.Points ?? []).SelectMany(p => Known(k.Atlas.Points, p))),
            ("/products", (step.Products ?? []).SelectMany(p => Known(k.Products, p))),
            ("/line", step.Line is null || k.Atlas.Sen.Has(step.Line) ? [] : Known(k.Atlas.Channels, step.Line)),
        };
        foreach (var (path, reason) in references.SelectMany(r => r.Item2.Select(why => (r.Item1, why))))
        {
            yield return (path, reason);
        }

        if (k.Techniques.Find(step.Technique) is { } technique)
        {
            foreach (var problem in AgainstTechnique(step, technique))
            {
                yield return problem;
            }
        }

        if (step.Repeats.Min > step.Repeats.Usual || step.Repeats.Usual > step.Repeats.Max)
        {
            yield return ("/repeats", Order);
        }

        if (step.Pattern.Stations is < 1)
        {
            yield return ("/pattern/stations", "A pattern needs one station or more.");
        }

        if (step.Pattern.Hold is { } hold && !Ordered(hold))
        {
            yield return ("/pattern/hold", Order);
        }

        var needs = PatternNeeds(step.Pattern);
        if (needs is not null)
        {
            yield return ("/pattern", needs);
        }
    }

    private static IEnumerable<(string Path, string Reason)> AgainstTechnique(StepTemplate step, Technique technique)
    {
        if (!technique.Contacts.Contains(step.Contact))
        {
            yield return ("/contact", $"{technique.Name} is not given with '{step.Contact}'; it takes {string.Join(", ", technique.Contacts)}.");
        }

        foreach (var position in (step.AlsoIn ?? []).Prepend(step.Position).Where(p => !technique.Positions.Contains(p)))
        {
            yield return ("/position", $"{technique.Name} is not given in '{position}'; it takes {string.Join(", ", technique.Positions)}.");
        }

        if (!technique.Levels.Contains(step.Level))
        {
            yield return ("/level", $"{technique.Name} goes from level {technique.Levels.Min} to {technique.Levels.Max}, not {step.Level}.");
        }

        if (!technique.Patterns.Contains(step.Pattern.Kind))
        {
            yield return ("/pattern/kind", $"{technique.Name} has no such pattern.");
        }
    }

    /// <summary>What a pattern still needs to be worked out, or null.</summary>
    private static string? PatternNeeds(PatternSpec p) => p switch
    {
        { Kind: PatternKind.PointSet, Stations: null } => "Needs the number of points as its stations.",
        { Kind: PatternKind.ContractRelax, Hold: null } => "Needs the seconds of the push as its hold.",
        { Kind: PatternKind.Column } when !Spine.Vertebrae.Contains(p.From ?? "") || !Spine.Vertebrae.Contains(p.To ?? "") => "Needs the vertebrae it goes from and to.",
        { NeedsTime: true, Hold: null, Breaths: null } => "Needs a hold in seconds, or breaths.",
        { Places: { } places, Stations: { } n } when places.Count != n => $"Has {places.Count} places for {n} stations.",
        _ => null,
    };

    private static bool Ordered(HoldSeconds hold) => hold.Min <= hold.Usual && hold.Usual <= hold.Max && hold.Max > 0;
}
