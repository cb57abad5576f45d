using System.Text.Json;

namespace Hexaprep.Craft.Computation;

/// <summary>Why a function does not answer: E_MISSING, E_NAN, E_RANGE, E_CHOICE, E_EMPTY or E_ORDER, and the field at fault.</summary>
public sealed class ComputeRefusedException(string error, string field, string words) : Exception($"{field}: {words}")
{
    /// <summary>The code.</summary>
    public string Error { get; } = error;

    /// <summary>The field at fault: a key of the input, or of the list element at fault.</summary>
    public string Field { get; } = field;

    /// <summary>What is wrong and what would do.</summary>
    public string Words { get; } = words;
}

/// <summary>Reads the input of a function: a JSON object, key by key, with its ranges. Unknown keys are ignored; null counts as
/// absent.</summary>
/// <param name="source">The object.</param>
public sealed class Inputs(JsonElement source)
{
    /// <summary>A bound that is met nowhere.</summary>
    public const double Open = double.PositiveInfinity;

    /// <summary>True when the key is there and not null.</summary>
    public bool Has(string key) => source.TryGetProperty(key, out var value) && value.ValueKind != JsonValueKind.Null;

    /// <summary>A number within bounds, both included; above <paramref name="low"/> alone where <paramref name="above"/> says so.</summary>
    public double Number(string key, double low, double high, double? absent = null, bool above = false) =>
        Maybe(key, low, high, above) ?? absent ?? throw Missing(key);

    /// <summary>A number that may be absent.</summary>
    public double? Maybe(string key, double low, double high, bool above = false)
    {
        if (!Has(key))
            return null;
        var value = source.GetProperty(key);
        return InRange(key, Finite(key, value), low, high, above);
    }

    /// <summary>A whole number within bounds.</summary>
    public int Whole(string key, int low, int high, int? absent = null)
    {
        var value = Number(key, low, high, absent);
        return value == Math.Floor(value)
            ? (int)value
            : throw new ComputeRefusedException("E_RANGE", key, $"{value} is not a whole number.");
    }

    /// <summary>A truth value.</summary>
    public bool Flag(string key, bool absent)
    {
        if (!Has(key))
            return absent;
        return source.GetProperty(key).ValueKind switch
        {
            JsonValueKind.True => true,
            JsonValueKind.False => false,
            _ => throw new ComputeRefusedException("E_NAN", key, "It is neither true nor false."),
        };
    }

    /// <summary>One of some ids.</summary>
    public string Choice(string key, IReadOnlyCollection<string> of, string? absent = null)
    {
        if (!Has(key))
            return absent ?? throw Missing(key);
        var value = source.GetProperty(key);
        var id = value.ValueKind == JsonValueKind.String ? value.GetString()! : value.GetRawText();
        return of.Contains(id) ? id : throw new ComputeRefusedException("E_CHOICE", key, $"'{id}' is not one of: {string.Join(", ", of)}.");
    }

    /// <summary>A text or whole number, as text.</summary>
    public string Text(string key)
    {
        if (!Has(key))
            throw Missing(key);
        var value = source.GetProperty(key);
        return value.ValueKind switch
        {
            JsonValueKind.String => value.GetString()!,
            JsonValueKind.Number => value.GetRawText(),
            _ => throw new ComputeRefusedException("E_NAN", key, "It is neither a text nor a number."),
        };
    }

    /// <summary>The objects of a list.</summary>
    public IReadOnlyList<Inputs> Items(string key, int least) =>
        [
            .. List(key, least)
                .Select(e =>
                    e.ValueKind == JsonValueKind.Object
                        ? new Inputs(e)
                        : throw new ComputeRefusedException("E_NAN", key, "An element is no object.")
                ),
        ];

    /// <summary>The numbers of a list.</summary>
    public IReadOnlyList<double> Numbers(string key, int least, double low, double high, bool above = false) =>
        [
            .. List(key, least)
                .Select(e => InRange(key, e.ValueKind == JsonValueKind.Null ? throw Missing(key) : Finite(key, e), low, high, above)),
        ];

    /// <summary>Whole numbers by name.</summary>
    public Dictionary<string, int> Counts(string key, int low, int high)
    {
        if (!Has(key))
            throw Missing(key);
        if (source.GetProperty(key).ValueKind != JsonValueKind.Object)
            throw new ComputeRefusedException("E_NAN", key, "It is no object of counts by name.");
        return source
            .GetProperty(key)
            .EnumerateObject()
            .ToDictionary(p => p.Name, p => WholeOf(key, p.Value, low, high), StringComparer.Ordinal);
    }

    private static int WholeOf(string key, JsonElement value, int low, int high) =>
        InRange(key, Finite(key, value), low, high, false) is var number && number == Math.Floor(number)
            ? (int)number
            : throw new ComputeRefusedException("E_RANGE", key, $"{value} is not a whole number.");

    /// <summary>The elements of a list.</summary>
    public IReadOnlyList<JsonElement> List(string key, int least)
    {
        if (!Has(key))
            throw Missing(key);
        var value = source.GetProperty(key);
        if (value.ValueKind != JsonValueKind.Array)
            throw new ComputeRefusedException("E_NAN", key, "It is no list.");
        return value.GetArrayLength() >= least
            ? [.. value.EnumerateArray()]
            : throw new ComputeRefusedException("E_EMPTY", key, $"It needs at least {least} element.");
    }

    private static double Finite(string key, JsonElement value) =>
        value.ValueKind == JsonValueKind.Number && value.TryGetDouble(out var number) && double.IsFinite(number)
            ? number
            : throw new ComputeRefusedException("E_NAN", key, "It is not a finite number.");

    private static double InRange(string key, double value, double low, double high, bool above) =>
        value > high || value < low || (above && value <= low)
            ? throw new ComputeRefusedException(
                "E_RANGE",
                key,
                $"{value} does not fit: {(above ? "above" : "from")} {low}{(double.IsInfinity(high) ? " up" : $" to {high}")}."
            )
            : value;

    private static ComputeRefusedException Missing(string key) => new("E_MISSING", key, "It is missing.");
}
