using AmpleLantern.Core.Bodies.Shapes;
using AmpleLantern.Core.Knowledge;

namespace AmpleLantern.Core.Measuring;

/// <summary>A number that was worked out, with how and on what it rests.</summary>
/// <param name="Says">What it means, in a sentence; null where the number says it.</param>
/// <param name="Error">Likely error in the same unit; null where nothing was estimated.</param>
public sealed record Measured(double Value, string Unit, string Formula, Source Source, string? Says = null, double? Error = null);

/// <summary>How far a joint usually goes.</summary>
/// <param name="ChangeDegrees">Smallest change that counts with the same tester.</param>
/// <param name="WorkingDegrees">What daily use needs, where there is such a mark.</param>
[Kind("joints", "joint range")]
public sealed record JointRange(
    string Id,
    string Name,
    Source Source,
    string Joint,
    string Movement,
    double NormalDegrees,
    double ChangeDegrees,
    double? WorkingDegrees = null
) : IKnown;

/// <summary>A place to measure round.</summary>
/// <param name="At">Where the tape goes.</param>
/// <param name="ReferCm">Difference between the sides that is a reason to refer.</param>
[Kind("girths", "girth")]
public sealed record Girth(
    string Id,
    string Name,
    Source Source,
    string At,
    double ChangeCm,
    double? ReferCm = null,
    string? ReferWhy = null
) : IKnown;

/// <summary>How strong an oil may be mixed for whom.</summary>
[Kind("dilutions", "dilution")]
public sealed record Dilution(string Id, string Name, Source Source, double UsualPercent, double MostPercent, double DropsPerMl) : IKnown;

/// <summary>Amounts that are believed where oil is counted into a carrier.</summary>
[Kind("dilutionLimits", "limits of diluting", Single = true)]
public sealed record DilutionLimits(string Id, Source Source, double MostDrops, double LeastCarrierMl, double MostCarrierMl) : IKnown;

/// <summary>What the small calculators know.</summary>
public sealed record MeasuringBase(Catalogue<JointRange> Joints, Catalogue<Girth> Girths, Catalogue<Dilution> Dilutions);
