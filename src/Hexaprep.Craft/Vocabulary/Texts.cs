using System.Globalization;

namespace Hexaprep.Craft.Vocabulary;

/// <summary>Texts that come in: how long they may be, and what no text may hold.</summary>
public static class Texts
{
    /// <summary>The longest name, characters.</summary>
    public const int Name = 80;

    /// <summary>The longest note, characters.</summary>
    public const int Note = 2000;

    // Letters and signs that are drawn as nothing.
    private const string Blank = "\u115F\u1160\u17B4\u17B5\u2800\u3164\uFFA0";

    /// <summary>What is wrong with a text and what to give instead; null when nothing is.</summary>
    /// <param name="text">The text; only its ends may be blank.</param>
    /// <param name="most">The most characters.</param>
    /// <param name="least">The least: 0 where it may be empty. From 1 on something of it must be visible.</param>
    public static (string Message, string Remedy)? WhyNot(string text, int most, int least = 1)
    {
        var length = text.Trim().Length;
        if (length < least || length > most)
            return (length == 0 ? "It is empty." : $"It has {length} characters.", $"Give {least} to {most} characters.");
        for (var i = 0; i < text.Length; i++)
        {
            if (text[i] == '\0')
                return ("It holds a NUL character.", "Take it out.");
            if (char.IsControl(text[i]) && text[i] is not ('\n' or '\r' or '\t'))
                return ("It holds a control character.", "Write plain text.");
            if (i + 1 < text.Length && char.IsSurrogatePair(text[i], text[i + 1]))
                i++;
            else if (char.IsSurrogate(text[i]))
                return ("It holds half a character (a lone surrogate).", "Type the text again.");
        }
        return least > 0 && !IsVisible(text) ? ("Nothing of it can be seen.", "Give at least one letter, digit or sign.") : null;
    }

    /// <summary>The text without blank ends.</summary>
    /// <exception cref="RefusedException">It breaks its bound.</exception>
    public static string Checked(string field, string? text, int most, int least = 1) =>
        WhyNot(text ?? "", most, least) is { } wrong
            ? throw new RefusedException(new Refusal(field, wrong.Message, wrong.Remedy))
            : text!.Trim();

    /// <summary>The text cut to a bound, without what no text may hold; <paramref name="absent"/> where nothing is left.</summary>
    public static string Cut(string text, int most, string absent = "")
    {
        var kept = string.Concat(text.EnumerateRunes().Where(r => r.Value != 0xFFFD && !IsControl(r)));
        kept = kept.Trim();
        while (kept.Length > most)
            kept = kept[..^(kept.Length > 1 && char.IsLowSurrogate(kept[^1]) ? 2 : 1)];
        return IsVisible(kept) ? kept : absent;
    }

    private static bool IsControl(System.Text.Rune rune) => rune.Value < 32 && rune.Value is not ('\n' or '\t');

    private static bool IsVisible(string text) =>
        text.EnumerateRunes()
            .Any(r =>
                System.Text.Rune.GetUnicodeCategory(r)
                    is not (
                        UnicodeCategory.Control
                        or UnicodeCategory.Format
                        or UnicodeCategory.SpaceSeparator
                        or UnicodeCategory.LineSeparator
                        or UnicodeCategory.ParagraphSeparator
                        or UnicodeCategory.NonSpacingMark
                        or UnicodeCategory.EnclosingMark
                        or UnicodeCategory.OtherNotAssigned
                        or UnicodeCategory.Surrogate
                        or UnicodeCategory.PrivateUse
                    )
                && !Blank.Contains((char)r.Value)
            );
}
