using System.Text.Json;
using System.Text.Json.Serialization;

namespace Hexaprep.Formats;

/// <summary>Reads text that can be stored and shown: without NUL and without half characters.</summary>
public sealed class PlainText : JsonConverter<string>
{
    /// <summary>True for text that can be stored and shown.</summary>
    public static bool Suits(string text) => !text.Contains('\0', StringComparison.Ordinal);

    /// <inheritdoc />
    public override string? Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
        reader.TokenType == JsonTokenType.String ? Text(ref reader) : throw new JsonException("Expected text.");

    /// <inheritdoc />
    public override string ReadAsPropertyName(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) => Text(ref reader);

    /// <inheritdoc />
    public override void Write(Utf8JsonWriter writer, string value, JsonSerializerOptions options) => writer.WriteStringValue(value);

    /// <inheritdoc />
    public override void WriteAsPropertyName(Utf8JsonWriter writer, string value, JsonSerializerOptions options) => writer.WritePropertyName(value);

    private static string Text(ref Utf8JsonReader reader)
    {
        try
        {
            return reader.GetString() is { } text && Suits(text) ? text : throw new JsonException("The text holds a NUL character: take it out.");
        }
        catch (InvalidOperationException)
        {
            throw new JsonException("The text holds half a character (a lone surrogate): write it again.");
        }
    }
}
