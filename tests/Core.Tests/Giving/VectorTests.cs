using System.Text.Json.Nodes;
using AmpleLantern.Core.Giving;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Pressure;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Tests.Support;
using AmpleLantern.Core.Vocabulary;
using AmpleLantern.Exchange;
using NodaTime;

namespace AmpleLantern.Core.Tests.Giving;

/// <summary>
/// What the fold makes of logs, written down for the client: <c>tests/vectors/session.json</c> is made here and read by the client's
/// test of its prediction. LANTERN_VECTORS=write writes it anew.
/// </summary>
public class VectorTests
{
    private static readonly Instant Noon = Instant.FromUtc(2026, 3, 2, 12, 0);

    /// <summary>With a deepest level for each step, as it is marked when a session begins; for the last it is not known.</summary>
    private static readonly Expansion Plan = Known.Expand(Known.Flow(Known.Legs)) is var plan
        ? plan with
        {
            Steps = [.. plan.Steps.Select((s, i) => s with { Deepest = i == plan.Steps.Count - 1 ? null : s.Level + (i % 2) })],
        }
        : plan;

    private static readonly Session Session = new(Plan, Known.Base);

    /// <summary>The responses the logs are made of: a fixed few, so that one more in the knowledge changes nothing here.</summary>
    private static readonly IReadOnlyList<ResponseKind> Noted =
    [
        .. new[]
        {
            "too-much",
            "more",
            "right",
            "tender",
            "radiates",
            "twitch",
            "sigh",
            "gurgle",
            "warmth",
            "tingling",
            "emotional",
            "sleepy",
            "pain",
            "dizzy",
            "tap-out",
        }.Select(id => Known.Base.Responses[id]),
    ];

    private static readonly GiveEventKind[] Predicted = [.. Enum.GetValues<GiveEventKind>().Where(k => k is not GiveEventKind.PlanAmended)];

    [Fact]
    public void The_file_the_client_is_tested_with_is_what_the_fold_says()
    {
        var made = Make().ToJsonString() + "\n";
        Repository.Holds(Repository.File("tests", "vectors", "session.json"), made, "LANTERN_VECTORS");
    }

    private static JsonObject Make() =>
        new()
        {
            ["totalSeconds"] = Plan.TotalSeconds,
            ["steps"] = new JsonArray([
                .. Plan.Steps.Select(s => new JsonObject
                {
                    ["id"] = s.Id,
                    ["startSeconds"] = s.StartSeconds,
                    ["seconds"] = s.Seconds,
                    ["restSeconds"] = s.RestSeconds,
                    ["contact"] = s.Contact,
                    ["region"] = s.Region,
                    ["level"] = s.Level,
                    ["deepest"] = s.Deepest,
                    ["sameAs"] = s.SameAs,
                    ["presses"] = new JsonArray([
                        .. s.Presses.Select(p => new JsonObject
                        {
                            ["startSeconds"] = p.StartSeconds,
                            ["seconds"] = p.Seconds,
                            ["breaths"] = p.Breaths,
                        }),
                    ]),
                }),
            ]),
            ["responses"] = new JsonArray([.. Noted.Select(r => new JsonObject { ["id"] = r.Id, ["effect"] = r.Effect })]),
            ["cases"] = new JsonArray([.. EveryPhaseMeetsEveryKind().Concat(Anything()).Select(c => Case(c.Name, c.Events))]),
        };

    private static IEnumerable<(string Name, GiveEvent[] Events)> EveryPhaseMeetsEveryKind()
    {
        var ways = new (string Phase, (double, GiveEventKind, string?)[] There)[]
        {
            ("not started", []),
            ("running", [(0, GiveEventKind.Start, null)]),
            ("running in a hold", [(0, GiveEventKind.Start, null), (1, GiveEventKind.Next, null), (2, GiveEventKind.Next, null)]),
            ("held on", [(0, GiveEventKind.Start, null), (50, GiveEventKind.Stay, null)]),
            ("paused", [(0, GiveEventKind.Start, null), (50, GiveEventKind.Pause, null)]),
            (
                "in a breath that was tapped",
                [
                    (0, GiveEventKind.Start, null),
                    (1, GiveEventKind.Next, null),
                    (2, GiveEventKind.Next, null),
                    (90, GiveEventKind.Breath, null),
                    (95, GiveEventKind.Breath, null),
                ]
            ),
            ("stopped", [(0, GiveEventKind.Start, null), (60, GiveEventKind.Response, "dizzy")]),
            ("finished", [(0, GiveEventKind.Start, null), (70, GiveEventKind.Finish, null)]),
        };
        foreach (var (phase, there) in ways)
        {
            foreach (var kind in Predicted)
            {
                IReadOnlyList<string?> responses =
                    kind is GiveEventKind.Response ? ["tender", "too-much", "pain", "a-word-of-long-ago"]
                    : kind is GiveEventKind.Happened ? ["fall"]
                    : [null];
                foreach (var response in responses)
                {
                    yield return (
                        $"{phase}: {kind} {response}".Trim(),
                        [.. there.Append((100, kind, response)).Select((e, i) => At(e.Item1, e.Item2, e.Item3, i))]
                    );
                }
            }
        }
    }

    private static IEnumerable<(string Name, GiveEvent[] Events)> Anything()
    {
        for (var seed = 1; seed <= 40; seed++)
        {
            var random = new Random(seed);
            var at = 0.0;
            var events = new List<GiveEvent> { At(0, GiveEventKind.Start, null, 0) };
            for (var i = 1; i <= 10; i++)
            {
                at += random.Next(0, 120);
                var kind = Predicted[random.Next(Predicted.Length)];
                events.Add(
                    At(at, kind, kind is GiveEventKind.Response or GiveEventKind.Happened ? Noted[random.Next(Noted.Count)].Id : null, i)
                );
            }

            yield return ($"anything {seed}", [.. events]);
        }
    }

    private static GiveEvent At(double seconds, GiveEventKind kind, string? response, int counter) =>
        new(
            new Guid(counter + 1, 0, 0, new byte[8]),
            Noon + Duration.FromSeconds(seconds),
            kind,
            response,
            kind is GiveEventKind.Pause && counter % 2 == 1 ? "Telephone" : null,
            Device: "a",
            Counter: counter,
            Detail: Detail(kind, counter)
        );

    /// <summary>Every reach of a change of level, and an end that is set and let go.</summary>
    private static EventDetail? Detail(GiveEventKind kind, int counter) =>
        kind switch
        {
            GiveEventKind.Deeper or GiveEventKind.Lighter => new(
                Station: 1 + (counter % 2),
                Reach: Enum.GetValues<LevelReach>()[counter % Enum.GetValues<LevelReach>().Length]
            ),
            GiveEventKind.Again when counter % 2 == 0 => new(Reach: LevelReach.Place),
            GiveEventKind.OutBy when counter % 3 > 0 => new(Until: Noon + Duration.FromMinutes(counter)),
            _ => null,
        };

    private static JsonObject Case(string name, GiveEvent[] events)
    {
        var states = Enumerable.Range(0, events.Length + 1).Select(n => Session.Fold(events.Take(n))).ToList();
        var end = states[^1];
        var last = events[^1].At;
        return new()
        {
            ["name"] = name,
            ["events"] = JsonNode.Parse(OpenJson.Write(events)),
            ["anchors"] = new JsonArray([
                .. states.Select(s =>
                    JsonNode.Parse(
                        OpenJson.Write(
                            new
                            {
                                s.Phase,
                                s.AnchoredAt,
                                s.CursorSeconds,
                                s.StartedAt,
                                s.FinishedAt,
                                s.StayingSince,
                                s.StoppedBy,
                                s.Levels,
                                PlaceLevels = s.PlaceLevels ?? new Dictionary<string, IReadOnlyDictionary<int, int>>(),
                                Pauses = s.Pauses ?? [],
                                s.Breath,
                                s.OutBy,
                                Known.Base.Pace.SlowestBreathsPerMinute,
                                Known.Base.Pace.FastestBreathsPerMinute,
                                Known.Base.GivingTimes.BackToPreviousSeconds,
                            }
                        )
                    )
                ),
            ]),
            ["looks"] = new JsonArray([
                .. new[] { 0, 7.5, 90, 4000 }
                    .Select(after => last + Duration.FromSeconds(after))
                    .Select(at => new JsonObject
                    {
                        ["at"] = NodaTime.Text.InstantPattern.ExtendedIso.Format(at),
                        ["cursor"] = Math.Round(Session.Cursor(end, at), 4),
                        ["late"] = Math.Round(Session.LateSeconds(end, at), 4),
                        ["step"] = Session.StepAt(end, at).Id,
                    }),
            ]),
        };
    }
}
