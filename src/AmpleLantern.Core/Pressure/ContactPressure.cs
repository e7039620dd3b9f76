using AmpleLantern.Core.Bodies;
using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Pressure.Stances;
using AmpleLantern.Core.Pressure.Weights;
using AmpleLantern.Core.Vocabulary;
using MathNet.Numerics.RootFinding;

namespace AmpleLantern.Core.Pressure;

/// <summary>What a press is worked out for.</summary>
/// <param name="Own">What this client answered before.</param>
/// <param name="CapLevel">The deepest level a finding lets through.</param>
public sealed record PressureAsked(
    PractitionerBody Body,
    Mechanics Mechanics,
    Contact Contact,
    WorkedPlace Place,
    string Region,
    OwnBands? Own = null,
    int? CapLevel = null
);

/// <summary>A press worked out: forces, contact pressure, level.</summary>
/// <param name="Newtons">Into the client, all contacts together.</param>
/// <param name="NormalNewtons">Of one contact, along the skin's normal: what compresses. The rest drags.</param>
/// <param name="KPa">Contact pressure of one contact.</param>
/// <param name="Level">1 to 5; null for a pull.</param>
/// <param name="PullNewtons">Of stances that lean back.</param>
/// <param name="CapKPa">The most a finding lets through here.</param>
public sealed record PressureResult(
    Setting Setting,
    Held Held,
    double Newtons,
    double NormalNewtons,
    double DragNewtons,
    double AreaCm2,
    double? KPa,
    int? Level,
    Levels Levels,
    double? PullNewtons,
    double? CapKPa
)
{
    public bool AboveCap => CapKPa is { } cap && KPa > cap * (1 + Rounding);

    /// <summary>Kilograms-force into the client.</summary>
    public double KilogramsForce => Newtons / PractitionerBody.Gravity;

    private const double Rounding = 1e-6;
}

/// <summary>From posture to pressure, and back.</summary>
public static class ContactPressure
{
    private const int Samples = 9;
    private const double Accuracy = 1e-3;

    /// <summary>The pressure a setting makes.</summary>
    public static PressureResult At(PressureAsked asked, Setting setting, KnowledgeBase knowledge)
    {
        var held = Balance.Hold(asked.Body, asked.Mechanics, setting, asked.Place);
        return Result(asked, setting, held, knowledge);
    }

    /// <summary>Contact pressure of a force on an area.</summary>
    public static double KPa(double newtons, double areaCm2) => newtons / areaCm2 * 10;

    /// <summary>Newtons that make a contact pressure on an area.</summary>
    public static double Newtons(double kPa, double areaCm2) => kPa * areaCm2 / 10;

    /// <summary>The setting, changed in one way only, that makes a wanted value; null when none within the stance's range does.</summary>
    /// <param name="measure">What is wanted of the result, e.g. its kPa.</param>
    public static PressureResult? For(
        PressureAsked asked,
        Setting from,
        Way way,
        double wanted,
        Func<PressureResult, double?> measure,
        KnowledgeBase knowledge
    )
    {
        if (asked.Mechanics.Range(way) is not { } range)
        {
            return null;
        }

        PressureResult Try(double x) => At(asked, from.With(way, x), knowledge);
        double Off(double x) => (measure(Try(x)) ?? 0) - wanted;
        // Where the usual setting lies first: of two settings that would do, the more usual one is taken.
        var xs = Enumerable.Range(0, Samples).Select(i => range.Least + ((range.Most - range.Least) * i / (Samples - 1))).ToList();
        var offs = xs.Select(Off).ToList();
        var brackets = Enumerable
            .Range(0, Samples - 1)
            .Where(i => offs[i] <= 0 != offs[i + 1] <= 0)
            .OrderBy(i => Math.Abs(((xs[i] + xs[i + 1]) / 2) - from.Of(way)));
        foreach (var i in brackets)
        {
            if (Brent.TryFindRoot(Off, xs[i], xs[i + 1], Accuracy, 40, out var root) && Try(root) is { Held.Feasible: true } found)
            {
                return found;
            }
        }

        return null;
    }

    /// <summary>The feasible setting nearest to a wanted value, changed in one way only.</summary>
    public static PressureResult Nearest(
        PressureAsked asked,
        Setting from,
        Way way,
        double wanted,
        Func<PressureResult, double?> measure,
        KnowledgeBase knowledge
    )
    {
        var usual = At(asked, from, knowledge);
        if (asked.Mechanics.Range(way) is not { } range)
        {
            return usual;
        }

        const int Fine = 25;
        return Enumerable
                .Range(0, Fine)
                .Select(i => At(asked, from.With(way, range.Least + ((range.Most - range.Least) * i / (Fine - 1))), knowledge))
                .Append(usual)
                .Where(r => r.Held.Feasible)
                .MinBy(r => Math.Abs((measure(r) ?? 0) - wanted))
            ?? usual;
    }

    private static PressureResult Result(PressureAsked asked, Setting setting, Held held, KnowledgeBase knowledge)
    {
        var area = asked.Body.Practitioner.AreaCm2(asked.Contact);
        var levels = Levels.Of(area, asked.Contact.Family, asked.Region, asked.Own, knowledge);
        if (asked.Mechanics.Kind is MechanicsKind.Pull)
        {
            return new(setting, held, 0, 0, 0, area, null, null, levels, held.Pull!.Value.Length, null);
        }

        var each = held.Newtons / asked.Place.Spots;
        var (sin, cos) = Math.SinCos(Balance.Radians(asked.Place.SlopeDegrees));
        var normal = each * Math.Max(0, cos);
        var kPa = KPa(normal, area);
        return new(
            setting,
            held,
            held.Newtons,
            normal,
            each * Math.Abs(sin),
            area,
            kPa,
            levels.At(kPa),
            levels,
            held.Pull?.Length,
            asked.CapLevel is { } cap and < Levels.Deepest ? levels.Cap(cap) : null
        );
    }
}
