using System.Text.Json.Nodes;
using Microsoft.AspNetCore.OpenApi;
using Microsoft.OpenApi;
using NodaTime;

namespace AmpleLantern.Web.Hosting;

/// <summary>Teaches the OpenAPI document the date and time types, so that the client's types are right.</summary>
public static class OpenApiTypes
{
    private static readonly Dictionary<Type, string> Formats = new()
    {
        [typeof(LocalDate)] = "date", [typeof(LocalTime)] = "time", [typeof(Instant)] = "date-time",
    };

    public static void AddOpenApiDocument(this IServiceCollection services) => services.AddOpenApi(options =>
        options.AddSchemaTransformer((schema, context, _) =>
        {
            var type = Nullable.GetUnderlyingType(context.JsonTypeInfo.Type) ?? context.JsonTypeInfo.Type;
            if (Formats.TryGetValue(type, out var format))
            {
                schema.Type = Nullable.GetUnderlyingType(context.JsonTypeInfo.Type) is null ? JsonSchemaType.String : JsonSchemaType.String | JsonSchemaType.Null;
                schema.Format = format;
                schema.Properties = null;
                schema.Required = null;
            }
            else if (type == typeof(IReadOnlyDictionary<string, string>))
            {
                schema.Type = JsonSchemaType.Object;
                schema.AdditionalProperties = new OpenApiSchema { Type = JsonSchemaType.String };
            }

            return Task.CompletedTask;
        }));
}
