using System.Globalization;
using System.Text.Json;
using Hexaprep.Craft.Vocabulary;
using NodaTime;
using NodaTime.Text;

namespace Hexaprep.Formats;

/// <summary>A place in a JSON document, with its path, so that every fault names where it is, what stands there and what would
/// do.</summary>
internal readonly record struct JsonAt(JsonElement? Value, string Path)
{
    /// <summary>The whole of a text.</summary>
    public static JsonAt Root(string json)
    {
        try
        {
            using var document = JsonDocument.Parse(json);
            var root = document.RootElement.Clone();
            return root.ValueKind == JsonValueKind.Object ? new(root, "$") : throw Fault("$", Shown(root), "Give one JSON object.");
        }
        catch (JsonException error)
        {
            throw Fault("$", $"line {(error.LineNumber ?? 0) + 1}", "This is not JSON: look for a missing comma, quote or bracket there.");
        }
    }

    /// <summary>A property; absent and null are the same.</summary>
    public JsonAt this[string name]
    {
        get
        {
            var path = Path == "$" ? name : $"{Path}.{name}";
            if (Value is not { } value)
                return new(null, path);
            if (value.ValueKind != JsonValueKind.Object)
                throw Wrong("an object");
            return value.TryGetProperty(name, out var found) && found.ValueKind != JsonValueKind.Null ? new(found, path) : new(null, path);
        }
    }

    /// <summary>True when nothing stands here.</summary>
    public bool Absent => Value is null;

    /// <summary>The elements of a list; none when absent.</summary>
    public IReadOnlyList<JsonAt> List()
    {
        if (Value is not { } value)
            return [];
        if (value.ValueKind != JsonValueKind.Array)
            throw Wrong("a list");
        var path = Path;
        return [.. value.EnumerateArray().Select((e, i) => new JsonAt(e, $"{path}[{i}]"))];
    }

    /// <summary>The properties of an object; none when absent.</summary>
    public IReadOnlyList<(string Name, JsonAt At)> Properties()
    {
        if (Value is not { } value)
            return [];
        if (value.ValueKind != JsonValueKind.Object)
            throw Wrong("an object");
        var path = Path;
        return [.. value.EnumerateObject().Select(p => (p.Name, new JsonAt(p.Value, $"{path}.{p.Name}")))];
    }

    /// <summary>A text, or null when absent.</summary>
    public string? Text() =>
        Value is not { } value ? null
        : value.ValueKind == JsonValueKind.String ? value.GetString()
        : throw Wrong("a text in quotes");

    /// <summary>A text or a whole number, as text.</summary>
    public string? Label() => Value is { ValueKind: JsonValueKind.Number } value ? value.GetRawText() : Text();

    /// <summary>Yes or no; no when absent.</summary>
    public bool Truth() =>
        Value is not { } value ? false
        : value.ValueKind is JsonValueKind.True or JsonValueKind.False ? value.GetBoolean()
        : throw Wrong("true or false");

    /// <summary>Yes or no, or null when absent.</summary>
    public bool? Maybe() => Absent ? null : Truth();

    /// <summary>A whole number in a range, or null when absent.</summary>
    public int? Whole(int least, int most) =>
        Value is not { } value ? null
        : value.ValueKind == JsonValueKind.Number
        && value.TryGetDouble(out var number)
        && number == Math.Floor(number)
        && number >= least
        && number <= most
            ? (int)number
        : throw Wrong($"a whole number from {least} to {most}");

    /// <summary>A number in a range, or null when absent.</summary>
    public double? Number(double least, double most) =>
        Value is not { } value ? null
        : value.ValueKind == JsonValueKind.Number && value.TryGetDouble(out var number) && number >= least && number <= most ? number
        : throw Wrong(string.Create(CultureInfo.InvariantCulture, $"a number from {least} to {most}"));

    /// <summary>A moment, or null when absent.</summary>
    public Instant? Moment()
    {
        if (Text() is not { } text)
            return null;
        if (OffsetDateTimePattern.ExtendedIso.Parse(text) is { Success: true } parsed)
            return parsed.Value.ToInstant();
        if (
            OffsetDateTimePattern.GeneralIso.Parse(text.Length == 17 && text.EndsWith('Z') ? text[..16] + ":00Z" : text) is
            { Success: true } coarse
        )
            return coarse.Value.ToInstant();
        throw Wrong("a moment such as 2026-03-12T20:12:00Z");
    }

    /// <summary>One of an enumeration's ids, or null when absent.</summary>
    public T? Choice<T>()
        where T : struct, Enum =>
        Text() is not { } text ? null
        : Ids.TryParse<T>(text.Trim(), out var value) ? value
        : throw Wrong($"one of {string.Join(", ", Ids.All<T>())}");

    /// <summary>The value, or a fault that it is missing.</summary>
    public T Need<T>(T? value, string wanted)
        where T : struct => value ?? throw Fault(Path, "nothing", $"Give {wanted}.");

    /// <summary>A fault at this place.</summary>
    public RefusedException Wrong(string wanted) => Fault(Path, Value is { } value ? Shown(value) : "nothing", $"Give {wanted}.");

    private static string Shown(JsonElement value)
    {
        var raw = value.GetRawText();
        return raw.Length > 60 ? raw[..57] + "..." : raw;
    }

    private static RefusedException Fault(string path, string value, string remedy) => new(new Refusal(path, $"There is {value}.", remedy));
}
