using System.Text.Json;
using System.Text.RegularExpressions;
using AmpleLantern.Core;

namespace AmpleLantern.Exchange;

/// <summary>Problem details after RFC 9457, with a code for programs and a sentence for people.</summary>
/// <param name="Pointer">JSON pointer (RFC 6901) to the value that is wrong.</param>
public sealed record Problem(string Title, string Detail, string? Pointer, string Code, int Status = 400)
{
    public static Problem From(RefusalException e) => new("This cannot be done as asked", e.Message, e.Pointer, e.Code, 422);

    /// <summary>Says in plain words what is wrong with a JSON text.</summary>
    public static Problem From(JsonException e)
    {
        const string Title = "The question cannot be read";
        var path = PointerOf(e.Path);
        var unknown = Regex.Match(e.Message, "The JSON property '(?<name>[^']*)' could not be mapped");
        if (unknown.Success)
        {
            return new(
                Title,
                $"There is no field '{unknown.Groups["name"].Value}' here. Remove it or check its spelling.",
                path,
                "unknown-field"
            );
        }

        var missing = Regex.Match(e.Message, "missing required properties including: (?<names>.*?)\\.?$");
        if (missing.Success)
        {
            return new(Title, $"These fields are missing: {missing.Groups["names"].Value}. Add them.", path, "missing-field");
        }

        return
            e.Message.Contains("could not be converted", StringComparison.Ordinal)
            || e.InnerException is not null and not JsonException
            || e.Message.Contains("non-nullable", StringComparison.Ordinal)
            ? new(
                Title,
                $"The value at {(path.Length == 0 ? "the top" : path)} is not of the right kind. Check its type and its words.",
                path,
                "wrong-type"
            )
            : new(
                Title,
                $"This is not valid JSON at line {e.LineNumber + 1}, near character {e.BytePositionInLine + 1}. Check commas, quotes and brackets.",
                path,
                "broken-json"
            );
    }

    private static string PointerOf(string? path) =>
        path is null or "$"
            ? ""
            : Regex.Replace(path.TrimStart('$'), @"\.|\[|\]", m => m.Value == "]" ? "" : "/").Replace("//", "/", StringComparison.Ordinal);
}
