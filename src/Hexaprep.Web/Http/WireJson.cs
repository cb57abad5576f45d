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
        o.Converters.Add(new JsonStringEnumConverter(JsonNamingPolicy.SnakeCaseLower, allowIntegerValues: false));
        o.ConfigureForNodaTime(DateTimeZoneProviders.Tzdb);
    }
}
