using AmpleLantern.Core;
using AmpleLantern.Core.Atlas;
using AmpleLantern.Core.Bodies;
using AmpleLantern.Core.Bodies.Drawing;
using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Learning;
using AmpleLantern.Core.Measuring;
using AmpleLantern.Core.Vocabulary;
using AmpleLantern.Data;
using AmpleLantern.Data.Records;
using AmpleLantern.Web.Atlas;
using AmpleLantern.Web.Time;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace AmpleLantern.Web.Learning;

/// <summary>A point to be touched, and the view it is looked for in first.</summary>
public sealed record PlaceAsked(string Point, string View);

/// <summary>How far a channel is known.</summary>
/// <param name="Known">Points found when they were last asked.</param>
public sealed record ChannelKnown(string Channel, int Points, int Tried, int Known, int Due);

/// <summary>What one person asks themselves today.</summary>
/// <param name="Today">Answered today already: how many, how many found, and by how many cun off in the middle.</param>
/// <param name="Coming">Day by day, how many places come again.</param>
public sealed record LearnView(
    IReadOnlyList<PlaceAsked> Round,
    int Due,
    DayLearned Today,
    IReadOnlyList<ChannelKnown> Channels,
    IReadOnlyList<DayComing> Coming,
    IReadOnlyList<Learned> Weakest,
    string Source
);

public sealed record DayLearned(int Asked, int Found, double? MiddleErrorCun);

public sealed record DayComing(LocalDate On, IReadOnlyList<string> Points);

/// <summary>A touch on a drawing.</summary>
/// <param name="Id">Made by the device.</param>
/// <param name="XMm">From the left edge of the figure's page.</param>
/// <param name="YMm">From its upper edge.</param>
public sealed record PlaceTouched(Guid Id, string Point, string View, double XMm, double YMm);

/// <summary>How near it was.</summary>
/// <param name="At">Where the point is on the page, if it is seen in this view.</param>
public sealed record PlaceJudged(
    string Point,
    double ErrorCm,
    double ErrorCun,
    int Grade,
    bool Found,
    IReadOnlyList<WayOff> Ways,
    Spot At,
    string SeenFrom,
    string Location,
    LocalDate Again
);

/// <summary>Asks for points, judges touches on the usual body and keeps how it went for whoever asked.</summary>
public sealed class OwnPlaces(LanternDb db, KnowledgeBase knowledge, FigureStore figures, ClientBody bodies, PracticeClock clock)
{
    private const int DaysShown = 7;
    private const int WeakestShown = 6;

    /// <param name="channel">Only its points; null for all.</param>
    /// <exception cref="RefusalException">There is no such channel.</exception>
    public async Task<LearnView> View(string who, string? channel)
    {
        RefusalException.Unless(
            channel is null || knowledge.Atlas.Channels.Has(channel) || knowledge.Atlas.Points.All.Any(p => p.Channel == channel),
            "not-found",
            $"There is no channel called '{channel}'.",
            "/channel"
        );
        var tries = await Tries(who);
        var known = Learned.From(tries, knowledge.Spacing);
        var today = clock.Today;
        var now = tries.Where(t => t.On == today).ToList();
        var points = knowledge.Atlas.Points.All.Where(p => Asked.ContainsKey(p.Id)).ToList();
        var round = PlaceRound.Choose(
            [.. points.Where(p => channel is null || p.Channel == channel).Select(p => p.Id)],
            known,
            now.Select(t => t.Point).ToHashSet(),
            today,
            knowledge.PlaceMarks.RoundOf,
            knowledge.PointUse.Of
        );
        return new(
            [.. round.Select(p => new PlaceAsked(p, Asked[p]))],
            known.Values.Count(k => k.Due <= today),
            new(now.Count, now.Count(t => Passed(t.Grade)), Middle([.. now.Select(t => t.ErrorCun)])),
            [
                .. points
                    .GroupBy(p => p.Channel)
                    .Select(g => new ChannelKnown(
                        g.Key,
                        g.Count(),
                        g.Count(p => known.ContainsKey(p.Id)),
                        g.Count(p => known.GetValueOrDefault(p.Id)?.InARow > 0),
                        g.Count(p => known.GetValueOrDefault(p.Id)?.Due <= today)
                    )),
            ],
            [
                .. Enumerable
                    .Range(1, DaysShown)
                    .Select(today.PlusDays)
                    .Select(day => new DayComing(day, [.. known.Values.Where(k => k.Due == day).Select(k => k.Point)])),
            ],
            [.. known.Values.Where(k => k.InARow == 0).OrderBy(k => k.Ease).ThenByDescending(k => k.LastErrorCun).Take(WeakestShown)],
            knowledge.Spacing.Source.ToString()
        );
    }

    /// <summary>Judges a touch and keeps it.</summary>
    /// <exception cref="RefusalException">There is no such point or view, or nothing of the body was touched.</exception>
    public async Task<PlaceJudged> Judge(PlaceTouched touched, string who)
    {
        var point =
            knowledge.Atlas.Points.Find(touched.Point)
            ?? throw new RefusalException("unknown-word", $"There is no point '{touched.Point}'.", "/point");
        var posed = figures.Posed(BodySize.Reference, PoseSaid.Standing, 1);
        var view = Views.Of(posed.Body, touched.View);
        var skin =
            Touch.Skin(view, touched.XMm, touched.YMm)
            ?? throw new RefusalException("beside-the-body", "That is beside the body. Touch the skin where the point is.", "/xMm");
        var missed = Touch.From(skin, posed.SpotsOf(point), knowledge.Nearness.TellCm);
        var cun = missed.Cm / Location.CunCm(point.Place, (await bodies.Of(null)).Scale);
        var grade = knowledge.PlaceMarks.Grade(cun);
        if (!await db.Places.AnyAsync(p => p.Id == touched.Id))
        {
            db.Places.Add(
                new()
                {
                    Id = touched.Id,
                    StaffId = who,
                    Point = point.Id,
                    At = clock.Now,
                    ErrorCm = missed.Cm,
                    ErrorCun = cun,
                    Grade = grade,
                }
            );
            await db.SaveChangesAsync();
        }

        var known = Learned.From((await Tries(who)).Where(t => t.Point == point.Id), knowledge.Spacing)[point.Id];
        return new(
            point.Id,
            Math.Round(missed.Cm, 1),
            Math.Round(cun, 1),
            grade,
            Passed(grade),
            missed.Ways,
            new Chart(view).Spot(missed.Spot.Anchor),
            Asked.GetValueOrDefault(point.Id) ?? ViewChoice.For(point, posed, 1),
            point.Location,
            known.Due
        );
    }

    /// <summary>The view each point is asked for in; those that no view shows well enough to be touched are left out.</summary>
    private Dictionary<string, string> Asked =>
        figures.Layers(
            "learning",
            "views",
            () =>
                knowledge
                    .Atlas.Points.All.AsParallel()
                    .Select(p => (p.Id, View: Touch.AskedIn(p, figures.Posed(BodySize.Reference, PoseSaid.Standing, 1))))
                    .Where(p => p.View is not null)
                    .ToDictionary(p => p.Id, p => p.View!)
        );

    private bool Passed(int grade) => grade >= knowledge.Spacing.PassGrade;

    private async Task<IReadOnlyList<PlaceTry>> Tries(string who) =>
        [
            .. (
                await db
                    .Places.AsNoTracking()
                    .Where(p => p.StaffId == who)
                    .OrderBy(p => p.At)
                    .Select(p => new
                    {
                        p.Point,
                        p.At,
                        p.Grade,
                        p.ErrorCun,
                    })
                    .ToListAsync()
            )
                // A point that is no more in the atlas is not asked again.
                .Where(p => knowledge.Atlas.Points.Has(p.Point))
                .Select(p => new PlaceTry(p.Point, clock.DateOf(p.At), p.Grade, p.ErrorCun)),
        ];

    private static double? Middle(double[] errors) =>
        errors.Length == 0 ? null : Math.Round(errors.Order().ElementAt(errors.Length / 2), 1);
}
