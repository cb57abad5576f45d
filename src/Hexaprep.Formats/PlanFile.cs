using System.Text.Json;
using System.Text.Json.Serialization;
using Hexaprep.Core;
using Hexaprep.Core.Scheduling;

namespace Hexaprep.Formats;

/// <summary>The plan's documented JSON: problems and schedules in, and out.</summary>
public static class PlanFile
{
    private static readonly JsonSerializerOptions Options = new(JsonSerializerDefaults.Web)
    {
        DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull,
        RespectNullableAnnotations = true,
        RespectRequiredConstructorParameters = true,
        NumberHandling = JsonNumberHandling.Strict,
        Converters = { new SpanConverter() },
    };

    /// <summary>Reads a problem.</summary>
    /// <exception cref="RefusedException">It is not a problem in the documented format; the message names the path.</exception>
    public static PlanProblem ReadProblem(string json) => PlanCheck.Checked(Read<PlanProblem>(json));

    /// <summary>Reads a schedule.</summary>
    /// <exception cref="RefusedException">It is not a schedule in the documented format.</exception>
    public static Schedule ReadSchedule(string json) => Read<Schedule>(json);

    /// <summary>Reads a result as stored.</summary>
    public static PlanResult ReadResult(string json) => Read<PlanResult>(json);

    /// <summary>Writes a problem, a schedule or a result.</summary>
    public static string Write<T>(T value) => JsonSerializer.Serialize(value, Options);

    private static T Read<T>(string json)
    {
        try
        {
            return JsonSerializer.Deserialize<T>(json, Options)
                ?? throw new RefusedException(new Refusal("$", "The file holds null.", "Give an object."));
        }
        catch (JsonException error)
        {
            throw new RefusedException(
                new Refusal(error.Path ?? "$", error.Message.Split(" Path:")[0], "Compare it with the documented format.")
            );
        }
    }

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
