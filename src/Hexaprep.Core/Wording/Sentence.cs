namespace Hexaprep.Core.Wording;

/// <summary>Words that open a sentence.</summary>
public static class Sentence
{
    /// <summary>The words with their first letter large.</summary>
    /// <param name="words">At least one letter.</param>
    public static string Opened(string words) => char.ToUpperInvariant(words[0]) + words[1..];
}
