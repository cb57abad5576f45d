using System.Globalization;

namespace Hexaprep.Craft.Vocabulary;

/// <summary>Which side of a model a part belongs to.</summary>
public enum PartSide
{
    Left,
    Right,
}

/// <summary>Whether a part is joined before painting.</summary>
public enum PartHeld
{
    /// <summary>Nothing was said: held apart where it hides something and the tier earns it.</summary>
    AsItHides,

    /// <summary>Held apart until it is painted.</summary>
    Apart,

    /// <summary>Joined before painting, whatever it hides.</summary>
    Joined,
}

/// <summary>A kind of part of a kit, as it leaves its frame: so many of them a model, where they are joined, what is to be known of
/// them.</summary>
/// <param name="Name">What it is called, 1 to 40 characters: lamp arm.</param>
/// <param name="Count">How many of them a model has, 1 to 24.</param>
/// <param name="Material">What it is made of.</param>
public sealed record KitPart(string Name, int Count, Material Material)
{
    /// <summary>The longest name, and the longest saying of what it hides, characters.</summary>
    public const int LongestName = 40,
        LongestHides = 60;

    /// <summary>The parts it is joined to, by name; none for the first of the kit.</summary>
    public IReadOnlyList<string> On { get; init; } = [];

    /// <summary>The parts that block its way once they are joined: it goes in before each of them.</summary>
    public IReadOnlyList<string> Before { get; init; } = [];

    /// <summary>Its side of the model, where it has one.</summary>
    public PartSide? Side { get; init; }

    /// <summary>What a brush no longer reaches once it is joined: the face; empty for nothing.</summary>
    public string Hides { get; init; } = "";

    /// <summary>What was decided about it.</summary>
    public PartHeld Held { get; init; }

    /// <summary>It breaks easily.</summary>
    public bool IsFragile { get; init; }

    /// <summary>Nobody sees it on the built model.</summary>
    public bool IsHidden { get; init; }

    /// <summary>It looks like waste of the frame, and is not.</summary>
    public bool LooksLikeWaste { get; init; }

    /// <summary>Those of the name are closed directly one after the other, inside one working time of the glue: legs.</summary>
    public bool IsTogether { get; init; }

    /// <summary>Joined after painting, its seam needs no mending: a rider in the saddle.</summary>
    public bool HasNoSeam { get; init; }

    /// <summary>Weight of one, g; null for the rule of thumb.</summary>
    public double? Grams { get; init; }

    /// <summary>How far its weight lies from the joint, mm; null for the rule of thumb.</summary>
    public double? LeverMm { get; init; }

    /// <summary>One of them by its number, "arm 2"; the name alone where there is one.</summary>
    public string One(int number) => Count == 1 ? Name : $"{Singular} {number}";

    /// <summary>The name of one of them: arm, of arms.</summary>
    public string Singular =>
        Count > 1 && Name.Length > 2 && Name.EndsWith('s') && !Name.EndsWith("ss", StringComparison.Ordinal) ? Name[..^1] : Name;

    /// <summary>True when a person means this part by a name: case and the s of many are ignored.</summary>
    public bool IsCalled(string name) => Same(Name, name) || Same(Name, name + "s") || Same(Name + "s", name);

    /// <summary>The part in one line, as <see cref="PartList"/> reads it.</summary>
    /// <param name="first">The first part of its kit: what is as there is not said again.</param>
    public string Line(KitPart first)
    {
        static string Number(double value) => value.ToString("0.##", CultureInfo.InvariantCulture);
        var said = new List<string> { (Count > 1 ? $"{Count} " : "") + Name + Joints(first) };
        if (ReferenceEquals(this, first) || Material != first.Material)
            said.Add(Materials.Word(Material));
        if (Side is { } side)
            said.Add(Ids.Of(side));
        if (Hides.Length > 0)
            said.Add($"hides {Hides}");
        if (Held != PartHeld.AsItHides)
            said.Add(Ids.Of(Held));
        said.AddRange(Remarks.Where(r => r.Holds(this)).Select(r => r.Word));
        if (Grams is { } grams)
            said.Add($"{Number(grams)} g");
        if (LeverMm is { } lever)
            said.Add($"{Number(lever)} mm");
        return string.Join(", ", said);
    }

    /// <summary>What may be true of a part, by the word that says so and the words that show it.</summary>
    public static readonly IReadOnlyList<(Func<KitPart, bool> Holds, string Word, string Words)> Remarks =
    [
        (p => p.IsFragile, "fragile", "breaks easily"),
        (p => p.IsHidden, "hidden", "hidden when built"),
        (p => p.LooksLikeWaste, "no waste", "looks like waste, is not"),
        (p => p.IsTogether, "together", "closed together"),
        (p => p.HasNoSeam, "no seam", "no seam to mend"),
    ];

    private string Joints(KitPart first)
    {
        var on = On.Count == 0 || (On.Count == 1 && Same(On[0], first.Name)) ? "" : $" on {string.Join(" and ", On)}";
        return on + (Before.Count == 0 ? "" : $" before {string.Join(" and ", Before)}");
    }

    internal static bool Same(string one, string other) => one.Equals(other, StringComparison.OrdinalIgnoreCase);
}
