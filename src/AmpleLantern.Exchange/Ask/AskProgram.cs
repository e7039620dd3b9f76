using System.Text;
using System.Text.Json;
using AmpleLantern.Core;
using AmpleLantern.Core.Knowledge;
using AmpleLantern.Core.Measures;
using AmpleLantern.Core.Measuring;
using AmpleLantern.Core.Planning;
using AmpleLantern.Core.Pressure;
using AmpleLantern.Core.Screening;

namespace AmpleLantern.Exchange.Ask;

/// <summary>One question in, one answer out, both JSON.</summary>
public static class AskProgram
{
    /// <summary>Exit code of an answer.</summary>
    public const int Answered = 0;

    /// <summary>Exit code of a refusal; what is written then is problem details.</summary>
    public const int Refused = 2;

    private static readonly Dictionary<string, Func<Answers, string, object>> Questions = new()
    {
        ["screen"] = With<ScreenQuestion>((a, q) => a.Screened(q)),
        ["interview"] = (a, json) => a.Interviewed(Read<InterviewQuestionAsked>(json)),
        ["words"] = (a, json) => a.Words(Read<WordsQuestion>(json)),
        ["expand"] = (a, json) => a.Expand(Read<ExpandQuestion>(json)),
        ["fit"] = (a, json) => a.Fitted(Read<FitQuestion>(json)),
        ["review"] = With<ReviewQuestion>((a, q) => a.Planning.Review(q)),
        ["dose"] = (a, json) => a.Planning.Dosed(Read<ExpandQuestion>(json)),
        ["compose"] = With<ComposeQuestion>((a, q) => a.Planning.Compose(q)),
        ["locate"] = (a, json) => a.Measuring.Locate(Read<LocateQuestion>(json)),
        ["effects"] = With<EffectsQuestion>((a, q) => a.Effects.Effects(q)),
        ["press"] = (a, json) => a.Pressing.Press(Read<PressQuestion>(json)),
        ["measure"] = (a, json) => a.Measuring.Measure(Read<MeasureQuestion>(json)),
    };

    public static (int Exit, string Json) Ask(string question, string input, Func<Answers> answers)
    {
        if (!Questions.TryGetValue(question, out var ask))
        {
            return Refuse(new("There is no such question", $"Ask one of: {string.Join(", ", Questions.Keys)}.", null, "unknown-question"));
        }

        try
        {
            if (PlainSense.Check(Encoding.UTF8.GetBytes(input)) is { } wrong)
            {
                return Refuse(wrong);
            }

            return (Answered, OpenJson.Write(ask(answers(), input)));
        }
        catch (JsonException e)
        {
            return Refuse(Problem.From(e));
        }
        catch (RefusalException e)
        {
            return Refuse(Problem.From(e));
        }
        catch (KnowledgeException e)
        {
            return Refuse(new("This cannot be worked out", e.Message, null, "knowledge"));
        }
    }

    /// <summary>A question that may bring techniques along: it is answered with them.</summary>
    private static Func<Answers, string, object> With<T>(Func<Answers, T, object> answer)
        where T : IWithTechniques =>
        (answers, json) =>
        {
            var question = Read<T>(json);
            return answer(answers.With(question), question);
        };

    private static T Read<T>(string json) =>
        JsonSerializer.Deserialize<T>(json, OpenJson.Strict)
        ?? throw new RefusalException("empty-question", "The question is empty. Write a JSON object.", "");

    private static (int, string) Refuse(Problem problem) => (Refused, OpenJson.Write(problem));
}
