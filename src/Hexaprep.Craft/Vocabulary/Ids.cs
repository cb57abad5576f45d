using System.Text;

namespace Hexaprep.Craft.Vocabulary;

/// <summary>The outside spelling of the enumerations: <c>snake_case</c>, as contracts, files and the database hold them.</summary>
public static class Ids
{
    /// <summary>The outside id of a value, e.g. <c>old_lead</c> for <c>Material.OldLead</c>.</summary>
    public static string Of<T>(T value)
        where T : struct, Enum => Cache<T>.ToId[value];

    /// <summary>Reads an outside id; false when it is not one of <see cref="All{T}"/>.</summary>
    public static bool TryParse<T>(string? id, out T value)
        where T : struct, Enum
    {
        value = default;
        return id is not null && Cache<T>.FromId.TryGetValue(id, out value);
    }

    /// <summary>Reads an outside id.</summary>
    /// <exception cref="ArgumentException">The id is not one of <see cref="All{T}"/>.</exception>
    public static T Parse<T>(string id)
        where T : struct, Enum =>
        TryParse<T>(id, out var value)
            ? value
            : throw new ArgumentException($"'{id}' is not one of: {string.Join(", ", All<T>())}.", nameof(id));

    /// <summary>Every outside id of the enumeration, in its declared order.</summary>
    public static IReadOnlyList<string> All<T>()
        where T : struct, Enum => Cache<T>.Order;

    private static class Cache<T>
        where T : struct, Enum
    {
        public static readonly IReadOnlyList<string> Order = [.. Enum.GetValues<T>().Select(v => Snake(v.ToString()))];
        public static readonly Dictionary<T, string> ToId = Enum.GetValues<T>().ToDictionary(v => v, v => Snake(v.ToString()));
        public static readonly Dictionary<string, T> FromId = Enum.GetValues<T>()
            .ToDictionary(v => Snake(v.ToString()), v => v, StringComparer.Ordinal);
    }

    private static string Snake(string name)
    {
        var text = new StringBuilder(name.Length + 4);
        foreach (var c in name)
        {
            if (char.IsUpper(c) && text.Length > 0)
                text.Append('_');
            text.Append(char.ToLowerInvariant(c));
        }
        return text.ToString();
    }
}
