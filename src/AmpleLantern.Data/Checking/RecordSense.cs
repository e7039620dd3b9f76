using AmpleLantern.Core;
using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Giving;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Measures;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Planning.Changing;
using AmpleLantern.Core.Screening;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Data.Audit;
using AmpleLantern.Data.Records;
using AmpleLantern.Exchange;
using AmpleLantern.Exchange.Ask;
using Microsoft.EntityFrameworkCore;
using NodaTime;

namespace AmpleLantern.Data.Checking;

/// <summary>Something about a record that can be read and cannot be.</summary>
/// <param name="Repair">What mending does, in words.</param>
/// <param name="Mend">Does it on the record at hand; saved by whoever asked.</param>
internal sealed record Senseless(string What, string? Repair = null, Action? Mend = null);

/// <summary>Whether what a record says can be: by the same limits as at the doors.</summary>
internal sealed class RecordSense(LanternDb db, PracticeKnowledge knowledge, IClock clock, IActor actor)
{
    private Dictionary<Guid, (string Name, LocalDate? Birth)> clients = [];

    private LocalDate today;

    /// <summary>Reads what the records at hand belong to, and what day it is where the practice is.</summary>
    public async Task Around<T>(IReadOnlyList<T> rows)
    {
        var zone = await db.Settings.AsNoTracking().Select(s => s.TimeZone).FirstOrDefaultAsync();
        today = clock
            .GetCurrentInstant()
            .InZone(DateTimeZoneProviders.Tzdb.GetZoneOrNull(zone ?? "") ?? DateTimeZoneProviders.Tzdb.GetSystemDefault())
            .Date;
        var ids = rows.OfType<IOfClient>().Select(r => r.ClientId).ToHashSet();
        clients =
            ids.Count == 0
                ? []
                : (
                    await db
                        .Clients.AsNoTracking()
                        .Where(c => ids.Contains(c.Id))
                        .Select(c => new
                        {
                            c.Id,
                            c.Name,
                            c.BirthDate,
                        })
                        .ReadableAsync(c => c.Id)
                ).Read.ToDictionary(c => c.Id, c => (c.Name, c.BirthDate));
    }

    public string Whose(object row) =>
        row switch
        {
            IOfClient of when clients.TryGetValue(of.ClientId, out var client) => client.Name,
            Staff s => s.DisplayName,
            OwnFlow f => f.Name,
            OwnRule r => r.Rule.Title,
            OwnTechnique t => t.Way.Technique.Name,
            _ => "",
        };

    public IEnumerable<Senseless> Of(object row) =>
        row switch
        {
            ClientRecord c => OfClient(c),
            ClientFact f => OfFact(f),
            Visit { SignedAt: null, CancelledAt: null } v => OfVisit(v),
            OwnFlow { RetiredAt: null } f => OfKept(f),
            OwnRule { RetiredAt: null } r => RuleChecks
                .Of(r.Rule, knowledge.And(r.Rule))
                .Take(1)
                .Select(p => new Senseless($"{p.Reason} It does not speak. Write it anew, or retire it.")),
            OwnTechnique { RetiredAt: null } t => t
                .Way.Flaws(
                    // It lies over the knowledge already where it can be given.
                    knowledge.Techniques.Has(t.Id)
                        ? knowledge
                        : knowledge.With(OwnWay.Over(knowledge, [t.Way]))
                )
                .Take(1)
                .Select(f => new Senseless($"{f.Reason} It is not offered. Write it anew, or retire it.")),
            Staff s => OfStaff(s),
            StoredBasis b when Fault(() => Exchange.PackedJson.Read<SessionBasis>(b.Document)) is { } why =>
            [
                new($"What this session stands on cannot be read: {why} Put it back from a copy."),
            ],
            _ => [],
        };

    private IEnumerable<Senseless> OfClient(ClientRecord client)
    {
        const string Out = "Take it out; it is measured anew.";
        if (Fault(() => TempoOf.Measures(client.BreathsPerMinute, null, null, knowledge)) is { } breaths)
        {
            yield return new(breaths, Out, () => client.BreathsPerMinute = null);
        }

        if (Fault(() => TempoOf.Measures(null, client.StatureCm, null, knowledge)) is { } stature)
        {
            yield return new(stature, Out, () => client.StatureCm = null);
        }

        if (Fault(() => FactCheck.CheckBirth(client.BirthDate, today, knowledge)) is { } birth)
        {
            yield return new(birth, "Take it out; it is asked for anew.", () => client.BirthDate = null);
        }

        IReadOnlyDictionary<string, double>? Fit(
            IReadOnlyDictionary<string, double>? all,
            Func<Dictionary<string, double>, BodyMeasures> alone
        ) =>
            all?.Where(m => Fault(() => BodyMeasuresCheck.Check(alone(new() { [m.Key] = m.Value }), knowledge, "")) is null).ToDictionary();
        var measures = client.Measures;
        if (Fault(() => BodyMeasuresCheck.Check(measures, knowledge, "")) is { } length)
        {
            yield return new(
                length,
                Out,
                () =>
                    client.Measures = measures with
                    {
                        StretchesCm = Fit(measures.StretchesCm, m => new() { StretchesCm = m }),
                        HandsCm = Fit(measures.HandsCm, m => new() { HandsCm = m }),
                        FootMm = Fit(measures.FootMm, m => new() { FootMm = m }),
                    }
            );
        }
    }

    private IEnumerable<Senseless> OfFact(ClientFact fact)
    {
        if (!knowledge.Facts.Has(fact.Fact))
        {
            return [new($"This version knows no fact \"{fact.Fact}\". It is read as not settled; ask anew and strike it out on the page.")];
        }

        var (reading, remark) = FactCheck.Readable(fact.ToEntry(), today, knowledge);
        return remark is null
            ? []
            :
            [
                new(
                    remark.Saying,
                    "Keep it without what cannot be, which is the strict reading; what was said stays on record.",
                    () =>
                    {
                        db.EarlierFacts.Add(
                            new()
                            {
                                ClientId = fact.ClientId,
                                Entry = fact.ToEntry(),
                                RecordedBy = fact.RecordedBy,
                                RecordedAt = fact.RecordedAt,
                                By = actor.Id ?? actor.Name,
                                At = clock.GetCurrentInstant(),
                                Reason = "could not be as it stood",
                            }
                        );
                        fact.Take(reading);
                    }
                ),
            ];
    }

    private IEnumerable<Senseless> OfVisit(Visit visit)
    {
        var (plan, aside) = PlanCheck.Readable(visit.Plan, knowledge);
        if (aside.Count > 0 || plan != visit.Plan)
        {
            yield return new(
                aside.Count > 0 ? string.Join(' ', aside) : "Its plan has no step.",
                "Keep the plan without these steps.",
                () => visit.Plan = plan
            );
        }

        if (!knowledge.Schools.Has(visit.School))
        {
            yield return new(
                $"There is no school \"{visit.School}\"; it is read as the house school.",
                "Write the house school in.",
                () => visit.School = knowledge.HouseSchool.Id
            );
        }

        if (
            clients.TryGetValue(visit.ClientId, out var client)
            && Fault(() => FactCheck.CheckBirth(client.Birth, visit.Date, knowledge)) is { } birth
        )
        {
            yield return new($"{birth} Correct it on the client's page, or move the visit.");
        }
    }

    private IEnumerable<Senseless> OfKept(OwnFlow flow) =>
        Fault(() => PlanCheck.Check(flow.Plan, knowledge)) is { } why
            ? [new(why, "Retire it; keep a plan anew.", () => flow.RetiredAt = clock.GetCurrentInstant())]
            : [];

    private IEnumerable<Senseless> OfStaff(Staff staff)
    {
        if (Fault(() => TempoOf.Measures(null, null, staff.PalmBreadthCm, knowledge)) is { } palm)
        {
            yield return new(palm, "Take it out; they measure it anew.", () => staff.PalmBreadthCm = null);
        }

        if (staff.Working is { } working && Fault(() => working.Check(knowledge)) is { } body)
        {
            yield return new(body, "Take weight and limits out; they give them anew.", () => staff.Working = null);
        }
    }

    private static string? Fault(Func<object> work) =>
        Fault(() =>
        {
            _ = work();
        });

    private static string? Fault(Action work)
    {
        try
        {
            work();
            return null;
        }
        catch (Exception e) when (Rows.IsOfTheRow(e))
        {
            return e is RefusalException or KnowledgeException ? e.Message : $"{e.Message.TrimEnd('.')}.";
        }
    }
}
