using Hexaprep.Craft.Routes;
using Hexaprep.Craft.Vocabulary;
using static Hexaprep.Craft.Vocabulary.StepKind;

// Long: data: every kind of step.
namespace Hexaprep.Craft.Steps;

/// <summary>A kind of step, described once: its words, its side, whether it is a gate, what it leaves and what it makes. How long it takes
/// and when it is needed depends on the job: <see cref="StepApplicability"/>.</summary>
/// <param name="Kind">The kind.</param>
/// <param name="Side">The side of the hexagon it usually stands on; a choice may move it.</param>
/// <param name="Words">The bench's own words for it.</param>
public sealed record StepDefinition(StepKind Kind, Side Side, StepWords Words)
{
    /// <summary>An inspection: pass, or a flaw note.</summary>
    public bool IsGate { get; init; }

    /// <summary>What a gate looks at that never forbids what follows, and is part of that work; null for steps that are no such
    /// look.</summary>
    public StepKind? LooksAt { get; init; }

    /// <summary>Lays a film over the surface.</summary>
    public bool LaysAFilm { get; init; }

    /// <summary>Makes dust or chips that settle in anything wet.</summary>
    public bool MakesDust { get; init; }

    /// <summary>It may be put down and picked up within a model: its minutes count, not its models.</summary>
    public bool PausesWithinAModel { get; init; }

    /// <summary>Done at the table or on paper: no hand comes near the model.</summary>
    public bool LeavesTheModelAlone { get; init; }

    /// <summary>So small that it may be done while something else is watched.</summary>
    public bool IsTrifle { get; init; }

    /// <summary>What the product it is done with is for.</summary>
    public CoatUse Use { get; init; } = CoatUse.Paint;

    /// <summary>A product of its use is taken for one of this step where nothing else is known.</summary>
    public bool IsUsualUse { get; init; }

    /// <summary>Its place in the order of work, from 0: which of two comes first where no rule says.</summary>
    public int Place { get; private init; }

    /// <summary>Every kind, in the order of work.</summary>
    public static readonly IReadOnlyList<StepDefinition> InOrder = [.. Described.Select((facts, place) => facts with { Place = place })];

    private static readonly Dictionary<StepKind, StepDefinition> ByKind = InOrder.ToDictionary(f => f.Kind);

    /// <summary>What is known of a kind.</summary>
    public static StepDefinition Of(StepKind kind) => ByKind[kind];

    private static IReadOnlyList<StepDefinition> Described =>
        [
            new(
                Study,
                Side.Clean,
                new(
                    "Study the stages",
                    "study",
                    "studied",
                    "Read the sheet, choose options, count the parts.",
                    "Options that exclude each other.",
                    "A cut part that lost its number."
                )
            )
            {
                LeavesTheModelAlone = true,
                IsTrifle = true,
            },
            new(
                RemoveParts,
                Side.Clean,
                new(
                    "Cut the parts free",
                    "cut free",
                    "cut free",
                    "Leave 1 to 3 mm of stub, then trim flat.",
                    "Stubs on faces that will show.",
                    "Cutting flush at once tears a pit."
                )
            ),
            new(
                RemoveSupports,
                Side.Clean,
                new(
                    "Take supports off",
                    "unsupport",
                    "free of supports",
                    "Cut and lift, thick frame first. Never pull.",
                    "Thin barrels beside thick struts.",
                    "A pull breaks the part."
                )
            ),
            new(
                CleanLines,
                Side.Clean,
                new(
                    "Clean the lines",
                    "clean",
                    "cleaned",
                    "Draw the blade backwards along each line, 3 to 10 strokes.",
                    "Lines across faces, straps and blades.",
                    "A flat stroke on a curve leaves a facet."
                )
            )
            {
                MakesDust = true,
            },
            new(
                Straighten,
                Side.Clean,
                new(
                    "Straighten",
                    "straighten",
                    "straight",
                    "Warm or bend gently, hold until it stays.",
                    "Blades, poles and thin rims.",
                    "Too hot and the detail flows."
                )
            ),
            new(
                OpenTubes,
                Side.Clean,
                new(
                    "Open the muzzles",
                    "drill",
                    "drilled",
                    "Pilot hole first, then full size, slowly.",
                    "The centre, from two sides.",
                    "An off-centre hole has to be plugged."
                )
            )
            {
                MakesDust = true,
            },
            new(
                CleanLinesGate,
                Side.Clean,
                new(
                    "Look at the parts",
                    "check parts",
                    "clean",
                    "Turn each under the lamp, along its lines.",
                    "A line that catches the light, a stub, a bent blade.",
                    "A line found under primer costs a coat."
                )
            )
            {
                IsGate = true,
                LooksAt = CleanLines,
            },
            new(
                Wash,
                Side.Wash,
                new(
                    "Wash",
                    "wash",
                    "washed",
                    "A few drops of soap, soft brush, rinse, stand to drain.",
                    "Water that still beads: grease is left.",
                    "Parts down the drain: use a sieve."
                )
            )
            {
                Use = CoatUse.Water,
                IsUsualUse = true,
            },
            new(
                Cure,
                Side.Wash,
                new(
                    "Cure the prints",
                    "cure",
                    "cured",
                    "Washed and dry, under its light as the resin's own sheet says; gloves until it is done.",
                    "Tacky or shiny spots in recesses: turn it, and cure on.",
                    "Cured wet or unwashed, a sticky film stays for good."
                )
            ),
            new(
                DryFit,
                Side.Fill,
                new(
                    "Dry fit",
                    "fit",
                    "fitted",
                    "Every joint once without glue.",
                    "Light through the joint, parts that rock.",
                    "Skipped, and the arm will not meet the hand."
                )
            ),
            new(
                DryFitGate,
                Side.Fill,
                new(
                    "Look at the fit",
                    "check fit",
                    "clean",
                    "Each joint held shut against the light.",
                    "Light through it, a part that rocks or springs.",
                    "A bad fit glued is cut apart again."
                )
            )
            {
                IsGate = true,
                LooksAt = DryFit,
            },
            new(
                Pin,
                Side.Fill,
                new(
                    "Drill and pin",
                    "pin",
                    "pinned",
                    "3 to 6 mm deep each side, straight, by hand.",
                    "The drill staying square.",
                    "Too deep: a hole through."
                )
            )
            {
                MakesDust = true,
                Use = CoatUse.Glue,
            },
            new(
                Magnet,
                Side.Fill,
                new(
                    "Set magnets",
                    "set magnets",
                    "magnetised",
                    "Drill shallow, test the pole against its mate, then glue.",
                    "Flush faces, the same pole out on each.",
                    "One reversed: it has to be cut out."
                )
            )
            {
                MakesDust = true,
                Use = CoatUse.Glue,
            },
            new(
                Roughen,
                Side.Fill,
                new(
                    "Roughen the faces",
                    "roughen",
                    "roughened",
                    "Score both glue faces, then wipe the dust off.",
                    "Shine left on the face.",
                    "Dust left in the scratches."
                )
            )
            {
                MakesDust = true,
            },
            new(
                Glue,
                Side.Fill,
                new(
                    "Glue together",
                    "glue",
                    "glued",
                    "Thin on the held part, hold until it grabs.",
                    "Both feet of a pair inside one grab time.",
                    "Too much glue squeezes out over detail."
                )
            )
            {
                Use = CoatUse.Glue,
                IsUsualUse = true,
            },
            new(
                Fill,
                Side.Fill,
                new(
                    "Fill the gaps",
                    "fill",
                    "filled",
                    "Press in, leave slightly proud, smooth with a wet tool.",
                    "Shoulders, backs and cloaks: look all round.",
                    "Underfilled gaps come back after primer."
                )
            )
            {
                Use = CoatUse.Filler,
                IsUsualUse = true,
            },
            new(
                Sand,
                Side.Fill,
                new(
                    "Sand the fills",
                    "sand",
                    "sanded",
                    "240 grit and finer: two-part putty wet, acrylic putty dry.",
                    "A fingernail that no longer catches.",
                    "Sanding off detail beside the seam."
                )
            )
            {
                MakesDust = true,
            },
            new(
                FillGate,
                Side.Fill,
                new(
                    "Look at the fills",
                    "check fills",
                    "clean",
                    "Low light from the side, then a nail across.",
                    "Pits, a step at the edge, detail that was lost.",
                    "A pit comes back under primer."
                )
            )
            {
                IsGate = true,
                LooksAt = Fill,
            },
            new(
                Base,
                Side.Mount,
                new(
                    "Glue to bases",
                    "base",
                    "based",
                    "Flatten the feet, glue, stand upright.",
                    "Facing and lean, from the front.",
                    "A foot that only touches at the toe."
                )
            )
            {
                Use = CoatUse.Glue,
            },
            new(
                BaseTexture,
                Side.Mount,
                new(
                    "Texture the bases",
                    "texture",
                    "textured",
                    "White glue, grit, tap off what is loose.",
                    "Clean rims and toes.",
                    "Grit on the feet."
                )
            )
            {
                Use = CoatUse.Texture,
                IsUsualUse = true,
            },
            new(
                SealTexture,
                Side.Mount,
                new(
                    "Seal the grit",
                    "seal grit",
                    "sealed",
                    "One part white glue to 3 to 5 water, let it run in.",
                    "Grit that darkens evenly.",
                    "A brush that drags grains out."
                )
            )
            {
                Use = CoatUse.Texture,
            },
            new(
                StepKind.Handle,
                Side.Mount,
                new(
                    "Mount on handles",
                    "mount",
                    "mounted",
                    "Hold by a face that will not show.",
                    "Every side can be turned to the spray.",
                    "A grip that lets go half-way."
                )
            )
            {
                Use = CoatUse.Glue,
            },
            new(
                TestPatch,
                Side.Prime,
                new(
                    "Test on a spare",
                    "test",
                    "tested",
                    "A spare or a hidden face: one pass, then leave it overnight.",
                    "Tack under a fingertip next day.",
                    "A whole unit that stays sticky."
                )
            )
            {
                LeavesTheModelAlone = true,
                Use = CoatUse.Primer,
            },
            new(
                Prime,
                Side.Prime,
                new(
                    "Prime",
                    "prime",
                    "primed",
                    "Thin passes from 20 to 35 cm, turn between them.",
                    "Recesses from below and behind.",
                    "One heavy pass drowns the detail."
                )
            )
            {
                LaysAFilm = true,
                Use = CoatUse.Primer,
                IsUsualUse = true,
            },
            new(
                PrimerGate,
                Side.Prime,
                new(
                    "Look at the primer",
                    "check primer",
                    "clean",
                    "Turn each one under the lamp.",
                    "Lines, gaps, bare recesses, dust, texture.",
                    "A fault painted over."
                )
            )
            {
                IsGate = true,
            },
            new(
                TouchIn,
                Side.Prime,
                new(
                    "Touch in bare spots",
                    "touch in",
                    "touched in",
                    "Thin paint of the primer's colour, by brush, into recesses.",
                    "Undersides and deep folds.",
                    "A thick dab that fills detail."
                )
            )
            {
                LaysAFilm = true,
                Use = CoatUse.Primer,
            },
            new(
                RevealBrush,
                Side.Prime,
                new(
                    "Reveal the detail",
                    "dry brush",
                    "brushed",
                    "A tone lighter, brush wiped nearly clean, light crossing strokes.",
                    "Straps, buckles, lines you missed.",
                    "Too much paint left: chalky smears."
                )
            )
            {
                LaysAFilm = true,
            },
            new(
                Paint,
                Side.Paint,
                new(
                    "Paint",
                    "paint",
                    "painted",
                    "One colour through the row before the next.",
                    "Paint still wet where you hold it.",
                    "A second layer over a damp one tears."
                )
            )
            {
                LaysAFilm = true,
                PausesWithinAModel = true,
                IsUsualUse = true,
            },
            new(
                PaintShade,
                Side.Paint,
                new(
                    "Shade the base colours",
                    "shade",
                    "shaded",
                    "Thin paint into the recesses; flats wicked dry.",
                    "Even dampness, no puddle on a flat.",
                    "A pool that dries as a ring."
                )
            )
            {
                LaysAFilm = true,
            },
            new(
                PaintFilter,
                Side.Paint,
                new(
                    "Lay the filter",
                    "filter",
                    "filtered",
                    "One very thin tone over all, the brush nearly dry.",
                    "Colours closer to each other, none darker.",
                    "Solvent over bare acrylic lifts it."
                )
            )
            {
                LaysAFilm = true,
            },
            new(
                ProtectiveCoat,
                Side.Varnish,
                new(
                    "Protect the paint",
                    "protect",
                    "protected",
                    "A thin clear coat over finished colour.",
                    "An even sheen, no area missed.",
                    "Damp paint under it wrinkles."
                )
            )
            {
                LaysAFilm = true,
                Use = CoatUse.Varnish,
            },
            new(
                Mask,
                Side.Paint,
                new(
                    "Mask",
                    "mask",
                    "masked",
                    "Press edges down; nothing outside the line.",
                    "Edges sealed all the way.",
                    "Fresh paint that comes off with it."
                )
            ),
            new(
                PaintMasked,
                Side.Paint,
                new(
                    "Paint up to the mask",
                    "paint at the mask",
                    "painted",
                    "Thin, from the mask outwards: never into its edge.",
                    "Colour closed along the edge.",
                    "Thick paint bridges to the mask and tears."
                )
            )
            {
                LaysAFilm = true,
            },
            new(
                Unmask,
                Side.Paint,
                new(
                    "Take the mask off",
                    "unmask",
                    "unmasked",
                    "Peel flat back over itself; a wooden pick for the rest.",
                    "Film left in grooves.",
                    "A knife scratch through the paint."
                )
            ),
            new(
                GlossBed,
                Side.Varnish,
                new(
                    "Lay the gloss",
                    "gloss",
                    "glossed",
                    "Smooth and wet-looking, edge to edge.",
                    "Dull spots seen against the light.",
                    "A patchy bed shows silver later."
                )
            )
            {
                LaysAFilm = true,
                Use = CoatUse.Gloss,
                IsUsualUse = true,
            },
            new(
                GlossBedGate,
                Side.Finish,
                new(
                    "Look at the gloss",
                    "check gloss",
                    "clean",
                    "Tilt each place against the light.",
                    "Dust, a run, a dull island.",
                    "Dust in the gloss shows through the film."
                )
            )
            {
                IsGate = true,
                LooksAt = GlossBed,
            },
            new(
                CutTransfer,
                Side.Finish,
                new(
                    "Cut the transfers",
                    "cut transfers",
                    "cut for",
                    "Close to the print, on the paper.",
                    "The right side and the right size.",
                    "Film cut short cannot be put back."
                )
            )
            {
                LeavesTheModelAlone = true,
                IsTrifle = true,
            },
            new(
                SoakTransfer,
                Side.Finish,
                new(
                    "Soak the transfers",
                    "soak",
                    "soaked",
                    "On damp paper or in water until it slides, 1 to 3 min.",
                    "It slides under a light push.",
                    "Left too long: its glue is gone."
                )
            )
            {
                LeavesTheModelAlone = true,
                Use = CoatUse.Transfer,
            },
            new(
                PlaceTransfer,
                Side.Finish,
                new(
                    "Place the transfers",
                    "place transfers",
                    "marked",
                    "Soak till it slides, wet seat, slide, blot.",
                    "Height and lean, from the front.",
                    "Rubbing drags the transfer."
                )
            )
            {
                Use = CoatUse.Transfer,
                IsUsualUse = true,
            },
            new(
                SoftenTransfer,
                Side.Finish,
                new(
                    "Soften",
                    "soften",
                    "softened",
                    "One thin coat of softener, then leave alone.",
                    "Wrinkles: they pull flat by themselves.",
                    "Touching it while it is soft."
                )
            )
            {
                Use = CoatUse.Transfer,
            },
            new(
                TransferGate,
                Side.Finish,
                new(
                    "Check the transfers",
                    "check transfers",
                    "clean",
                    "Tilt each one against the light.",
                    "Bubbles, silver edges, lifted corners.",
                    "A bubble sealed in."
                )
            )
            {
                IsGate = true,
            },
            new(
                Seal,
                Side.Finish,
                new(
                    "Seal the transfers",
                    "seal",
                    "sealed",
                    "A thin coat over each transfer, past its edge.",
                    "Residue wiped off before.",
                    "Dust sealed in."
                )
            )
            {
                LaysAFilm = true,
                Use = CoatUse.Varnish,
            },
            new(
                Shade,
                Side.Finish,
                new(
                    "Shade the transfers in",
                    "shade",
                    "shaded",
                    "Thin glazes, two or three, over sealed transfers.",
                    "The same shadow as beside the transfer.",
                    "A pool that dries as a ring."
                )
            )
            {
                LaysAFilm = true,
            },
            new(
                StepKind.Weather,
                Side.Finish,
                new(
                    "Weather",
                    "weather",
                    "weathered",
                    "Small steps, from where dirt gathers; step back often.",
                    "The same wear on and off the transfers.",
                    "Too much: it has to be painted out."
                )
            )
            {
                LaysAFilm = true,
            },
            new(
                Reassemble,
                Side.Finish,
                new(
                    "Join the pieces",
                    "join",
                    "joined",
                    "Scrape faces, rehearse, little glue, press.",
                    "Flush all round, nothing on paint.",
                    "Glue fog on finished paint."
                )
            )
            {
                Use = CoatUse.Glue,
            },
            new(
                SeamRepair,
                Side.Finish,
                new(
                    "Repair the seam",
                    "mend seam",
                    "mended",
                    "Fill the strip thin, wipe the neighbours, leave it to dry.",
                    "The back of the seam.",
                    "Filled too soon: it sinks."
                )
            )
            {
                Use = CoatUse.Filler,
            },
            new(
                ReassembleGate,
                Side.Finish,
                new(
                    "Look at the seams",
                    "check seams",
                    "clean",
                    "All round, from where it is played.",
                    "A line of light, a step, fog beside the joint.",
                    "A seam varnished shut stays."
                )
            )
            {
                IsGate = true,
                LooksAt = Reassemble,
            },
            new(
                FinalCoat,
                Side.Finish,
                new(
                    "Varnish",
                    "varnish",
                    "varnished",
                    "Light passes from all round, weather permitting.",
                    "An even sheen from every side.",
                    "Damp air frosts it."
                )
            )
            {
                LaysAFilm = true,
                Use = CoatUse.Varnish,
                IsUsualUse = true,
            },
            new(
                Release,
                Side.Finish,
                new(
                    "Take off the handles",
                    "release",
                    "released",
                    "Straight off its grip, held by the base; cut what does not come.",
                    "Bare spots where it was held.",
                    "A snapped ankle."
                )
            ),
            new(
                BaseFinish,
                Side.Finish,
                new(
                    "Finish the bases",
                    "finish bases",
                    "finished",
                    "Rim, flock and tufts; clean the rim last.",
                    "Paint on the rim.",
                    "Glue on a finished boot."
                )
            ),
            new(
                FinalGate,
                Side.Finish,
                new(
                    "Last look",
                    "look",
                    "finished",
                    "All round at arm's length.",
                    "Bare spots, shine, loose grit.",
                    "Touching up without end."
                )
            )
            {
                IsGate = true,
            },
        ];
}
