using AmpleLantern.Core.Bodies;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Pressure.Weights;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Training;
using AmpleLantern.Data.Records;
using AmpleLantern.Devices;
using NodaTime;

namespace AmpleLantern.Demo;

/// <summary>Drills of the demo world, pressed on the simulated mat by an invented learner who gets better.</summary>
public static class DemoRuns
{
    private static readonly (string Drill, int DaysAgo, double Skill)[] Done =
    [
        ("slow-sink", 20, 0.35),
        ("slow-sink", 13, 0.6),
        ("slow-sink", 6, 0.85),
        ("hold-forty", 18, 0.5),
        ("hold-forty", 4, 0.9),
        ("both-hands", 9, 0.55),
        ("out-breath", 3, 0.7),
    ];

    public static IEnumerable<DrillRun> Of(string staffId, Practitioner practitioner, KnowledgeBase knowledge, Instant now)
    {
        var breaths = knowledge.Pace.BreathsPerMinute;
        for (var i = 0; i < Done.Length; i++)
        {
            var (id, daysAgo, skill) = Done[i];
            var target = DrillTarget.For(knowledge.Training.Drills[id], practitioner, breaths, knowledge);
            var mat = SimulatedMat.Under(target, knowledge, i);
            var samples = new List<MatSample>();
            for (var t = 0.0; t < target.Seconds; t = samples[^1].Seconds + (1.0 / knowledge.Training.Model.Mat.SamplesPerSecond))
            {
                // The less practised, the more it wanders, leans to one side and arrives too hard.
                var off = 1 - skill;
                var wander = 1 + (off * 0.28 * Math.Sin((t * 1.9) + i)) + (off * 0.12 * Math.Sin(t * 7.3));
                var force = target.At(t + (off * 0.5)) * wander;
                mat.Press(force * (0.5 + (off * 0.13)), force * (0.5 - (off * 0.13)));
                samples.Add(mat.Next());
            }

            yield return new()
            {
                StaffId = staffId,
                Drill = id,
                At = now - Duration.FromDays(daysAgo),
                Mat = mat.Name,
                PeakNewtons = target.PeakNewtons,
                BreathsPerMinute = breaths,
                Score = DrillScore.Of(target, samples, knowledge),
                Recording = Recordings.Pack(samples),
            };
        }
    }
}
