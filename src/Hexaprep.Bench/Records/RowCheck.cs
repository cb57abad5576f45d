using System.Collections.Concurrent;
using System.ComponentModel.DataAnnotations;
using System.Globalization;
using System.Reflection;
using Hexaprep.Craft.Drying;
using Hexaprep.Craft.Vocabulary;
using NodaTime;

namespace Hexaprep.Bench.Records;

/// <summary>A word, or words, of an enumeration as <see cref="Ids"/> spells them.</summary>
[AttributeUsage(AttributeTargets.Property)]
public sealed class OneOfAttribute<T> : ValidationAttribute
    where T : struct, Enum
{
    /// <inheritdoc />
    public override bool IsValid(object? value) =>
        value switch
        {
            null => true,
            string word => Ids.TryParse<T>(word, out _),
            IReadOnlyList<string> words => words.Count > 0 && words.All(w => Ids.TryParse<T>(w, out _)),
            _ => false,
        };

    /// <inheritdoc />
    public override string FormatErrorMessage(string name) => $"one of {string.Join(", ", Ids.All<T>())}";
}

/// <summary>A text, or texts, of at most so many characters; see <see cref="Texts"/>.</summary>
[AttributeUsage(AttributeTargets.Property)]
public sealed class TextAttribute(int most, int least = 1) : ValidationAttribute
{
    /// <summary>The most characters.</summary>
    public int Most { get; } = most;

    /// <summary>The least: 0 where it may be empty.</summary>
    public int Least { get; } = least;

    /// <inheritdoc />
    public override bool IsValid(object? value) =>
        value switch
        {
            null => true,
            string text => Texts.WhyNot(text, Most, Least) is null,
            IReadOnlyList<string> texts => texts.Count <= MostTexts
                && texts.All(t => t is not null && Texts.WhyNot(t, Most, Least) is null),
            _ => false,
        };

    /// <summary>The most texts of a list.</summary>
    public const int MostTexts = 50;

    /// <inheritdoc />
    public override string FormatErrorMessage(string name) =>
        $"{Least} to {Most} visible characters without NUL, control characters or half characters";
}

/// <summary>Holds rows to the bounds that stand beside their properties: for files that come in, and for what the tables hold.</summary>
public static class RowCheck
{
    private sealed record Bounded(PropertyInfo Property, IReadOnlyList<ValidationAttribute> Bounds);

    private static readonly ConcurrentDictionary<Type, IReadOnlyList<Bounded>> Known = new();

    /// <summary>Why a row cannot be kept, its property named behind <paramref name="at"/>; null when it can.</summary>
    public static Refusal? WhyNot(string at, object row)
    {
        foreach (var (property, bounds) in Known.GetOrAdd(row.GetType(), Of))
        {
            var value = property.GetValue(row);
            if (value is Instant moment && !moment.IsKept())
                return Wrong(at, property, "beyond what is kept", "a moment from 2000 to 2200");
            if (value is LocalDate day && !day.IsKept())
                return Wrong(at, property, "beyond what is kept", "a day from 2000 to 2199");
            foreach (var bound in bounds)
            {
                if (!bound.IsValid(value))
                    return Wrong(at, property, Said(value), Wanted(bound));
            }
        }
        return null;
    }

    /// <summary>The row with texts beyond their bounds cut, and the last of those; null where there is none.</summary>
    public static (object Row, string Property, string Text)? WithTextsCut(object row)
    {
        (object Row, string Property, string Text)? mended = null;
        foreach (var (property, bounds) in Known.GetOrAdd(row.GetType(), Of))
        {
            if (bounds.OfType<TextAttribute>().FirstOrDefault() is not { } bound || bound.IsValid(property.GetValue(row)))
                continue;
            var copy = mended?.Row ?? row.GetType().GetMethod("<Clone>$")!.Invoke(row, null)!;
            var (value, text) = property.GetValue(row) switch
            {
                string t when Texts.Cut(t, bound.Most, "(unreadable)") is var one => ((object)one, one),
                IReadOnlyList<string> many => (
                    many.Where(t => t is not null).Take(TextAttribute.MostTexts).Select(t => Texts.Cut(t, bound.Most, "-")).ToList(),
                    $"{many.Count} texts"
                ),
                var other => (other!, ""),
            };
            property.SetValue(copy, value);
            mended = (copy, property.Name, text.Length > 40 ? text[..40] + "…" : text);
        }
        return mended;
    }

    /// <summary>The bounds of a whole number.</summary>
    public static (int Least, int Most) Of<TRow>(string property)
    {
        var range = typeof(TRow).GetProperty(property)!.GetCustomAttribute<RangeAttribute>()!;
        return ((int)range.Minimum, (int)range.Maximum);
    }

    private static IReadOnlyList<Bounded> Of(Type row) =>
        [.. row.GetProperties().Select(p => new Bounded(p, [.. p.GetCustomAttributes<ValidationAttribute>()]))];

    private static Refusal Wrong(string at, PropertyInfo property, string value, string wanted) =>
        new(
            $"{at}.{System.Text.Json.JsonNamingPolicy.CamelCase.ConvertName(property.Name)}",
            $"'{value}' does not fit here.",
            $"Wanted: {wanted}."
        );

    private static string Said(object? value)
    {
        var text = value is IEnumerable<string> many
            ? string.Join(", ", many)
            : Convert.ToString(value, CultureInfo.InvariantCulture) ?? "";
        return Texts.Cut(text, 40, "nothing");
    }

    private static string Wanted(ValidationAttribute bound) =>
        bound is RangeAttribute range
            ? string.Create(CultureInfo.InvariantCulture, $"{range.Minimum} to {range.Maximum}")
            : bound.FormatErrorMessage("");
}
