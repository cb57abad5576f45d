using System.Globalization;
using System.Text.RegularExpressions;

namespace Hexaprep.Craft.Vocabulary;

/// <summary>The parts of a kit, said once for all its models, in the words of a person: <c>body, head, 2 arms, cloak, hides the face</c>.
/// What follows a part and is no part of its own is said of it.</summary>
public sealed partial class PartList : IEquatable<PartList>
{
    /// <summary>The most parts of a model.</summary>
    public const int Most = 25;

    /// <summary>The longest line, characters.</summary>
    public const int LongestLine = 400;

    private const string Example = "Write them as: body, head, 2 arms, cloak, hides the face.";

    private PartList(IReadOnlyList<KitPart> parts) => Parts = parts;

    /// <summary>The kinds of part, the one that carries the others first.</summary>
    public IReadOnlyList<KitPart> Parts { get; }

    /// <summary>How many parts a model has.</summary>
    public int Count => Parts.Sum(p => p.Count);

    /// <summary>The materials of its parts, each once, ascending.</summary>
    public IReadOnlyList<Material> Materials => [.. Parts.Select(p => p.Material).Distinct().Order()];

    /// <summary>A line a kind of part, as <see cref="Read"/> reads it.</summary>
    public IReadOnlyList<string> Lines => [.. Parts.Select(p => p.Line(Parts[0]))];

    /// <summary>Reads parts as a person lists them, divided by commas, semicolons or lines. A part: how many, its name, <c>on</c> what
    /// it is joined to (the first part unless it is said), <c>before</c> what blocks its way. What may follow it: its material (that of
    /// the first part unless it is said), <c>left</c>, <c>right</c>, <c>hides ...</c>, <c>apart</c>, <c>joined</c>, <c>fragile</c>,
    /// <c>hidden</c>, <c>no waste</c>, <c>together</c>, <c>no seam</c>, a weight (<c>9 g</c>), a lever (<c>14 mm</c>).</summary>
    /// <param name="texts">The list, in one text or several.</param>
    /// <param name="usual">The material of the first part where it is not said.</param>
    /// <param name="wrong">Why not, in words with their remedy.</param>
    /// <returns>Null where it is no list of parts.</returns>
    public static PartList? Read(IEnumerable<string> texts, Material usual, out (string Message, string Remedy) wrong)
    {
        var parts = new List<KitPart>();
        var said = new List<bool>();
        foreach (
            var word in texts.SelectMany(t =>
                (t ?? "").Split([',', ';', '\n'], StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries)
            )
        )
        {
            if (parts is [.., var last] && With(last, word) is { } more)
            {
                (parts[^1], said[^1]) = (more, said[^1] || Vocabulary.Materials.TryRead(word, out _));
                continue;
            }
            if (Part(word, usual, out wrong) is not { } part)
                return null;
            parts.Add(part);
            said.Add(false);
        }
        if (parts.Count == 0)
            return No("There are no parts.", Example, out wrong);
        for (var i = 1; i < parts.Count; i++)
            parts[i] = parts[i] with { Material = said[i] ? parts[i].Material : parts[0].Material };
        return Joined(parts, out wrong) is { } joined ? new PartList(joined) : null;
    }

    /// <inheritdoc />
    public bool Equals(PartList? other) => other is not null && Lines.SequenceEqual(other.Lines);

    /// <inheritdoc />
    public override bool Equals(object? obj) => Equals(obj as PartList);

    /// <inheritdoc />
    public override int GetHashCode() => string.Join('\n', Lines).GetHashCode(StringComparison.Ordinal);

    /// <summary>The same with a part held apart or joined before painting, or as it hides.</summary>
    /// <param name="name">The part's name.</param>
    /// <param name="held">What is decided.</param>
    public PartList With(string name, PartHeld held) => new([.. Parts.Select(p => p.IsCalled(name) ? p with { Held = held } : p)]);

    /// <summary>The same with what was unknown named.</summary>
    public PartList Identified(Material material) =>
        new([.. Parts.Select(p => p.Material == Material.Unknown ? p with { Material = material } : p)]);

    private static KitPart? Part(string word, Material usual, out (string Message, string Remedy) wrong)
    {
        if (Head().Match(word) is not { Success: true } head)
            return NoPart($"'{Texts.Cut(word, 40)}' is no part.", Example, out wrong);
        var name = head.Groups["name"].Value.Trim();
        if (Texts.WhyNot(name, KitPart.LongestName) is { } why)
            return NoPart($"'{Texts.Cut(name, 40)}': {why.Message}", why.Remedy, out wrong);
        var probe = new KitPart("", 1, usual);
        if (With(probe, name) is not null)
            return NoPart($"'{name}' says something of a part and names none.", $"Put the part before it. {Example}", out wrong);
        var count = head.Groups["count"] is { Success: true, Value: var many } ? int.Parse(many, CultureInfo.InvariantCulture) : 1;
        if (count is < 1 or >= Most)
            return NoPart($"{count} {name} are not from 1 to {Most - 1}.", "Say how many a model has.", out wrong);
        wrong = default;
        return new KitPart(name, count, usual) { On = Names(head.Groups["on"].Value), Before = Names(head.Groups["before"].Value) };
    }

    private static string[] Names(string text) =>
        text.Split(" and ", StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries);

    // The part with what a word says of it; null where the word says nothing of a part.
    private static KitPart? With(KitPart part, string word)
    {
        var small = word.ToLowerInvariant();
        if (Vocabulary.Materials.TryRead(word, out var material))
            return part with { Material = material };
        if (Ids.TryParse<PartSide>(small, out var side))
            return part with { Side = side };
        if (small.StartsWith("hides ", StringComparison.Ordinal) && word[6..].Trim() is { Length: > 0 and <= KitPart.LongestHides } hides)
            return part with { Hides = hides };
        if (
            Figure().Match(small) is { Success: true } figure
            && double.Parse(figure.Groups["n"].Value, CultureInfo.InvariantCulture) is > 0 and <= 5000 and var value
        )
            return figure.Groups["unit"].Value == "g" ? part with { Grams = value }
                : value <= 500 ? part with { LeverMm = value }
                : null;
        return small switch
        {
            "apart" => part with { Held = PartHeld.Apart },
            "joined" => part with { Held = PartHeld.Joined },
            "fragile" => part with { IsFragile = true },
            "hidden" => part with { IsHidden = true },
            "no waste" => part with { LooksLikeWaste = true },
            "together" => part with { IsTogether = true },
            "no seam" => part with { HasNoSeam = true },
            _ => null,
        };
    }

    // Each with the names as the list has them: to what it is joined, what blocks it; all of them hang together.
    private static List<KitPart>? Joined(List<KitPart> parts, out (string Message, string Remedy) wrong)
    {
        wrong = default;
        foreach (var (i, part) in parts.Index())
        {
            if (parts.FindIndex(p => p.IsCalled(part.Name)) is var twin && twin != i)
                return Nothing($"'{part.Name}' stands there twice.", "Give each kind of part once, with its number: 2 arms.", out wrong);
        }
        if (parts.Sum(p => p.Count) is var all and > Most)
            return Nothing($"{all} parts are more than {Most}.", "Leave out what is glued on without a thought.", out wrong);
        var joined = new List<KitPart>();
        foreach (var (i, part) in parts.Index())
        {
            if (i == 0 && part.On.Count > 0)
                return Nothing(
                    $"The first part, '{part.Name}', is joined to another.",
                    "Put the part first that carries the others.",
                    out wrong
                );
            foreach (var name in part.On.Concat(part.Before))
            {
                if (parts.FindIndex(p => p.IsCalled(name)) is var at && (at < 0 || at == i))
                    return Nothing(
                        $"'{part.Name}': there is no other part '{name}'.",
                        $"Name one of: {string.Join(", ", parts.Where(p => p != part).Select(p => p.Name))}.",
                        out wrong
                    );
            }
            string Known(string name) => parts.Find(p => p.IsCalled(name))!.Name;
            var on =
                part.On.Count > 0 ? part.On.Select(Known).Distinct().ToArray()
                : i == 0 ? []
                : [parts[0].Name];
            foreach (var other in on.Select(o => parts.Find(p => p.Name == o)!))
            {
                if (part.Count % other.Count != 0 && other.Count % part.Count != 0)
                    return Nothing(
                        $"{part.Count} {part.Name} cannot be shared out on {other.Count} {other.Name}.",
                        "Name them apart: left arm, right arm.",
                        out wrong
                    );
            }
            joined.Add(part with { On = on, Before = [.. part.Before.Select(Known).Distinct()] });
        }
        if (joined.Find(p => !Reaches(joined, p)) is { } loose)
            return Nothing(
                $"'{loose.Name}' hangs on nothing that is joined to {joined[0].Name}.",
                $"Say what it is joined to: {loose.Name} on {joined[0].Name}.",
                out wrong
            );
        return joined;
    }

    private static bool Reaches(List<KitPart> parts, KitPart part)
    {
        var (reached, open) = (new HashSet<string>(), new Queue<string>([part.Name]));
        while (open.TryDequeue(out var name))
        {
            if (!reached.Add(name))
                continue;
            foreach (var other in parts.Where(p => p.On.Contains(name)).Select(p => p.Name).Concat(parts.Find(p => p.Name == name)!.On))
                open.Enqueue(other);
        }
        return reached.Contains(parts[0].Name);
    }

    private static PartList? No(string message, string remedy, out (string, string) told)
    {
        told = (message, remedy);
        return null;
    }

    private static KitPart? NoPart(string message, string remedy, out (string, string) told)
    {
        told = (message, remedy);
        return null;
    }

    private static List<KitPart>? Nothing(string message, string remedy, out (string, string) told)
    {
        told = (message, remedy);
        return null;
    }

    [GeneratedRegex(
        @"^(?:(?<count>\d{1,3})\s*x?\s+)?(?<name>.+?)(?:\s+on\s+(?<on>.+?))?(?:\s+before\s+(?<before>.+?))?$",
        RegexOptions.IgnoreCase | RegexOptions.CultureInvariant,
        1000
    )]
    private static partial Regex Head();

    [GeneratedRegex(@"^(?<n>\d{1,4}(?:\.\d{1,2})?)\s*(?<unit>g|mm)$", RegexOptions.CultureInvariant, 1000)]
    private static partial Regex Figure();
}
