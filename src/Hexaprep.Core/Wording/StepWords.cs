using Hexaprep.Core.Roster;
using Hexaprep.Core.Routes;
using static Hexaprep.Core.Routes.StepKind;

// Long: data: the words of every kind of step.
namespace Hexaprep.Core.Wording;

/// <summary>The bench's own words for a step.</summary>
/// <param name="Title">The verb at large size, e.g. "Fill the gaps".</param>
/// <param name="Short">One lower-case verb, e.g. "fill".</param>
/// <param name="Done">What a model is after it, e.g. "filled".</param>
/// <param name="How">One line: where and how.</param>
/// <param name="LookFor">What to look for.</param>
/// <param name="GoesWrong">What goes wrong.</param>
public sealed record StepWords(string Title, string Short, string Done, string How, string LookFor, string GoesWrong)
{
    private static readonly Dictionary<StepKind, StepWords> All = new()
    {
        [Study] = new(
            "Study the stages",
            "study",
            "studied",
            "Read the sheet, choose options, count the parts.",
            "Options that exclude each other.",
            "A cut part that lost its number."
        ),
        [RemoveParts] = new(
            "Cut the parts free",
            "cut free",
            "cut free",
            "Leave 1 to 3 mm of stub, then trim flat.",
            "Stubs on faces that will show.",
            "Cutting flush at once tears a pit."
        ),
        [RemoveSupports] = new(
            "Take supports off",
            "unsupport",
            "free of supports",
            "Cut and lift, thick frame first. Never pull.",
            "Thin barrels beside thick struts.",
            "A pull breaks the part."
        ),
        [CleanLines] = new(
            "Clean the lines",
            "clean",
            "cleaned",
            "Draw the blade backwards along each line, 3 to 10 strokes.",
            "Lines across faces, straps and blades.",
            "A flat stroke on a curve leaves a facet."
        ),
        [Straighten] = new(
            "Straighten",
            "straighten",
            "straight",
            "Warm or bend gently, hold until it stays.",
            "Blades, poles and thin rims.",
            "Too hot and the detail flows."
        ),
        [OpenTubes] = new(
            "Open the muzzles",
            "drill",
            "drilled",
            "Pilot hole first, then full size, slowly.",
            "The centre, from two sides.",
            "An off-centre hole has to be plugged."
        ),
        [Wash] = new(
            "Wash",
            "wash",
            "washed",
            "A few drops of soap, soft brush, rinse, stand to drain.",
            "Water that still beads: grease is left.",
            "Parts down the drain: use a sieve."
        ),
        [DryFit] = new(
            "Dry fit",
            "fit",
            "fitted",
            "Every joint once without glue.",
            "Light through the joint, parts that rock.",
            "Skipped, and the arm will not meet the hand."
        ),
        [Roughen] = new(
            "Roughen the faces",
            "roughen",
            "roughened",
            "Score both glue faces, then wipe the dust off.",
            "Shine left on the face.",
            "Dust left in the scratches."
        ),
        [Pin] = new(
            "Drill and pin",
            "pin",
            "pinned",
            "3 to 6 mm deep each side, straight, by hand.",
            "The drill staying square.",
            "Too deep: a hole through."
        ),
        [Glue] = new(
            "Glue together",
            "glue",
            "glued",
            "Thin on the held part, hold until it grabs.",
            "Both feet of a pair inside one grab time.",
            "Too much glue squeezes out over detail."
        ),
        [Fill] = new(
            "Fill the gaps",
            "fill",
            "filled",
            "Press in, leave slightly proud, smooth with a wet tool.",
            "Shoulders, backs and cloaks: look all round.",
            "Underfilled gaps come back after primer."
        ),
        [Sand] = new(
            "Sand the fills",
            "sand",
            "sanded",
            "240 grit and finer, wet where you can.",
            "A fingernail that no longer catches.",
            "Sanding off detail beside the seam."
        ),
        [Base] = new(
            "Glue to bases",
            "base",
            "based",
            "Flatten the feet, glue, stand upright.",
            "Facing and lean, from the front.",
            "A foot that only touches at the toe."
        ),
        [BaseTexture] = new(
            "Texture the bases",
            "texture",
            "textured",
            "White glue, grit, tap off what is loose.",
            "Clean rims and toes.",
            "Grit on the feet."
        ),
        [SealTexture] = new(
            "Seal the grit",
            "seal grit",
            "sealed",
            "One part white glue to 3 to 5 water, let it run in.",
            "Grit that darkens evenly.",
            "A brush that drags grains out."
        ),
        [StepKind.Handle] = new(
            "Mount on handles",
            "mount",
            "mounted",
            "Hold by a face that will not show.",
            "Every side can be turned to the spray.",
            "A grip that lets go half-way."
        ),
        [Prime] = new(
            "Prime",
            "prime",
            "primed",
            "Thin passes from 20 to 35 cm, turn between them.",
            "Recesses from below and behind.",
            "One heavy pass drowns the detail."
        ),
        [PrimerGate] = new(
            "Look at the primer",
            "check primer",
            "clean",
            "Turn each one under the lamp.",
            "Lines, gaps, bare recesses, dust, texture.",
            "A fault painted over."
        ),
        [Paint] = new(
            "Paint",
            "paint",
            "painted",
            "One colour through the row before the next.",
            "Paint still wet where you hold it.",
            "A second layer over a damp one tears."
        ),
        [GlossBed] = new(
            "Lay the gloss",
            "gloss",
            "glossed",
            "Smooth and wet-looking, edge to edge.",
            "Dull spots seen against the light.",
            "A patchy bed shows silver later."
        ),
        [CutTransfer] = new(
            "Cut the transfers",
            "cut marks",
            "cut for",
            "Close to the print, on the paper.",
            "The right side and the right size.",
            "Film cut short cannot be put back."
        ),
        [PlaceTransfer] = new(
            "Place the transfers",
            "place marks",
            "marked",
            "Soak till it slides, wet seat, slide, blot.",
            "Height and lean, from the front.",
            "Rubbing drags the mark."
        ),
        [SoftenTransfer] = new(
            "Soften",
            "soften",
            "softened",
            "One thin coat of softener, then leave alone.",
            "Wrinkles: they pull flat by themselves.",
            "Touching it while it is soft."
        ),
        [TransferGate] = new(
            "Check the transfers",
            "check marks",
            "clean",
            "Tilt each one against the light.",
            "Bubbles, silver edges, lifted corners.",
            "A bubble sealed in."
        ),
        [Seal] = new(
            "Seal the transfers",
            "seal",
            "sealed",
            "A thin coat over each mark, past its edge.",
            "Residue wiped off before.",
            "Dust sealed in."
        ),
        [Magnet] = new(
            "Set magnets",
            "set magnets",
            "magnetised",
            "Drill shallow, test the pole against its mate, then glue.",
            "Flush faces, the same pole out on each.",
            "One reversed: it has to be cut out."
        ),
        [TestPatch] = new(
            "Test on a spare",
            "test",
            "tested",
            "A spare or a hidden face: one pass, then leave it overnight.",
            "Tack under a fingertip next day.",
            "A whole unit that stays sticky."
        ),
        [TouchIn] = new(
            "Touch in bare spots",
            "touch in",
            "touched in",
            "Thin paint of the primer's colour, by brush, into recesses.",
            "Undersides and deep folds.",
            "A thick dab that fills detail."
        ),
        [RevealBrush] = new(
            "Reveal the detail",
            "dry brush",
            "brushed",
            "A tone lighter, brush wiped nearly clean, light crossing strokes.",
            "Straps, buckles, lines you missed.",
            "Too much paint left: chalky smears."
        ),
        [ProtectiveCoat] = new(
            "Protect the paint",
            "protect",
            "protected",
            "A thin clear coat over finished colour.",
            "An even sheen, no area missed.",
            "Damp paint under it wrinkles."
        ),
        [Mask] = new(
            "Mask",
            "mask",
            "masked",
            "Press edges down; nothing outside the line.",
            "Edges sealed all the way.",
            "Fresh paint that comes off with it."
        ),
        [Unmask] = new(
            "Take the mask off",
            "unmask",
            "unmasked",
            "Peel flat back over itself; a wooden pick for the rest.",
            "Film left in grooves.",
            "A knife scratch through the paint."
        ),
        [SoakTransfer] = new(
            "Soak the transfers",
            "soak",
            "soaked",
            "On damp paper or in water until it slides, 1 to 3 min.",
            "It slides under a light push.",
            "Left too long: its glue is gone."
        ),
        [Shade] = new(
            "Shade the marks in",
            "shade",
            "shaded",
            "Thin glazes, two or three, over sealed marks.",
            "The same shadow as beside the mark.",
            "A pool that dries as a ring."
        ),
        [StepKind.Weather] = new(
            "Weather",
            "weather",
            "weathered",
            "Small steps, from where dirt gathers; step back often.",
            "The same wear on and off the marks.",
            "Too much: it has to be painted out."
        ),
        [Reassemble] = new(
            "Join the pieces",
            "join",
            "joined",
            "Scrape faces, rehearse, little glue, press.",
            "Flush all round, nothing on paint.",
            "Glue fog on finished paint."
        ),
        [SeamRepair] = new(
            "Repair the seam",
            "mend seam",
            "mended",
            "Fill, repaint the strip, varnish it.",
            "The back of the seam.",
            "Filled too soon: it sinks."
        ),
        [FinalCoat] = new(
            "Varnish",
            "varnish",
            "varnished",
            "Light passes from all round, weather permitting.",
            "An even sheen from every side.",
            "Damp air frosts it."
        ),
        [Release] = new(
            "Take off the handles",
            "release",
            "released",
            "Twist gently, cut what does not come.",
            "Bare spots where it was held.",
            "A snapped ankle."
        ),
        [BaseFinish] = new(
            "Finish the bases",
            "finish bases",
            "finished",
            "Rim, flock and tufts; clean the rim last.",
            "Paint on the rim.",
            "Glue on a finished boot."
        ),
        [FinalGate] = new(
            "Last look",
            "look",
            "finished",
            "All round at arm's length.",
            "Bare spots, shine, loose grit.",
            "Touching up without end."
        ),
    };

    // Where the method decides how a step is done.
    private static readonly Dictionary<(StepKind, string), string> Hows = new()
    {
        [(Straighten, "warm_water")] = "Dip 5 to 60 s, straighten, hold in cool water until it stays.",
        [(Straighten, "bind")] = "Bind it straight and leave it overnight; again if it springs.",
        [(Straighten, "cold_bend")] = "Bend slowly by hand, a little at a time, never back and forth.",
        [(Wash, "acid_dip")] = "Dip 15 to 30 min as its label says, then soap, soft brush, rinse.",
        [(Wash, "degreaser")] = "Degreaser as its label says, soft brush, rinse twice.",
        [(Glue, "plastic_cement")] = "Thin on both faces, together, then a little along the seam.",
        [(Glue, "epoxy_adhesive")] = "Mix to its label, thin on both faces, hold or clamp until it stays.",
        [(Fill, "acrylic_putty")] = "Thin coats, feathered with a damp brush, each dry before the next.",
        [(Fill, "epoxy_putty")] = "Knead to one colour, press in, leave slightly proud, smooth with a wet tool.",
        [(Fill, "ca_filler")] = "Thick CA in small drops, let it set, then sand within the hour.",
        [(Fill, "cement_reflow")] = "Thin cement along the touching seam, press until it rises, leave it.",
        [(Fill, "gloss_varnish")] = "Run varnish into the hairline, wipe the neighbours, once more if it sinks.",
        [(StepKind.Handle, "putty")] = "Enough putty, pressed to a face that will not show; shake it.",
        [(StepKind.Handle, "ca_drop")] = "One small drop on a hidden face: it must snap off again.",
        [(StepKind.Handle, "peg")] = "Drill the hidden face, ease the hole until the peg is snug.",
        [(StepKind.Handle, "pin")] = "Leave the joint's own pin long; shorten it before joining.",
        [(Prime, "airbrush")] = "Hand and model both moving, never lingering; tilt it into undercuts.",
        [(Prime, "brush")] = "Thin until it flows, big old brush, quick; wick pools out of recesses.",
        [(Mask, "putty")] = "Press it down to the line, no gap under its edge.",
        [(Mask, "liquid")] = "Thick enough to peel in one piece; nothing outside the line.",
        [(GlossBed, "brush")] = "Thin, edge to edge, a few mm past each mark; remember where.",
        [(FinalCoat, "brush")] = "Thin coats with a soft brush, only where it shines; a second if it must.",
        [(FinalCoat, "airbrush")] = "Thin passes from all round, moving; a card first.",
    };

    /// <summary>How a step is done by a method: one line.</summary>
    public static string HowBy(StepKind kind, string? method) =>
        method is not null && Hows.TryGetValue((kind, method), out var how) ? how : All[kind].How;

    /// <summary>The words for a step of this kind.</summary>
    public static StepWords For(StepKind kind) => All[kind];

    /// <summary>The title, with its coat or session where there are several: "Prime, coat 2".</summary>
    public static string TitleOf(StepKind kind, int occurrence, int of) =>
        of <= 1 ? All[kind].Title : $"{All[kind].Title}, {(kind == Paint ? $"session {occurrence} of {of}" : $"coat {occurrence}")}";

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
            (Shade, _) => ("wash", "dries"),
            _ => ("paint", "dries"),
        };

    /// <summary>What a readiness lets hands do next, for the step that waits: "safe to sand".</summary>
    public static string SafeTo(StepKind next) => $"safe to {All[next].Short}";
}
