using AmpleLantern.Core.Atlas;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Planning;

namespace AmpleLantern.Core.Measuring;

/// <summary>A stretch worth measuring today.</summary>
/// <param name="PlanSeconds">How much of the plan lies along it.</param>
/// <param name="CmPerCun">What one cun is there now.</param>
public sealed record Worth(
    string Stretch, string Name, string How, double PlanSeconds, double Cun, double Cm, double CmPerCun, bool Estimate, double ErrorCm, Source Source);

/// <summary>Picks the few measurements that matter for a plan: where most of its time is spent.</summary>
public static class WhatToMeasure
{
    private const int Most = 3;
    private const int Least = 2;
    private const double WorthOfPlan = 0.08;

    // The easiest stretch to take on each part of the body.
    private static readonly Dictionary<string, string> EasiestOn = new()
    {
        ["thigh"] = Stretches.TrochanterToKnee,
        ["shank"] = Stretches.KneeToLateralMalleolus,
        ["foot"] = Stretches.KneeToLateralMalleolus,
        ["trunk"] = Stretches.ScapulaToScapula,
        ["upper-arm"] = Stretches.AxillaToElbow,
        ["forearm"] = Stretches.ElbowToWrist,
        ["hand"] = Stretches.ElbowToWrist,
    };

    public static IReadOnlyList<Worth> For(Expansion expansion, CunScale scale, KnowledgeBase knowledge)
    {
        var seconds = new Dictionary<string, double>();
        foreach (var step in expansion.Steps)
        {
            var parts = knowledge.Regions[step.Region].Patches.Select(p => p.On).Distinct()
                .Where(EasiestOn.ContainsKey).Select(on => EasiestOn[on]).Distinct().ToList();
            foreach (var stretch in parts)
            {
                seconds[stretch] = seconds.GetValueOrDefault(stretch) + (step.Seconds / parts.Count);
            }
        }

        var total = seconds.Values.Sum();
        return
        [
            .. seconds.OrderByDescending(s => s.Value).Take(Most).Where((s, i) => i < Least || s.Value >= total * WorthOfPlan)
                .Select(s => Of(s.Key, s.Value, scale, knowledge)),
        ];
    }

    /// <summary>A point that is counted in a stretch and worked a lot: the one with the most uses.</summary>
    public static Point? ExampleOn(string stretch, KnowledgeBase knowledge) => knowledge.Atlas.Points.All
        .Where(p => (p.Place.Along?.Stretch == stretch && p.Place.Along.Cun != 0) || p.Place.Across?.Stretch == stretch && p.Place.Across.Cun > 0)
        .MaxBy(p => p.Uses.Count);

    private static Worth Of(string id, double seconds, CunScale scale, KnowledgeBase knowledge)
    {
        var stretch = knowledge.Atlas.Stretches.All[id];
        var length = scale.Length(stretch);
        return new(
            id, stretch.Name, stretch.How, Math.Round(seconds), stretch.Cun, Math.Round(length.Cm, 1), Math.Round(length.Cm / stretch.Cun, 2),
            length.Estimate, Math.Round(length.ErrorCm, 1), length.Source);
    }
}
