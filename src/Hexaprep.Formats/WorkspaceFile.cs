using System.Text.Json;
using System.Text.Json.Nodes;
using System.Text.Json.Schema;
using System.Text.Json.Serialization;
using Hexaprep.Bench.Records;
using Hexaprep.Craft.Vocabulary;
using NodaTime;
using NodaTime.Serialization.SystemTextJson;

namespace Hexaprep.Formats;

/// <summary>Reads, checks, writes workspace files, and publishes their JSON Schema.</summary>
public static class WorkspaceFile
{
    private static readonly JsonSerializerOptions Camel = MakeOptions();

    private static readonly NodaTime.Text.InstantPattern Moments = NodaTime.Text.InstantPattern.ExtendedIso;

    /// <summary>The file's text.</summary>
    public static string Write(Workspace workspace) => JsonSerializer.Serialize(new WorkspaceDocument(workspace), Camel);

    /// <summary>Reads a file.</summary>
    /// <exception cref="RefusedException">It is cut short, from a newer format, or broken; the message names the path.</exception>
    public static Workspace Read(string json) => ReadOrMend(json).Workspace;

    /// <summary>Reads a file of any version, and says what had to be cut or set back for this one.</summary>
    /// <exception cref="RefusedException">It is cut short, from a newer format, or broken; the message names the path.</exception>
    public static WorkspaceReading ReadOrMend(string json)
    {
        var (document, version) = Parse(json);
        WorkspaceCheck.NoHoles(document);
        var reading = LegacyRepair.Mended(document, version);
        WorkspaceCheck.Whole(reading.Workspace);
        return reading;
    }

    /// <summary>The published JSON Schema of the format.</summary>
    public static string Schema()
    {
        var schema = Camel.GetJsonSchemaAsNode(
            typeof(WorkspaceDocument),
            new JsonSchemaExporterOptions
            {
                TreatNullObliviousAsNonNullable = true,
                TransformSchemaNode = (context, node) => Formatted(context.TypeInfo.Type, node),
            }
        );
        schema["$schema"] = "https://json-schema.org/draft/2020-12/schema";
        schema["title"] = $"Hexaprep workspace, format version {WorkspaceDocument.Newest}";
        schema["properties"]!["format"] = new JsonObject { ["type"] = "string", ["enum"] = new JsonArray(WorkspaceDocument.FormatName) };
        schema["properties"]!["formatVersion"] = new JsonObject
        {
            ["type"] = "integer",
            ["enum"] = new JsonArray([.. Enumerable.Range(1, WorkspaceDocument.Newest).Select(v => (JsonNode)v)]),
        };
        return schema.ToJsonString(new JsonSerializerOptions { WriteIndented = true });
    }

    private static JsonNode Formatted(Type type, JsonNode node)
    {
        var plain = Nullable.GetUnderlyingType(type) ?? type;
        var format =
            plain == typeof(Instant) ? "date-time"
            : plain == typeof(LocalDate) ? "date"
            : plain == typeof(LocalTime) ? "time-local"
            : plain == typeof(Guid) ? "uuid"
            : null;
        if (plain == typeof(JsonElement))
            return new JsonObject { ["type"] = "object" };
        if (format is null)
            return node;
        var shape = new JsonObject { ["type"] = plain == type ? "string" : new JsonArray("string", "null") };
        if (format == "time-local")
            shape["pattern"] = "^\\d\\d:\\d\\d(:\\d\\d)?";
        else
            shape["format"] = format;
        return shape;
    }

    private static (WorkspaceDocument Document, int Version) Parse(string json)
    {
        try
        {
            using var outline = JsonDocument.Parse(json);
            var root = outline.RootElement;
            if (
                root.ValueKind != JsonValueKind.Object
                || !root.TryGetProperty("format", out var format)
                || format.ValueKind != JsonValueKind.String
                || format.GetString() != WorkspaceDocument.FormatName
            )
                throw Refuse("format", "This is not a Hexaprep workspace file.", "Choose a file that was exported from a workspace.");
            if (
                !root.TryGetProperty("formatVersion", out var version)
                || version.ValueKind != JsonValueKind.Number
                || !version.TryGetInt32(out var number)
                || number < 1
            )
                throw Refuse("formatVersion", "It is not a version number.", $"It must be 1 to {WorkspaceDocument.Newest}.");
            if (number > WorkspaceDocument.Newest)
                throw Refuse(
                    "formatVersion",
                    $"The file has version {number}, this program reads up to {WorkspaceDocument.Newest}.",
                    "Update Hexaprep, then import it again."
                );
            if (number == WorkspaceDocument.Newest)
                return (root.Deserialize<WorkspaceDocument>(Camel)!, number);
            var tree = JsonNode.Parse(json)!.AsObject();
            WorkspaceUpgrade.ToNewest(tree, number);
            return (tree.Deserialize<WorkspaceDocument>(Camel)!, number);
        }
        catch (JsonException error)
        {
            throw Refuse(
                error.Path ?? "$",
                $"Line {(error.LineNumber ?? 0) + 1}: {error.Message.Split(" Path:")[0]}",
                "The file is cut short or was changed by hand: export it again."
            );
        }
    }

    private static JsonSerializerOptions MakeOptions()
    {
        var options = new JsonSerializerOptions
        {
            PropertyNamingPolicy = JsonNamingPolicy.CamelCase,
            UnmappedMemberHandling = JsonUnmappedMemberHandling.Disallow,
            RespectNullableAnnotations = true,
            RespectRequiredConstructorParameters = true,
            NumberHandling = JsonNumberHandling.Strict,
            TypeInfoResolver = new System.Text.Json.Serialization.Metadata.DefaultJsonTypeInfoResolver(),
        };
        options.Converters.Add(new MomentConverter());
        return options.ConfigureForNodaTime(DateTimeZoneProviders.Tzdb);
    }

    private static RefusedException Refuse(string field, string message, string remedy) => new(new Refusal(field, message, remedy));

    private sealed class MomentConverter : JsonConverter<Instant>
    {
        public override Instant Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options)
        {
            var text = reader.GetString() ?? throw new JsonException("Expected a moment.");
            var parsed = Moments.Parse(text);
            if (parsed.Success && !parsed.Value.IsKept())
                throw new JsonException($"'{text}' is not from 2000 to 2200.");
            return parsed.Success
                ? parsed.Value.Kept()
                : throw new JsonException($"'{text}' is not a moment such as 2026-03-12T20:12:00Z.");
        }

        public override void Write(Utf8JsonWriter writer, Instant value, JsonSerializerOptions options) =>
            writer.WriteStringValue(Moments.Format(value));
    }
}
