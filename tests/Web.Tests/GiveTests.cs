using System.Globalization;
using System.Text.Json.Nodes;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Data.Records;
using AmpleLantern.Web.Tests.Support;
using Microsoft.EntityFrameworkCore;
using static AmpleLantern.Web.Tests.Support.Noted;

namespace AmpleLantern.Web.Tests;

/// <summary>Nothing noted is ever lost: events answered one by one, from several devices, early, late, twice and out of place.</summary>
public sealed class GiveTests : IAsyncLifetime
{
    private readonly House house = new();
    private Guest odile = null!;
    private Guest teo = null!;

    public async ValueTask InitializeAsync() => (odile, teo) = (await house.Guest(), await house.Guest("teo"));

    public ValueTask DisposeAsync() => house.DisposeAsync();

    private static IReadOnlyList<string> Responses(JsonNode session) =>
        [.. session["responses"]!.AsArray().Select(r => $"{(string)r!["response"]!} {(string)r["when"]!}")];

    [Fact]
    public async Task A_note_keeps_where_it_was_and_what_is_added_to_it_and_the_record_tells_it()
    {
        var teo = await house.Guest("teo");
        var id = await teo.VisitOf("Wren");
        var noted = Guid.NewGuid();
        var where = new
        {
            station = 4,
            place = "BL57",
            side = "left",
        };
        var view = await Note(
            teo,
            id,
            Event("response", 9, "tender", noted, detail: where),
            Event("annotate", 5, detail: new { of = noted, strength = 2 }, text: "to the heel"),
            Event("response", 4, "tender", detail: new { strength = 9 }),
            Event("response", 3, "tender", detail: new { place = new string('x', 81) })
        );
        Assert.Equal(["stored", "stored", "set-aside detail-out-of-range", "set-aside detail-out-of-range"], Words(view));
        var kept = view["session"]!["responses"]!.AsArray().Single(r => (string)r!["id"]! == noted.ToString())!;
        Assert.Equal(
            ("BL57", "left", 2),
            ((string)kept["detail"]!["place"]!, (string)kept["detail"]!["side"]!, (int)kept["detail"]!["strength"]!)
        );
        Assert.Equal("to the heel", (string)kept["text"]!);
        var visit = await teo.Visit(id);
        Assert.Contains("(BL57, left, 2 of 3, to the heel)", (string)visit["note"]!["done"]!, StringComparison.Ordinal);
        var step = (string)kept["step"]!;
        Assert.Equal(5, visit["likelyNotes"]![step]!.AsArray().Count);
    }

    [Fact]
    public async Task A_refused_start_takes_nothing_with_it()
    {
        var id = await odile.VisitOf("Sedge");
        var view = await Note(odile, id, Event("start", 30), Event("response", 20, "cold"), Event("response", 10, "sigh"));
        Assert.Equal(["set-aside not-cleared", "stored", "stored"], Words(view));
        Assert.EndsWith("Settle it on the Screen page first.", (string)view["answers"]![0]!["detail"]!, StringComparison.Ordinal);
        Assert.Equal(["cold early", "sigh early"], Responses(view["session"]!));
    }

    [Fact]
    public async Task What_is_noted_after_the_end_or_after_signing_stands_in_the_record_as_late()
    {
        var id = await odile.VisitOf("Anouk");
        Assert.Equal(["stored"], Words(await Note(odile, id, Event("response", 0, "emotional", text: "tears at the door"))));
        var visit = await odile.Visit(id);
        Assert.Contains("emotional late", Responses(visit["session"]!));
        var signed = (await odile.Post($"/api/visits/{id}/sign", new { version = (int)visit["version"]! }))!;
        var note = signed["note"]!.ToJsonString();
        var late = await Note(odile, id, Event("response", 2000, "tingling"), Event("next"));
        Assert.Equal(["stored", "set-aside locked"], Words(late));
        var after = await odile.Visit(id);
        Assert.Contains("tingling late", Responses(after["session"]!));
        Assert.Equal(note, after["note"]!.ToJsonString());
        Assert.Equal(signed["given"]!.ToJsonString(), after["given"]!.ToJsonString());
    }

    [Fact]
    public async Task An_id_used_elsewhere_a_word_of_long_ago_and_a_kind_of_tomorrow_are_each_answered()
    {
        var (wren, bram) = (await odile.VisitOf("Wren"), await odile.VisitOf("Bram"));
        var twice = Guid.NewGuid();
        Assert.Equal(["stored"], Words(await Note(teo, wren, Event("response", 5, "sigh", twice))));
        Assert.Equal(["already"], Words(await Note(teo, wren, Event("response", 5, "sigh", twice))));
        var view = await Note(
            teo,
            wren,
            Event("response", 4, "knees-like-jelly"),
            Event("levitate", 3),
            Event("plan-amended", 2),
            Event("response", 1, text: new string('x', 3000), response: "sigh")
        );
        Assert.Equal(["stored", "set-aside unknown-kind", "set-aside unknown-kind", "set-aside too-long"], Words(view));
        Assert.Contains("knees-like-jelly during", Responses(view["session"]!));
        Assert.Equal(["set-aside other-visit"], Words(await Note(teo, bram, Event("response", 5, "sigh", twice))));
        Assert.DoesNotContain("500", teo.Last.StatusCode.ToString(), StringComparison.Ordinal);
    }

    [Fact]
    public async Task From_the_future_out_of_order_and_ten_thousand_at_once()
    {
        var id = await odile.VisitOf("Wren");
        var ahead = await Note(teo, id, Event("response", -86_400, "warmth"), Event("response", 60, "cold"));
        Assert.Equal(["stored", "stored"], Words(ahead));
        var now = DateTimeOffset.Parse((string)ahead["session"]!["now"]!, CultureInfo.InvariantCulture);
        Assert.All(
            ahead["session"]!["responses"]!.AsArray(),
            r => Assert.True(DateTimeOffset.Parse((string)r!["at"]!, CultureInfo.InvariantCulture) <= now)
        );
        var many = Enumerable.Range(0, 10_000).Select(_ => Event("response", 1, "sigh")).ToArray();
        teo.Refused(413, "too-many-events", await teo.Post($"/api/visits/{id}/give/events", new { events = many }));
        Assert.Equal((int)ahead["session"]!["events"]!, (int)(await teo.Get($"/api/visits/{id}/give"))!["session"]!["events"]!);
    }

    [Fact]
    public async Task Three_devices_at_once_beside_a_window_that_edits_lose_nothing_and_meet_no_error()
    {
        var id = await odile.VisitOf("Wren");
        var before = (int)(await odile.Get($"/api/visits/{id}/give"))!["session"]!["events"]!;
        var errors = new List<string>();
        async Task Device(string name, Guest who)
        {
            for (var i = 0; i < 10; i++)
            {
                var view = await Note(
                    who,
                    id,
                    [
                        .. Enumerable
                            .Range(0, 5)
                            .Select(j => Event(j == 0 ? "next" : "response", 5, "sigh", device: name, counter: i * 5 + j)),
                    ]
                );
                lock (errors)
                {
                    errors.AddRange(
                        (int)who.Last.StatusCode == 200 ? Words(view).Where(w => w != "stored") : [$"{name}: {who.Last.StatusCode}"]
                    );
                }
            }
        }

        async Task Editor()
        {
            var refused = 0;
            for (var i = 0; i < 15; i++)
            {
                var version = (int)(await odile.Visit(id))["version"]!;
                await odile.Put($"/api/visits/{id}/reflect", new { version, note = new { said = $"Edit {i}" } });
                refused += odile.Last.IsSuccessStatusCode ? 0 : 1;
            }

            // Events change nothing that has a version, so the editor never meets a conflict either.
            Assert.Equal(0, refused);
        }

        var (a, b, c) = (await house.Guest("teo"), await house.Guest("teo"), await house.Guest("pim"));
        await Task.WhenAll(Device("a", a), Device("b", b), Device("c", c), Editor());
        Assert.Empty(errors);
        Assert.Equal(before + 150, (int)(await odile.Get($"/api/visits/{id}/give"))!["session"]!["events"]!);
        Assert.Equal(150, await house.InDb(db => db.SessionEvents.CountAsync(e => e.VisitId == Guid.Parse(id) && e.Device != "demo")));
    }

    [Fact]
    public async Task Two_who_begin_at_once_begin_one_session()
    {
        var id = await odile.VisitOf("Bram");
        await odile.NoToTheRest(id);
        var (one, two) = (await house.Guest("odile"), await house.Guest("teo"));
        var both = await Task.WhenAll(Note(one, id, Event("start", 3, device: "a")), Note(two, id, Event("start", 2, device: "b")));
        Assert.Equal(["already begun-already", "stored"], both.SelectMany(Words).Order());
        Assert.Equal(1, await house.InDb(db => db.Bases.CountAsync(b => b.VisitId == Guid.Parse(id))));
    }

    [Fact]
    public async Task The_plan_is_changed_on_the_way_as_an_event_with_a_basis_of_its_own()
    {
        var id = await odile.VisitOf("Wren");
        var before = await teo.Visit(id);
        var steps = before["expansion"]!["steps"]!.AsArray();
        var cursor = (double)before["session"]!["cursorSeconds"]!;
        var last = (string)steps[^2]!["id"]!;
        var event1 = Guid.NewGuid();
        object Amend(Guid eventId, params object[] edits) =>
            new
            {
                id = eventId,
                at = At(0),
                edits,
            };
        var after = (
            await teo.Post(
                $"/api/visits/{id}/give/amend",
                Amend(
                    event1,
                    new
                    {
                        kind = "remove",
                        step = last,
                        bothSides = false,
                    }
                )
            )
        )!;
        Assert.Equal(200, (int)teo.Last.StatusCode);
        Assert.Equal(steps.Count - 1, after["expansion"]!["steps"]!.AsArray().Count);
        Assert.Equal(event1.ToString(), (string)after["session"]!["basis"]!);
        Assert.StartsWith("left out:", (string)after["session"]!["seams"]![0]!["saying"]!, StringComparison.Ordinal);
        Assert.Equal(Responses(before["session"]!), Responses(after["session"]!));
        var again = (
            await teo.Post(
                $"/api/visits/{id}/give/amend",
                Amend(
                    event1,
                    new
                    {
                        kind = "remove",
                        step = last,
                        bothSides = false,
                    }
                )
            )
        )!;
        Assert.Equal((int)after["session"]!["events"]!, (int)again["session"]!["events"]!);

        // What is done stays: the first step cannot be taken out any more.
        teo.Refused(
            422,
            "nothing-changed",
            await teo.Post(
                $"/api/visits/{id}/give/amend",
                Amend(
                    Guid.NewGuid(),
                    new
                    {
                        kind = "remove",
                        step = (string)steps[0]!["id"]!,
                        bothSides = false,
                    }
                )
            )
        );
        var insert = (
            await teo.Post(
                $"/api/visits/{id}/give/amend",
                new
                {
                    id = Guid.NewGuid(),
                    at = At(0),
                    insert = new { kind = "flow", id = "neck-then-shoulder" },
                }
            )
        )!;
        Assert.True(insert["expansion"]!["steps"]!.AsArray().Count > steps.Count + 5, insert.ToJsonString()[..300]);
        Assert.Equal(2, insert["session"]!["seams"]!.AsArray().Count);
        Assert.True((double)insert["session"]!["cursorSeconds"]! >= cursor);
        Assert.Equal(3, await house.InDb(db => db.Bases.CountAsync(b => b.VisitId == Guid.Parse(id))));
    }

    [Fact]
    public async Task A_change_on_the_way_that_brings_a_finding_is_refused_with_its_sentence()
    {
        var id = await odile.VisitOf("Wren");
        var visit = await teo.Visit(id);
        visit = (
            await teo.Put(
                $"/api/visits/{id}/facts",
                new { version = (int)visit["version"]!, entry = new { fact = "osteoporosis", status = "known" } }
            )
        )!;
        var settled = visit["start"]!.ToJsonString();
        var problem = await teo.Post(
            $"/api/visits/{id}/give/amend",
            new
            {
                id = Guid.NewGuid(),
                at = At(0),
                insert = new { kind = "flow", id = "belly-bowl" },
            }
        );
        if ((int)teo.Last.StatusCode == 200)
        {
            problem = await teo.Post(
                $"/api/visits/{id}/give/amend",
                new
                {
                    id = Guid.NewGuid(),
                    at = At(0),
                    insert = new { kind = "flow", id = "treading-with-frame" },
                }
            );
        }

        teo.Refused(409, "not-cleared", problem);
        Assert.Equal(settled, (await teo.Visit(id))["start"]!.ToJsonString());
    }

    [Fact]
    public async Task Whoever_notes_stands_in_the_log_by_id()
    {
        var id = await odile.VisitOf("Wren");
        var mine = Guid.NewGuid();
        await Note(teo, id, Event("response", 1, "sigh", mine));
        var (by, teoId) = await house.InDb(async db =>
            (
                await db.SessionEvents.Where(e => e.Id == mine).Select(e => e.By).SingleAsync(),
                await db.Users.Where(u => u.UserName == "teo").Select(u => u.Id).SingleAsync()
            )
        );
        Assert.Equal(teoId, by);
    }
}
