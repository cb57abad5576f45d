using NodaTime;

namespace Hexaprep.Craft.Vocabulary;

/// <summary>How closely a model will be looked at; it decides how much work it earns.</summary>
public enum Tier
{
    RankAndFile,
    Elite,
    Leader,
    Display,
}

/// <summary>How many mold lines the castings carry.</summary>
public enum MoldLines
{
    Few,
    Ordinary,
    Many,
}

/// <summary>The gaps at the joints after assembly.</summary>
public enum Gaps
{
    None,
    Small,
    Large,
}

/// <summary>What a model's surface is like: plates that show every line, or cloth, fur and bark that hide them.</summary>
public enum Surface
{
    Smooth,
    Ragged,
}

/// <summary>What a model is to the hand.</summary>
public enum ModelSize
{
    Figure,

    /// <summary>Anything larger.</summary>
    Large,
    Terrain,
    Rider,
    Monster,
    Vehicle,
    Gun,
}

/// <summary>Questions about what a model is.</summary>
public static class ModelSizes
{
    /// <summary>How large it is: a figure, large, or terrain. A rider is as large as its base says.</summary>
    /// <param name="size">What it is.</param>
    /// <param name="bySight">How large its base and parts make it.</param>
    public static ModelSize Bulk(this ModelSize size, ModelSize bySight) =>
        size switch
        {
            ModelSize.Monster or ModelSize.Vehicle or ModelSize.Gun => ModelSize.Large,
            ModelSize.Rider => bySight,
            _ => size,
        };

    // As people name their units and write notes of them. Whole words, so that a "Wallace" is no wall.
    private static readonly (ModelSize Size, string[] Words)[] Names =
    [
        (
            ModelSize.Terrain,
            ["terrain", "building", "buildings", "ruin", "ruins", "scenery", "chapel", "tower", "wall", "walls", "hill", "bridge"]
        ),
        (ModelSize.Monster, ["monster", "monsters", "beast", "beasts", "colossus", "giant", "giants", "dragon", "wyrm", "golem", "kraken"]),
        (ModelSize.Gun, ["gun", "guns", "cannon", "cannons", "mortar", "mortars", "battery", "artillery", "ballista", "catapult"]),
        (
            ModelSize.Vehicle,
            ["vehicle", "vehicles", "hull", "barge", "tank", "tanks", "wagon", "wagons", "ship", "boat", "chariot", "walker", "walkers"]
        ),
        (ModelSize.Rider, ["rider", "riders", "mounted", "cavalry", "horsemen", "lancers", "outriders", "mount"]),
    ];

    /// <summary>What a unit's name and notes say that its models are; null where they say nothing.</summary>
    /// <param name="texts">Its name, what tells its batch apart, its notes.</param>
    public static ModelSize? Named(IEnumerable<string> texts)
    {
        var words = texts
            .SelectMany(t => t.Split([' ', ',', ';', ':', '.', '-', '/', '(', ')']))
            .Select(w => w.ToLowerInvariant())
            .ToHashSet();
        foreach (var (size, names) in Names)
        {
            if (names.Any(words.Contains))
                return size;
        }
        return null;
    }
}

/// <summary>The sheen of the last coat.</summary>
public enum Sheen
{
    Matte,
    Satin,
    Gloss,
}

/// <summary>An army unit.</summary>
/// <param name="Id">Random identity, kept for good.</param>
/// <param name="Name">1 to 80 characters, unique on the bench (case and spaces ignored).</param>
/// <param name="Mark">Name of the drawn silhouette, or two letters.</param>
/// <param name="Weight">How much its finish counts in the plan, 1 to 100; "this first" is 5.</param>
/// <param name="Deadline">The last local day it may be finished on, or null.</param>
/// <param name="Notes">Unknown roster columns, kept as "column: value".</param>
/// <param name="Version">Rises with every edit.</param>
public sealed record Unit(Guid Id, string Name, string Mark, int Weight, LocalDate? Deadline, IReadOnlyList<string> Notes, int Version = 1)
{
    /// <summary>Since when it is off the bench: nothing of it is planned or offered, what was done stays known. Null on the
    /// bench.</summary>
    public Instant? OffSince { get; init; }
}

/// <summary>Models that share one route.</summary>
/// <param name="Id">Random identity.</param>
/// <param name="UnitId">The unit it belongs to.</param>
/// <param name="Name">What tells it apart inside the unit; may be empty.</param>
/// <param name="Traits">What the route is derived from.</param>
/// <param name="Version">Rises with every edit.</param>
public sealed record Batch(Guid Id, Guid UnitId, string Name, BatchTraits Traits, int Version = 1);

/// <summary>Everything about a batch that decides its route.</summary>
/// <param name="Materials">The materials of its parts, each once, ascending; at least one.</param>
/// <param name="Models">1 to 500.</param>
/// <param name="Parts">Parts a model, 1 to 60.</param>
/// <param name="BaseMm">Base diameter in mm (10 to 200), null for a model without a base.</param>
/// <param name="Tier">Finish tier.</param>
/// <param name="MoldLines">Few, ordinary or many.</param>
/// <param name="Gaps">None, small or large.</param>
/// <param name="Transfers">Waterslide transfers a model, 0 to 60.</param>
/// <param name="FinalSheen">Sheen of the last coat.</param>
/// <param name="PaintMinutes">Painting a model, minutes of hands, 0 to 6000.</param>
public sealed record BatchTraits(
    IReadOnlyList<Material> Materials,
    int Models,
    int Parts,
    int? BaseMm,
    Tier Tier,
    MoldLines MoldLines,
    Gaps Gaps,
    int Transfers,
    Sheen FinalSheen,
    int PaintMinutes
)
{
    /// <summary>The user named its white metal free of lead.</summary>
    public bool LeadFree { get; init; }

    /// <summary>What was said of its surface; null: as is usual for its tier.</summary>
    public Surface? SurfaceSaid { get; init; }

    /// <summary>What was said of its size; null: by its base and parts.</summary>
    public ModelSize? SizeSaid { get; init; }

    /// <summary>Durations the user set for steps, each kind at most once.</summary>
    public IReadOnlyList<StepPace> Paces { get; init; } = [];

    /// <summary>How it is painted, pass by pass; null: as is usual for its tier; empty: as one, nobody said how.</summary>
    public IReadOnlyList<PaintPass>? Passes { get; init; }

    /// <summary>The parts of its kit, one by one; null where only their number is known.</summary>
    public PartList? Kit { get; init; }

    /// <summary>The gaps of a model, one by one; null where only their size in a word is known.</summary>
    public GapList? GapList { get; init; }

    /// <summary>The colours it will be painted in, by share; null where nobody said.</summary>
    public Palette? Palette { get; init; }

    /// <summary>The same with the gaps of a model: their size in a word is the list's. Null forgets the list and keeps the word.</summary>
    public BatchTraits WithGaps(GapList? list) =>
        list is null ? this with { GapList = null } : this with { GapList = list, Gaps = list.Size };

    /// <summary>The same with another word for its gaps: a list that the word does not fit is forgotten.</summary>
    public BatchTraits WithGaps(Gaps word) => this with { Gaps = word, GapList = GapList?.Size == word ? GapList : null };

    /// <summary>The same with the parts of its kit: their number and materials are the list's. Null forgets the list and keeps
    /// both.</summary>
    public BatchTraits WithKit(PartList? kit) =>
        kit is null ? this with { Kit = null } : this with { Kit = kit, Parts = kit.Count, Materials = kit.Materials };

    /// <summary>The same with a list of passes: its minutes are the list's. Null goes back to the usual list, empty to one pass.</summary>
    public BatchTraits WithPasses(IReadOnlyList<PaintPass>? passes) =>
        this with
        {
            Passes = passes,
            PaintMinutes = passes is { Count: > 0 } ? (int)Math.Ceiling(passes.Sum(p => p.Seconds) / 60.0) : PaintMinutes,
        };

    /// <summary>The same with other minutes of painting: a list of passes is stretched to them.</summary>
    /// <param name="minutes">Minutes a model, 0 to 6000.</param>
    public BatchTraits WithPaintMinutes(int minutes)
    {
        if (Passes is not { Count: > 0 } || minutes == PaintMinutes)
            return this with { PaintMinutes = minutes };
        var times = minutes / (double)Math.Max(1, PaintMinutes);
        return minutes == 0
            ? this with
            {
                PaintMinutes = 0,
                Passes = null,
            }
            : this with
            {
                PaintMinutes = minutes,
                Passes = [.. Passes.Select(p => p with { Seconds = Math.Clamp((int)Math.Round(p.Seconds * times), 5, 36_000) })],
            };
    }

    /// <summary>Its surface: rank and file are ragged, all else smooth, unless it was said.</summary>
    public Surface Surface => SurfaceSaid ?? (Tier == Tier.RankAndFile ? Surface.Ragged : Surface.Smooth);

    /// <summary>What it is: large from a base of 60 mm on, or without a base from eight parts on, else a figure, unless it was
    /// said.</summary>
    public ModelSize Size => SizeSaid ?? BySight;

    /// <summary>How large it is: a figure, large, or terrain.</summary>
    public ModelSize Bulk => Size.Bulk(BySight);

    private ModelSize BySight =>
        BaseMm is { } mm ? (mm >= 60 ? ModelSize.Large : ModelSize.Figure)
        : Parts >= 8 ? ModelSize.Large
        : ModelSize.Figure;

    /// <summary>True when both come from the same kit, as far as was said.</summary>
    public bool IsTheKitOf(BatchTraits other) =>
        Parts == other.Parts && BaseMm == other.BaseMm && Size == other.Size && Materials.SequenceEqual(other.Materials);

    /// <summary>True when any part satisfies the question: the most cautious reading where materials meet.</summary>
    public bool Any(Func<Material, bool> question) => Materials.Any(question);

    /// <summary>True when every part satisfies the question.</summary>
    public bool All(Func<Material, bool> question) => Materials.All(question);

    /// <summary>The materials in words, e.g. "white metal and cast resin".</summary>
    public string MaterialWords => string.Join(" and ", Materials.Select(Vocabulary.Materials.Word));
}

/// <summary>One model of a batch, in its pieces; one piece until it is split.</summary>
public sealed record Model(Guid Id, Guid BatchId, int Number, IReadOnlyList<Piece> Pieces);

/// <summary>What is handled as one: one or more joined parts.</summary>
public sealed record Piece(Guid Id, int Number, IReadOnlyList<Part> Parts);

/// <summary>A part as it leaves the frame.</summary>
public sealed record Part(Guid Id, int Number, string Name, Material Material);
