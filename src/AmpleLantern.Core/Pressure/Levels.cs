using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Pressure.Weights;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Pressure;

/// <summary>Which contact pressure makes which level, for one contact on one region of one client.</summary>
/// <param name="UpToKPa">Upper limits of levels 1 to 4 as they are used; above the last is level 5.</param>
/// <param name="ShippedKPa">The same before the client's answers moved them.</param>
/// <param name="DoubtPercent">How far off they may be.</param>
/// <param name="Why">On what they rest, in a sentence.</param>
public sealed record Levels(IReadOnlyList<double> UpToKPa, IReadOnlyList<double> ShippedKPa, double DoubtPercent, string Why, Source Source)
{
    /// <summary>Deepest level there is.</summary>
    public const int Deepest = 5;

    /// <summary>Middle of the deepest level, of the last limit.</summary>
    internal double DeepestOverLast { get; init; }

    /// <summary>The levels of a contact area on a region, moved by what this client answered before.</summary>
    /// <param name="family">Of the contact: a sole that carries a body is felt otherwise than a hand as broad.</param>
    public static Levels Of(double areaCm2, string family, string region, OwnBands? own, KnowledgeBase knowledge)
    {
        var band = knowledge.Pressure.BandOf(areaCm2, family);
        var tissue = knowledge.Pressure.TissueOf(region);
        double[] shipped = [.. band.UpToKPa.Select(k => k * tissue.Factor)];
        var learned = own?.Of(band);
        double[] used = learned is null ? shipped : [.. learned.UpToKPa.Select(k => k * tissue.Factor)];
        var why = $"{band.Name} on {tissue.Name}";
        return new(used, shipped, band.DoubtPercent, learned is null ? why : $"{why}; {learned.Why}", band.Source)
        {
            DeepestOverLast = knowledge.Pressure.Model.Answers.DeepestOverLast,
        };
    }

    /// <summary>The level a contact pressure makes, 1 to 5.</summary>
    public int At(double kPa) => 1 + UpToKPa.Count(limit => kPa > limit);

    /// <summary>
    /// Where a pressure lies on a scale that gives each level the same room, 0 to 100: the bands grow so fast that true lengths would
    /// hide the light ones. Level 5 has no upper limit; its room stands for as much again as the limit below it.
    /// </summary>
    public double OnScale(double kPa)
    {
        const double Room = 100.0 / Deepest;
        var level = At(kPa);
        var (from, to) = (level == 1 ? 0 : UpToKPa[level - 2], level == Deepest ? 2 * UpToKPa[^1] : UpToKPa[level - 1]);
        return Math.Round((level - 1) * Room + Math.Min(1, (kPa - from) / (to - from)) * Room, 2);
    }

    /// <summary>The middle of a level's band, in kPa.</summary>
    public double Middle(int level) =>
        level switch
        {
            1 => UpToKPa[0] / 2,
            Deepest => UpToKPa[^1] * DeepestOverLast,
            _ => (UpToKPa[level - 2] + UpToKPa[level - 1]) / 2,
        };

    /// <summary>The most that a cap lets through, in kPa: the client's answers can lower it, never lift it.</summary>
    public double Cap(int level) => level >= Deepest ? double.PositiveInfinity : Math.Min(UpToKPa[level - 1], ShippedKPa[level - 1]);
}

/// <summary>One answer to a press: what was planned, what it came to, what was said.</summary>
/// <param name="Answer"><c>too-much</c>, <c>less</c>, <c>right</c> or <c>more</c>.</param>
/// <param name="Family">Of the contact.</param>
/// <param name="KPa">Contact pressure as computed.</param>
public sealed record PressureAnswer(string Region, double AreaCm2, string Family, double KPa, int Level, string Answer);

/// <summary>The bands of one kind of contact as a client's answers have moved them, on a large muscle.</summary>
public sealed record LearnedBand(string Band, IReadOnlyList<double> UpToKPa, int Answers, string Why);

/// <summary>Bands learned from a client's own answers.</summary>
public sealed class OwnBands
{
    private readonly Dictionary<string, LearnedBand> learned = [];

    /// <remarks>
    /// Each answer says at which level a pressure was felt ("more" one lighter than planned, "too much" as the deepest). Together with
    /// the shipped bands' own middles, weighted as a few answers, they are fitted by a line that never falls (isotonic regression
    /// by pooling adjacent violators); a limit lies where that line passes from one level to the next.
    /// </remarks>
    public OwnBands(IEnumerable<PressureAnswer> answers, KnowledgeBase knowledge)
    {
        var model = knowledge.Pressure.Model;
        foreach (
            var group in answers
                .Where(a => a.KPa > 0 && model.Answers.Felt.ContainsKey(a.Answer))
                .GroupBy(a => knowledge.Pressure.BandOf(a.AreaCm2, a.Family).Id)
        )
        {
            var band = knowledge.Pressure.Bands[group.Key];
            var felt = group
                .Select(a =>
                    (
                        KPa: a.KPa / knowledge.Pressure.TissueOf(a.Region).Factor,
                        Level: Math.Clamp(a.Level - model.Answers.Felt[a.Answer], 1, Levels.Deepest)
                    )
                )
                .ToList();
            learned[band.Id] = Learn(band, felt, model.Answers);
        }
    }

    public LearnedBand? Of(Band band) => learned.GetValueOrDefault(band.Id);

    public IReadOnlyCollection<LearnedBand> All => learned.Values;

    private static LearnedBand Learn(Band band, List<(double KPa, double Level)> felt, AnswerModel model)
    {
        var shipped = new Levels(band.UpToKPa, band.UpToKPa, band.DoubtPercent, "", band.Source)
        {
            DeepestOverLast = model.DeepestOverLast,
        };
        var points = Enumerable
            .Range(1, Levels.Deepest)
            .Select(l => (KPa: shipped.Middle(l), Level: (double)l, Weight: model.Weight))
            .Concat(felt.Select(f => (f.KPa, f.Level, Weight: 1.0)))
            .OrderBy(p => p.KPa)
            .ToList();
        var fitted = Pooled(points);
        double[] limits = [.. Enumerable.Range(1, Levels.Deepest - 1).Select(l => Crossing(points, fitted, l + 0.5, band.UpToKPa[l - 1]))];
        for (var i = 1; i < limits.Length; i++)
        {
            limits[i] = Math.Max(limits[i], limits[i - 1]);
        }

        var moved = limits.Zip(band.UpToKPa).Select((x, i) => (Level: i + 1, By: (x.First / x.Second) - 1)).MaxBy(x => Math.Abs(x.By));
        var why =
            Math.Abs(moved.By) < model.AgreeWithinShare
                ? $"{felt.Count} answers, which agree with the usual bands"
                : $"{felt.Count} {(felt.Count == 1 ? "answer" : "answers")} moved level {moved.Level} {(moved.By > 0 ? "up" : "down")} by {Math.Abs(moved.By) * 100:0} %";
        return new(band.Id, limits, felt.Count, why);
    }

    /// <summary>Weighted isotonic regression: values that never fall, nearest to the given ones in squares.</summary>
    internal static double[] Pooled(IReadOnlyList<(double KPa, double Level, double Weight)> points)
    {
        var pools = new List<(double Value, double Weight, int Count)>();
        foreach (var p in points)
        {
            pools.Add((p.Level, p.Weight, 1));
            while (pools.Count > 1 && pools[^2].Value > pools[^1].Value)
            {
                var (a, b) = (pools[^2], pools[^1]);
                pools.RemoveRange(pools.Count - 2, 2);
                pools.Add((((a.Value * a.Weight) + (b.Value * b.Weight)) / (a.Weight + b.Weight), a.Weight + b.Weight, a.Count + b.Count));
            }
        }

        return [.. pools.SelectMany(p => Enumerable.Repeat(p.Value, p.Count))];
    }

    private static double Crossing(List<(double KPa, double Level, double Weight)> points, double[] fitted, double at, double usual)
    {
        for (var i = 1; i < fitted.Length; i++)
        {
            if (fitted[i - 1] < at && fitted[i] >= at)
            {
                var share = (at - fitted[i - 1]) / (fitted[i] - fitted[i - 1]);
                return points[i - 1].KPa + ((points[i].KPa - points[i - 1].KPa) * share);
            }
        }

        return usual;
    }
}
