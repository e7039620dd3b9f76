using AmpleLantern.Core.Bodies.Figure;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Pressure.Stances;
using AmpleLantern.Core.Pressure.Weights;
using AmpleLantern.Core.Techniques;
using AmpleLantern.Core.Vocabulary;

namespace AmpleLantern.Core.Pressure.Steps;

/// <summary>What work does to the one who works.</summary>
/// <param name="ThumbKgMinutes">Kilograms-force on each thumb or finger times minutes.</param>
/// <param name="LumbarMostNm">Largest moment the low back holds, in newton metres, and the step that asks it.</param>
/// <param name="LumbarMinutesOver">Minutes above the limit.</param>
public sealed record PractitionerLoad(
    double ThumbKgMinutes,
    double KneelingMinutes,
    double TreadingMinutes,
    double LumbarMostNm,
    string? LumbarStep,
    double LumbarMinutesOver
)
{
    /// <summary>The load of one session.</summary>
    /// <param name="presses">Each step worked out, by id.</param>
    public static PractitionerLoad Of(
        Expansion expansion,
        IReadOnlyDictionary<string, StepPressure> presses,
        LoadLimits limits,
        KnowledgeBase knowledge
    )
    {
        double thumb = 0,
            kneeling = 0,
            treading = 0,
            over = 0,
            most = 0;
        string? mostStep = null;
        foreach (var step in expansion.Steps)
        {
            var press = presses[step.Id];
            thumb += ThumbKgMinutesOf(step, press, knowledge);
            kneeling += knowledge.Stances[step.Stance].CarriedBy == "knees" ? step.WorkSeconds : 0;
            treading += press.Mechanics is { Kind: MechanicsKind.Weight, Posture: Posture.Standing } ? step.WorkSeconds : 0;
            if (press.Result is { Held: { Feasible: true } held })
            {
                over += held.LumbarNm > limits.LumbarNm ? step.WorkSeconds : 0;
                if (held.LumbarNm > most)
                {
                    (most, mostStep) = (held.LumbarNm, step.Id);
                }
            }
        }

        return new(Round(thumb), Round(kneeling / 60), Round(treading / 60), Round(most), mostStep, Round(over / 60));
    }

    /// <summary>What a step asks of one thumb or finger, in kilograms-force times minutes.</summary>
    public static double ThumbKgMinutesOf(ExpandedStep step, StepPressure press, KnowledgeBase knowledge)
    {
        var contact = knowledge.Contacts[step.Contact];
        return contact.Family == ThumbFamily
            ? press.Newtons / (press.Asked?.Place.Spots ?? contact.Spots) / PractitionerBody.Gravity * step.Presses.Sum(p => p.Seconds) / 60
            : 0;
    }

    internal const string ThumbFamily = "thumb";

    /// <summary>Several sessions after each other.</summary>
    public static PractitionerLoad Sum(IReadOnlyList<PractitionerLoad> sessions) =>
        new(
            Round(sessions.Sum(s => s.ThumbKgMinutes)),
            Round(sessions.Sum(s => s.KneelingMinutes)),
            Round(sessions.Sum(s => s.TreadingMinutes)),
            sessions.Select(s => s.LumbarMostNm).DefaultIfEmpty().Max(),
            sessions.MaxBy(s => s.LumbarMostNm)?.LumbarStep,
            Round(sessions.Sum(s => s.LumbarMinutesOver))
        );

    /// <summary>What is above a limit when it comes on top of other work; silent on what it adds nothing to.</summary>
    public IReadOnlyList<string> OnTopOf(PractitionerLoad before, LoadLimits limits) =>
        new PractitionerLoad(
            ThumbKgMinutes > 0 ? Round(before.ThumbKgMinutes + ThumbKgMinutes) : 0,
            KneelingMinutes > 0 ? Round(before.KneelingMinutes + KneelingMinutes) : 0,
            TreadingMinutes > 0 ? Round(before.TreadingMinutes + TreadingMinutes) : 0,
            LumbarMostNm,
            LumbarStep,
            LumbarMinutesOver
        ).Warnings(limits);

    /// <summary>What is above a limit, in plain sentences.</summary>
    public IReadOnlyList<string> Warnings(LoadLimits limits)
    {
        List<string> said = [];
        Say(ThumbKgMinutes, limits.ThumbKgMinutes, "kg·min on each thumb");
        Say(KneelingMinutes, limits.KneelingMinutes, "minutes on the knees");
        Say(TreadingMinutes, limits.TreadingMinutes, "minutes of treading");
        if (LumbarMostNm > limits.LumbarNm)
        {
            said.Add(
                $"{LumbarMostNm:0} N·m in the low back at most, {LumbarMinutesOver:0.#} min of it above your limit of {limits.LumbarNm:0}"
            );
        }

        return said;

        void Say(double value, double limit, string what)
        {
            if (value > limit)
            {
                said.Add($"{value:0} {what}, above your limit of {limit:0}");
            }
        }
    }

    private static double Round(double value) => Math.Round(value, 1);
}

/// <summary>A contact that spares the thumbs in one step.</summary>
/// <param name="SavesKgMinutes">Load taken off each thumb.</param>
public sealed record SparingSwap(string Step, string Name, string Contact, string Say, double SavesKgMinutes);

/// <summary>Swaps that spare the practitioner.</summary>
public static class SparingSwaps
{
    private const int Most = 4;

    /// <summary>Steps on thumbs and fingers that their technique also allows with something broader, largest load first.</summary>
    public static IReadOnlyList<SparingSwap> For(
        Plan plan,
        Expansion expansion,
        IReadOnlyDictionary<string, StepPressure> presses,
        KnowledgeBase knowledge
    ) =>
        [
            .. plan
                .Steps.Zip(expansion.Steps)
                .Where(x => knowledge.Contacts[x.First.Contact].Family == PractitionerLoad.ThumbFamily)
                .Select(x =>
                    (
                        Step: x.First,
                        Load: PractitionerLoad.ThumbKgMinutesOf(x.Second, presses[x.First.Id], knowledge),
                        Other: knowledge
                            .Techniques[x.First.Technique]
                            .Contacts.Select(c => knowledge.Contacts[c])
                            .Where(c => c.Family != PractitionerLoad.ThumbFamily)
                            .OrderByDescending(c => c.Strength)
                            .FirstOrDefault()
                    )
                )
                .Where(x => x.Other is not null && x.Load > 0)
                .OrderByDescending(x => x.Load)
                .Take(Most)
                .Select(x => new SparingSwap(
                    x.Step.Id,
                    x.Step.Name,
                    x.Other!.Id,
                    $"{x.Other.Name} for {knowledge.Contacts[x.Step.Contact].Name}",
                    Math.Round(x.Load, 1)
                )),
        ];
}
