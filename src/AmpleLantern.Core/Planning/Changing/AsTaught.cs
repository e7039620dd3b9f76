using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Planning.Changing;

/// <summary>How and where each technique is taught, in flows or by itself: nothing is offered where it is not made for.</summary>
internal sealed class AsTaught(KnowledgeBase knowledge)
{
    private readonly ILookup<string, StepTemplate> steps = knowledge
        .Flows.All.SelectMany(f => f.Blocks.SelectMany(b => b.Steps))
        .Concat(knowledge.SingleSteps.All.Select(s => s.Step))
        .ToLookup(s => s.Technique);

    /// <summary>Whether a technique is taught on a region.</summary>
    public bool IsOn(string technique, string region) => steps[technique].Any(s => RegionsOf(s).Any(r => knowledge.Meets(r, region)));

    /// <summary>Whether a line is taught to be followed on one of these regions.</summary>
    public bool Follows(string line, IReadOnlyList<string> regions) =>
        steps.SelectMany(g => g).Any(s => s.Line == line && RegionsOf(s).Any(regions.Contains));

    /// <summary>Whether there is a step that shows how it is given.</summary>
    public bool Is(string technique) => steps[technique].Any();

    /// <summary>
    /// Whether a practitioner may work it there: it is taught there, or made for such places. Nothing is pressed where nothing may be.
    /// </summary>
    public bool MayBeOn(string technique, string region) =>
        IsOn(technique, region)
        || knowledge.Regions[region].NoPressure is null
            && (knowledge.Techniques.Find(technique)?.Places ?? []).Any(p => Within(p, knowledge.Regions[region]));

    /// <summary>Whether a region is of a limb or an area, or lies in another region; not whether it only borders on it.</summary>
    private bool Within(string place, Region region) =>
        region.Limb == place
        || knowledge.Holds(place, region.Id)
        || (knowledge.Areas.Find(place)?.Regions.Any(r => r == region.Id || knowledge.Holds(r, region.Id)) ?? false);

    /// <summary>Regions and places it is made for.</summary>
    public IEnumerable<string> PlacesOf(string technique) =>
        steps[technique].SelectMany(RegionsOf).Concat(knowledge.Techniques.Find(technique)?.Places ?? []).Distinct();

    /// <summary>How the practitioner stands for work in a position of the client.</summary>
    public IEnumerable<string> StancesFor(string position) =>
        steps.SelectMany(g => g).Where(s => Taken(s).Contains(position)).Select(s => s.Stance).Distinct();

    /// <summary>The step that teaches a technique nearest to where and how it is wanted; null where none does.</summary>
    public StepTemplate? Nearest(Technique technique, PlanStep like, PatternKind? pattern = null) =>
        steps[technique.Id]
            .Where(s => pattern is null || s.Pattern.Kind == pattern)
            .OrderByDescending(s => RegionsOf(s).Count(like.Regions.Contains))
            .ThenByDescending(s => Taken(s).Contains(like.Position))
            .ThenByDescending(s => s.Contact == like.Contact)
            .FirstOrDefault();

    private IEnumerable<string> Taken(StepTemplate s) =>
        (s.AlsoIn ?? []).Prepend(s.Position).SelectMany(p => new[] { p, knowledge.Positions[p].Mirror ?? p });

    private static IEnumerable<string> RegionsOf(StepTemplate s) => (s.Through ?? []).Concat(s.AlsoAt ?? []).Prepend(s.Region);
}
