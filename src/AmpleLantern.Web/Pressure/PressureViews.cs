using AmpleLantern.Core.Bodies.Drawing;
using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Pressure;
using AmpleLantern.Core.Pressure.Stances;
using AmpleLantern.Core.Pressure.Steps;
using AmpleLantern.Core.Pressure.Weights;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Web.Pressure;

/// <summary>A force in the picture: where it acts (mm from the contact, forward and up from the floor), and how it pushes.</summary>
public sealed record ShownForce(string Support, float X, float Y, float Up, float Forward);

/// <summary>One setting worked out, ready to be drawn.</summary>
public sealed record PressureFrame
{
    /// <summary>Of the way that is moved.</summary>
    public required double Value { get; init; }

    public required double Newtons { get; init; }

    public required double Kilograms { get; init; }

    public required double Normal { get; init; }

    public required double Drag { get; init; }

    public required double? KPa { get; init; }

    public required int? Level { get; init; }

    public required bool AboveCap { get; init; }

    public required bool Feasible { get; init; }

    public required double? Pull { get; init; }

    public required double LumbarNm { get; init; }

    /// <summary>The sum behind it, or why it cannot be held.</summary>
    public required string Why { get; init; }

    public required IReadOnlyList<ShownForce> Forces { get; init; }

    /// <summary>Three numbers a piece, in the puppet's order: mm forward of the contact, mm up from the floor, degrees.</summary>
    public required IReadOnlyList<float> Pieces { get; init; }

    /// <summary>Where its pressure lies on the scale of levels, 0 to 100.</summary>
    public required double? OnScale { get; init; }
}

/// <summary>A way of changing the press, with every position of its slider worked out.</summary>
public sealed record PressureSlider(Way Way, double Least, double Most, double Step, double Value, IReadOnlyList<PressureFrame> Frames);

/// <summary>What both figures are drawn from. Millimetres, life size.</summary>
/// <param name="Figure">Key of the client's figure.</param>
/// <param name="Own">Whether it is the client's own; false while that is being drawn.</param>
/// <param name="FigureX">Where the place worked lies on that figure's page.</param>
/// <param name="ContactUp">Height of the contact above the practitioner's floor.</param>
/// <param name="MatUp">Height of what the client lies or sits on.</param>
/// <param name="Grips">The contact is a held limb in the air, not the place on the mat.</param>
/// <param name="Rests">What the client lies or sits on, on the figure's page.</param>
public sealed record PressureScene(
    string Figure,
    bool Own,
    float FigureX,
    float FigureY,
    float ContactUp,
    float MatUp,
    bool Grips,
    IReadOnlyList<RestShape> Rests,
    IReadOnlyList<PuppetPiece> Puppet,
    IReadOnlyList<string> Order,
    SkinTone Skin
);

/// <summary>The levels of the contact here, for a scale.</summary>
public sealed record ShownLevels(
    IReadOnlyList<double> UpToKPa,
    IReadOnlyList<double> UsualKPa,
    double DoubtPercent,
    string Why,
    string Source
);

/// <summary>A step as it is pressed.</summary>
public sealed record PressureView
{
    public required string Step { get; init; }

    public required string Stance { get; init; }

    public required MechanicsKind Kind { get; init; }

    public required string Source { get; init; }

    public required int Planned { get; init; }

    /// <summary>The level aimed at: the planned one, no deeper than the cap.</summary>
    public required int Goal { get; init; }

    public required int? CapLevel { get; init; }

    public required double? CapKPa { get; init; }

    public required double? CapOnScale { get; init; }

    /// <summary>Titles of the findings that cap it.</summary>
    public required IReadOnlyList<string> CapBy { get; init; }

    public required string Contact { get; init; }

    public required double AreaCm2 { get; init; }

    public required bool AreaCounted { get; init; }

    public required int Spots { get; init; }

    public required double SlopeDegrees { get; init; }

    public required Setting? Setting { get; init; }

    /// <summary>The setting was set by hand and is kept with the step.</summary>
    public required bool Kept { get; init; }

    /// <summary>Null for steps that body weight has no part in.</summary>
    public required PressureFrame? Now { get; init; }

    public required IReadOnlyList<PressureSlider> Sliders { get; init; }

    public required IReadOnlyList<PressureAdvice> Advice { get; init; }

    public required ShownLevels? Levels { get; init; }

    public required PressureScene? Scene { get; init; }

    public required string Practitioner { get; init; }

    /// <summary>Mass or stature of the practitioner is not known yet.</summary>
    public required bool Estimated { get; init; }

    public required double HandNewtons { get; init; }
}

/// <summary>One line of the plan: what its press comes to.</summary>
public sealed record PressureLine(
    string Step,
    bool ByWeight,
    double Kilograms,
    double? KPa,
    int Level,
    int Planned,
    bool AboveCap,
    bool Feasible
);

/// <summary>The whole plan's pressing: its lines, and what it does to the practitioner.</summary>
public sealed record PressureOverview(
    IReadOnlyList<PressureLine> Lines,
    PractitionerLoad Load,
    LoadLimits Limits,
    IReadOnlyList<string> Warnings,
    IReadOnlyList<SparingSwap> Swaps,
    IReadOnlyList<LearnedBand> Learned,
    bool Estimated
);

/// <summary>The load of a day's sessions.</summary>
public sealed record DayPressure(PractitionerLoad Load, LoadLimits Limits, IReadOnlyList<string> Warnings, bool Estimated);
