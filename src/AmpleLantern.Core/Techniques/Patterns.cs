using AmpleLantern.Core.Knowledge;

namespace AmpleLantern.Core.Techniques;

/// <summary>One press to come: the station it lands on, and how long it stays where the pattern says so.</summary>
/// <param name="Station">1-based station along the path.</param>
/// <param name="StaySeconds">Seconds at depth when the pattern sets them; null leaves it to the technique.</param>
/// <param name="StayBreaths">Or breaths at depth.</param>
public readonly record struct Placement(int Station, double? StaySeconds = null, int? StayBreaths = null);

/// <summary>The patterns as functions: numbers in, ordered placements out.</summary>
/// <remarks>Counts are common practice; each is a plain function of its arguments.</remarks>
public static class Patterns
{
    /// <summary>Most stations a walk may have; more is a slip of the pen, not a plan.</summary>
    public const int MostStations = 60;

    /// <summary>Most beats of what speeds up.</summary>
    private const int MostBeats = 400;

    /// <summary>Presses n stations out and back: 1, 2 ... n ... 2, 1. The turning station is pressed once.</summary>
    /// <param name="stations">Number of stations n, 2 or more; three is the usual division into thirds.</param>
    /// <returns>2n-1 placements.</returns>
    /// <exception cref="KnowledgeException">n is below 2 or above <see cref="MostStations"/>.</exception>
    public static IReadOnlyList<Placement> OutAndBack(int stations)
    {
        CheckStations(stations, least: 2);
        var presses = new Placement[2 * stations - 1];
        for (var i = 0; i < presses.Length; i++)
        {
            presses[i] = new(i < stations ? i + 1 : 2 * stations - 1 - i);
        }

        return presses;
    }

    /// <summary>Presses n stations once, from the first to the last.</summary>
    public static IReadOnlyList<Placement> OneWay(int stations)
    {
        CheckStations(stations, least: 1);
        var presses = new Placement[stations];
        for (var i = 0; i < stations; i++)
        {
            presses[i] = new(i + 1);
        }

        return presses;
    }

    /// <summary>k there-and-back trips over n stations. Both turning stations are pressed once: k(2n-2)+1 placements.</summary>
    /// <exception cref="KnowledgeException">n is below 2 or k below 1.</exception>
    public static IReadOnlyList<Placement> RoundTrips(int stations, int trips)
    {
        CheckStations(stations, least: 2);
        Check(trips >= 1, $"Round trips need 1 trip or more, not {trips}.");
        var trip = OutAndBack(stations);
        var presses = new List<Placement>(trips * (trip.Count - 1) + 1);
        for (var k = 0; k < trips; k++)
        {
            presses.AddRange(k == 0 ? trip : trip.Skip(1));
        }

        return presses;
    }

    /// <summary>Stations of a hand-over-hand walk: path length over hand breadth, to the nearest whole hand, at least 2.</summary>
    /// <param name="pathMetres">Length of the path along the body, in metres.</param>
    /// <param name="handBreadthMetres">Breadth of the practitioner's palm, in metres.</param>
    /// <exception cref="KnowledgeException">Either length is not positive.</exception>
    public static int StationsByHand(double pathMetres, double handBreadthMetres)
    {
        Check(pathMetres > 0 && handBreadthMetres > 0, "A palm walk needs a path and a hand breadth above zero.");
        return Math.Clamp((int)Math.Round(pathMetres / handBreadthMetres, MidpointRounding.AwayFromZero), 2, MostStations);
    }

    /// <summary>n stations round a centre, <paramref name="turns"/> times.</summary>
    /// <param name="bothWays">Then as many turns the other way round.</param>
    public static IReadOnlyList<Placement> Circle(int stations, int turns, bool bothWays = false)
    {
        CheckStations(stations, least: 3);
        Check(turns >= 1, $"A circle needs 1 turn or more, not {turns}.");
        List<Placement> round = [.. Enumerable.Range(0, stations * turns).Select(i => new Placement(i % stations + 1))];
        return bothWays ? [.. round, .. round.AsEnumerable().Reverse()] : round;
    }

    /// <summary>Weight given bit by bit, one breath after the other in one place.</summary>
    /// <exception cref="KnowledgeException">Fewer than two breaths: nothing rises.</exception>
    public static IReadOnlyList<Placement> Ramp(int? breaths)
    {
        Check(breaths is >= 2, "A ramp needs two breaths or more to rise in.");
        return [.. Enumerable.Repeat(new Placement(1, null, 1), breaths!.Value)];
    }

    /// <summary>Beats that grow faster evenly, from the longest to the shortest, so many as fill the time.</summary>
    /// <param name="seconds">The whole.</param>
    /// <param name="beat">The shortest beat, the usual, the longest.</param>
    public static IReadOnlyList<Placement> SpeedUp(double? seconds, HoldSeconds? beat)
    {
        Check(seconds is > 0 && beat is { IsOrdered: true, Min: > 0 }, "What speeds up needs its seconds, and beats from long to short.");
        var mean = (beat!.Min + beat.Max) / 2;
        var beats = Math.Clamp((int)Math.Round(seconds!.Value / mean), 2, MostBeats);
        return [.. Enumerable.Range(0, beats).Select(i => new Placement(1, beat.Max + ((beat.Min - beat.Max) * i / (beats - 1))))];
    }

    /// <summary>One compression that stays.</summary>
    public static IReadOnlyList<Placement> Hold(double? seconds, int? breaths)
    {
        Check(seconds is > 0 || breaths is > 0, "A hold needs seconds or breaths above zero.");
        return [new(1, seconds, breaths)];
    }

    /// <summary><paramref name="times"/> pulls or strokes of the same length, released in between.</summary>
    public static IReadOnlyList<Placement> Traction(int times, double? seconds, int? breaths)
    {
        Check(times >= 1, $"Traction needs 1 pull or more, not {times}.");
        Check(seconds is > 0 || breaths is > 0, "Traction needs seconds or breaths above zero.");
        return [.. Enumerable.Repeat(new Placement(1, seconds, breaths), times)];
    }

    /// <summary>
    /// Rounds of pushing against and letting go: in each the client pushes for the seconds given, then the stretch deepens for the
    /// breaths. Two placements a round.
    /// </summary>
    public static IReadOnlyList<Placement> ContractRelax(int rounds, double? pushSeconds, int? breaths)
    {
        Check(rounds >= 1, $"Contract-relax needs 1 round or more, not {rounds}.");
        Check(pushSeconds is > 0, "The push of contract-relax needs seconds above zero.");
        return
        [
            .. Enumerable.Range(0, rounds).SelectMany(_ => new[] { new Placement(1, pushSeconds), new Placement(2, null, breaths ?? 1) }),
        ];
    }

    /// <summary>Points in their order, each held for the same time.</summary>
    public static IReadOnlyList<Placement> PointSet(int points, double? seconds, int? breaths)
    {
        CheckStations(points, least: 1);
        Check(seconds is > 0 || breaths is > 0, "Points are held for seconds or breaths above zero.");
        return [.. Enumerable.Range(1, points).Select(i => new Placement(i, seconds, breaths))];
    }

    /// <summary>Each section worked before the next, <paramref name="passes"/> times: sections x passes placements.</summary>
    public static IReadOnlyList<Placement> Sections(int sections, int passes)
    {
        CheckStations(sections, least: 1);
        Check(passes >= 1, $"Sections need 1 pass or more, not {passes}.");
        return [.. Enumerable.Range(0, sections * passes).Select(i => new Placement(i / passes + 1))];
    }

    /// <summary>One pass up and one pass down, a tap at each station; the top is tapped once.</summary>
    public static IReadOnlyList<Placement> PercussionPass(int stations) => OutAndBack(stations);

    private static void CheckStations(int stations, int least) =>
        Check(stations >= least && stations <= MostStations, $"This pattern needs {least} to {MostStations} stations, not {stations}.");

    private static void Check(bool holds, string otherwise)
    {
        if (!holds)
        {
            throw new KnowledgeException(otherwise);
        }
    }
}
