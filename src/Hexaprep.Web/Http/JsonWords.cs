using System.Text.Json;
using System.Text.RegularExpressions;
using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Web.Http;

/// <summary>What a body that cannot be read lacks, or what was expected: the reader's own words name our types, these name what the
/// sender can see.</summary>
internal static partial class JsonWords
{
    /// <summary>The words for a failure to read.</summary>
    public static string Of(JsonException json)
    {
        var message = json.Message.Split(" Path:")[0];
        if (message.Split("missing required properties including: ") is [_, var missing])
            return $"It lacks {missing.TrimEnd('.')}.";
        if (message.Contains("allow null values", StringComparison.Ordinal))
            return "It is null.";
        if (message.Contains("could not be mapped", StringComparison.Ordinal))
            return "It has a member that is not known here.";
        if (Wanted().Match(message) is { Success: true } wanted)
            return $"Expected {Expected(Along(json.Path, Named(wanted.Groups[1].Value)))}.";
        return message.Contains("type '", StringComparison.Ordinal) ? "Its value is of another kind, or out of range." : message;
    }

    // The reader names the type of the whole, and the path to what it could not read.
    private static Type? Along(string? path, Type? whole)
    {
        foreach (var step in (path ?? "$").Split('.').Skip(1))
        {
            var name = step.Split('[')[0];
            whole = whole?.GetProperties().FirstOrDefault(p => p.Name.Equals(name, StringComparison.OrdinalIgnoreCase))?.PropertyType;
            if (step.Contains('[', StringComparison.Ordinal) && whole is { IsGenericType: true })
                whole = whole.GetGenericArguments()[0];
        }
        return whole is null ? null : Nullable.GetUnderlyingType(whole) ?? whole;
    }

    private static Type? Named(string name) =>
        typeof(JsonWords).Assembly.GetType(name) ?? typeof(Refusal).Assembly.GetType(name) ?? Type.GetType(name);

    private static string Expected(Type? type) =>
        type?.FullName switch
        {
            "System.Double" => "a number",
            "System.Int32" or "System.Int64" => "a whole number",
            "System.Boolean" => "true or false",
            "System.String" => "text",
            "System.Guid" => "an id such as 7b2c8f0e-0000-4000-8000-000000000001",
            "NodaTime.Instant" => "a moment such as 2026-03-12T20:12:00Z",
            "NodaTime.LocalDate" => "a day such as 2026-03-12",
            "NodaTime.LocalTime" => "a time such as 19:30:00",
            _ => type is { IsEnum: true }
                ? $"one of {string.Join(", ", type.GetEnumNames().Select(JsonNamingPolicy.SnakeCaseLower.ConvertName))}"
                : "an object or a list of another shape",
        };

    [GeneratedRegex(@"could not be converted to (?:System\.Nullable`1\[)?([\w.]*\w)")]
    private static partial Regex Wanted();
}
