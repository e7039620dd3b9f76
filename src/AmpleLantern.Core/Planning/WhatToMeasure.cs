using AmpleLantern.Core.Atlas;
using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Measuring;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Planning;

/// <summary>A stretch worth measuring today.</summary>
/// <param name="PlanSeconds">How much of the plan lies along it.</param>
/// <param name="CmPerCun">What one cun is there now.</param>
public sealed record WorthMeasuring(
    string Stretch,
    string Name,
    string How,
    double PlanSeconds,
    double Cun,
    double Cm,
    double CmPerCun,
    bool Estimate,
    double ErrorCm,
    Source Source
);

/// <summary>Which lengths are worth taking.</summary>
/// <param name="WorthShare">Of the plan's time, from which a length beyond the least is worth it.</param>
/// <param name="EasiestOn">The easiest stretch to take, by segment.</param>
[Kind("measuringAdvice", "advice on measuring", Single = true)]
public sealed record MeasuringAdvice(
    string Id,
    Source Source,
    int Most,
    int Least,
    double WorthShare,
    [RefersTo<CunStretch>(Values = true)] IReadOnlyDictionary<string, string> EasiestOn
) : IKnown;

/// <summary>Picks the few measurements that matter for a plan: where most of its time is spent.</summary>
public static class WhatToMeasure
{
    public static IReadOnlyList<WorthMeasuring> For(Expansion expansion, CunScale scale, KnowledgeBase knowledge)
    {
        var advice = knowledge.One<MeasuringAdvice>();
        var seconds = new Dictionary<string, double>();
        foreach (var step in expansion.Steps)
        {
            var parts = step
                .Places.SelectMany(at => knowledge.Regions[at.Region].Patches)
                .Select(p => p.On)
                .Distinct()
                .Where(advice.EasiestOn.ContainsKey)
                .Select(on => advice.EasiestOn[on])
                .Distinct()
                .ToList();
            foreach (var stretch in parts)
            {
                seconds[stretch] = seconds.GetValueOrDefault(stretch) + (step.Seconds / parts.Count);
            }
        }

        var total = seconds.Values.Sum();
        return
        [
            .. seconds
                .OrderByDescending(s => s.Value)
                .Take(advice.Most)
                .Where((s, i) => i < advice.Least || s.Value >= total * advice.WorthShare)
                .Select(s => Of(s.Key, s.Value, scale, knowledge)),
        ];
    }

    /// <summary>A point that is counted in a stretch and worked a lot: the one with the most uses.</summary>
    public static Point? ExampleOn(string stretch, KnowledgeBase knowledge) =>
        knowledge
            .Atlas.Points.All.Where(p =>
                (p.Place.Along?.Stretch == stretch && p.Place.Along.Cun != 0)
                || p.Place.Across?.Stretch == stretch && p.Place.Across.Cun > 0
            )
            .MaxBy(p => p.Uses.Count);

    private static WorthMeasuring Of(string id, double seconds, CunScale scale, KnowledgeBase knowledge)
    {
        var stretch = knowledge.Atlas.Stretches.All[id];
        var length = scale.Length(stretch);
        return new(
            id,
            stretch.Name,
            stretch.How,
            Math.Round(seconds),
            stretch.Cun,
            Math.Round(length.Cm, 1),
            Math.Round(length.Cm / stretch.Cun, 2),
            length.Estimate,
            Math.Round(length.ErrorCm, 1),
            length.Source
        );
    }
}
