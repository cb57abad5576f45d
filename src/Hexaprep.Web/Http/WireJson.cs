using System.Text.Json;
using System.Text.Json.Serialization;
using NodaTime;
using NodaTime.Serialization.SystemTextJson;

namespace Hexaprep.Web.Http;

/// <summary>How the API writes and reads JSON: camelCase, snake_case enumerations, strict numbers, unknown members refused.</summary>
public static class WireJson
{
    /// <summary>The same, for what is written outside an answer.</summary>
    public static readonly JsonSerializerOptions Options = Made();

    private static JsonSerializerOptions Made()
    {
        var options = new JsonSerializerOptions(JsonSerializerDefaults.Web);
        Configure(options);
        return options;
    }

    /// <summary>Sets the options.</summary>
    public static void Configure(JsonSerializerOptions o)
    {
        o.NumberHandling = JsonNumberHandling.Strict;
        o.RespectNullableAnnotations = true;
        o.RespectRequiredConstructorParameters = true;
        o.UnmappedMemberHandling = JsonUnmappedMemberHandling.Disallow;
        o.Converters.Add(new FiniteNumbers());
        o.Converters.Add(new JsonStringEnumConverter(JsonNamingPolicy.SnakeCaseLower, allowIntegerValues: false));
        o.ConfigureForNodaTime(DateTimeZoneProviders.Tzdb);
    }
}

/// <summary>Numbers that a double holds: 1e999 is no number, and no answer could write it.</summary>
internal sealed class FiniteNumbers : JsonConverter<double>
{
    /// <inheritdoc />
    public override double Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
        reader.GetDouble() is var number && double.IsFinite(number)
            ? number
            : throw new JsonException("A number is beyond what can be kept.");

    /// <inheritdoc />
    public override void Write(Utf8JsonWriter writer, double value, JsonSerializerOptions options) => writer.WriteNumberValue(value);
}
