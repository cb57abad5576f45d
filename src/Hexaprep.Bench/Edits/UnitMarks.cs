namespace Hexaprep.Bench.Edits;

/// <summary>Names of the drawn unit silhouettes, and the choice of one by a unit's name.</summary>
public static class UnitMarks
{
    /// <summary>The drawn set, in drawing order, each with the words in a unit's name that suggest it.</summary>
    public static readonly IReadOnlyList<(string Mark, string[] Words)> Drawn =
    [
        ("pikes", ["pike", "spear", "reed", "lance"]),
        ("lantern", ["lantern", "lamp", "light"]),
        ("bell", ["bell", "ringer", "chime"]),
        ("strider", ["strider", "walker", "crab"]),
        ("punt", ["punt", "boat", "crew", "ferry"]),
        ("sluice", ["sluice", "gate", "lock"]),
        ("tower", ["tower", "keep", "fort"]),
        ("wheel", ["wheel", "wagon", "cart"]),
        ("shield", ["shield", "guard", "warden"]),
        ("bow", ["bow", "archer", "hunter"]),
        ("axe", ["axe", "hewer", "feller"]),
        ("hammer", ["hammer", "smith", "forge"]),
        ("banner", ["banner", "standard", "herald"]),
        ("horn", ["horn", "horner", "caller"]),
        ("key", ["key", "steward"]),
        ("anchor", ["anchor", "sailor", "mooring"]),
        ("fish", ["fish", "eel", "pike-fish"]),
        ("heron", ["heron", "bird", "crane"]),
        ("beetle", ["beetle", "swarm", "bug"]),
        ("cannon", ["cannon", "gun", "mortar"]),
        ("drum", ["drum", "drummer"]),
        ("leaf", ["leaf", "herb", "root"]),
        ("skull", ["skull", "bone", "grave"]),
        ("moon", ["moon", "night", "star"]),
    ];

    /// <summary>A mark no other unit has: the one its name suggests, else the next of the drawn set that is free; two letters only
    /// when all are used.</summary>
    /// <param name="name">The unit's name.</param>
    /// <param name="taken">The marks of the units there are.</param>
    public static string Free(string name, IReadOnlyCollection<string> taken)
    {
        var suggested = For(name);
        return Drawn.Any(d => d.Mark == suggested) && !taken.Contains(suggested)
            ? suggested
            : Drawn.Select(d => d.Mark).FirstOrDefault(m => !taken.Contains(m)) ?? Letters(name);
    }

    /// <summary>The mark whose words are in the name, else the first two letters in capitals.</summary>
    public static string For(string name)
    {
        foreach (var (mark, words) in Drawn)
        {
            if (words.Any(w => name.Contains(w, StringComparison.OrdinalIgnoreCase)))
                return mark;
        }
        return Letters(name);
    }

    private static string Letters(string name)
    {
        var letters = name.Where(char.IsLetterOrDigit).Take(2).ToArray();
        return letters.Length == 0 ? "??" : new string(letters).ToUpperInvariant();
    }
}
