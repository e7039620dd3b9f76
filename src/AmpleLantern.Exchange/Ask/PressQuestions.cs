using AmpleLantern.Core;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Measures;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Pressure;
using AmpleLantern.Core.Pressure.Stances;
using AmpleLantern.Core.Pressure.Steps;
using AmpleLantern.Core.Pressure.Weights;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Exchange.Ask;

/// <summary>What is wanted of a press: one of these, and by which way it is to be reached.</summary>
/// <param name="By">The stance's first way when not said.</param>
public sealed record WantedPress(int? Level = null, double? KPa = null, double? Newtons = null, double? PullNewtons = null, Way? By = null);

/// <summary>Input of <c>ask press</c>. What is left out is as usual for the stance.</summary>
public sealed record PressQuestion
{
    public required Practitioner Practitioner { get; init; }

    /// <summary>A stance of the practice, or one of the mechanics by id.</summary>
    public required string Stance { get; init; }

    public required string Contact { get; init; }

    public double? LeanDegrees { get; init; }

    public double? AheadM { get; init; }

    public double? SupportPercent { get; init; }

    public double? SidewaysCm { get; init; }

    /// <summary>Of the place above the floor.</summary>
    public double? HeightM { get; init; }

    /// <summary>Between the press and the skin's normal.</summary>
    public double? SlopeDegrees { get; init; }

    /// <summary>How many contacts share the force.</summary>
    public int? Contacts { get; init; }

    public string? Region { get; init; }

    public int? CapLevel { get; init; }

    public WantedPress? Wanted { get; init; }
}

/// <summary>A force on the practitioner: how much it bears up (newtons) and pushes forward, and where it acts.</summary>
public sealed record ForceAnswer(string Support, double Newtons, double ForwardNewtons, double AheadM, double UpM);

/// <summary>Answer of <c>ask press</c>.</summary>
public sealed record PressAnswered
{
    public required string Stance { get; init; }

    public required double LeanDegrees { get; init; }

    public required double AheadM { get; init; }

    public required double SupportPercent { get; init; }

    public required IReadOnlyList<ForceAnswer> Forces { get; init; }

    public required double Newtons { get; init; }

    public required double KilogramsForce { get; init; }

    public required double NormalNewtons { get; init; }

    public required double DragNewtons { get; init; }

    public required double AreaCm2 { get; init; }

    public double? KPa { get; init; }

    public int? Level { get; init; }

    public double? PullNewtons { get; init; }

    public required bool Feasible { get; init; }

    /// <summary>The free-body sum, or why it cannot be held so.</summary>
    public required string Why { get; init; }

    /// <summary>Upper limits of levels 1 to 4 for this contact here.</summary>
    public required IReadOnlyList<double> UpToKPa { get; init; }

    public required double DoubtPercent { get; init; }

    public double? CapKPa { get; init; }

    public required bool AboveCap { get; init; }

    public required double LumbarNm { get; init; }

    public required double ArmsOffPlumbDegrees { get; init; }
}

/// <summary>From posture to pressure and back, as functions of Core.</summary>
public sealed class PressAnswers(KnowledgeBase knowledge)
{
    private const double MostLean = 90;
    private const string UsualRegion = "thigh-back";

    public PressAnswered Press(PressQuestion q)
    {
        var contact = Answers.Named(() => knowledge.Contacts[q.Contact], "/contact");
        var mechanics = Mechanics(q.Stance, contact);
        var usual = Setting.Usual(mechanics);
        var setting = new Setting(
            Within(q.LeanDegrees ?? usual.Lean, -MostLean, MostLean, "/leanDegrees"),
            Within((q.AheadM * 100) ?? usual.AheadCm, 0, 250, "/aheadM"),
            Within(q.SupportPercent ?? usual.SupportPercent, -1000, 1000, "/supportPercent"),
            Within(q.SidewaysCm ?? 0, -30, 30, "/sidewaysCm")
        );
        var region = q.Region is { } id ? Answers.Named(() => knowledge.Regions[id], "/region").Id : UsualRegion;
        RefusalException.Unless(q.CapLevel is null or (>= 1 and <= 5), "level-out-of-range", "A level goes from 1 to 5.", "/capLevel");
        var place = new WorkedPlace(
            Within(q.HeightM ?? mechanics.PlaceCm / 100, 0, 2, "/heightM"),
            Within(q.SlopeDegrees ?? 0, 0, 90, "/slopeDegrees"),
            (int)Within(q.Contacts ?? contact.Spots, 1, 2, "/contacts"),
            contact.Family == "forearm"
        );
        var asked = new PressureAsked(new(q.Practitioner, knowledge), mechanics, contact, place, region, null, q.CapLevel);
        return Answer(asked, q.Wanted is { } wanted ? Wanted(asked, setting, wanted) : ContactPressure.At(asked, setting, knowledge));
    }

    private PressureResult Wanted(PressureAsked asked, Setting from, WantedPress wanted)
    {
        var (value, measure) = wanted switch
        {
            { Level: { } level } => (
                ContactPressure.At(asked, from, knowledge).Levels.Middle((int)Within(level, 1, 5, "/wanted/level")),
                (Func<PressureResult, double?>)(r => r.KPa)
            ),
            { KPa: { } kPa } => (kPa, r => r.KPa),
            { Newtons: { } newtons } => (newtons, r => r.Newtons),
            { PullNewtons: { } pull } => (pull, r => r.PullNewtons),
            _ => throw new RefusalException("nothing-wanted", "Say what is wanted: level, kPa, newtons or pullNewtons.", "/wanted"),
        };
        var way = wanted.By ?? StepPressure.Ways(asked.Mechanics).FirstOrDefault();
        RefusalException.Unless(
            asked.Mechanics.Range(way) is not null,
            "way-not-possible",
            $"{asked.Mechanics.Name} has no such way of changing the press.",
            "/wanted/by"
        );
        return ContactPressure.For(asked, from, way, value, measure, knowledge)
            ?? throw new RefusalException(
                "not-reachable",
                $"No {way.ToString().ToLowerInvariant()} of {asked.Mechanics.Name} makes that. Change another way, the contact or the stance.",
                "/wanted"
            );
    }

    private static PressAnswered Answer(PressureAsked asked, PressureResult r) =>
        new()
        {
            Stance = asked.Mechanics.Id,
            LeanDegrees = Round(r.Setting.Lean),
            AheadM = Math.Round(r.Setting.AheadCm / 100, 4),
            SupportPercent = Round(r.Setting.SupportPercent),
            Forces =
            [
                .. r.Held.Forces.Select(f => new ForceAnswer(
                    f.Support,
                    Round(f.Newtons.Y),
                    Round(f.Newtons.Z),
                    Math.Round(f.At.Z, 4),
                    Math.Round(f.At.Y, 4)
                )),
            ],
            Newtons = Round(r.Newtons),
            KilogramsForce = Round(r.KilogramsForce),
            NormalNewtons = Round(r.NormalNewtons),
            DragNewtons = Round(r.DragNewtons),
            AreaCm2 = r.AreaCm2,
            KPa = Round(r.KPa),
            Level = r.Level,
            PullNewtons = Round(r.PullNewtons),
            Feasible = r.Held.Feasible,
            Why = FreeBody.Say(asked, r),
            UpToKPa = [.. r.Levels.UpToKPa.Select(k => Round(k))],
            DoubtPercent = r.Levels.DoubtPercent,
            CapKPa = Round(r.CapKPa),
            AboveCap = r.AboveCap,
            LumbarNm = Round(r.Held.LumbarNm),
            ArmsOffPlumbDegrees = Round(r.Held.ArmsOffPlumbDegrees),
        };

    /// <summary>The mechanics named, or those of a stance for a contact.</summary>
    private Mechanics Mechanics(string stance, Contact contact)
    {
        var all = knowledge.Pressure.Mechanics;
        if (all.Find(stance) is { } named)
        {
            return named;
        }

        _ = Answers.Named(() => knowledge.Stances[stance], "/stance");
        return all.All.FirstOrDefault(m =>
                m.Kind is not (MechanicsKind.Hand or MechanicsKind.None)
                && m.Stances?.Contains(stance) == true
                && m.ContactFamilies?.Contains(contact.Family) != false
            )
            ?? throw new RefusalException(
                "no-weight",
                $"Nothing is pressed with body weight from '{stance}' with {contact.Name}. Choose one of {string.Join(", ", all.All.Select(m => m.Id))}.",
                "/stance"
            );
    }

    private static double Within(double value, double least, double most, string pointer) =>
        value >= least && value <= most
            ? value
            : throw new RefusalException(
                "number-out-of-range",
                $"This is between {least:0.##} and {most:0.##}, not {value:0.##}.",
                pointer
            );

    /// <summary>Two decimals, and no minus before nothing.</summary>
    private static double Round(double value) => Math.Round(value, 2) + 0.0;

    private static double? Round(double? value) => value is { } v ? Round(v) : null;
}
