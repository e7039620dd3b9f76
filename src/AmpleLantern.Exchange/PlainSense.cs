using System.Globalization;
using System.Text;
using System.Text.Json;
using AmpleLantern.Core.Bodies.Figure;

namespace AmpleLantern.Exchange;

/// <summary>
/// What no question, change or import may hold, whatever it is about: an empty place in a list, a field twice, a number no measure has,
/// a text longer than a book page of notes, letters that cannot be shown. Looked at before anything is read into records, so that every
/// door refuses the same.
/// </summary>
public static class PlainSense
{
    /// <summary>Beyond every quantity of the trade, milliseconds since 1970 included.</summary>
    public const double LargestNumber = 1e13;

    public const int LongestText = 20_000;

    private const int LongestName = 200;

    private const int Deepest = 64;

    /// <summary>Null where nothing is amiss.</summary>
    /// <exception cref="JsonException">It is no JSON.</exception>
    public static Problem? Check(ReadOnlySpan<byte> json)
    {
        var reader = new Utf8JsonReader(json, new() { MaxDepth = Deepest });
        var places = new Stack<Place>();
        while (reader.Read())
        {
            if (reader.TokenType is JsonTokenType.PropertyName)
            {
                var name = Text(ref reader);
                if (name is null || name.Length > LongestName || !places.Peek().Enter(name))
                {
                    return Wrong(places, "a field stands here twice, or its name cannot be read. Say everything once", "field-twice");
                }

                continue;
            }

            if (reader.TokenType is JsonTokenType.EndObject or JsonTokenType.EndArray)
            {
                places.Pop();
                continue;
            }

            var inList = places.Count > 0 && places.Peek().Count();
            switch (reader.TokenType)
            {
                case JsonTokenType.StartObject:
                    places.Push(new(isList: false));
                    break;
                case JsonTokenType.StartArray:
                    places.Push(new(isList: true));
                    break;
                case JsonTokenType.Null when inList:
                    return Wrong(places, "a list has an empty place. Leave it out or fill it", "empty-place");
                case JsonTokenType.Number
                    when !reader.TryGetDouble(out var number) || !double.IsFinite(number) || Math.Abs(number) > LargestNumber:
                    return Wrong(places, "the number is beyond anything that can be measured. Check it", "number-too-large");
                case JsonTokenType.String when Text(ref reader) is not { } text:
                    return Wrong(places, "the text has letters that cannot be read. Type it again", "unreadable-text");
                case JsonTokenType.String when Text(ref reader)!.Length > LongestText:
                    return Wrong(
                        places,
                        $"the text is longer than {LongestText.ToString("N0", CultureInfo.InvariantCulture)} letters. Shorten it",
                        "text-too-long"
                    );
            }
        }

        return null;
    }

    /// <summary>Null for half a pair of surrogates, bytes that are no UTF-8, and signs that steer instead of being read.</summary>
    private static string? Text(ref Utf8JsonReader reader)
    {
        try
        {
            var text = reader.GetString()!;
            return text.Any(c => char.IsControl(c) && c is not ('\n' or '\r' or '\t')) ? null : text;
        }
        catch (InvalidOperationException)
        {
            return null;
        }
    }

    private static Problem Wrong(Stack<Place> places, string what, string code)
    {
        var pointer = new StringBuilder();
        foreach (var place in places.Reverse())
        {
            pointer.Append('/').Append(place.Now);
        }

        return new(
            "The question cannot be read",
            $"At {(pointer.Length == 0 ? "the top" : pointer)} {what}.",
            pointer.ToString(),
            code,
            422
        );
    }

    private sealed class Place(bool isList)
    {
        private readonly HashSet<string> names = [];
        private int index = -1;

        public string Now { get; private set; } = "";

        public bool Enter(string name)
        {
            Now = name;
            return names.Add(name);
        }

        /// <returns>Whether this is a list.</returns>
        public bool Count()
        {
            if (isList)
            {
                index++;
                Now = index.ToString(CultureInfo.InvariantCulture);
            }

            return isList;
        }
    }
}
