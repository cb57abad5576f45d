using System.Text.Json;
using System.Text.Json.Serialization;
using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Scheduling.Problems;

/// <summary>Problems, schedules and results as JSON: the shape that files carry and the database keeps.</summary>
public static class PlanJson
{
    /// <summary>How they are written and read.</summary>
    public static readonly JsonSerializerOptions Options = new(JsonSerializerDefaults.Web)
    {
        DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull,
        RespectNullableAnnotations = true,
        RespectRequiredConstructorParameters = true,
        NumberHandling = JsonNumberHandling.Strict,
        Converters = { new SpanConverter() },
    };

    /// <summary>Writes a problem, a schedule or a result.</summary>
    public static string Write<T>(T value) => JsonSerializer.Serialize(value, Options);

    /// <summary>Reads what was written here.</summary>
    public static T Read<T>(string json) => JsonSerializer.Deserialize<T>(json, Options)!;

    // Spans are written as [begin, end].
    private sealed class SpanConverter : JsonConverter<Span>
    {
        public override Span Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options)
        {
            if (reader.TokenType != JsonTokenType.StartArray)
                throw new JsonException("Expected [begin, end].");
            reader.Read();
            var begin = reader.GetInt32();
            reader.Read();
            var end = reader.GetInt32();
            reader.Read();
            return reader.TokenType == JsonTokenType.EndArray ? new Span(begin, end) : throw new JsonException("Expected [begin, end].");
        }

        public override void Write(Utf8JsonWriter writer, Span value, JsonSerializerOptions options)
        {
            writer.WriteStartArray();
            writer.WriteNumberValue(value.Begin);
            writer.WriteNumberValue(value.End);
            writer.WriteEndArray();
        }
    }
}
