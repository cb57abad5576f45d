namespace Hexaprep.Craft.Vocabulary;

/// <summary>What a part is made of. <see cref="Unknown"/> takes, for each question, the strictest answer of all.</summary>
public enum Material
{
    Polystyrene,
    Abs,
    FlexiblePvc,
    PuResin,
    Photopolymer,
    Pla,
    WhiteMetal,
    OldLead,
    Unknown,
}

/// <summary>Properties of materials that the rules ask about.</summary>
public static class Materials
{
    private static readonly Dictionary<Material, string> Words = new()
    {
        [Material.Polystyrene] = "hard frame plastic",
        [Material.Abs] = "hard frame plastic (abs)",
        [Material.FlexiblePvc] = "soft flexible plastic",
        [Material.PuResin] = "cast resin",
        [Material.Photopolymer] = "printed resin",
        [Material.Pla] = "filament print",
        [Material.WhiteMetal] = "white metal",
        [Material.OldLead] = "old lead alloy",
        [Material.Unknown] = "unknown",
    };

    private static readonly Dictionary<string, Material> ByWord = Words
        .Select(w => (Word: w.Value, Material: w.Key))
        .Concat([
            (Word: "plastic", Material: Material.Polystyrene),
            (Word: "hard plastic", Material: Material.Polystyrene),
            (Word: "soft plastic", Material: Material.FlexiblePvc),
            (Word: "metal", Material: Material.WhiteMetal),
            (Word: "unsure", Material: Material.Unknown),
        ])
        .ToDictionary(w => w.Word, w => w.Material, StringComparer.OrdinalIgnoreCase);

    /// <summary>The word a person reads, e.g. "cast resin".</summary>
    public static string Word(Material material) => Words[material];

    /// <summary>Reads an id (<c>pu_resin</c>) or a word ("cast resin"), case and outer spaces ignored.</summary>
    public static bool TryRead(string text, out Material material)
    {
        var trimmed = text.Trim();
        return ByWord.TryGetValue(trimmed, out material) || Ids.TryParse(trimmed.ToLowerInvariant(), out material);
    }

    /// <summary>A white-metal or old lead casting. Unknown counts: it may be one.</summary>
    public static bool IsMetal(this Material m) => m is Material.WhiteMetal or Material.OldLead;

    /// <summary>Printed: support marks and layer lines stand where castings have mold lines.</summary>
    public static bool IsPrinted(this Material m) => m is Material.Photopolymer or Material.Pla;

    /// <summary>Styrene that solvent cement can weld.</summary>
    public static bool IsStyrene(this Material m) => m is Material.Polystyrene or Material.Abs;

    /// <summary>A material that leaves its mould with release agent on it, or may have.</summary>
    public static bool HasReleaseAgent(this Material m) =>
        m is Material.PuResin or Material.FlexiblePvc || m.IsMetal() || m is Material.Unknown;

    /// <summary>Lead may be in it: wet work only, no acid, hands washed. Metal of unknown age counts.</summary>
    public static bool MayHoldLead(this Material m) => m is Material.OldLead or Material.Unknown;
}
