using System.Drawing;
using System.Globalization;
using System.Text.RegularExpressions;

namespace Hexaprep.Craft.Vocabulary;

/// <summary>How well a paint hides what lies under it.</summary>
public enum PaintHiding
{
    Opaque,
    Good,
    Medium,
    Weak,

    /// <summary>A one-coat or shade paint: the primer shines through it, and has to.</summary>
    Transparent,
}

/// <summary>A colour of a model.</summary>
/// <param name="Name">What has it, 1 to 40 characters: cloth.</param>
/// <param name="Hex">The colour, as #rrggbb.</param>
/// <param name="Percent">Of the model's surface, 1 to 100; null: an equal part of what the others leave.</param>
/// <param name="Hiding">How well its paint hides; null: guessed by the colour.</param>
public sealed record PaletteColour(string Name, string Hex, int? Percent, PaintHiding? Hiding = null)
{
    /// <summary>The longest name, characters.</summary>
    public const int LongestName = 40;

    /// <summary>The colour in one line, as <see cref="Palette.Read"/> reads it.</summary>
    public string Line =>
        $"{Name} {Hex}{(Percent is { } percent ? $" {percent} %" : "")}{(Hiding is { } hiding ? $", {Ids.Of(hiding)}" : "")}";
}

/// <summary>The colours a batch will be painted in, by their share of a model, in the words of a person: <c>cloth goldenrod 30 %,
/// trousers #5b6b39 25 %, leather saddle brown</c>.</summary>
public sealed partial class Palette : IEquatable<Palette>
{
    /// <summary>The most colours.</summary>
    public const int Most = 12;

    /// <summary>The longest line, characters.</summary>
    public const int LongestLine = 80;

    // The longest standard name of a colour has three words.
    private const int MostWords = 3;
    private const string Example = "Write them as: cloth goldenrod 30 %, trousers #5b6b39 25 %, leather saddle brown.";

    private Palette(IReadOnlyList<PaletteColour> colours) => Colours = colours;

    /// <summary>The colours, at least one, each name once.</summary>
    public IReadOnlyList<PaletteColour> Colours { get; }

    /// <summary>A line a colour, as <see cref="Read"/> reads it.</summary>
    public IReadOnlyList<string> Lines => [.. Colours.Select(c => c.Line)];

    /// <summary>The part of a model that each colour takes, in their order; together 1. Colours without a share have equal parts of what
    /// the others leave, and at least one hundredth each.</summary>
    public IReadOnlyList<double> Shares
    {
        get
        {
            var open = Colours.Count(c => c.Percent is null);
            var left = open == 0 ? 0 : Math.Max(1, (100 - Colours.Sum(c => c.Percent ?? 0)) / (double)open);
            var all = Colours.Sum(c => c.Percent ?? left);
            return [.. Colours.Select(c => (c.Percent ?? left) / all)];
        }
    }

    /// <summary>The palette of such colours.</summary>
    /// <param name="colours">1 to <see cref="Most"/>, each name once.</param>
    public static Palette Of(IReadOnlyList<PaletteColour> colours) => new(colours);

    /// <summary>Reads a palette as a person lists it, divided by commas, semicolons or lines. A colour: what has it, its colour as
    /// <c>#rrggbb</c> or by a standard name of the web (CSS), its share of the surface. What may follow it: <c>opaque</c>,
    /// <c>good</c>, <c>medium</c>, <c>weak</c>, <c>transparent</c> (or <c>one coat</c>).</summary>
    /// <param name="texts">The list, in one text or several.</param>
    /// <param name="wrong">Why not, in words with their remedy.</param>
    /// <returns>Null where it is no palette.</returns>
    public static Palette? Read(IEnumerable<string> texts, out (string Message, string Remedy) wrong)
    {
        var colours = new List<PaletteColour>();
        wrong = default;
        foreach (
            var word in texts.SelectMany(t =>
                (t ?? "").Split([',', ';', '\n'], StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries)
            )
        )
        {
            if (colours is [.., var last] && HidingOf(word) is { } hiding)
            {
                colours[^1] = last with { Hiding = hiding };
                continue;
            }
            if (One(word, out wrong) is not { } colour)
                return null;
            if (colours.Exists(c => c.Name.Equals(colour.Name, StringComparison.OrdinalIgnoreCase)))
            {
                wrong = ($"'{colour.Name}' stands there twice.", "Give each thing once, with its share of the surface.");
                return null;
            }
            colours.Add(colour);
        }
        if (colours.Count is > 0 and <= Most)
            return new Palette(colours);
        wrong =
            colours.Count == 0
                ? ("There are no colours.", Example)
                : ($"{colours.Count} colours are more than {Most}.", "Leave out what takes least of the model.");
        return null;
    }

    /// <inheritdoc />
    public bool Equals(Palette? other) => other is not null && Colours.SequenceEqual(other.Colours);

    /// <inheritdoc />
    public override bool Equals(object? obj) => Equals(obj as Palette);

    /// <inheritdoc />
    public override int GetHashCode() => string.Join('\n', Lines).GetHashCode(StringComparison.Ordinal);

    private static PaintHiding? HidingOf(string word) =>
        word.ToLowerInvariant() is "one coat" or "one-coat" ? PaintHiding.Transparent
        : Ids.TryParse<PaintHiding>(word.ToLowerInvariant(), out var hiding) ? hiding
        : null;

    private static PaletteColour? One(string word, out (string Message, string Remedy) wrong)
    {
        wrong = default;
        var line = Line().Match(word);
        var (name, hex) = Divided(line.Groups["what"].Value.Trim());
        if (hex is null)
        {
            wrong = ($"'{Texts.Cut(word, 40)}' has no colour.", Example);
            return null;
        }
        if (Texts.WhyNot(name, PaletteColour.LongestName) is { } why)
        {
            wrong = ($"'{Texts.Cut(name, 40)}': {why.Message}", why.Remedy);
            return null;
        }
        int? percent = line.Groups["percent"] is { Success: true, Value: var share }
            ? int.Parse(share, CultureInfo.InvariantCulture)
            : null;
        if (percent is null or (>= 1 and <= 100))
            return new PaletteColour(name, hex, percent);
        wrong = ($"'{name}': {percent} % is not from 1 to 100.", "Say which part of the model's surface it takes.");
        return null;
    }

    // The name and its colour: the last word is one, or the last words name one. A colour alone is called by itself.
    private static (string Name, string? Hex) Divided(string what)
    {
        var words = what.Split(' ', StringSplitOptions.RemoveEmptyEntries);
        for (var last = Math.Min(MostWords, words.Length); last >= 1; last--)
        {
            var said = string.Join(' ', words[^last..]);
            if (HexOf(said) is { } hex)
                return (words.Length > last ? string.Join(' ', words[..^last]) : said, hex);
        }
        return (what, null);
    }

    private static string? HexOf(string said)
    {
        if (Hex().IsMatch(said))
            return said.ToLowerInvariant();
        var name = said.Replace(" ", "", StringComparison.Ordinal).Replace("grey", "gray", StringComparison.OrdinalIgnoreCase);
        var colour = name.All(char.IsAsciiLetter) ? Color.FromName(name) : default;
        return colour is { IsKnownColor: true, IsSystemColor: false, A: 255 }
            ? string.Create(CultureInfo.InvariantCulture, $"#{colour.R:x2}{colour.G:x2}{colour.B:x2}")
            : null;
    }

    [GeneratedRegex(@"^(?<what>.*?)(?:\s+(?<percent>\d{1,4})\s*%)?$", RegexOptions.CultureInvariant, 1000)]
    private static partial Regex Line();

    [GeneratedRegex("^#[0-9a-f]{6}$", RegexOptions.IgnoreCase | RegexOptions.CultureInvariant, 1000)]
    private static partial Regex Hex();
}
