using System.Globalization;
using System.Text.RegularExpressions;

namespace Hexaprep.Craft.Vocabulary;

/// <summary>What a pass of painting is.</summary>
public enum PassKind
{
    /// <summary>A colour or a light, with the brush: another area goes on while it dries.</summary>
    Colour,

    /// <summary>A shade that runs into the recesses: what goes over it waits.</summary>
    Shade,

    /// <summary>A filter or a glaze, one thin tone over all.</summary>
    Filter,

    /// <summary>A round of masks: masked, painted up to, bared.</summary>
    Mask,

    /// <summary>A protective coat.</summary>
    Coat,
}

/// <summary>One pass of painting over all models of a batch: a colour, or what comes between two of them.</summary>
/// <param name="Kind">What it is.</param>
/// <param name="Name">What it is called, 1 to 40 characters: leather, faces, dark shade.</param>
/// <param name="Seconds">Hands a model, 5 to 36,000 s.</param>
/// <param name="Area">Where it goes, in words; empty where that is plain.</param>
/// <param name="Mix">What is mixed for it; empty where nothing is written down.</param>
/// <param name="Swatch">What the colour looks like, as #rrggbb; null where nobody said.</param>
public sealed partial record PaintPass(PassKind Kind, string Name, int Seconds, string Area = "", string Mix = "", string? Swatch = null)
{
    /// <summary>The most passes a batch may have.</summary>
    public const int Most = 24;

    /// <summary>The longest name, area and mix, characters.</summary>
    public const int LongestName = 40,
        LongestArea = 60,
        LongestMix = 200;

    private const string Example = "Write it as: leather, 7 min; straps and boots; 2 brown, 1 ochre.";
    private static readonly (int Least, int Most) Bounds = (5, 36_000);

    /// <summary>The pass in one line, as a person writes it: <c>leather, 7 min #7a5634; straps, boots; 2 brown, 1 ochre</c>. What is no
    /// colour begins with what it is: <c>shade: deep brown, 4 min</c>.</summary>
    public override string ToString()
    {
        var own = KindOf(Name);
        var kind = own == Kind ? "" : $"{Ids.Of(Kind)}: ";
        var minutes = (Seconds / 60m).ToString("0.##", CultureInfo.InvariantCulture);
        var rest =
            Mix.Length > 0 ? $"; {Area}; {Mix}"
            : Area.Length > 0 ? $"; {Area}"
            : "";
        return $"{kind}{Name}, {minutes} min{(Swatch is null ? "" : " " + Swatch)}{rest}";
    }

    /// <summary>Reads one line as <see cref="ToString"/> writes it. Area and mix may be left out; a mix may hold any signs.</summary>
    /// <returns>Null and why not, in words with their remedy, where it is none.</returns>
    public static PaintPass? Read(string line, out (string Message, string Remedy) wrong)
    {
        wrong = default;
        var cells = line.Split(';', 3, StringSplitOptions.TrimEntries);
        if (Head().Match(cells[0]) is not { Success: true } head)
            return No($"'{line}' is no pass with its minutes.", Example, out wrong);
        var (name, area, mix) = (head.Groups["name"].Value.Trim(), cells.ElementAtOrDefault(1) ?? "", cells.ElementAtOrDefault(2) ?? "");
        if (!decimal.TryParse(head.Groups["min"].Value, NumberStyles.AllowDecimalPoint, CultureInfo.InvariantCulture, out var minutes))
            return No($"'{head.Groups["min"].Value}' is no number of minutes.", Example, out wrong);
        if (minutes * 60 < Bounds.Least - 0.5m || minutes * 60 > Bounds.Most)
            return No(
                $"'{head.Groups["min"].Value} min' is not from 0.1 to 600 minutes a model.",
                "Write minutes a model, such as 7 or 2.5.",
                out wrong
            );
        foreach (var (text, most, least) in new[] { (name, LongestName, 1), (area, LongestArea, 0), (mix, LongestMix, 0) })
        {
            if (Texts.WhyNot(text, most, least) is { } why)
                return No($"'{text}': {why.Message}", why.Remedy, out wrong);
        }
        if (name.Contains(':', StringComparison.Ordinal))
            return No(
                $"'{name[..name.IndexOf(':', StringComparison.Ordinal)]}' is no kind of pass.",
                $"Begin with {string.Join(", ", Enum.GetValues<PassKind>().Select(k => Ids.Of(k)))}, or with the name alone.",
                out wrong
            );
        var kind = head.Groups["kind"] is { Success: true, Value: var said } ? Ids.Parse<PassKind>(said.ToLowerInvariant()) : KindOf(name);
        var swatch = head.Groups["swatch"] is { Success: true, Value: var colour } ? colour.ToLowerInvariant() : null;
        return new PaintPass(kind, name, Math.Max(Bounds.Least, (int)Math.Round(minutes * 60)), area, mix, swatch);
    }

    // A name says by itself what it is where it begins with the word for it.
    private static PassKind KindOf(string name) =>
        name.Split(' ')[0].ToLowerInvariant() switch
        {
            "shade" or "wash" => PassKind.Shade,
            "filter" or "glaze" => PassKind.Filter,
            "mask" or "masks" => PassKind.Mask,
            "coat" or "varnish" => PassKind.Coat,
            _ => PassKind.Colour,
        };

    private static PaintPass? No(string message, string remedy, out (string, string) told)
    {
        told = (message, remedy);
        return null;
    }

    [GeneratedRegex(
        @"^\s*(?:(?<kind>colour|shade|filter|mask|coat)\s*:\s*)?(?<name>.+?),\s*(?<min>[\d.]{1,7})\s*min(?:utes)?\s*"
            + @"(?<swatch>\#[0-9a-f]{6})?\s*$",
        RegexOptions.IgnoreCase | RegexOptions.CultureInvariant,
        1000
    )]
    private static partial Regex Head();
}
