using AmpleLantern.Core.Bodies.Drawing;
using AmpleLantern.Core.Pressure;
using AmpleLantern.Core.Pressure.Stances;
using AmpleLantern.Core.Pressure.Steps;

namespace AmpleLantern.Web.Pressure;

/// <summary>A force in the picture: where it acts (mm from the contact, forward and up from the floor), and how it pushes.</summary>
public sealed record ShownForce(string Support, float X, float Y, float Up, float Forward);

/// <summary>One setting worked out, ready to be drawn.</summary>
/// <param name="Value">Of the way that is moved.</param>
/// <param name="Why">The sum behind it, or why it cannot be held.</param>
/// <param name="OnScale">Where its pressure lies on the scale of levels, 0 to 100.</param>
/// <param name="Pieces">Three numbers a piece, in the puppet's order: mm forward of the contact, mm up from the floor, degrees.</param>
public sealed record PressFrame(
    double Value, double Newtons, double Kilograms, double Normal, double Drag, double? KPa, int? Level, bool AboveCap, bool Feasible, double? Pull, double LumbarNm,
    string Why, IReadOnlyList<ShownForce> Forces, IReadOnlyList<float> Pieces, double? OnScale);

/// <summary>A way of changing the press, with every position of its slider worked out.</summary>
public sealed record PressSlider(Way Way, double Least, double Most, double Step, double Value, IReadOnlyList<PressFrame> Frames);

/// <summary>What both figures are drawn from. Millimetres, life size.</summary>
/// <param name="Figure">Key of the client's figure.</param>
/// <param name="Own">Whether it is the client's own; false while that is being drawn.</param>
/// <param name="FigureX">Where the place worked lies on that figure's page.</param>
/// <param name="ContactUp">Height of the contact above the practitioner's floor.</param>
/// <param name="MatUp">Height of what the client lies or sits on.</param>
/// <param name="Grips">The contact is a held limb in the air, not the place on the mat.</param>
public sealed record PressScene(
    string Figure, bool Own, float FigureX, float FigureY, float ContactUp, float MatUp, bool Grips, IReadOnlyList<PuppetPiece> Puppet, IReadOnlyList<string> Order);

/// <summary>The levels of the contact here, for a scale.</summary>
public sealed record ShownLevels(IReadOnlyList<double> UpToKPa, IReadOnlyList<double> UsualKPa, double DoubtPercent, string Why, string Source);

/// <summary>A step as it is pressed.</summary>
/// <param name="Goal">The level aimed at: the planned one, no deeper than the cap.</param>
/// <param name="CapBy">Titles of the findings that cap it.</param>
/// <param name="Now">Null for steps that body weight has no part in.</param>
/// <param name="Kept">The setting was set by hand and is kept with the step.</param>
/// <param name="Estimated">Mass or stature of the practitioner is not known yet.</param>
public sealed record PressView(
    string Step, string Stance, MechanicsKind Kind, string Source, int Planned, int Goal, int? CapLevel, double? CapKPa, double? CapOnScale, IReadOnlyList<string> CapBy, string Contact,
    double AreaCm2, bool AreaCounted, int Spots, double SlopeDegrees, Setting? Setting, bool Kept, PressFrame? Now, IReadOnlyList<PressSlider> Sliders,
    IReadOnlyList<PressAdvice> Advice, ShownLevels? Levels, PressScene? Scene, string Practitioner, bool Estimated, double HandNewtons);

/// <summary>One line of the plan: what its press comes to.</summary>
public sealed record PressLine(string Step, bool ByWeight, double Kilograms, double? KPa, int Level, int Planned, bool AboveCap, bool Feasible);

/// <summary>The whole plan's pressing: its lines, and what it does to the practitioner.</summary>
public sealed record PressOverview(
    IReadOnlyList<PressLine> Lines, PractitionerLoad Load, LoadLimits Limits, IReadOnlyList<string> Warnings, IReadOnlyList<SparingSwap> Swaps,
    IReadOnlyList<LearnedBand> Learned, bool Estimated);

/// <summary>The load of a day's sessions.</summary>
public sealed record DayPress(PractitionerLoad Load, LoadLimits Limits, IReadOnlyList<string> Warnings, bool Estimated);
