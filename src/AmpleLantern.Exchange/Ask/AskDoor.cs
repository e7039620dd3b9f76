using System.Text;
using System.Text.Json;
using AmpleLantern.Core;

namespace AmpleLantern.Exchange.Ask;

/// <summary>One question in, one answer out, both JSON.</summary>
public static class AskDoor
{
    /// <summary>Exit code of an answer.</summary>
    public const int Answered = 0;

    /// <summary>Exit code of a refusal; what is written then is problem details.</summary>
    public const int Refused = 2;

    private static readonly Dictionary<string, Func<Answers, string, object>> Questions = new()
    {
        ["screen"] = (a, json) => a.Screen(Read<ScreenQuestion>(json)),
        ["interview"] = (a, json) => a.Interview(Read<InterviewQuestionAsked>(json)),
        ["words"] = (a, json) => a.Words(Read<WordsQuestion>(json)),
        ["expand"] = (a, json) => a.Expand(Read<ExpandQuestion>(json)),
        ["fit"] = (a, json) => a.Fit(Read<FitQuestion>(json)),
        ["review"] = (a, json) => a.Planning.Review(Read<ReviewQuestion>(json)),
        ["dose"] = (a, json) => a.Planning.Dose(Read<ExpandQuestion>(json)),
        ["compose"] = (a, json) => a.Planning.Compose(Read<ComposeQuestion>(json)),
        ["locate"] = (a, json) => a.Measuring.Locate(Read<LocateQuestion>(json)),
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
        catch (Core.Knowledge.KnowledgeException e)
        {
            return Refuse(new("This cannot be worked out", e.Message, null, "knowledge"));
        }
    }

    private static T Read<T>(string json) => JsonSerializer.Deserialize<T>(json, OpenJson.Strict)
        ?? throw new RefusalException("empty-question", "The question is empty. Write a JSON object.", "");

    private static (int, string) Refuse(Problem problem) => (Refused, OpenJson.Write(problem));
}
