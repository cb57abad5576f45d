using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Vocabulary;
using static Hexaprep.Craft.Vocabulary.StepKind;

namespace Hexaprep.Craft.Steps;

/// <summary>The bench's own words for a step.</summary>
/// <param name="Title">The verb at large size, e.g. "Fill the gaps".</param>
/// <param name="Short">One lower-case verb, e.g. "fill".</param>
/// <param name="Done">What a model is after it, e.g. "filled".</param>
/// <param name="How">One line: where and how.</param>
/// <param name="LookFor">What to look for.</param>
/// <param name="GoesWrong">What goes wrong.</param>
public sealed record StepWords(string Title, string Short, string Done, string How, string LookFor, string GoesWrong)
{
    // Long: data. Where the method decides how a step is done.
    private static readonly Dictionary<(StepKind, string), string> Hows = new()
    {
        [(Straighten, "warm_water")] = "Dip 5 to 60 s, straighten, hold in cool water until it stays.",
        [(Sand, WorkshopLimits.ByScraping)] = "Scrape it flush once it is rigid, the blade drawn backwards; then feel across the joint.",
        [(Straighten, "bind")] = "Bind it straight and leave it overnight; again if it springs.",
        [(Straighten, "cold_bend")] = "Bend slowly by hand, a little at a time, never back and forth.",
        [(Wash, "maker_wash")] = "Gloves: the bath and times of the resin's own sheet, then let it dry.",
        [(Wash, "acid_dip")] = "Dip 15 to 30 min as its label says, then soap, soft brush, rinse.",
        [(Release, "putty")] = "Twist gently, pull straight off; roll what stays behind away with a ball of the same putty.",
        [(Release, "peg")] = "Twist gently and draw the peg out; cut what does not come.",
        [(Release, "ca_drop")] = "Knife blade flat under the foot, one short push: the drop snaps. Never twist it.",
        [(Release, "pin")] = "Draw it straight off its pin. Never twist it: the pin tears the foot.",
        [(Wash, "wipe")] = "A lint-free cloth with degreaser as its label says, gloved; let it dry.",
        [(Wash, "degreaser")] = "Degreaser as its label says, soft brush, rinse twice.",
        [(Glue, "plastic_cement")] = "Thin on both faces, together, then a little along the seam.",
        [(Glue, "epoxy_adhesive")] = "Mix to its label, thin on both faces, hold or clamp until it stays.",
        [(Fill, "acrylic_putty")] = "Thin coats, feathered with a damp brush, each dry before the next.",
        [(Fill, "epoxy_putty")] = "Knead to one colour, press in, leave slightly proud, smooth with a wet tool.",
        [(Fill, "ca_filler")] = "Thick CA in small drops, let it set, then sand within the hour.",
        [(Fill, "cement_reflow")] = "Thin cement along the touching seam, press until it rises, leave it.",
        [(Fill, "gloss_varnish")] = "Run varnish into the hairline, wipe the neighbours, once more if it sinks.",
        [(SeamRepair, "brush")] = "The strip in its own colours, thin, feathered out; the saved mix if there is one.",
        [(StepKind.Handle, "putty")] = "Enough putty, pressed to a face that will not show; shake it.",
        [(StepKind.Handle, "ca_drop")] = "One small drop on a hidden face: it must snap off again.",
        [(StepKind.Handle, "peg")] = "Drill the hidden face, ease the hole until the peg is snug.",
        [(StepKind.Handle, "pin")] = "Leave the joint's own pin long; shorten it before joining.",
        [(Prime, "airbrush")] = "Hand and model both moving, never lingering; tilt it into undercuts.",
        [(Prime, "brush")] = "Thin until it flows, big old brush, quick; wick pools out of recesses.",
        [(Mask, "putty")] = "Press it down to the line, no gap under its edge.",
        [(Mask, "liquid")] = "Thick enough to peel in one piece; nothing outside the line.",
        [(GlossBed, "brush")] = "Thin, edge to edge, a few mm past each transfer; remember where.",
        [(FinalCoat, "brush")] = "Thin coats with a soft brush, only where it shines; a second if it must.",
        [(FinalCoat, "airbrush")] = "Thin passes from all round, moving; a card first.",
    };

    /// <summary>How a step is done by a method: one line.</summary>
    public static string HowBy(StepKind kind, string? method) =>
        method is not null && Hows.TryGetValue((kind, method), out var how) ? how : StepDefinition.Of(kind).Words.How;

    /// <summary>The words for a step of this kind.</summary>
    public static StepWords For(StepKind kind) => StepDefinition.Of(kind).Words;

    /// <summary>The words for a step: those of its kind, or of its kind done once more before primer.</summary>
    public static StepWords Of(StepKey key) => key.IsAgain ? Wiping : For(key.Kind);

    private static readonly StepWords Wiping = new(
        "Wipe before primer",
        "wipe",
        "wiped",
        "A lint-free cloth with degreaser, gloved; let it dry.",
        "Grease and tarnish where it was filed or held.",
        "A bare finger on it afterwards."
    );

    /// <summary>The title, with its coat where there are several, "Prime, coat 2"; of what is done in two, which part.</summary>
    public static string TitleOf(StepKind kind, int occurrence, int of) =>
        of <= 1 || kind == Wash ? Of(new StepKey(kind, null, occurrence)).Title
        : kind == SeamRepair ? (occurrence == 1 ? "Fill the seam" : "Repaint the seam")
        : kind == Paint && of > 2 ? $"Paint, part {occurrence} of {of}"
        : kind == Paint ? (occurrence == 1 ? "Paint the base colours" : "Paint the highlights")
        : kind is Mask or PaintMasked or Unmask ? $"{StepDefinition.Of(kind).Words.Title}, round {occurrence}"
        : $"{StepDefinition.Of(kind).Words.Title}, coat {occurrence}";

    /// <summary>The substance left to dry, and what it does: ("putty", "cures").</summary>
    public static (string Noun, string Verb) Wait(StepKind kind, ProductClass product) =>
        (kind, product) switch
        {
            (_, ProductClass.Water) => ("wash water", "dries"),
            (_, ProductClass.AcrylicPutty) => ("putty", "dries"),
            (Glue, ProductClass.EpoxyPutty) => ("adhesive", "cures"),
            (_, ProductClass.EpoxyPutty) => ("putty", "cures"),
            (_, ProductClass.PlasticCement or ProductClass.Ca) => ("glue", "sets"),
            (_, ProductClass.Pva) => ("white glue", "dries"),
            (_, ProductClass.SettingSolution) => ("transfer", "settles"),
            (_, ProductClass.SofteningSolution) => ("softener", "dries"),
            (Prime, _) => ("primer", "dries"),
            (GlossBed, _) => ("gloss", "dries"),
            (Seal, _) => ("seal", "dries"),
            (FinalCoat or ProtectiveCoat, _) => ("varnish", "dries"),
            (Shade or PaintShade, _) => ("shade", "dries"),
            (PaintFilter, _) => ("filter", "dries"),
            _ => ("paint", "dries"),
        };

    /// <summary>What holds a step's followers back although nothing dries, and what it does: ("binding", "holds").</summary>
    public static (string Noun, string Verb) Hold(StepKind kind) => kind == Straighten ? ("binding", "holds") : ("damp", "dries");

    /// <summary>What a readiness lets hands do next, for the step that waits: "safe to sand".</summary>
    public static string SafeTo(StepKind next) => $"safe to {StepDefinition.Of(next).Words.Short}";
}
