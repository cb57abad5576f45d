using System.Text.Json.Nodes;
using Microsoft.AspNetCore.OpenApi;
using Microsoft.OpenApi;
using NodaTime;

namespace Hexaprep.Web.Http;

/// <summary>How the OpenAPI document describes moments, dates and times, and what the API is.</summary>
public static class OpenApiShape
{
    /// <summary>Sets the transformers.</summary>
    public static void Configure(OpenApiOptions options)
    {
        options.AddDocumentTransformer(
            (document, _, _) =>
            {
                document.Info = new OpenApiInfo
                {
                    Title = "Hexaprep",
                    Version = "1",
                    Description =
                        "The bench over HTTP. Moments are UTC, durations whole minutes. Writes carry an id made by the client: sent "
                        + "twice, they are done once. "
                        + "Refusals are RFC 9457 problem details with `field` and `remedy`; edits carry the `version` they were "
                        + "made from, and a stale one answers 409 with `current`.",
                };
                document.Servers?.Clear();
                return Task.CompletedTask;
            }
        );
        options.AddSchemaTransformer(
            (schema, context, _) =>
            {
                var type = Nullable.GetUnderlyingType(context.JsonTypeInfo.Type) ?? context.JsonTypeInfo.Type;
                var format =
                    type == typeof(Instant) ? "date-time"
                    : type == typeof(LocalDate) ? "date"
                    : type == typeof(LocalTime) ? "time"
                    : null;
                if (format is not null)
                {
                    // Null belongs to the property that may be null, never to the shared component.
                    schema.Type = JsonSchemaType.String;
                    schema.Format = format;
                    schema.Properties?.Clear();
                }
                else if (type == typeof(double))
                {
                    // Numbers have a reader of their own, which the document's maker does not see through.
                    var mayBeNull = type != context.JsonTypeInfo.Type;
                    schema.Type = mayBeNull ? JsonSchemaType.Number | JsonSchemaType.Null : JsonSchemaType.Number;
                    schema.Format = "double";
                }
                else if (type.IsEnum)
                {
                    // A nullable use must not leak null into the shared component.
                    schema.Type = JsonSchemaType.String;
                    schema.Enum =
                    [
                        .. (schema.Enum ?? [])
                            .Where(v => v is not null && v.GetValueKind() != System.Text.Json.JsonValueKind.Null)
                            .Select(v => (JsonNode)v!),
                    ];
                }
                return Task.CompletedTask;
            }
        );
    }
}
