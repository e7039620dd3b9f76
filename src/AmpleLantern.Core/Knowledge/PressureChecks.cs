namespace AmpleLantern.Core.Knowledge;

/// <summary>Checks what pressing is computed from: names resolve, every region has a tissue, every number makes sense.</summary>
internal static class PressureChecks
{
    private const double WholePercent = 100;
    private const double Rounding = 0.5;

    public static IEnumerable<KnowledgeProblem> Problems(KnowledgeBase k)
    {
        var p = k.Pressure;
        foreach (var m in p.Mechanics.All)
        {
            foreach (var problem in KnowledgeChecks.All("mechanics", m.Id, "/stances", k.Stances, m.Stances)
                .Concat(KnowledgeChecks.All("mechanics", m.Id, "/families", k.Families, m.Families)))
            {
                yield return problem;
            }

            foreach (var (name, span) in new[] { ("lean", m.Lean), ("ahead", m.Ahead), ("support", m.Support) })
            {
                if (span is not null && !(span.Least <= span.Usual && span.Usual <= span.Most))
                {
                    yield return new("mechanics", m.Id, $"/{name}", "The usual value must lie between the least and the most.");
                }
            }
        }

        if (p.Mechanics.All[^1] is { } last && (last.Stances ?? last.Families ?? last.ContactFamilies) is not null)
        {
            yield return new("mechanics", last.Id, "", "The last entry must fit every step: it says what holds where nothing else does.");
        }

        foreach (var band in p.Bands.All.Where(b => b.UpToKPa.Zip(b.UpToKPa.Skip(1)).Any(x => x.First >= x.Second)))
        {
            yield return new("bands", band.Id, "/upToKPa", "Each level must reach further than the one before.");
        }

        foreach (var problem in k.Training.Drills.All.SelectMany(d => KnowledgeChecks.All("drills", d.Id, "/contact", k.Contacts, [d.Contact])
            .Concat(KnowledgeChecks.All("drills", d.Id, "/region", k.Regions, [d.Region]))))
        {
            yield return problem;
        }

        if (p.Bands.All.All(b => b.FromAreaCm2 > 0))
        {
            yield return new("bands", p.Bands.All[0].Id, "/fromAreaCm2", "One band must begin at 0 cm².");
        }

        foreach (var problem in p.Tissues.All.SelectMany(t => KnowledgeChecks.All("tissues", t.Id, "/regions", k.Regions, t.Regions)))
        {
            yield return problem;
        }

        foreach (var region in k.Regions.All.Where(r => p.Tissues.All.Count(t => t.Regions.Contains(r.Id)) != 1))
        {
            yield return new("regions", region.Id, "", "Every region belongs to exactly one tissue of pressure/tissues.json.");
        }

        foreach (var (name, total) in new[] { ("women", p.Segments.All.Sum(s => s.MassPercent.Women * (s.Paired ? 2 : 1))), ("men", p.Segments.All.Sum(s => s.MassPercent.Men * (s.Paired ? 2 : 1))) })
        {
            if (Math.Abs(total - WholePercent) > Rounding)
            {
                yield return new("segments", p.Segments.All[0].Id, "/massPercent", $"The shares of {name} add up to {total:0.0} percent, not 100.");
            }
        }
    }
}
