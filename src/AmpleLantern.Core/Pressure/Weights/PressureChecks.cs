using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Pressure.Weights;

/// <summary>What pressing is computed from is whole: every region has one tissue, the shares of a body make a body.</summary>
internal sealed class PressureChecks : ICrossCheck
{
    private const double WholePercent = 100;
    private const double Rounding = 0.5;

    public IEnumerable<KnowledgeProblem> Problems(KnowledgeBase knowledge)
    {
        var p = knowledge.Pressure;
        KnowledgeProblem Problem(IKnown entry, string path, string reason) => new(Kind.Of(entry.GetType()).Id, entry.Id, path, reason);
        if (p.Mechanics.All[^1] is { } last && (last.Stances ?? last.Is ?? last.ContactFamilies) is not null)
        {
            yield return Problem(last, "", "The last entry must fit every step: it says what holds where nothing else does.");
        }

        if (p.Bands.All.All(b => b.FromAreaCm2 > 0 || b.Families is not null))
        {
            yield return Problem(p.Bands.All[0], "/fromAreaCm2", "One band for any contact must begin at 0 cm².");
        }

        foreach (var region in knowledge.Regions.All.Where(r => p.Tissues.All.Count(t => t.Regions.Contains(r.Id)) != 1))
        {
            yield return Problem(region, "", "Every region belongs to exactly one tissue of pressure/tissues.json.");
        }

        var segments = p.Segments.All;
        foreach (
            var (name, total) in new[]
            {
                ("women", segments.Sum(s => s.Sides * s.MassPercent.Women)),
                ("men", segments.Sum(s => s.Sides * s.MassPercent.Men)),
            }
        )
        {
            if (Math.Abs(total - WholePercent) > Rounding)
            {
                yield return Problem(segments[0], "/massPercent", $"The shares of {name} add up to {total:0.0} percent, not 100.");
            }
        }
    }
}
