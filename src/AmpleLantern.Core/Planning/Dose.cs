using AmpleLantern.Core.Pressure.Stances;
using AmpleLantern.Core.Pressure.Weights;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Planning;

/// <summary>What one region of one side receives.</summary>
/// <param name="Seconds">Time it is touched, in seconds; rests, set-up and changes of position are not counted.</param>
/// <param name="LevelSeconds">Pressure level times seconds, summed over the presses.</param>
/// <param name="KilogramMinutes">Weight on it times minutes, where the presses were worked out.</param>
/// <param name="UsualSeconds">What it received on average at the earlier visits compared with; null without any.</param>
public sealed record DoseRow(
    string Region,
    Side Side,
    double Seconds,
    int Presses,
    double LevelSeconds,
    double? UsualSeconds = null,
    double? KilogramMinutes = null
);

/// <summary>A region worked on both sides, left against right.</summary>
/// <param name="Percent">How much longer the longer side is worked, of the shorter; null when one side gets nothing.</param>
public sealed record DoseBalance(string Region, double LeftSeconds, double RightSeconds, double? Percent);

/// <summary>How much work each part of the body receives.</summary>
/// <param name="Regions">Most first.</param>
public sealed record Dose(IReadOnlyList<DoseRow> Regions, IReadOnlyList<DoseBalance> Balance)
{
    /// <summary>Work on both sides at once counts whole for each side; work on the middle has the side <c>mid</c>.</summary>
    /// <param name="newtons">Force into the client by step, where it was worked out.</param>
    public static Dose Of(Expansion expansion, IReadOnlyDictionary<string, double>? newtons = null)
    {
        var sums = new Dictionary<(string Region, Side Side), (double Seconds, int Presses, double Level, double Weight)>();
        foreach (var step in expansion.Steps)
        {
            var seconds = 0.0;
            var level = 0.0;
            if (step.Presses.All(p => p.Level == 0))
            {
                continue;
            }

            foreach (var press in step.Presses)
            {
                seconds += press.Seconds;
                level += press.Seconds * press.Level;
            }

            foreach (var (at, side) in step.Places.SelectMany(p => (step.Side is Side.Both ? Pair : [step.Side]).Select(s => (p, s))))
            {
                var sum = sums.GetValueOrDefault((at.Region, side));
                // Both sides at once share the weight.
                var weight = (newtons?.GetValueOrDefault(step.Id) ?? 0) * seconds * (step.Side is Side.Both ? 0.5 : 1);
                sums[(at.Region, side)] = (
                    sum.Seconds + (seconds * at.Of),
                    sum.Presses + (int)Math.Round(step.Presses.Count * at.Of),
                    sum.Level + (level * at.Of),
                    sum.Weight + (weight * at.Of)
                );
            }
        }

        var rows = sums.Select(s => new DoseRow(
                s.Key.Region,
                s.Key.Side,
                Timing.ToTenths(s.Value.Seconds),
                s.Value.Presses,
                Timing.ToTenths(s.Value.Level),
                KilogramMinutes: newtons is null ? null : Math.Round(s.Value.Weight / PractitionerBody.Gravity / 60, 1)
            ))
            .OrderByDescending(r => r.LevelSeconds)
            .ThenBy(r => r.Region, StringComparer.Ordinal)
            .ThenBy(r => r.Side)
            .ToList();
        var balance = rows.Where(r => r.Side is Side.Left or Side.Right)
            .GroupBy(r => r.Region)
            .Select(g =>
            {
                var (left, right) = (Seconds(g, Side.Left), Seconds(g, Side.Right));
                var least = Math.Min(left, right);
                return new DoseBalance(g.Key, left, right, least > 0 ? Math.Round(Math.Abs(left - right) * 100 / least, 1) : null);
            })
            .ToList();
        return new(rows, balance);
    }

    /// <summary>
    /// The same dose, each row beside what the region received on average at earlier visits. Regions only worked then are added.
    /// </summary>
    public Dose Against(IReadOnlyList<Dose> earlier)
    {
        if (earlier.Count == 0)
        {
            return this;
        }

        var usual = earlier
            .SelectMany(d => d.Regions)
            .GroupBy(r => (r.Region, r.Side))
            .ToDictionary(g => g.Key, g => Timing.ToTenths(g.Sum(r => r.Seconds) / earlier.Count));
        var here = Regions.Select(r => (r.Region, r.Side)).ToHashSet();
        return this with
        {
            Regions =
            [
                .. Regions.Select(r => r with { UsualSeconds = usual.GetValueOrDefault((r.Region, r.Side)) }),
                .. usual
                    .Where(u => !here.Contains(u.Key))
                    .OrderByDescending(u => u.Value)
                    .Select(u => new DoseRow(u.Key.Region, u.Key.Side, 0, 0, 0, u.Value)),
            ],
        };
    }

    private static readonly Side[] Pair = [Side.Left, Side.Right];

    private static double Seconds(IEnumerable<DoseRow> rows, Side side) => rows.Where(r => r.Side == side).Sum(r => r.Seconds);
}
