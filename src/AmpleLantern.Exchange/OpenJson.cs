using System.Text.Json;
using System.Text.Json.Serialization;
using NodaTime;
using NodaTime.Serialization.SystemTextJson;

namespace AmpleLantern.Exchange;

/// <summary>The one way this product writes and reads JSON: camelCase names, kebab-case words, ISO dates.</summary>
public static class OpenJson
{
    /// <summary>Lenient in what it keeps (null members are left out), strict in types.</summary>
    public static readonly JsonSerializerOptions Options = Configure(new JsonSerializerOptions());

    /// <summary>For questions and imports: a member that is not known is refused by name.</summary>
    public static readonly JsonSerializerOptions Strict = Configure(new JsonSerializerOptions(), strict: true);

    public static JsonSerializerOptions Configure(JsonSerializerOptions options, bool strict = false)
    {
        if (strict)
        {
            options.UnmappedMemberHandling = JsonUnmappedMemberHandling.Disallow;
            options.RespectNullableAnnotations = true;
            options.RespectRequiredConstructorParameters = true;
        }

        options.PropertyNamingPolicy = JsonNamingPolicy.CamelCase;
        options.DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull;
        options.Encoder = System.Text.Encodings.Web.JavaScriptEncoder.UnsafeRelaxedJsonEscaping;
        options.NumberHandling = JsonNumberHandling.Strict;
        options.Converters.Add(new JsonStringEnumConverter(JsonNamingPolicy.KebabCaseLower, allowIntegerValues: false));
        options.Converters.Add(new PlainWordsConverter());
        options.ConfigureForNodaTime(DateTimeZoneProviders.Tzdb);
        return options;
    }

    public static string Write<T>(T value) => JsonSerializer.Serialize(value, Options);

    public static T Read<T>(string json) => JsonSerializer.Deserialize<T>(json, Options)!;

    /// <summary>Details may be written as text, number or true/false; they are kept as text.</summary>
    private sealed class PlainWordsConverter : JsonConverter<IReadOnlyDictionary<string, string>>
    {
        public override IReadOnlyDictionary<string, string> Read(
            ref Utf8JsonReader reader,
            Type typeToConvert,
            JsonSerializerOptions options
        )
        {
            using var document = JsonDocument.ParseValue(ref reader);
            if (document.RootElement.ValueKind is not JsonValueKind.Object)
            {
                throw new JsonException("Details are an object of plain values.");
            }

            return document
                .RootElement.EnumerateObject()
                .ToDictionary(
                    p => p.Name,
                    p =>
                        p.Value.ValueKind switch
                        {
                            JsonValueKind.String => p.Value.GetString()!,
                            JsonValueKind.Number or JsonValueKind.True or JsonValueKind.False => p.Value.GetRawText(),
                            _ => throw new JsonException($"The detail '{p.Name}' must be a plain value."),
                        }
                );
        }

        public override void Write(Utf8JsonWriter writer, IReadOnlyDictionary<string, string> value, JsonSerializerOptions options)
        {
            writer.WriteStartObject();
            foreach (var (key, text) in value)
            {
                writer.WriteString(key, text);
            }

            writer.WriteEndObject();
        }
    }
}
