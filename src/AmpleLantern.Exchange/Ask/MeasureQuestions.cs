using AmpleLantern.Core;
using AmpleLantern.Core.Atlas;
using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Bodies.Shapes;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Measures;
using AmpleLantern.Core.Measuring;
using AmpleLantern.Core.Pressure.Weights;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;
using NodaTime;

namespace AmpleLantern.Exchange.Ask;

/// <summary>Input of <c>ask locate</c>.</summary>
public sealed record LocateQuestion(
    string Point,
    string Side = "left",
    Person? Client = null,
    Person? Practitioner = null,
    string? Position = null
);

/// <summary>Input of <c>ask measure</c>: what is wanted, and its numbers.</summary>
public sealed record MeasureQuestion
{
    /// <summary>
    /// <c>cun</c> (stretch, cun), <c>girth</c> (place, leftCm, rightCm), <c>joint-range</c> (joint, degrees, otherSideDegrees),
    /// <c>dilution</c> (use, carrierMl with drops or percent), <c>pregnancy</c> (date with lastPeriod or dueDate), <c>days-since</c> (date,
    /// since), <c>fingers</c> (cm), <c>foot</c> (x, y).
    /// </summary>
    public required string What { get; init; }

    public string? Stretch { get; init; }

    public double? Cun { get; init; }

    public Person? Client { get; init; }

    public Person? Practitioner { get; init; }

    public string? Place { get; init; }

    public double? LeftCm { get; init; }

    public double? RightCm { get; init; }

    public string? Joint { get; init; }

    public double? Degrees { get; init; }

    public double? OtherSideDegrees { get; init; }

    public string? Use { get; init; }

    public double? Drops { get; init; }

    public double? Percent { get; init; }

    public double? CarrierMl { get; init; }

    public LocalDate? Date { get; init; }

    public LocalDate? Since { get; init; }

    public LocalDate? LastPeriod { get; init; }

    public LocalDate? DueDate { get; init; }

    public double? Cm { get; init; }

    public double? X { get; init; }

    public double? Y { get; init; }
}

/// <summary>Where things are and how big: the atlas and the small sums, as functions of Core.</summary>
public sealed class MeasureAnswers(KnowledgeBase knowledge)
{
    public PointLocation Locate(LocateQuestion q)
    {
        var atlas = knowledge.Atlas;
        var point = atlas.Points[new AtlasSearch(atlas, knowledge.Regions).Point(q.Point)];
        var side = q.Side switch
        {
            "left" => 1,
            "right" => -1,
            "mid" => 0,
            _ => throw new RefusalException("unknown-side", $"'{q.Side}' is no side. Write left, right or mid.", "/side"),
        };
        if (q.Position is { } position && !knowledge.Positions.Has(position))
        {
            throw new RefusalException(
                "unknown-position",
                $"There is no position '{position}'. Use one of {string.Join(", ", knowledge.Positions.All.Select(p => p.Id))}.",
                "/position"
            );
        }

        var measures = Check(q.Client, "/client/measures");
        return PointLocator.Locate(
            point,
            side,
            Scale(measures, q.Practitioner),
            BodySize.Of(measures, atlas.Stretches),
            q.Position,
            knowledge
        );
    }

    public Measured Measure(MeasureQuestion q) =>
        q.What switch
        {
            "cun" => Cun(q),
            "fingers" => Fingers(q),
            "girth" => Calculators.GirthDifference(
                Named(() => knowledge.Measuring.Girths[Need(q.Place, "/place")], "/place"),
                Need(q.LeftCm, "/leftCm"),
                Need(q.RightCm, "/rightCm"),
                knowledge.Believable
            ),
            "joint-range" => Calculators.Range(
                Named(() => knowledge.Measuring.Joints[Need(q.Joint, "/joint")], "/joint"),
                Need(q.Degrees, "/degrees"),
                q.OtherSideDegrees,
                knowledge.Believable
            ),
            "dilution" => Dilution(q),
            "pregnancy" => Calculators.Weeks(q.LastPeriod, q.DueDate, Need(q.Date, "/date"), knowledge.PregnancyCalendar),
            "days-since" => Calculators.DaysSince(Need(q.Since, "/since"), Need(q.Date, "/date")),
            "foot" => Foot(q),
            _ => throw new RefusalException(
                "unknown-measure",
                $"'{q.What}' cannot be measured here. Ask for cun, fingers, girth, joint-range, dilution, pregnancy, days-since or foot.",
                "/what"
            ),
        };

    private Measured Cun(MeasureQuestion q)
    {
        var stretch = Named(() => knowledge.Atlas.Stretches.All[Need(q.Stretch, "/stretch")], "/stretch");
        var cun = q.Cun ?? 1;
        var length = Scale(Check(q.Client, "/client/measures"), q.Practitioner).Of(stretch.Id, cun);
        return new(
            Math.Round(length.Cm, 2),
            "cm",
            FormattableString.Invariant($"{cun:0.##} of {stretch.Cun:0.##} cun, {stretch.Name}"),
            length.Source,
            length.Estimate ? "Estimated from stature; measure the stretch to be sure." : "From the measured stretch.",
            length.Estimate ? Math.Round(length.ErrorCm, 2) : null
        );
    }

    private Measured Fingers(MeasureQuestion q)
    {
        var scale = Scale(Check(q.Client, "/client/measures"), q.Practitioner);
        var cun = scale.PractitionerFourFingersInClientCun;
        if (q.Cm is { } cm)
        {
            return new(
                Math.Round(scale.PractitionerFingers(cm), 1),
                "fingers",
                FormattableString.Invariant($"{cm:0.0} cm / ({scale.PractitionerFourFingers.Cm:0.0} cm / 4)"),
                scale.PractitionerFourFingers.Source
            );
        }

        return new(
            Math.Round(cun, 2),
            "cun",
            FormattableString.Invariant($"3 x {scale.PractitionerFourFingers.Cm:0.0} cm / {scale.ClientFourFingers.Cm:0.0} cm"),
            scale.ClientFourFingers.Source,
            FormattableString.Invariant(
                $"Your four fingers are {cun:0.0} of this client's cun; three cun are {4 * 3 / cun:0.0} of your fingers."
            )
        );
    }

    private Measured Dilution(MeasureQuestion q)
    {
        var dilution = Named(() => knowledge.Measuring.Dilutions[q.Use ?? "body"], "/use");
        var carrier = Need(q.CarrierMl, "/carrierMl");
        return q.Drops is { } drops
            ? Calculators.Percent(dilution, drops, carrier, knowledge.DilutionLimits)
            : Calculators.Drops(dilution, q.Percent ?? dilution.UsualPercent, carrier, knowledge.DilutionLimits);
    }

    private Measured Foot(MeasureQuestion q)
    {
        var foot = FootShape.Of(Check(q.Client, "/client/measures"), knowledge);
        var (x, y) = (Need(q.X, "/x"), Need(q.Y, "/y"));
        var (heel, inner) = foot.At(x, y);
        return new(
            heel,
            "mm from the heel",
            FormattableString.Invariant($"{y:0.###} of {foot.LengthMm:0} mm; {x:0.###} of {foot.WidthAt(y):0} mm across"),
            new("common practice"),
            FormattableString.Invariant($"{inner:0.0} mm from the inner edge.")
        );
    }

    private CunScale Scale(BodyMeasures client, Person? practitioner)
    {
        var hands = practitioner?.HandsCm is { } cm
            ? new BodyMeasures(practitioner.Measures?.StatureCm, HandsCm: cm)
            : BodyOf(practitioner?.Measures);
        return new(
            client,
            BodyMeasuresCheck.Check(hands, knowledge, "/practitioner/measures"),
            knowledge.Atlas.Stretches,
            knowledge.UsualBody
        );
    }

    private BodyMeasures Check(Person? person, string pointer) => BodyMeasuresCheck.Check(BodyOf(person?.Measures), knowledge, pointer);

    private static BodyMeasures BodyOf(Measures? m) =>
        m is null ? BodyMeasures.Nothing : new(m.StatureCm, m.Build ?? Build.Average, m.StretchesCm, m.HandsCm, m.FootMm);

    private static T Need<T>(T? value, string pointer)
        where T : struct => value ?? throw Missing(pointer);

    private static string Need(string? value, string pointer) => value ?? throw Missing(pointer);

    private static RefusalException Missing(string pointer) => new("missing", $"'{pointer[1..]}' is needed for this. Add it.", pointer);

    private static T Named<T>(Func<T> find, string pointer) => Answers.Named(find, pointer);
}
