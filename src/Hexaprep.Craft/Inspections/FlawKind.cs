namespace Hexaprep.Craft.Inspections;

/// <summary>What a look can find.</summary>
public enum FlawKind
{
    Line,
    Gap,
    Nub,
    Gouge,
    Fuzzy,
    Grainy,
    Run,
    Pooling,
    Bare,
    Tacky,
    Print,
    Dust,
    Frosting,
    Crazing,
    Flaking,
    Fisheye,
    Silvering,
    Bubble,
    Wrinkle,
    Tear,
    FilmEdge,
    Seam,
    Sheen,
    Loose,
    Bent,
}

/// <summary>What a flaw is called, and how it shows.</summary>
/// <param name="Name">On its key: one or two words.</param>
/// <param name="Shows">Under it: how hand or eye finds it.</param>
/// <param name="Of">In a sentence about models: "3 is grainy", "3 has a run".</param>
public sealed record FlawWords(string Name, string Shows, string Of)
{
    private static readonly Dictionary<FlawKind, FlawWords> Words = new()
    {
        [FlawKind.Line] = new("Mold line", "ridge in the light", "has a mold line"),
        [FlawKind.Gap] = new("Gap", "dark joint", "has a gap"),
        [FlawKind.Nub] = new("Nub", "stub stands proud", "has a nub"),
        [FlawKind.Gouge] = new("Gouge", "cut or dent", "has a gouge"),
        [FlawKind.Fuzzy] = new("Fuzzy", "furry, soft edges", "is fuzzy"),
        [FlawKind.Grainy] = new("Grainy", "sandy to the nail", "is grainy"),
        [FlawKind.Run] = new("Run", "thick and glossy", "has a run"),
        [FlawKind.Pooling] = new("Pooling", "detail filled", "has a pool"),
        [FlawKind.Bare] = new("Bare", "material shows", "has a bare spot"),
        [FlawKind.Tacky] = new("Tacky", "clings to the glove", "is tacky"),
        [FlawKind.Print] = new("Print", "finger, hair, fluff", "has a print"),
        [FlawKind.Dust] = new("Dust", "specks under it", "has dust in it"),
        [FlawKind.Frosting] = new("Frosting", "white haze", "is frosted"),
        [FlawKind.Crazing] = new("Crazing", "fine cracks", "is crazed"),
        [FlawKind.Flaking] = new("Flaking", "comes off", "flakes"),
        [FlawKind.Fisheye] = new("Fisheye", "round craters", "has fisheyes"),
        [FlawKind.Silvering] = new("Silvering", "shine under film", "is silvered"),
        [FlawKind.Bubble] = new("Bubble", "blister", "has a bubble"),
        [FlawKind.Wrinkle] = new("Wrinkle", "folded skin", "is wrinkled"),
        [FlawKind.Tear] = new("Tear", "film is torn", "has a torn transfer"),
        [FlawKind.FilmEdge] = new("Film edge", "step in the light", "shows a film edge"),
        [FlawKind.Seam] = new("Seam", "joint shows", "shows a seam"),
        [FlawKind.Sheen] = new("Sheen", "patch of shine", "has a sheen patch"),
        [FlawKind.Loose] = new("Loose", "it moves", "has a loose part"),
        [FlawKind.Bent] = new("Bent", "out of line", "is bent"),
    };

    /// <summary>The words of a kind.</summary>
    public static FlawWords For(FlawKind kind) => Words[kind];
}
