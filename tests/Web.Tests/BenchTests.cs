using System.Text.Json.Nodes;
using AmpleLantern.Core.Bodies;
using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Training;
using AmpleLantern.Exchange;
using AmpleLantern.Web.Bench;
using AmpleLantern.Web.Tests.Support;
using Microsoft.AspNetCore.Http.Connections;
using Microsoft.AspNetCore.SignalR;
using Microsoft.AspNetCore.SignalR.Client;
using Microsoft.Extensions.DependencyInjection;

namespace AmpleLantern.Web.Tests;

/// <summary>The bench: readings stream, presses come in, a drill is scored, kept, played again.</summary>
public sealed class BenchTests
{
    [Fact]
    public async Task A_drill_is_pressed_streamed_scored_kept_and_looked_at_again()
    {
        await using var house = new House();
        var odile = await house.Guest();
        await using var line = await Line(house, odile);
        var samples = new List<MatSample>();
        using var leave = new CancellationTokenSource();
        await line.SendAsync("Press", 10.0, 10.0);
        await foreach (var batch in line.StreamAsync<MatBatch>("Run", "slow-sink", (string?)null, leave.Token))
        {
            samples.AddRange(batch.Samples);
            await line.SendAsync("Press", 60.0, 55.0);
            if (samples.Count > 0 && samples[^1].Seconds > 2.5)
            {
                break;
            }
        }

        Assert.All(samples.Zip(samples.Skip(1)), x => Assert.Equal(0.01, x.Second.Seconds - x.First.Seconds, 6));
        // What was wanted under each hand arrives, breath and noise around it.
        Assert.InRange(samples.Where(s => s.Seconds > 1.5).Average(s => s.Left), 54, 66);
        Assert.InRange(samples.Where(s => s.Seconds > 1.5).Average(s => s.Right), 50, 61);
        var scored = await line.InvokeAsync<DrillRunLine>("Finish");
        Assert.False(scored.Score.Passed);
        Assert.Contains("stay to the end", scored.Score.Next, StringComparison.Ordinal);

        var bench = (await odile.Get("/api/bench"))!;
        var runs = bench["drills"]!.AsArray().Single(d => (string)d!["target"]!["drill"]!["id"]! == "slow-sink")!["runs"]!.AsArray();
        Assert.Equal(scored.Id.ToString(), (string)runs[0]!["id"]!);
        Assert.Equal(4, runs.Count);
        var again = (await odile.Get($"/api/bench/runs/{scored.Id}"))!;
        Assert.Equal(samples[100].Left, (double)again["rows"]![100]![1]!, 6);
        var csv = await house.CreateClient().GetAsync(new Uri($"/api/bench/runs/{scored.Id}/csv", UriKind.Relative));
        Assert.Equal(401, (int)csv.StatusCode);
        await odile.Get($"/api/bench/runs/{scored.Id}/csv");
        var text = await odile.Last.Content.ReadAsStringAsync();
        Assert.StartsWith("seconds,left,right,breath,tension,depthCm\n0,", text, StringComparison.Ordinal);

        // It is nobody else's, and the same text can be played through a drill.
        var teo = await house.Guest("teo");
        teo.Refused(404, "not-found", await teo.Get($"/api/bench/runs/{scored.Id}"));
        var kept = (await odile.Post("/api/bench/recordings", new { text }))!;
        var played = new List<MatSample>();
        await foreach (var batch in line.StreamAsync<MatBatch>("Run", "slow-sink", (string)kept["word"]!))
        {
            played.AddRange(batch.Samples);
        }

        Assert.Equal(samples[50], played[50]);
        Assert.Equal("recording", (await line.InvokeAsync<DrillRunLine>("Finish")).Mat);
        odile.Refused(422, "bad-recording", await odile.Post("/api/bench/recordings", new { text = "a,b\n1,2\n" }));
    }

    [Fact]
    public async Task A_mat_that_stops_sending_is_said_and_what_was_recorded_is_kept()
    {
        await using var house = new BrokenMatHouse();
        var odile = await house.Guest();
        await using var line = await Line(house, odile);
        var samples = new List<MatSample>();
        await foreach (var batch in line.StreamAsync<MatBatch>("Run", "hold-forty", (string?)null))
        {
            samples.AddRange(batch.Samples);
            if (batch.Silent)
            {
                break;
            }
        }

        Assert.InRange(samples[^1].Seconds, 0.4, 0.5);
        var tooShort = await Assert.ThrowsAsync<HubException>(() => line.InvokeAsync<DrillRunLine>("Finish"));
        Assert.Contains("too little on the record", tooShort.Message, StringComparison.Ordinal);
    }

    [Fact]
    public async Task Nobody_reaches_the_mat_without_a_session_and_refusals_are_sentences()
    {
        await using var house = new House();
        var stranger = await house.Guest(name: null);
        await Assert.ThrowsAnyAsync<HttpRequestException>(() => Line(house, stranger));
        await using var line = await Line(house, await house.Guest("pim"));
        var unknown = await Assert.ThrowsAsync<HubException>(async () =>
        {
            await foreach (var _ in line.StreamAsync<MatBatch>("Run", "no-such-drill", (string?)null)) { }
        });
        Assert.Contains("There is no such drill.", unknown.Message, StringComparison.Ordinal);
        var nothing = await Assert.ThrowsAsync<HubException>(() => line.InvokeAsync<DrillRunLine>("Finish"));
        Assert.Contains("Start a drill first.", nothing.Message, StringComparison.Ordinal);
    }

    private static async Task<HubConnection> Line(House house, Guest guest)
    {
        var line = new HubConnectionBuilder()
            .WithUrl(
                new Uri(house.Server.BaseAddress, "/hubs/mat"),
                o =>
                {
                    o.HttpMessageHandlerFactory = _ => house.Server.CreateHandler();
                    o.Transports = HttpTransportType.LongPolling;
                    o.Headers["Cookie"] = guest.Cookies;
                }
            )
            .AddJsonProtocol(o => OpenJson.Configure(o.PayloadSerializerOptions, strict: true))
            .Build();
        await line.StartAsync();
        return line;
    }
}
