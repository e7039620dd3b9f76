using Microsoft.AspNetCore.OpenApi;
using Microsoft.OpenApi;
using NodaTime;

namespace AmpleLantern.Web.Serving;

/// <summary>Teaches the OpenAPI document the date and time types, so that the client's types are right.</summary>
public static class OpenApiTypes
{
    private static readonly Dictionary<Type, string> Formats = new()
    {
        [typeof(LocalDate)] = "date",
        [typeof(LocalTime)] = "time",
        [typeof(Instant)] = "date-time",
    };

    public static void AddOpenApiDocument(this IServiceCollection services) =>
        services.AddOpenApi(options =>
            options.AddSchemaTransformer(
                (schema, context, _) =>
                {
                    var type = Nullable.GetUnderlyingType(context.JsonTypeInfo.Type) ?? context.JsonTypeInfo.Type;
                    if (Formats.TryGetValue(type, out var format))
                    {
                        // Where a value may be missing is said where it is used, not in the type itself.
                        schema.Type = JsonSchemaType.String;
                        schema.Format = format;
                        schema.Properties = null;
                        schema.Required = null;
                    }
                    else if (type == typeof(IReadOnlyDictionary<string, string>))
                    {
                        schema.Type = JsonSchemaType.Object;
                        schema.AdditionalProperties = new OpenApiSchema { Type = JsonSchemaType.String };
                    }
                    else if (type == typeof(IReadOnlyList<Instant>))
                    {
                        schema.Items = new OpenApiSchema { Type = JsonSchemaType.String, Format = Formats[typeof(Instant)] };
                    }
                    else if (type.IsEnum && schema.Enum is { } words)
                    {
                        schema.Type = JsonSchemaType.String;
                        schema.Enum = [.. words.Where(w => w?.GetValueKind() is System.Text.Json.JsonValueKind.String)];
                    }
                    else if (type.IsValueType && schema.Properties is { Count: > 0 } members)
                    {
                        schema.Required = members.Keys.ToHashSet();
                    }

                    return Task.CompletedTask;
                }
            )
        );
}
