using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Knowledge;

namespace AmpleLantern.Core.Measuring;

/// <summary>A length with what it rests on.</summary>
/// <param name="Estimate">Whether it was estimated rather than measured.</param>
/// <param name="ErrorCm">How far off it may be, one standard deviation; 0 for a measured length as far as the tape goes.</param>
public sealed record MeasuredLength(double Cm, bool Estimate, double ErrorCm, Source Source);

/// <summary>Centimetres to a cun on one person, and fingers on one practitioner.</summary>
/// <param name="client">What was measured on the client.</param>
/// <param name="practitioner">What was measured on the practitioner's hand.</param>
public sealed class CunScale(BodyMeasures client, BodyMeasures practitioner, CunStretchTable stretches, UsualBody usual)
{
    /// <summary>Fingers that make three cun of their owner.</summary>
    public const int Fingers = 4;

    private static readonly Source Tape = new("published", "measured on this client");
    private static readonly Source SameLine = new("published", "measured on this client, on the same line");
    private static readonly Source SameSegment = new("from memory", "another stretch of the same bone was measured on this client");

    /// <summary>What holds of a body nothing more is known of.</summary>
    public UsualBody Usual => usual;

    /// <summary>Length of one whole stretch.</summary>
    /// <remarks>
    /// Measured if it was, or if the other stretch of its line was: a cun is one length along one line. Else, as an estimate with its
    /// error, its usual share of what was measured along the same bone, as the figure is drawn; else its usual part of stature.
    /// </remarks>
    public MeasuredLength Length(CunStretch stretch)
    {
        if (client.Stretch(stretch.Id) is { } cm)
        {
            return new(cm, false, 0, Tape);
        }

        foreach (var other in stretches.All.All.Where(s => s.SameCunAs == stretch.Id || stretch.SameCunAs == s.Id))
        {
            if (client.Stretch(other.Id) is { } measured)
            {
                return new(measured / other.Cun * stretch.Cun, false, 0, SameLine);
            }
        }

        var stature = client.StatureCm ?? stretches.UsualStatureCm;
        if (stretch.Segment is { } segment && stretches.MeasuredFactor(segment, client, stature) is { } factor)
        {
            var cmHere = stretches.EstimateCm(stretch.Id, stature) * factor;
            return new(cmHere, true, cmHere * stretch.ErrorPercent / 100, SameSegment);
        }

        var length = stretches.EstimateCm(stretch.Id, stature);
        var percent = client.StatureCm is null ? Together(stretch.ErrorPercent, usual.StatureErrorPercent) : stretch.ErrorPercent;
        return new(length, true, length * percent / 100, stretch.OfStatureSource);
    }

    /// <summary>Centimetres that make a number of cun on a stretch.</summary>
    public MeasuredLength Of(string stretch, double cun)
    {
        var found = stretches.All[stretch];
        var whole = Length(found);
        var share = cun / found.Cun;
        return whole with { Cm = whole.Cm * share, ErrorCm = whole.ErrorCm * share };
    }

    /// <summary>Breadth of the client's four closed fingers at the middle joint, which is three finger cun.</summary>
    public MeasuredLength ClientFourFingers => Hand(client, client.StatureCm ?? stretches.UsualStatureCm);

    /// <summary>The practitioner's own four fingers.</summary>
    public MeasuredLength PractitionerFourFingers =>
        practitioner.Hand(HandMeasures.FourFingers) is null
        && practitioner.StatureCm is null
        && practitioner.Hand(HandMeasures.Palm) is { } palm
            ? new(palm, true, palm * usual.HandErrorPercent / 100, new("common practice"))
            : Hand(practitioner, practitioner.StatureCm ?? usual.StatureCm);

    /// <summary>How many of the practitioner's fingers a length is.</summary>
    public double PractitionerFingers(double cm) => cm / (PractitionerFourFingers.Cm / Fingers);

    /// <summary>How many of the client's cun the practitioner's four fingers are, by the client's own hand.</summary>
    /// <remarks>The client's four fingers are three cun; the practitioner's are that times the ratio of the breadths.</remarks>
    public double PractitionerFourFingersInClientCun => usual.FourFingersCun * PractitionerFourFingers.Cm / ClientFourFingers.Cm;

    private MeasuredLength Hand(BodyMeasures person, double statureCm)
    {
        if (person.Hand(HandMeasures.FourFingers) is { } cm)
        {
            return new(cm, false, 0, Tape);
        }

        if (person.Hand(HandMeasures.Thumb) is { } thumb)
        {
            return new(
                thumb * usual.FourFingersCun,
                true,
                thumb * usual.FourFingersCun * usual.HandErrorPercent / 100,
                new("common practice")
            );
        }

        if (person.Hand(HandMeasures.MiddlePhalanx) is { } phalanx)
        {
            return new(
                phalanx * usual.FourFingersCun,
                true,
                phalanx * usual.FourFingersCun * usual.HandErrorPercent / 100,
                new("common practice")
            );
        }

        var length = usual.FourFingersOfStature * statureCm;
        return new(length, true, length * usual.HandErrorPercent / 100, new("from memory", "hand breadth as a part of stature"));
    }

    private static double Together(double a, double b) => Math.Sqrt((a * a) + (b * b));
}
