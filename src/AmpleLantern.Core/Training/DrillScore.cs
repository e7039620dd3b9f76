using AmpleLantern.Core.Composing;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Pressure.Stances;

namespace AmpleLantern.Core.Training;

/// <summary>One mark of a drill.</summary>
/// <param name="Points">0 to 100.</param>
/// <param name="Value">What it was judged on, in <paramref name="Unit"/>.</param>
/// <param name="Say">The mark in a sentence.</param>
public sealed record Mark(Judged Judged, double Points, double Value, string Unit, string Say);

/// <summary>How a drill went.</summary>
/// <param name="Points">Mean of its marks, 0 to 100.</param>
/// <param name="Passed">Whether that is enough.</param>
public sealed record DrillScore(double Points, bool Passed, double Seconds, int Jabs, IReadOnlyList<Mark> Marks, string Next)
{
    /// <exception cref="RefusalException">Too little was recorded to judge.</exception>
    public static DrillScore Of(DrillTarget target, IReadOnlyList<MatSample> samples, KnowledgeBase knowledge)
    {
        var (model, read) = (knowledge.Training.Model, knowledge.Training.Model.Marks);
        RefusalException.Unless(
            samples.Count >= read.LeastSamples && samples[^1].Seconds - samples[0].Seconds >= read.LeastSeconds,
            "too-short",
            "There is too little on the record to judge: press for at least a second.",
            "/samples"
        );
        // A drill that begins with weight on it does not count how that came there.
        var from = target.At(0) > 0 ? read.SettleSeconds : 0;
        var jabs = CountJabs([.. samples.Where(s => s.Seconds >= from)], model);
        var marks = target.Drill.Judges.Select(j => Judge(j, target, samples, jabs, model)).ToList();
        var points = Math.Round(marks.Average(m => m.Points), 0);
        var worst = marks.MinBy(m => m.Points)!;
        var seconds = samples[^1].Seconds;
        var whole = seconds >= target.Seconds * read.WholeShare;
        var next =
            !whole ? $"You stopped after {seconds:0} of {target.Seconds:0} s: stay to the end."
            : worst.Points >= model.PassMark ? "Try it a level deeper, or on the breath."
            : worst.Say;
        return new(points, whole && points >= model.PassMark, Math.Round(seconds, 1), jabs, marks, next);
    }

    private static Mark Judge(Judged judged, DrillTarget target, IReadOnlyList<MatSample> samples, int jabs, TrainingModel model) =>
        judged switch
        {
            Judged.Overshoot => Overshoot(target, samples, model),
            Judged.Jabs => new(
                judged,
                Math.Max(0, 100 - (jabs * model.JabCost)),
                jabs,
                "",
                jabs == 0 ? "No jab: every press sank." : $"{jabs} {(jabs == 1 ? "jab" : "jabs")}: let the weight arrive, do not push it."
            ),
            Judged.Evenness => Evenness(target, samples, model),
            Judged.Symmetry => Symmetry(target, samples, model),
            Judged.Hold => Hold(target, samples, model.Marks),
            Judged.Release => Release(target, samples, model.Marks),
            _ => Breath(samples, model.Marks),
        };

    private static Mark Overshoot(DrillTarget target, IReadOnlyList<MatSample> samples, TrainingModel model)
    {
        var over = Math.Max(0, samples.Max(s => s.Total) - target.PeakNewtons - target.ToleranceNewtons) / target.PeakNewtons * 100;
        return new(
            Judged.Overshoot,
            Left(over, model.OvershootPercent),
            Math.Round(over, 1),
            "%",
            over < 0.5
                ? "Nothing went past the envelope."
                : $"It went {over:0} % of the peak past the envelope: stop earlier, wait for the depth."
        );
    }

    private static Mark Evenness(DrillTarget target, IReadOnlyList<MatSample> samples, TrainingModel model)
    {
        var held = Held(target, samples, model.Marks).ToList();
        if (held.Count == 0)
        {
            return new(Judged.Evenness, 0, 0, "%", "The plateau was not reached.");
        }

        var off = Math.Sqrt(held.Average(s => Math.Pow(s.Total - target.At(s.Seconds), 2))) / target.PeakNewtons * 100;
        return new(
            Judged.Evenness,
            Left(off, model.UnevenPercent),
            Math.Round(off, 1),
            "%",
            off < model.UnevenPercent * model.Marks.EvenShare
                ? "The plateau was even."
                : $"The plateau wandered by {off:0} % of the peak: stack the joints and rest on them."
        );
    }

    private static Mark Symmetry(DrillTarget target, IReadOnlyList<MatSample> samples, TrainingModel model)
    {
        var held = Held(target, samples, model.Marks).Where(s => s.Total > 1).ToList();
        if (held.Count == 0)
        {
            return new(Judged.Symmetry, 0, 0, "%", "The plateau was not reached.");
        }

        var lean = held.Average(s => (s.Left - s.Right) / s.Total) * 200;
        var apart = Math.Abs(lean);
        return new(
            Judged.Symmetry,
            apart <= model.SymmetryPercent ? 100 : Left(apart - model.SymmetryPercent, 100 - model.SymmetryPercent),
            Math.Round(apart, 1),
            "%",
            apart <= model.SymmetryPercent
                ? $"Both hands within {model.SymmetryPercent:0} %."
                : $"The {(lean > 0 ? "left" : "right")} hand pressed {apart:0} % more: bring the hips to the middle."
        );
    }

    private static Mark Hold(DrillTarget target, IReadOnlyList<MatSample> samples, DrillMarks read)
    {
        var wanted = target.Phases.Where(p => p.Holds).Sum(p => p.Seconds);
        var inside = target
            .Phases.Where(p => p.Holds)
            .Sum(p =>
                Time(
                    samples,
                    s =>
                        s.Seconds >= p.StartSeconds
                        && s.Seconds < p.StartSeconds + p.Seconds
                        && Math.Abs(s.Total - target.At(s.Seconds)) <= target.ToleranceNewtons,
                    read.LongestGapSeconds
                )
            );
        return new(
            Judged.Hold,
            Math.Round(Math.Min(100, inside / wanted * 100), 0),
            Math.Round(inside, 1),
            "s",
            inside >= wanted * read.WellHeldShare
                ? $"Held {inside:0} of {wanted:0} s inside the envelope."
                : $"Only {inside:0} of {wanted:0} s were inside the envelope: watch the band, breathe out into it."
        );
    }

    private static Mark Release(DrillTarget target, IReadOnlyList<MatSample> samples, DrillMarks read)
    {
        var half = target.PeakNewtons / 2;
        double Fastest(int sign) => Rates(samples, r => r.Total, read).Select(x => x.Rate * sign).DefaultIfEmpty().Max();
        var (sink, release) = (Math.Max(1, Fastest(1)), Math.Max(1, Fastest(-1)));
        var ratio = release / sink;
        if (samples.Max(s => s.Total) < half || samples[^1].Total > half)
        {
            return new(Judged.Release, 0, 0, "x", "You did not sink and leave: the last press was not let go.");
        }

        return new(
            Judged.Release,
            Left(Math.Max(0, ratio - 1), read.WorstReleaseTimes),
            Math.Round(ratio, 2),
            "x",
            ratio <= read.SlowReleaseTimes
                ? "You left more slowly than you came."
                : $"You left {ratio:0.#} times as fast as you came: let go as slowly as you sank."
        );
    }

    private static Mark Breath(IReadOnlyList<MatSample> samples, DrillMarks read)
    {
        double with = 0,
            all = 0;
        var last = samples[0];
        foreach (var sample in samples.Where(s => s.Seconds > read.SettleSeconds))
        {
            if (sample.Seconds - last.Seconds < read.BreathApartSeconds)
            {
                continue;
            }

            var rise = sample.Total - last.Total;
            if (rise > 0 && sample.Breath is { } now && last.Breath is { } before)
            {
                all += rise;
                with += now < before ? rise : 0;
            }

            last = sample;
        }

        var share = all > 0 ? with / all * 100 : 0;
        return new(
            Judged.Breath,
            Math.Round(Math.Clamp((share - read.BreathChancePercent) * 100 / (100 - read.BreathChancePercent), 0, 100), 0),
            Math.Round(share, 0),
            "%",
            share >= read.BreathGoodPercent
                ? "You sank on the out-breath."
                : $"{share:0} % of the sinking was on the out-breath: wait for the chest to fall."
        );
    }

    /// <summary>Plateaus without their first moment, in which a hand still settles.</summary>
    private static IEnumerable<MatSample> Held(DrillTarget target, IReadOnlyList<MatSample> samples, DrillMarks read) =>
        samples.Where(s =>
            target.PhaseAt(s.Seconds) is { Holds: true } p
            && s.Seconds >= p.StartSeconds + Math.Min(read.SettleSeconds, p.Seconds / 3)
            && s.Seconds <= p.StartSeconds + p.Seconds
        );

    private static double Time(IReadOnlyList<MatSample> samples, Func<MatSample, bool> counts, double longestGap)
    {
        var sum = 0.0;
        for (var i = 1; i < samples.Count; i++)
        {
            sum += counts(samples[i]) ? Math.Min(longestGap, samples[i].Seconds - samples[i - 1].Seconds) : 0;
        }

        return sum;
    }

    /// <summary>Rises faster than the limit on either hand; what follows within half a second is the same jab.</summary>
    private static int CountJabs(IReadOnlyList<MatSample> samples, TrainingModel model)
    {
        var (count, last) = (0, double.NegativeInfinity);
        foreach (
            var at in Rates(samples, s => s.Left, model.Marks)
                .Concat(Rates(samples, s => s.Right, model.Marks))
                .Where(x => x.Rate > model.JabNewtonsPerSecond)
                .Select(x => x.Seconds)
                .Order()
        )
        {
            count += at - last > model.Marks.SameJabSeconds ? 1 : 0;
            last = at;
        }

        return count;
    }

    /// <summary>Change of a force per second over a short window, which the sensor's noise does not fill.</summary>
    private static IEnumerable<(double Seconds, double Rate)> Rates(
        IReadOnlyList<MatSample> samples,
        Func<MatSample, double> force,
        DrillMarks read
    )
    {
        var from = 0;
        for (var i = 1; i < samples.Count; i++)
        {
            while (from < i - 1 && samples[i].Seconds - samples[from + 1].Seconds >= read.RateWindowSeconds)
            {
                from++;
            }

            var seconds = samples[i].Seconds - samples[from].Seconds;
            if (seconds >= read.RateWindowSeconds * read.RateWindowShare)
            {
                yield return (samples[i].Seconds, (force(samples[i]) - force(samples[from])) / seconds);
            }
        }
    }

    /// <summary>Points left when something is off by so much of the most allowed.</summary>
    private static double Left(double off, double most) => Math.Round(Math.Clamp(100 * (1 - (off / most)), 0, 100), 0);
}
