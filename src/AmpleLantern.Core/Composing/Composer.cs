using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Composing;

/// <summary>Composes sessions from aims: what to do, in what order, for how long, and why.</summary>
public static class Composer
{
    /// <exception cref="RefusalException">Nothing serves an aim, the time is too short, or treatment is not allowed today.</exception>
    /// <param name="patience">Longest the search for one proposal may take by the clock; a third of a second when somebody waits before a
    /// screen.</param>
    public static Composition Compose(ComposeRequest request, School school, PracticeKnowledge knowledge, TimeSpan? patience = null)
    {
        Check(request, knowledge);
        Fit.CheckMinutes(request.Minutes, knowledge.SessionTimes);
        var search = knowledge.Composing.Model.Search;
        var worth = new Worth(request.Aims, knowledge, request.Leans);
        var units = Units.For(request, school, knowledge);
        var priced = units
            .Select(u => Price(u, request, worth, knowledge))
            .Where(p => p.Worth.Any(w => w > 0))
            .OrderByDescending(p => p.Worth.Max())
            .ThenBy(p => p.Unit.Key, StringComparer.Ordinal)
            .Take(search.MostUnits)
            .ToList();
        CheckServed(request, priced, units.Count, worth, knowledge);
        var budget = (int)(request.Minutes * 60) - FrameSeconds(knowledge);
        var model = new ChoiceModel(priced, request.Aims.Count, budget, knowledge);
        var proposals = new List<Proposal>();
        IReadOnlyCollection<string>? before = null;
        for (var n = 0; n < search.Proposals; n++)
        {
            if (
                model.Solve(before, search.DeterministicSeconds, patience ?? TimeSpan.FromSeconds(search.SecondsBeforeAScreen))
                is not { } choice
            )
            {
                break;
            }

            before = [.. choice.Chosen.Select(c => c.Unit.Key)];
            proposals.Add(new Arrangement(request, school, worth, knowledge).Propose(choice, n));
        }

        return proposals.Count > 0
            ? new([.. proposals.OrderBy(p => p.Remarks).ThenByDescending(p => p.Score)])
            : throw new RefusalException(
                "nothing-fits",
                $"Nothing of this fits into {request.Minutes:0.#} minutes. Give it more time.",
                "/minutes"
            );
    }

    /// <summary>Opening, closing and the look again are kept free of the choice.</summary>
    private static int FrameSeconds(PracticeKnowledge knowledge)
    {
        var rule = knowledge.OrderRules["open-and-close"];
        return (int)(rule.Number("openingSeconds") + rule.Number("closingSeconds") + knowledge.SessionTimes.Changes.StanceSeconds * 2);
    }

    internal static Priced Price(Unit unit, ComposeRequest request, Worth worth, PracticeKnowledge knowledge)
    {
        // A change of stance before each step is counted whole: what is not needed is given back by the fit.
        var each = knowledge.SessionTimes.Changes.StanceSeconds / 2 * unit.Steps.Count;
        var seconds = Enumerable
            .Range(unit.Range.Min, unit.Range.Max - unit.Range.Min + 1)
            .Select(r =>
                (int)Math.Ceiling(each + unit.Steps.Sum(s => PlanExpansion.WorkSeconds(s, unit.RepeatsOf(s, r), request.Tempo, knowledge)))
            )
            .ToList();
        var rank = worth.Rank(unit.First);
        var contact = knowledge.Contacts[unit.First.Contact];
        // What counts as broad, and what as going in, is what the order review takes for it.
        var general = knowledge.OrderRules["general-first"];
        var technique = knowledge.Techniques[unit.First.Technique];
        var specific =
            contact.Strength >= general.Number("specificStrength")
            && unit.First.Level > 1
            && !knowledge.Is(technique, Trait.NeedsNoOpening);
        var broad = contact.Strength <= general.Number("broadStrength") && !knowledge.Is(technique, Trait.OpensNothing);
        return new(
            unit,
            seconds,
            [.. request.Aims.Select((_, a) => worth.Of(unit, a))],
            [.. unit.Steps.Select(s => knowledge.Positions[s.Position].Base ?? s.Position).Distinct()],
            contact.Family == "thumb" && contact.Strength >= knowledge.OrderRules["spare-the-thumbs"].Number("thumbStrength"),
            broad,
            rank == 3 || specific
        );
    }

    private static void Check(ComposeRequest request, PracticeKnowledge knowledge)
    {
        RefusalException.Unless(
            request.Aims.Count > 0,
            "no-aims",
            "Say what the session is for: at least one place or complaint.",
            "/aims"
        );
        RefusalException.Unless(
            request.Traditions.Count > 0,
            "no-traditions",
            "Choose at least one tradition to compose from.",
            "/traditions"
        );
        var known = knowledge.Flows.All.Select(f => f.Tradition).Distinct().ToList();
        foreach (var tradition in request.Traditions)
        {
            RefusalException.Unless(
                known.Contains(tradition),
                "unknown-word",
                $"There is no tradition '{tradition}'. Use {string.Join(", ", known)}.",
                "/traditions"
            );
        }

        for (var i = 0; i < request.Aims.Count; i++)
        {
            var (aim, at) = (request.Aims[i], $"/aims/{i}");
            Known(() => knowledge.Regions[aim.Region], $"{at}/region");
            Known(() => aim.Quality is { } q ? knowledge.Composing.Qualities[q] : null, $"{at}/quality");
            Known(() => aim.For is { } f ? knowledge.Composing.Aims[f] : null, $"{at}/aim");
        }
    }

    private static void Known(Func<object?> find, string at)
    {
        try
        {
            _ = find();
        }
        catch (KnowledgeException e)
        {
            throw new RefusalException("unknown-word", e.Message, at);
        }
    }

    private static void CheckServed(
        ComposeRequest request,
        IReadOnlyList<Priced> priced,
        int permitted,
        Worth worth,
        PracticeKnowledge knowledge
    )
    {
        for (var a = 0; a < request.Aims.Count; a++)
        {
            var wanted = request.Aims[a];
            var region = knowledge.Regions[wanted.Region].Name;
            RefusalException.Unless(
                priced.Any(p => worth.Serves(p.Unit, a)),
                "nothing-serves",
                permitted == 0
                    ? "Today's screening, the props and the positions leave nothing of these traditions. Choose another tradition, or look at Screen."
                    : $"Nothing that may be done today in these traditions serves \"{knowledge.Composing.Aims[worth.For(wanted)].Saying} the {region}\". Choose another tradition or aim.",
                $"/aims/{a}"
            );
        }
    }
}
