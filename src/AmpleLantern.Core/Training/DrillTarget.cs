using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Pressure;

namespace AmpleLantern.Core.Training;

/// <summary>One piece of the target in seconds and newtons.</summary>
public sealed record TargetPhase(string Say, double StartSeconds, double Seconds, double FromNewtons, double ToNewtons, bool Holds);

/// <summary>A drill made for one practitioner and one breath: the force to make at every moment.</summary>
/// <param name="PeakNewtons">Both hands together.</param>
/// <param name="ToleranceNewtons">Half width of the envelope.</param>
public sealed record DrillTarget(Drill Drill, double PeakNewtons, double ToleranceNewtons, double BreathsPerMinute, IReadOnlyList<TargetPhase> Phases)
{
    public double Seconds => Phases[^1].StartSeconds + Phases[^1].Seconds;

    /// <summary>The peak is what the drill's level asks of this practitioner's hands on that region.</summary>
    public static DrillTarget For(Drill drill, Practitioner practitioner, double breathsPerMinute, KnowledgeBase knowledge)
    {
        var contact = knowledge.Contacts[drill.Contact];
        var area = practitioner.AreaCm2(contact);
        var peak = Pressing.Newtons(Levels.Of(area, drill.Region, null, knowledge).Middle(drill.Level), area) * contact.Spots;
        var breath = 60 / breathsPerMinute;
        var phases = new List<TargetPhase>();
        var clock = 0.0;
        for (var round = 0; round < drill.Rounds; round++)
        {
            for (var i = 0; i < drill.Phases.Count; i++)
            {
                var p = drill.Phases[i];
                var share = i % 2 == 0 ? knowledge.Defaults.OutBreathShare : 1 - knowledge.Defaults.OutBreathShare;
                var seconds = drill.OnBreath ? p.Seconds * breath * share : p.Seconds;
                phases.Add(new(p.Say, clock, seconds, p.From * peak, p.To * peak, p.Holds));
                clock += seconds;
            }
        }

        return new(drill, Math.Round(peak, 1), Math.Round(peak * drill.TolerancePercent / 100, 1), breathsPerMinute, phases);
    }

    public TargetPhase PhaseAt(double seconds) => Phases.LastOrDefault(p => p.StartSeconds <= seconds) ?? Phases[0];

    /// <summary>Newtons to make at a moment, both hands together.</summary>
    public double At(double seconds)
    {
        var p = PhaseAt(seconds);
        return p.FromNewtons + ((p.ToNewtons - p.FromNewtons) * Math.Clamp((seconds - p.StartSeconds) / p.Seconds, 0, 1));
    }
}
