using AmpleLantern.Core.Composing;
using AmpleLantern.Core.Knowledge;

namespace AmpleLantern.Core.Measures;

/// <summary>Something measured before and after, with the change that counts.</summary>
/// <param name="Direction">Whether <c>lower</c> or <c>higher</c> is better.</param>
/// <param name="Points">Smallest change in the measure's unit that counts.</param>
/// <param name="Percent">Or the smallest change as a percentage of the first value, where that is smaller.</param>
[Kind("measures", "measure")]
public sealed record Measure(
    string Id,
    string Name,
    Source Source,
    string Unit,
    double Min,
    double Max,
    double Step,
    string Direction,
    double Points,
    string Question,
    double? Percent = null
) : IKnown;
