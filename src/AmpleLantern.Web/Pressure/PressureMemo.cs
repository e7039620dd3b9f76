using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Pressure.Steps;
using AmpleLantern.Core.Pressure.Weights;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;
using AmpleLantern.Exchange;
using AmpleLantern.Web.Hosting;
using AmpleLantern.Web.Serving;

namespace AmpleLantern.Web.Pressure;

/// <summary>Steps worked out before: the same people, the same step, the same press. A day's plans repeat themselves.</summary>
public sealed class PressureMemo(Memo memo)
{
    private const long Bytes = 6_000;

    /// <summary>What of two people a press depends on, as text.</summary>
    public static string KeyOf(PressureBetween between, BodySize client) =>
        $"{OpenJson.Write(between.Practitioner.Practitioner)}|{client}|{string.Join(';', between.Own?.All.Select(b => b.Band + string.Join(',', b.UpToKPa)) ?? [])}";

    /// <param name="knowledge">With the practice's own ways of working; one of these never changes.</param>
    public StepPressure Of(PlanStep s, PressureBetween between, string people, int? capLevel, KnowledgeBase knowledge)
    {
        var key =
            $"{people}|{s.Stance}|{s.Technique}|{s.Contact}|{s.OtherContact}|{s.Region}|{s.Side}|{s.Position}|{s.Level}|{s.Pattern.Kind}|{s.Surface}|{s.Press}|{capLevel}";
        var press = memo.Of(("press", key), Bytes, () => StepPressure.Of(s, between, capLevel, knowledge));
        return press.Step == s.Id ? press : press with { Step = s.Id };
    }
}
