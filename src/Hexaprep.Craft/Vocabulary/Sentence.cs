namespace Hexaprep.Craft.Vocabulary;

/// <summary>Words that open a sentence.</summary>
public static class Sentence
{
    /// <summary>The words with their first letter large.</summary>
    /// <param name="words">At least one letter.</param>
    public static string Opened(string words) => char.ToUpperInvariant(words[0]) + words[1..];

    /// <summary>The words with their first letter small, for the middle of a sentence.</summary>
    /// <param name="words">At least one letter.</param>
    public static string Within(string words) => char.ToLowerInvariant(words[0]) + words[1..];

    /// <summary>So many of a thing: "1 sitting", "3 sittings".</summary>
    /// <param name="count">At least 0.</param>
    /// <param name="thing">Its name, whose plural ends on s.</param>
    public static string Counted(int count, string thing) => $"{count} {thing}{(count == 1 ? "" : "s")}";

    /// <summary>Things in a row, e.g. "8, 8 and 7".</summary>
    /// <param name="things">At least one.</param>
    public static string Listed(IReadOnlyList<string> things) =>
        things.Count == 1 ? things[0] : $"{string.Join(", ", things.SkipLast(1))} and {things[^1]}";
}
