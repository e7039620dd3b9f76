using AmpleLantern.Core.Giving;
using AmpleLantern.Core.Measures;
using AmpleLantern.Core.Outcomes;
using AmpleLantern.Core.Papers;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Tests.Support;
using AmpleLantern.Exchange.Papers;
using NodaTime;
using PdfSharp.Pdf.IO;

namespace AmpleLantern.Core.Tests.Papers;

/// <summary>Every flow has a page that goes home, and a record on paper.</summary>
public class PapersTests
{
    public static TheoryData<string> Flows => [.. Known.Base.Flows.All.Select(f => f.Id)];

    private static readonly Instant Start = Instant.FromUtc(2026, 3, 2, 10, 0);

    private static LetterSubject Subject(string name = "Ada Moor") =>
        new(name, new ScreenSubject(new LocalDate(2026, 3, 2), new LocalDate(1980, 1, 1), []), "Heavy legs.", "A plan", "Odile Fenn");

    /// <summary>Given to its end, but for what stops it; with something noted at the first step worked.</summary>
    private static VisitLog Log(string flow, params string[] noted)
    {
        var plan = Known.Flow(flow);
        var expansion = Known.Expand(plan);
        var session = new Session(expansion, Known.Base);
        var step = plan.Steps.First(s => s.Role is StepRole.Work);
        GiveEvent[] events =
        [
            new(Guid.NewGuid(), Start, GiveEventKind.Start),
            .. noted.Select(
                (r, i) =>
                    new GiveEvent(
                        Guid.NewGuid(),
                        Start + Duration.FromSeconds(30 + i),
                        GiveEventKind.Response,
                        r,
                        Step: step.Id,
                        Detail: new(Strength: 2)
                    )
            ),
            new(Guid.NewGuid(), Start + Duration.FromSeconds(expansion.TotalSeconds), GiveEventKind.Finish),
        ];
        var state = session.Fold(events);
        return new("Heavy legs.", [], [], plan, plan.Steps.ToDictionary(s => s.Id), [], session.Given(state), state, []);
    }

    [Theory]
    [MemberData(nameof(Flows))]
    public void What_goes_home_is_one_page_with_when_to_call_whom(string flow)
    {
        var page = HomePaper.Draft(Subject(), Log(flow, "tender", "tight"), "112", Known.Base);
        var headings = page.Parts.Select(p => p.Heading).ToList();
        Assert.Contains("Call 112 at once", headings);
        Assert.Contains("Call a physician the same day", headings);
        Assert.Contains("Call us", headings);
        // Every flow that ships says it for the client, in whole sentences.
        var home = Known.Base.Of<FlowHome>()[flow];
        Assert.Equal(home.Today, page.Parts[0].Lines);
        Assert.NotEmpty(home.Today);
        Assert.All(home.Today.Concat(home.Practice).Concat(home.Physician), s => Assert.EndsWith(".", s, StringComparison.Ordinal));
        Assert.Equal(Known.Base.Flows[flow].Guide?.Home.Count > 0, headings.Contains("At home, until we meet"));
        var physician = page.Parts.Single(p => p.Heading.StartsWith("Call a phys", StringComparison.Ordinal)).Lines;
        Assert.All(home.Physician, sign => Assert.Contains(sign, physician));
        Assert.All(page.Parts, p => Assert.NotEmpty(p.Lines));
        Assert.DoesNotContain(page.Parts.SelectMany(p => p.Lines), l => l.Contains('{', StringComparison.Ordinal));
        using var pdf = Read(LetterPdf.Write([page], "Practice for bodywork"));
        Assert.Equal(1, pdf.PageCount);
    }

    private static readonly RecordGround Ground = new(
        new("Said.", "Found.", "Done.", "Next."),
        [],
        "House rules",
        "v1",
        "Odile Fenn",
        new LocalDate(2026, 3, 2),
        [new("Slept well.", "Teo Marsh", new LocalDate(2026, 3, 3))]
    );

    /// <summary>Sleep was once taken afterwards too: a record of that time is printed as it was judged.</summary>
    [Fact]
    public void What_asks_about_the_days_before_is_printed_as_it_was_judged_then_and_now()
    {
        var sleep = Known.Base.Measures["sleep"];
        string Line(Change change) =>
            RecordPaper
                .Short(Subject(), Log("feet-fluid") with { Changes = [change] }, Ground, Known.Base)
                .Parts.SelectMany(p => p.Lines)
                .Single(l => l.StartsWith("Sleep last night:", StringComparison.Ordinal));
        var then = new Change("sleep", 3, 6, 3, 0.9, ChangeVerdict.Better);
        Assert.Equal("Sleep last night: 3 of 10, then 6 of 10; better (counts from 0.9)", Line(then));
        var now = ChangeJudge.Judge(sleep, new("sleep", 6), new(new(2026, 11, 22), [new("sleep", 3)]));
        Assert.Equal("Sleep last night: 3 of 10 on 22 Nov 2026, now 6 of 10; better (counts from 2)", Line(now));
    }

    [Fact]
    public void What_was_stopped_is_not_practised_at_home_and_who_was_sent_on_hears_where()
    {
        var given = HomePaper.Draft(Subject(), Log("feet-fluid"), "112", Known.Base);
        Assert.Contains(given.Parts, p => p.Heading == "At home, until we meet");
        Assert.Contains(given.Parts.SelectMany(p => p.Lines), l => l.StartsWith("One calf", StringComparison.Ordinal));
        var stopped = HomePaper.Draft(Subject(), Log("feet-fluid", "pain"), "112", Known.Base);
        Assert.DoesNotContain(stopped.Parts, p => p.Heading == "At home, until we meet");
        Assert.StartsWith("We stopped", stopped.Parts[0].Lines[0], StringComparison.Ordinal);
        Assert.Empty(Known.Base.Of<FlowHome>()["feet-fluid"].Today.Intersect(stopped.Parts[0].Lines));
        var log = Log("feet-fluid");
        var none = HomePaper.Draft(
            Subject(),
            log with
            {
                Given = [.. log.Given.Select(g => g with { GivenSeconds = 0 })],
            },
            "112",
            Known.Base
        );
        Assert.Equal(Known.Base.One<HomeAdvice>().NothingGiven, none.Parts[0].Lines);
        // The calf is no place of a belly session.
        Assert.DoesNotContain(
            HomePaper.Draft(Subject(), Log("belly-bowl"), "112", Known.Base).Parts.SelectMany(p => p.Lines),
            l => l.StartsWith("One calf", StringComparison.Ordinal)
        );
    }

    [Fact]
    public void The_record_names_each_step_and_all_it_rests_on_and_runs_over_pages()
    {
        var log = Log("legs-on-the-mat", "tender") with
        {
            Findings = Known.Screened(Log("legs-on-the-mat").Plan, null, new FactEntry("varicose-veins")).Findings,
        };
        var record = RecordPaper.Whole(Subject(), log, Ground, Known.Base);
        var lines = record.Parts.SelectMany(p => p.Lines).ToList();
        Assert.All(log.Plan.Steps, s => Assert.Contains(lines, l => l.StartsWith(s.Name, StringComparison.Ordinal)));
        Assert.All(log.Findings, f => Assert.Contains(lines, l => l.Contains(f.Title) && l.Contains($"Source: {f.Source}")));
        Assert.Contains("Slept well. (Teo Marsh, 3 March 2026)", lines);
        Assert.Contains(record.Parts, p => p.Text.Contains("version v1", StringComparison.Ordinal));
        Assert.Equal("Signed by Odile Fenn, 2 March 2026", record.From);
        Assert.Contains("not signed", RecordPaper.Whole(Subject(), log, Ground with { SignedBy = null }, Known.Base).From);
        using var pdf = Read(LetterPdf.Write([record, record], "Practice for bodywork"));
        Assert.True(pdf.PageCount >= 4);
        // A word wider than the page, a line break and no word at all are set like any other.
        var odd = record with
        {
            Parts = [new("Odd", new string('w', 400) + "\nsecond", [""])],
        };
        Assert.Equal(1, Read(LetterPdf.Write([odd], "")).PageCount);
    }

    private static PdfSharp.Pdf.PdfDocument Read(byte[] pdf) => PdfReader.Open(new MemoryStream(pdf), PdfDocumentOpenMode.Import);
}
