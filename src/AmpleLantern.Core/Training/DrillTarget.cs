using AmpleLantern.Core.Bodies;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Pressure;
using AmpleLantern.Core.Pressure.Weights;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Training;

/// <summary>One piece of the target in seconds and newtons.</summary>
public sealed record TargetPhase(string Say, double StartSeconds, double Seconds, double FromNewtons, double ToNewtons, bool Holds);

/// <summary>A corner of the band the force should stay in, in newtons of both hands together.</summary>
public sealed record BandCorner(double Seconds, double Low, double High);

/// <summary>What a drill says at a moment.</summary>
/// <param name="Say">What to do now.</param>
/// <param name="WantedNewtons">To make now, both hands together.</param>
/// <param name="BreathesOut">Whether the client is breathing out; null where the mat cannot tell.</param>
/// <param name="Tenses">Whether the client tenses; null where the mat cannot tell.</param>
public sealed record DrillMoment(string Say, double WantedNewtons, bool? BreathesOut, bool? Tenses);

/// <summary>A drill made for one practitioner and one breath: the force to make at every moment.</summary>
/// <param name="PeakNewtons">Both hands together.</param>
/// <param name="ToleranceNewtons">Half width of the envelope.</param>
public sealed record DrillTarget(
    Drill Drill,
    double PeakNewtons,
    double ToleranceNewtons,
    double BreathsPerMinute,
    IReadOnlyList<TargetPhase> Phases
)
{
    public double Seconds => Phases[^1].StartSeconds + Phases[^1].Seconds;

    /// <summary>The band from start to end; straight between its corners.</summary>
    public IReadOnlyList<BandCorner> Band =>
        [
            .. Phases
                .SelectMany(p => new[] { (At: p.StartSeconds, N: p.FromNewtons), (At: p.StartSeconds + p.Seconds, N: p.ToNewtons) })
                .Select(c => new BandCorner(
                    Math.Round(c.At, 2),
                    Math.Round(Math.Max(0, c.N - ToleranceNewtons), 1),
                    Math.Round(c.N + ToleranceNewtons, 1)
                )),
        ];

    /// <summary>What is to be done at the last of these readings.</summary>
    public DrillMoment MomentAt(IReadOnlyList<MatSample> readings, TrainingModel model)
    {
        var last = readings.Count > 0 ? readings[^1] : default;
        // Against a little before: one reading to the next is lost in the noise.
        var before = readings.Count > 0 ? readings[Math.Max(0, readings.Count - model.Marks.BreathLookBack)].Breath : null;
        return new(
            PhaseAt(last.Seconds).Say,
            Math.Round(At(last.Seconds), 1),
            before is { } b && last.Breath is { } now ? now < b : null,
            last.Tension is { } t ? t > model.Mat.TenseFrom : null
        );
    }

    /// <summary>The peak is what the drill's level asks of this practitioner's hands on that region.</summary>
    public static DrillTarget For(Drill drill, Practitioner practitioner, double breathsPerMinute, KnowledgeBase knowledge)
    {
        var contact = knowledge.Contacts[drill.Contact];
        var area = practitioner.AreaCm2(contact);
        var peak =
            ContactPressure.Newtons(Levels.Of(area, contact.Family, drill.Region, null, knowledge).Middle(drill.Level), area)
            * contact.Spots;
        var breath = 60 / breathsPerMinute;
        var phases = new List<TargetPhase>();
        var clock = 0.0;
        for (var round = 0; round < drill.Rounds; round++)
        {
            for (var i = 0; i < drill.Phases.Count; i++)
            {
                var p = drill.Phases[i];
                var share = i % 2 == 0 ? knowledge.Pace.OutBreathShare : 1 - knowledge.Pace.OutBreathShare;
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
