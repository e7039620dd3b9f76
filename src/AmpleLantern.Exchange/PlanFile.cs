using System.Text.Json;
using AmpleLantern.Core;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Planning.Changing;
using AmpleLantern.Core.Techniques;

namespace AmpleLantern.Exchange;

/// <summary>
/// A plan as a file, to be read by another practice: the open plan format of docs/plan.schema.json with what it stands on.
/// </summary>
/// <param name="Format">Always <see cref="Name"/>.</param>
/// <param name="Knowledge">Version of the knowledge it was made with.</param>
/// <param name="Ways">Ways of working that are not shipped, where the plan has any.</param>
public sealed record PlanFile(string Format, int Version, string Knowledge, Plan Plan, IReadOnlyList<OwnWay>? Ways = null)
{
    public const string Name = "ample-lantern-plan";

    /// <summary>The newest version this program writes and reads.</summary>
    public const int Newest = 1;

    private static readonly JsonSerializerOptions Indented = new(OpenJson.Options) { WriteIndented = true };

    /// <summary>The plan put out: nothing of the person it was made for goes with it.</summary>
    public static string Write(Plan plan, KnowledgeBase knowledge)
    {
        var bare = plan.With(s => s with { InsteadOf = null, Replaces = null, Note = null }) with { Silenced = null, WorseSide = null };
        var used = plan.Steps.Select(s => s.Technique).Where(t => t.StartsWith(OwnWay.Prefix, StringComparison.Ordinal)).ToHashSet();
        var ways = knowledge
            .SingleSteps.All.Where(s => used.Contains(s.Id))
            .Select(s => new OwnWay(knowledge.Techniques[s.Id], s.Step))
            .ToList();
        return JsonSerializer.Serialize(new PlanFile(Name, Newest, knowledge.Version, bare, ways.Count > 0 ? ways : null), Indented);
    }

    /// <summary>A plan read in, checked as if somebody had typed it.</summary>
    /// <param name="text">Any JSON.</param>
    /// <exception cref="RefusalException">It is no plan file, of a newer program, or names what there is not.</exception>
    public static PlanFile Read(string text, KnowledgeBase knowledge)
    {
        using var json = JsonDocument.Parse(text);
        var root = json.RootElement;
        RefusalException.Unless(
            root.ValueKind is JsonValueKind.Object && root.TryGetProperty("format", out var format) && format.ValueEquals(Name),
            "no-plan-file",
            "This is no plan file of Ample Lantern. Choose a file that was put out here or by another Lantern.",
            "/format"
        );
        RefusalException.Unless(
            root.TryGetProperty("version", out var version) && version.TryGetInt32(out var v) && v <= Newest,
            "newer-version",
            $"This file was made by a newer program. This one reads version {Newest} and older: bring it up to date, or ask for an older file.",
            "/version"
        );
        PlanFile file;
        try
        {
            file = JsonSerializer.Deserialize<PlanFile>(text, OpenJson.Strict)!;
        }
        catch (JsonException e)
        {
            throw new RefusalException("not-as-described", $"The file is not as the plan format describes: {e.Message}", e.Path);
        }

        var ways = (file.Ways ?? []).Where(w => !knowledge.Techniques.Has(w.Technique.Id)).ToList();
        var with = knowledge.With(OwnWay.Over(knowledge, ways));
        if (ways.SelectMany(w => w.Flaws(with)).FirstOrDefault() is { } flaw)
        {
            throw new RefusalException("technique-wrong", $"The file brings a way of working that cannot be: {flaw.Reason}", "/ways");
        }

        PlanCheck.Check(file.Plan, with);
        return file with { Ways = ways };
    }
}
