using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;
using static Hexaprep.Craft.Vocabulary.StepKind;

// Long: data, in working order; the formatter gives each option lines of its own.
namespace Hexaprep.Craft.HouseRules;

/// <summary>Every point where practitioners differ, in working order. A default is never a law of the material, except where it says
/// so.</summary>
public static class HouseRuleCatalog
{
    // --- cleaning and washing ---

    /// <summary>When the bath stands in the route.</summary>
    public static readonly HouseRule WashWhen = new(
        "wash_when",
        "When are models washed?",
        [Wash],
        "Those who handle parts for long before glue wash after assembly; a figure in one piece may be washed at any time.",
        [
            new("by_material", "Metal and resin before glue, plastics after assembly", ""),
            new("before_glue", "Always before glue", "Washed before glue, as you chose: wipe again if it is handled for long."),
            new("after_assembly", "Always after assembly", "One bath takes agent and finger grease; every joint must be hard first."),
        ]
    );

    /// <summary>Whether a batch is washed at all.</summary>
    public static readonly HouseRule WashNeed = new(
        "wash_need",
        "Which models are washed?",
        [Wash],
        "Those who trust modern frame plastic leave it out; it is optional there.",
        [
            new("by_material", "All but prints that the seller finished", ""),
            new("only_must", "Only what carries release agent", "Only castings and prints of unknown state are washed here."),
            new("always", "Everything, finished prints too", "Washed as cheap insurance, whatever it is made of."),
        ]
    );

    /// <summary>What is known of a print's lot.</summary>
    public static readonly HouseRule PrintLot = new(
        "print_lot",
        "Are your resin prints washed and cured?",
        [Wash, RemoveSupports],
        "Choose 'finished' only when the seller says so: a tacky print is a stop.",
        [
            new("unknown", "Not known", ""),
            new(
                "finished",
                "Washed and cured by the seller",
                "Sold washed and cured: nothing is left to wash off. Tacky after all? Stop, and follow the resin's own sheet."
            ),
            new("raw", "Straight from the printer", "Fresh prints are washed and cured by the resin's own sheet first, with gloves."),
        ]
    );

    /// <summary>What goes into the bath.</summary>
    public static readonly HouseRule Bath = new(
        "bath",
        "What goes into the bath?",
        [Wash],
        "A stronger degreaser for greasy resin; the acid dip for metal named free of lead only.",
        [
            new("soap", "A few drops of dish soap", ""),
            new("degreaser", "Household degreaser", "Degreaser as its label says, then rinse twice."),
            new(
                "acid_then_soap",
                "Mild acid dip, then soap, where the metal bears it",
                "The dip is for metal named free of lead: 15 to 30 min, then soap and water."
            ),
        ]
    );

    /// <summary>How warm the bath may be.</summary>
    public static readonly HouseRule BathWarmth = new(
        "bath_warmth",
        "How warm may the bath be?",
        [Wash],
        "Nobody goes above what the material bears; some keep every bath cool to be safe.",
        [
            new("by_material", "As warm as the most delicate part bears", ""),
            new("always_cool", "Always cool", "Cool water for every tray, as you chose."),
        ]
    )
    {
        IsLaw = true,
    };

    /// <summary>How washed models dry.</summary>
    public static readonly HouseRule Drying = new(
        "drying",
        "How do washed models dry?",
        [Wash],
        "Those in a hurry use low warm air; those who are not leave it overnight.",
        [
            new("towel_and_air", "Towel, dab the recesses, air", ""),
            new("warm_air", "Towel, then low warm air", "Low heat only, kept moving: hot air bends what it should dry.", (Wash, 1.6)),
            new("air_overnight", "Air overnight", "Left overnight: no recess holds water in the morning.", (Wash, 0.9)),
        ]
    );

    /// <summary>When lines are cleaned.</summary>
    public static readonly HouseRule LinesWhen = new(
        "lines_when",
        "When are mold lines cleaned?",
        [CleanLines, PrimerGate],
        "Those who cannot see lines on bare plastic do the second half after the first primer.",
        [
            new("before_primer", "Before primer, and a look again after it", ""),
            new(
                "after_first_primer",
                "The bulk before, the rest after the first primer",
                "The bulk now; what is left is scraped at the primer gate and touched in.",
                (CleanLines, 0.7),
                (PrimerGate, 3)
            ),
        ]
    );

    /// <summary>Whole kit first, or per build step.</summary>
    public static readonly HouseRule CleanScope = new(
        "clean_scope",
        "Is the whole kit cleaned first?",
        [RemoveParts, CleanLines],
        "Per build step suits unfamiliar or large kits, where parts lose their names.",
        [
            new("all_first", "All parts of a type first", ""),
            new(
                "per_step",
                "Part by part, with the build",
                "One build stage at a time keeps parts together; the tools change more often.",
                (RemoveParts, 1.15),
                (CleanLines, 1.1)
            ),
        ]
    );

    /// <summary>How close parts are cut from the frame.</summary>
    public static readonly HouseRule CutDistance = new(
        "cut_distance",
        "How are parts cut free?",
        [RemoveParts],
        "Experienced hands cut flat-faced feeds tight; thick plugs want small bites.",
        [
            new("stub_then_trim", "Leave a stub, then trim", ""),
            new(
                "tight",
                "Tight at once, flat jaws to the part",
                "Tight at once: only flat-faced feeds, flat side of the jaws to the part.",
                (RemoveParts, 0.7)
            ),
            new("small_bites", "Many small bites", "Small bites at thick feeds: one big bite takes part of the model.", (RemoveParts, 1.4)),
        ]
    );

    /// <summary>The tool for lines.</summary>
    public static readonly HouseRule LineTool = new(
        "line_tool",
        "Which tool for mold lines?",
        [CleanLines],
        "A favourite is fine where it suits the surface; no single tool suits every place.",
        [
            new(
                "by_surface",
                "By the surface",
                "Flat: scraper. Round: file, rocking along the curve. Crevice: needle file. Broad: sanding stick."
            ),
            new("scraper", "A dedicated scraper", "Scraper everywhere: it cannot cut deep."),
            new("knife", "Back or edge of a knife", "Knife: draw it, do not push it.", (CleanLines, 1.05)),
            new("file", "File", "File: rock it along the curve, light strokes.", (CleanLines, 1.15)),
            new("sanding_stick", "Sanding stick", "Stick: 180 to 240 grit, then 400 and finer.", (CleanLines, 1.2)),
        ]
    );

    /// <summary>Lines that will be hidden.</summary>
    public static readonly HouseRule HiddenLines = new(
        "hidden_lines",
        "Are hidden lines cleaned?",
        [CleanLines],
        "Those who change their minds about options clean everything.",
        [
            new("skip", "Skip what a trial fit shows to be hidden", "Hidden after a trial fit? Leave it, and look elsewhere."),
            new("clean_all", "Clean everything", "Every line, seen or not.", (CleanLines, 1.25)),
        ]
    );

    /// <summary>How supports come off.</summary>
    public static readonly HouseRule SupportRemoval = new(
        "support_removal",
        "How do supports come off?",
        [RemoveSupports],
        "Warm water for thick supports on sturdy pieces, never where thin detail gets wet.",
        [
            new("dry", "Dry: cut and lift", ""),
            new(
                "warm_when_stuck",
                "Soften stubborn ones in hot water",
                "Dip the support side only, 5 to 60 s; thin parts stay out of the water.",
                (RemoveSupports, 1.3)
            ),
        ]
    );

    /// <summary>What is done about bends.</summary>
    public static readonly HouseRule Bends = new(
        "bends",
        "What happens to a bent part?",
        [StepKind.Straighten],
        "Leave it when it reads as sculpted.",
        [
            new("by_material", "Straighten it as the material bears", ""),
            new("leave", "Leave it, unless it stops the fit", "Bends stay, as you chose."),
        ]
    );

    // --- joining ---

    /// <summary>Glue for hard plastic.</summary>
    public static readonly HouseRule PlasticGlue = new(
        "plastic_glue",
        "Glue for hard plastic?",
        [Glue],
        "CA for all keeps one bottle and breakable joints; it is weaker against a sideways knock.",
        [
            new("cement", "Solvent cement: it welds", ""),
            new("ca_for_all", "CA for everything", "CA on plastic holds less against a sideways knock than a weld does."),
        ]
    );

    /// <summary>Glue for what cement cannot weld.</summary>
    public static readonly HouseRule OtherGlue = new(
        "other_glue",
        "Glue for what cement cannot weld?",
        [Glue],
        "Two-part adhesive for heavy metal joints that can be held for minutes.",
        [
            new("ca", "CA on roughened faces", ""),
            new("epoxy_adhesive", "Two-part adhesive", "Two-part adhesive: mix to its label, clamp or hold, no rush."),
        ]
    )
    {
        IsLaw = true,
    };

    /// <summary>Roughening before CA.</summary>
    public static readonly HouseRule RoughenFaces = new(
        "roughen",
        "Are glue faces roughened?",
        [Roughen],
        "Skip it for a tight joint that is pinned anyway.",
        [
            new("by_material", "On resin, prints and metal", ""),
            new("always", "On everything CA holds", "Roughened on plastic too, where CA holds it."),
            new("never", "Never", "Not roughened, as you chose."),
        ]
    );

    /// <summary>Where the glue goes.</summary>
    public static readonly HouseRule GlueFace = new(
        "glue_face",
        "Which face takes the glue?",
        [Glue],
        "Both faces for broad joins; plenty only where nothing is to come off again.",
        [
            new("held_part", "Thin, on the part you hold", "On the peg, not in the socket: a full socket has nowhere to push the glue."),
            new("both_faces", "Both faces", "Both faces thin, then together.", (Glue, 1.2)),
            new("peg_only", "The peg only", "The peg only; nothing in the socket.", (Glue, 0.95)),
            new("plenty", "Plenty", "Plenty, and wipe CA off at once; cement is left alone.", (Glue, 1.1)),
        ]
    );

    /// <summary>Thin then a seam pass, or generous.</summary>
    public static readonly HouseRule GlueAmount = new(
        "glue_amount",
        "Thin first, or generous?",
        [Glue],
        "Generous cement fuses the seam at once; the beads are work later.",
        [
            new("thin_then_seam", "Thin, then a pass along the seam", ""),
            new("generous", "Generous at once", "Generous: let the bead dry hard, then scrape it.", (Glue, 0.9), (Sand, 1.1)),
        ]
    );

    /// <summary>Accelerator.</summary>
    public static readonly HouseRule Accelerator = new(
        "accelerator",
        "Accelerator for CA?",
        [Glue],
        "On for pinned, hidden or temporary joints; it leaves a film and makes the bond brittle.",
        [
            new("off", "Off", ""),
            new(
                "hidden_only",
                "On a hidden pin or a temporary joint",
                "A little on the pin, never sprayed over the model; clean before paint.",
                (Glue, 0.85)
            ),
            new("liberal", "Liberally", "Rinse the film off before primer: it blooms.", (Glue, 0.65)),
        ]
    );

    /// <summary>Pins.</summary>
    public static readonly HouseRule Pins = new(
        "pins",
        "Which joints are pinned?",
        [Pin],
        "Always, for armies that travel; never, for cemented plastic.",
        [
            new("by_weight", "Heavy or handled joints", ""),
            new("always", "Every joint that is not welded", "Pinned by house rule."),
            new("never", "None", "No pins, as you chose: CA is brittle against a knock."),
        ]
    );

    /// <summary>The filler.</summary>
    public static readonly HouseRule Filler = new(
        "filler",
        "Which filler?",
        [Fill],
        "Two-part putty for everything works on all materials and any gap; it waits a day.",
        [
            new("by_gap", "By the gap: acrylic for small, two-part for wide", ""),
            new("epoxy_for_all", "Two-part putty for everything", "One mix for all open gaps: it is more than one gap needs."),
            new("ca_filler", "Thick CA for small gaps", "CA sets hard: sand it within the hour."),
        ]
    );

    /// <summary>Ratio of two-part putty.</summary>
    public static readonly HouseRule PuttyRatio = new(
        "putty_ratio",
        "Two-part putty: which ratio?",
        [Fill],
        "More of the slow part for long sculpting.",
        [
            new("equal", "Equal parts", ""),
            new("slow", "More of the slow part, up to 2 to 1", "More slow part: half again as long to work, and slower to cure."),
        ]
    );

    /// <summary>What smooths putty.</summary>
    public static readonly HouseRule Lubricant = new(
        "lubricant",
        "What smooths putty?",
        [Fill],
        "Alcohol on bare material with two-part putty; flow improver for acrylic putty.",
        [
            new("water", "Water", "Damp tool, not a flood."),
            new("alcohol", "Alcohol", "Alcohol burns and lifts paint: bare material only, no flame."),
            new("flow_improver", "Flow improver", "A touch of flow improver levels acrylic putty."),
        ]
    );

    /// <summary>How a filled place is finished.</summary>
    public static readonly HouseRule FillFinish = new(
        "fill_finish",
        "How is a filled place finished?",
        [Fill, Sand],
        "Scraping makes no dust; a levelling coat suits broad cloth.",
        [
            new("smooth_soft", "Smooth while soft, sand a little", ""),
            new("proud_and_sand", "Leave proud and sand", "Left proud: more to sand, none missing.", (Fill, 0.8), (Sand, 1.5)),
            new("scrape", "Scrape when cured", "Scraped like plastic once rigid: no dust, but a blade.", (Sand, 0.9)),
            new(
                "levelling_coat",
                "A levelling varnish over it",
                "A levelling coat dries slower than the putty: leave it be.",
                (Sand, 0.8),
                (Fill, 1.25)
            ),
        ]
    );

    /// <summary>Primer as a filler.</summary>
    public static readonly HouseRule PrimerFills = new(
        "primer_fills",
        "May primer fill scratches?",
        [Sand],
        "Never, for those who want every edge crisp.",
        [
            new("scratches", "Scratches, with a sandable primer", "Primer hides scratches, never a gap."),
            new("never", "Never", "Sanded until no scratch is left.", (Sand, 1.3)),
        ]
    );

    /// <summary>When gaps are filled.</summary>
    public static readonly HouseRule FillWhen = new(
        "fill_when",
        "When are gaps filled?",
        [Fill, PrimerGate],
        "After a first primer coat, for those who need to see them.",
        [
            new("before_primer", "Before primer, and a look after it", ""),
            new(
                "after_first_primer",
                "The worst before, the rest after primer",
                "Only what you can see now; acrylic putty at the primer gate for the rest.",
                (Fill, 0.7),
                (PrimerGate, 2.5)
            ),
        ]
    );

    /// <summary>Which units are filled.</summary>
    public static readonly HouseRule FillWho = new(
        "fill_who",
        "Which units are filled?",
        [Fill],
        "Leaders only, for ragged hordes; nobody, where a line is no shame.",
        [
            new("where_noted", "Wherever gaps are noted", ""),
            new("leaders", "Leaders and display only", "Filled because it will be looked at closely."),
            new("none", "None", "No filling, as you chose."),
        ]
    );

    /// <summary>Sub-assemblies.</summary>
    public static readonly HouseRule SubAssemblies = new(
        "sub_assemblies",
        "Are pieces painted apart?",
        [Reassemble],
        "A few where a brush cannot reach; many for the airbrush and centrepieces.",
        [
            new("none", "Only where you add it", ""),
            new("few", "Leaders and display, two pieces", "Two pieces apart: each needs a handle, a slot and a seam repair."),
            new(
                "many",
                "Leaders and display, four pieces",
                "Four pieces apart: more than this becomes unmanageable.",
                (Reassemble, 2),
                (SeamRepair, 2)
            ),
        ]
    );

    /// <summary>Glue faces of pieces painted apart.</summary>
    public static readonly HouseRule GlueFaces = new(
        "glue_faces",
        "How are glue faces kept bare?",
        [Reassemble, StepKind.Handle],
        "Scrape later where the face cannot be the grip.",
        [
            new("hold_face", "The glue face is the grip", "Grip it by the face that will be glued: it stays bare."),
            new("scrape_later", "Scrape the paint off later", "Scrape to bare material: glue grips that, not paint.", (Reassemble, 1.4)),
        ]
    );

    // --- mounting ---

    /// <summary>The handle.</summary>
    public static readonly HouseRule Handles = new(
        "handles",
        "What do you hold models by?",
        [StepKind.Handle],
        "Those who own a holder for each, or turn models one by one, use none of the strips.",
        [
            new(
                "what_fits",
                "Rank and file in rows on strips, each other by what fits",
                "A strip for rank and file, a model's width between; dowel or pot for other figures, rod for pieces."
            ),
            new("dowel", "Dowels, a full fist", "Dowel: the hand does not cramp."),
            new("pot", "Pots and jars", "Pot: it stands by itself."),
            new("strip", "All figures on strips, 3 to 10 in a row", "Strip: a model's width between them, so that each side is reached."),
        ]
    );

    /// <summary>The attachment.</summary>
    public static readonly HouseRule Attachment = new(
        "attachment",
        "How are models fixed to handles?",
        [StepKind.Handle, Release],
        "Those whom putty lets down use a drop of CA; those whose base hides the hole use a peg.",
        [
            new("by_weight", "Putty for light plastic, a CA drop for the rest", ""),
            new("putty", "Reusable putty", "Enough putty: too little lets go. Never upside down."),
            new("ca_drop", "A small CA drop", "One small drop on a hidden face: it must snap off.", (Release, 1.3)),
            new("peg", "A friction peg", "Peg in a drilled hole, eased until it is snug; the base hides it.", (Release, 0.8)),
            new("pin", "The joint's own pin", "The pin is left long and shortened before joining.", (Release, 1.1)),
        ]
    );

    /// <summary>When models go on handles.</summary>
    public static readonly HouseRule MountWhen = new(
        "mount_when",
        "When do models go on handles?",
        [StepKind.Handle],
        "After priming, for those who spray by the base.",
        [
            new("before_primer", "Before primer", ""),
            new("after_primer", "After primer, the base is the grip till then", "Sprayed by the base; on the handle for paint."),
        ]
    );

    /// <summary>When bases come.</summary>
    public static readonly HouseRule BaseWhen = new(
        "base_when",
        "When are models glued to bases?",
        [Base, BaseTexture],
        "At the end, where feet and scatter must stay reachable, or in tray strips.",
        [
            new("before_primer", "Before primer: one pass, a steady grip", ""),
            new("at_the_end", "At the very end", "Glued to its base when all paint is on: plenty of care at the feet."),
        ]
    );

    /// <summary>When bases are textured.</summary>
    public static readonly HouseRule TextureWhen = new(
        "texture_when",
        "When are bases textured?",
        [BaseTexture],
        "After paint, for those who use only flock and mud.",
        [
            new("before_primer", "Grit before primer, flock and mud last", ""),
            new("after_paint", "All after the last coat", "Grit after the last coat: keep it off the boots."),
        ]
    );

    /// <summary>What seals grit.</summary>
    public static readonly HouseRule GritSeal = new(
        "grit_seal",
        "What seals loose grit?",
        [SealTexture],
        "Primer only, where bases are not handled much.",
        [
            new("by_tier", "Thinned white glue above rank and file, then primer", ""),
            new("always_pva", "Thinned white glue on all", "One part glue to 3 to 5 water on every base."),
            new("clear_coat", "Clear coat or paint", "Clear coat, thin, hardly touching."),
            new("primer_only", "Primer only", "Primer alone holds it: where it sheds, thinned glue over the primer."),
        ]
    );

    // --- priming ---

    /// <summary>How primer goes on.</summary>
    public static readonly HouseRule PrimeBy = new(
        "prime_by",
        "How do you prime?",
        [Prime],
        "Airbrush for a few models if you own one; brush when you may not spray.",
        [
            new("can", "Spray can", ""),
            new("airbrush_small", "Airbrush for small batches, can for large", "Small batch: the airbrush is worth its cleaning."),
            new("airbrush", "Airbrush for everything", "Airbrush: set-up and cleaning are the price."),
            new("brush", "Brush: I may not spray", "Thinned, quick, wick pools out of recesses."),
        ]
    );

    /// <summary>Up to which batch the airbrush is used.</summary>
    public static readonly HouseRule AirbrushUpTo = new(
        "airbrush_up_to",
        "Up to how many models is the airbrush used?",
        [Prime],
        "Those with a quick-cleaning airbrush use it for more.",
        [
            new("ten", "10 models", ""),
            new("four", "4 models", "Airbrush up to 4 models."),
            new("thirty", "30 models", "Airbrush up to 30 models."),
        ]
    )
    {
        Under = (PrimeBy, "airbrush_small"),
    };

    /// <summary>The chemistry of primer.</summary>
    public static readonly HouseRule PrimerChemistry = new(
        "primer_chemistry",
        "Which primer chemistry?",
        [Prime],
        "Enamel for the toughest coat, by those who can leave it overnight.",
        [
            new("by_material", "Acrylic on plastic, lacquer on metal and resin", ""),
            new("acrylic", "Acrylic on everything", "Acrylic everywhere: gentle, and weaker on metal."),
            new("lacquer", "Lacquer on all that bears it", "Lacquer: tough and sandable, mind the label and the air."),
            new("enamel", "Enamel, by brush", "Enamel: very tough, overnight at least."),
        ]
    );

    /// <summary>The colour of primer.</summary>
    public static readonly HouseRule PrimerColour = new(
        "primer_colour",
        "Which primer colour?",
        [Prime, PrimerGate],
        "White or bone under bright and one-coat paints, black under dark and metal.",
        [
            new("grey", "Grey: best to inspect", "Grey shows faults best."),
            new("bone", "White or bone", "Pale primer saves coats under bright paint; filler hardly shows."),
            new("black", "Black", "Black deepens; tilt it to find faults.", (PrimerGate, 1.3)),
            new("light_grey", "Light grey", "Light grey: bright colours cover sooner, faults still show."),
            new("dark_grey", "Dark grey", "Dark grey: shadows are there already; tilt it to find faults.", (PrimerGate, 1.15)),
            new(
                "black_white",
                "Black, white from above",
                "Black all over, dry; then white from above only: it shows where light falls.",
                (Prime, 1.5),
                (PrimerGate, 1.15)
            ),
        ]
    );

    /// <summary>The order of primer coats.</summary>
    public static readonly HouseRule CoatOrder = new(
        "coat_order",
        "Which primer coats?",
        [Prime],
        "Fuller first, then thinner, by airbrush; one thinned coat by brush.",
        [
            new("thin_passes", "Two thin rounds", ""),
            new("fuller_then_thin", "A fuller one, then a thinner", "Film first; 10 to 30 % thinner for the recesses.", (Prime, 1.15)),
            new("three_thin", "Three thin rounds", "Three thin rounds: more time, crisper edges.", (Prime, 0.9)),
            new("one_heavy", "One fuller coat", "One coat: it must cover without drowning detail."),
        ]
    );

    /// <summary>Spraying distance.</summary>
    public static readonly HouseRule SprayDistance = new(
        "spray_distance",
        "How far away do you spray?",
        [Prime, FinalCoat],
        "Nearer for detail by airbrush; test on a card first, figures given differ a lot.",
        [
            new("usual", "Can 25 to 30 cm, airbrush 5 to 10 cm", "Can 25 to 30 cm, airbrush 5 to 10 cm; a card first."),
            new("near", "Nearer, quicker passes", "Near: move faster, pools show you are too close.", (Prime, 0.95)),
            new("far", "Farther, more passes", "Far: watch for fuzz, the mist dries in flight.", (Prime, 1.2)),
        ]
    );

    /// <summary>Primer to paint.</summary>
    public static readonly HouseRule PrimerWait = new(
        "primer_wait",
        "How long is primer left before paint?",
        [Prime],
        "Brisk at your own risk; careful before masks, tape and rough handling.",
        [
            new("usual", "Overnight, 12 h", ""),
            new("brisk", "Brisk, 2 h", "Brisk: a nail may lift it; mask nothing tonight."),
            new("careful", "Careful, 48 h", "Careful: 48 h before paint."),
            new("week", "A week", "A week: as hard as it gets before masks, tape and much handling."),
        ]
    );

    /// <summary>Bare spots after primer.</summary>
    public static readonly HouseRule BareSpots = new(
        "bare_spots",
        "Bare spots after primer?",
        [TouchIn],
        "Respray faces; a brush is quicker for recesses.",
        [
            new("brush_above_rank", "Brush them in, above rank and file", ""),
            new("brush_all", "Brush them in on every model", "Brush into recesses the spray missed."),
            new("respray", "Spray again", "Sprayed again at the gate, as you chose."),
        ]
    );

    /// <summary>Detail-revealing dry brush.</summary>
    public static readonly HouseRule RevealDetail = new(
        "reveal_detail",
        "A dry brush to reveal detail?",
        [RevealBrush],
        "On for new model types: it shows straps, buckles and missed lines.",
        [
            new("off", "Only where you add it", ""),
            new("leaders", "Leaders and display", "A tone lighter, brush nearly clean: look, then plan the colours."),
            new("all", "Every model", "A tone lighter, brush nearly clean, over the whole row."),
        ]
    );

    /// <summary>Open muzzles.</summary>
    public static readonly HouseRule Muzzles = new(
        "muzzles",
        "Are muzzles drilled open?",
        [OpenTubes],
        "Off for tiny or many; on for that look.",
        [
            new("leaders", "Leaders and display", ""),
            new("all", "Every model", "Drilled by house rule: pilot first."),
            new("none", "None", "Muzzles stay closed, as you chose."),
        ]
    );

    // --- painting, masks, gloss ---

    /// <summary>A shade between base colours and highlights.</summary>
    public static readonly HouseRule PaintShades = new(
        "paint_shades",
        "Is shade laid between base colours and highlights?",
        [PaintShade, Paint],
        "As a step with its own wait, for those who shade all at once.",
        [
            new("within", "As it comes, within the painting", ""),
            new("everyone", "A step of its own, everyone", "Base colours, one shade over all, highlights when it is dry."),
            new("leaders", "A step of its own, leaders and display", "Base colours, one shade over all, highlights when it is dry."),
        ]
    );

    /// <summary>A filter over the finished colours.</summary>
    public static readonly HouseRule PaintFilters = new(
        "paint_filters",
        "A filter over the finished colours?",
        [PaintFilter],
        "For harsh contrasts: one thin tone over all.",
        [
            new("none", "None", ""),
            new("everyone", "Everyone", "One thin tone over all, when the colours are dry."),
            new("leaders", "Leaders and display", "One thin tone over all, when the colours are dry."),
        ]
    );

    /// <summary>What masks are made of.</summary>
    public static readonly HouseRule MaskWith = new(
        "mask_with",
        "What do you mask with?",
        [Mask],
        "Putty for soft edges, liquid for tight shapes.",
        [
            new("tape", "Tape, cut on the mat", "Press the edge down; pull it back flat over itself."),
            new("putty", "Putty", "Putty: no edge to lift, press it down to the line."),
            new("liquid", "Liquid film", "Liquid film: thick enough to peel in one piece, over a coat that protects."),
        ]
    );

    /// <summary>A clear coat under the mask.</summary>
    public static readonly HouseRule CoatUnderMask = new(
        "coat_under_mask",
        "A clear coat under masks?",
        [ProtectiveCoat],
        "No, for short tape on a cured coat.",
        [
            new("liquid_or_fresh", "Under liquid film", ""),
            new("always", "Always", "Clear coat first: the layers below are weaker than the mask."),
            new("never", "Never", "No coat under the mask, as you chose: low-tack tape only."),
        ]
    );

    /// <summary>The gloss bed.</summary>
    public static readonly HouseRule GlossArea = new(
        "gloss_area",
        "How much is glossed for transfers?",
        [GlossBed],
        "The whole model also protects it; local keeps a matte figure matte.",
        [
            new("by_count", "Their places when few, the whole model when many", ""),
            new("local", "Only their places, edge to edge", "Local: a few mm past each transfer, and remember where."),
            new("whole", "The whole model", "Whole model: no islands, and it protects."),
        ]
    );

    /// <summary>How marks are soaked.</summary>
    public static readonly HouseRule Soaking = new(
        "soaking",
        "How are transfers soaked?",
        [SoakTransfer, PlaceTransfer],
        "A cup for big ones.",
        [
            new(
                "on_paper",
                "On damp paper, in groups",
                "Wet both sides on paper: nothing floats off. Only as many as you place in a few minutes."
            ),
            new("cup", "In a cup", "Cup: out when it slides, not when it floats.", (PlaceTransfer, 0.95)),
        ]
    );

    /// <summary>How the seat is wetted.</summary>
    public static readonly HouseRule Seat = new(
        "seat",
        "What wets the seat?",
        [PlaceTransfer],
        "Dried setter then water, for those who like time to move the transfer.",
        [
            new("wet_setter", "Setting solution, wet", "A full wet film of setter: time to move the transfer."),
            new("dried_setter", "Setter dried first, then water", "Setter, 10 to 20 min, then plenty of water.", (PlaceTransfer, 1.15)),
            new("water", "Plain water", "Water: it lets go, but grips less.", (PlaceTransfer, 0.95)),
        ]
    );

    /// <summary>Setter and softener.</summary>
    public static readonly HouseRule Solutions = new(
        "solutions",
        "Setter and softener?",
        [SoftenTransfer],
        "None on flat faces; softener only on edges, for thin film.",
        [
            new("two_roles", "Two roles: set, then soften", ""),
            new("edges", "Softener on edges only", "Edges only: a dry brush, a little at a time.", (SoftenTransfer, 0.6)),
            new("none", "No softener", "No softener, as you chose: film may bridge over detail."),
        ]
    );

    /// <summary>Coats of softener.</summary>
    public static readonly HouseRule SoftenerCoats = new(
        "softener_coats",
        "How many coats of softener?",
        [SoftenTransfer],
        "More on domes; each coat thins the film.",
        [
            new("one", "One, more by result", ""),
            new("two", "Two", "Two coats, dry between them."),
            new("four", "Up to four", "Up to four on domes; stop when it hugs."),
        ]
    );

    /// <summary>Bubbles and water.</summary>
    public static readonly HouseRule Bubbles = new(
        "bubbles",
        "How do bubbles leave?",
        [PlaceTransfer, TransferGate],
        "Prick large ones; roll a moist bud only after drying.",
        [
            new("brush_and_blot", "Brush from the middle, then blot", "Brush from the middle outwards, then blot. Never rub."),
            new("tissue", "Tissue, dabbed before it dries", "Tissue dabbed straight down, early."),
            new("roll", "Moist bud, rolled after drying", "Rolled once dry, never in between.", (TransferGate, 1.3)),
            new("prick", "Prick large ones", "Prick, a touch of softener, wait.", (TransferGate, 1.2)),
        ]
    );

    /// <summary>The film edge.</summary>
    public static readonly HouseRule FilmEdge = new(
        "film_edge",
        "How does the film edge vanish?",
        [CutTransfer, Seal],
        "Shaving is last: it can cut through paint.",
        [
            new("trim", "Trim before soaking", "Close to the print: film carries no colour, yet shows."),
            new("soften", "Soften it", "Left a little wide, softened down.", (CutTransfer, 0.7)),
            new("extra_varnish", "An extra coat of varnish", "One more thin coat over the edges.", (CutTransfer, 0.7), (Seal, 1.8)),
            new("shave", "Shave it after drying", "Shaved when dry, single light strokes over dry gloss.", (CutTransfer, 0.7), (Seal, 1.5)),
        ]
    );

    /// <summary>Warm air on marks.</summary>
    public static readonly HouseRule WarmAirOnMarks = new(
        "warm_air_on_marks",
        "Warm air to speed transfers?",
        [PlaceTransfer, SoftenTransfer],
        "Some warm both, once the position is final.",
        [
            new("setter_only", "Low heat after the setter only", "Low heat after the setter only; softener is left to time."),
            new("never", "Left to time", "No warm air: left to time."),
            new("both", "On setter and softener", "Only when the place is final: the film is weakest now.", (SoftenTransfer, 1.2)),
        ]
    );

    /// <summary>Shading and marks.</summary>
    public static readonly HouseRule ShadingWhen = new(
        "shading_when",
        "Shading before or after transfers?",
        [Shade],
        "Before, for those who avoid later work round the transfers.",
        [
            new("over_sealed_marks", "Over sealed transfers: they carry the same shadow", ""),
            new("before_marks", "Before gloss and transfers", "Shaded first: keep highlights off the transfers later."),
        ]
    );

    /// <summary>Weathering and the final varnish.</summary>
    public static readonly HouseRule WeatheringWhen = new(
        "weathering_when",
        "Weathering before or after the last coat?",
        [StepKind.Weather],
        "After, for pigment, mud and wet looks: varnish kills them.",
        [
            new("before_last", "Paint chips before the last coat", ""),
            new("after_last", "Effects after the last coat", "After the last coat: it keeps its own sheen and texture."),
        ]
    );

    // --- finishing ---

    /// <summary>Killing the gloss.</summary>
    public static readonly HouseRule KillGloss = new(
        "kill_gloss",
        "How does the gloss go?",
        [FinalCoat],
        "Local brush work, where the rest is already matte.",
        [
            new("spray_all", "Sprayed overall", ""),
            new("local_brush", "Local, by brush, a few coats", "Only where it was glossed; a second coat if it shines.", (FinalCoat, 2)),
        ]
    );

    /// <summary>The final sheen.</summary>
    public static readonly HouseRule FinalSheen = new(
        "final_sheen",
        "Which final sheen?",
        [FinalCoat],
        "Satin for machines, gloss where it is wanted.",
        [
            new("as_noted", "As the roster says", ""),
            new("matte", "Matte for all", "Matte on every unit."),
            new("satin", "Satin for all", "Satin on every unit."),
            new("gloss", "Gloss for all", "Gloss on every unit."),
        ]
    );

    /// <summary>Filling the reassembly seam.</summary>
    public static readonly HouseRule SeamFill = new(
        "seam_fill",
        "What closes the reassembly seam?",
        [SeamRepair],
        "Cement only on bare plastic, before paint.",
        [
            new(
                "varnish_then_putty",
                "Gloss varnish, thinned putty where it is wider",
                "Varnish for hairlines, thinned putty for more; wipe the neighbours with a damp brush."
            ),
            new("putty", "Thinned acrylic putty", "Putty thinned 1 to 1 with water; look at the back too."),
        ]
    )
    {
        Under = (SubAssemblies, "few"),
    };

    /// <summary>Glue pieces one by one.</summary>
    public static readonly HouseRule PieceOrder = new(
        "piece_order",
        "Are painted pieces glued one by one?",
        [Reassemble, SeamRepair],
        "One by one, where a piece is needed as access.",
        [
            new("all_then_repair", "All, then each repair together", "All pieces first, then every seam in one go."),
            new("one_by_one", "One piece, its repair, the next", "One by one: each repair waits for itself.", (SeamRepair, 1.5)),
        ]
    )
    {
        Under = (SubAssemblies, "few"),
    };

    /// <summary>Undersides.</summary>
    public static readonly HouseRule Undersides = new(
        "undersides",
        "Are undersides painted?",
        [Paint],
        "Every nook, for models that are turned over.",
        [
            new("visible_only", "Primed, but painted only where seen", "What is never seen is primed and left."),
            new("every_nook", "Every nook", "Tilt it: every nook takes paint.", (Paint, 1.15)),
        ]
    );

    /// <summary>Prime bare matte prints.</summary>
    public static readonly HouseRule PrimePrints = new(
        "prime_prints",
        "Are matte prints primed?",
        [Prime, Paint],
        "Paint sticks to bare print only so-so.",
        [new("prime", "Always", ""), new("bare", "Paint straight on the print", "Straight on the print, as you chose: corners will rub.")]
    );

    /// <summary>Row or figure.</summary>
    public static readonly HouseRule Rows = new(
        "rows",
        "Colour by colour along the row?",
        [Paint],
        "A recipe laid down on one figure, then repeated, for fewer than five alike.",
        [
            new(
                "by_tier",
                "Up to elite along the row, leaders one at a time",
                "One colour through the row before the next: the first is dry when the last is done. A leader is painted through."
            ),
            new("rows", "Always along the row", "One colour through the row before the next, leaders too."),
            new("figure", "A model at a time", "All colours of one figure, then the next.", (Paint, 1.15)),
        ]
    );

    /// <summary>True where one colour goes along the row before the next, false where a model is painted through before the
    /// next.</summary>
    public static bool IsByRow(HouseRuleChoices house, Tier tier) =>
        house.Of(Rows).Id switch
        {
            "rows" => true,
            "figure" => false,
            _ => tier is Tier.RankAndFile or Tier.Elite,
        };

    /// <summary>A protective varnish mid-way.</summary>
    public static readonly HouseRule MidVarnish = new(
        "mid_varnish",
        "A protective varnish mid-way?",
        [ProtectiveCoat],
        "Always, for much-handled models.",
        [
            new("when_needed", "When masks follow", ""),
            new("always", "Always, after painting", "Sealed after painting: mistakes above wipe off."),
            new("never", "Never", "No coat mid-way, as you chose."),
        ]
    );

    /// <summary>The bond to the final base.</summary>
    public static readonly HouseRule BaseBond = new(
        "base_bond",
        "Is the base bond permanent?",
        [Base],
        "A small drop, for units that may be regrouped.",
        [
            new("permanent", "Permanent", "Plenty on a flat underside: this joint is stressed most."),
            new("regroup", "It may come off again", "One small drop: it snaps off clean.", (Base, 0.85)),
        ]
    );

    /// <summary>When a unit counts.</summary>
    public static readonly HouseRule CompleteWhen = new(
        "complete_when",
        "When is a unit complete?",
        [FinalGate],
        "Playable counts, for those whose crew comes later.",
        [
            new("finished", "When every model is finished", "Finished means all of it: crew, bases, transfers."),
            new("playable", "Playable counts, the rest is noted", "Playable now; note what is still to come.", (FinalGate, 1.2)),
        ]
    );

    /// <summary>Thin the airbrush primer.</summary>
    public static readonly HouseRule ThinPrimer = new(
        "thin_primer",
        "Is airbrush primer thinned?",
        [Prime],
        "A little thinner for the second coat, or where the card spatters.",
        [
            new("as_bottle", "As the bottle says", ""),
            new(
                "thinner",
                "With a little airbrush thinner",
                "A little thinner, more for the second coat; brush enamel thinned a lot.",
                (Prime, 1.1)
            ),
        ]
    )
    {
        Under = (PrimeBy, "airbrush"),
    };

    /// <summary>Marks singly or in groups.</summary>
    public static readonly HouseRule CutMarks = new(
        "cut_marks",
        "Are transfers cut singly?",
        [CutTransfer],
        "Singly for curved seats and patterns.",
        [
            new("groups", "In groups, for flat sets", "Groups stay tidy: cut a set, place a set."),
            new("singly", "Singly, shaped to the seat", "Shaped to its seat; a little long rather than short.", (CutTransfer, 1.4)),
        ]
    );

    /// <summary>Turning while spraying.</summary>
    public static readonly HouseRule Turning = new(
        "turning",
        "How are models turned while spraying?",
        [Prime, FinalCoat],
        "The whole board, for heavy bases.",
        [
            new("strip_or_handle", "By the strip or handle", "Turn the wrist: front, back, left, right, top, underneath."),
            new("by_base", "Each by its base", "Each by its base: one at a time.", (Prime, 1.2), (FinalCoat, 1.2)),
            new("board", "The whole board", "Turn the board; the underside needs its own pass.", (Prime, 0.9)),
        ]
    );

    /// <summary>Units under way.</summary>
    public static readonly HouseRule UnderWay = new(
        "under_way",
        "How many units are under way at once?",
        [Study],
        "Fewer, to finish one after the other; more, where shelf and head bear it.",
        [
            new("up_to_4", "Four", ""),
            new("up_to_1", "One", "One under way at once: finish one before the next begins."),
            new("up_to_2", "Two", "Two under way at once: finish one before the next begins."),
            new("up_to_3", "Three", "Three under way at once: finish one before the next begins."),
            new("up_to_5", "Five", "Five under way at once: finish one before the next begins."),
            new("up_to_6", "Six", "Six under way at once: finish one before the next begins."),
            new("up_to_7", "Seven", "Seven under way at once: finish one before the next begins."),
            new("up_to_8", "Eight", "Eight under way at once: finish one before the next begins."),
            new("up_to_9", "Nine", "Nine under way at once: finish one before the next begins."),
            new("up_to_10", "Ten", "Ten under way at once: finish one before the next begins."),
            new("up_to_11", "Eleven", "Eleven under way at once: finish one before the next begins."),
            new("up_to_12", "Twelve", "Twelve under way at once: finish one before the next begins."),
            new("no_limit", "No limit", "As many under way as you like: half-done units gather dust."),
        ]
    );

    /// <summary>Where dust is made.</summary>
    public static readonly HouseRule DustRoom = new(
        "dust_room",
        "Where do you sand, file and drill?",
        [Sand, OpenTubes, Roughen],
        "In a second room dust does no harm to what dries.",
        [
            new("same", "In the room where coats dry", ""),
            new("second", "In another room", "Another room: its dust settles in no coat here."),
        ]
    );

    /// <summary>Where a can is sprayed.</summary>
    public static readonly HouseRule CanPlace = new(
        "can_place",
        "Where do you spray from a can?",
        [Prime, FinalCoat],
        "A booth, where it is vented to the outside and made for solvents: then the weather does not decide.",
        [
            new("outdoors", "Outdoors", ""),
            new("booth", "In a vented booth", "In the booth, its fan on and its filter fresh: the bench's own air decides."),
        ]
    );

    /// <summary>What is done where the evenings are dark.</summary>
    public static readonly HouseRule DarkSprays = new(
        "dark_sprays",
        "What do you do where your evenings are dark?",
        [Prime, GlossBed, FinalCoat],
        "Those who spray by a lamp see runs and bare spots too late; those who can wait for a light weekend save the brush.",
        [
            new("brush", "Coats go on with a brush, indoors", ""),
            new("wait", "Wait for light evenings", "Sprayed outdoors in daylight alone: what is ready waits for it."),
            new("lamp", "Spray all the same, by a lamp", "Sprayed in the dark: turn it under the lamp between passes, look again by day."),
        ]
    );

    /// <summary>Where an airbrush is used.</summary>
    public static readonly HouseRule AirbrushPlace = new(
        "airbrush_place",
        "Where do you use the airbrush?",
        [Prime, FinalCoat, GlossBed],
        "A booth for solvents; outdoors, where there is no room to air.",
        [
            new("aired_room", "In an aired room; solvents outdoors", ""),
            new("booth", "In a vented booth", "In the booth, its fan on: the bench's own air decides."),
            new("outdoors", "Outdoors", "Outdoors: the weather decides, as for a can."),
        ]
    );

    /// <summary>By which time of a wait the plan goes on.</summary>
    public static readonly HouseRule WaitsBy = new(
        "waits_by",
        "Which waits does the plan cut short by a test?",
        [PlaceTransfer, SoftenTransfer, Fill, Sand, Base],
        "The sure time, for those who would rather wait than touch.",
        [
            new("test", "Those where an early touch costs only another look", ""),
            new("sure", "None: all by the sure time", "Planned by the sure time: nothing has to be tested first."),
        ]
    );

    /// <summary>Keeping a joint closed.</summary>
    public static readonly HouseRule JointHold = new(
        "joint_hold",
        "How is a joint kept closed?",
        [Glue],
        "Binding for warp; let legs stand under their own weight.",
        [
            new("fingers", "Fingers, up to a minute", "Fingers for the hold; both feet of a pair inside one grab time."),
            new("binding", "Elastic binding", "Bind it and leave it: overnight for a warp.", (Glue, 0.9)),
            new("stand", "Let it stand", "Stand it on the table: gravity holds legs.", (Glue, 0.8)),
        ]
    );

    /// <summary>After acrylic putty.</summary>
    public static readonly HouseRule PuttyThen = new(
        "putty_then",
        "After acrylic putty on primer?",
        [TouchIn],
        "Paint straight on, where the primer is pale.",
        [
            new("prime_over", "Prime over it locally", "Pale putty shows through: primer over it first."),
            new("paint_straight", "Paint straight on it", "Straight on the putty: only under opaque paint.", (TouchIn, 0.7)),
        ]
    );

    /// <summary>Scraping direction.</summary>
    public static readonly HouseRule Scraping = new(
        "scraping",
        "Which way does the blade go?",
        [CleanLines],
        "Gently to and fro, by practised hands.",
        [
            new("backwards", "Backwards only: the edge cannot dig in", "Backwards only, 3 to 10 light strokes."),
            new("to_and_fro", "Gently to and fro", "To and fro, gently: the edge can dig in.", (CleanLines, 0.9)),
        ]
    );

    /// <summary>Apart or masked.</summary>
    public static readonly HouseRule ApartOrMasked = new(
        "apart_or_masked",
        "Painted apart, or built and masked?",
        [Mask],
        "Masking, where parts cannot come apart.",
        [
            new("by_access", "By access; masks only where you add them", ""),
            new("masked", "Leaders and display built, then masked", "Built and masked: film, putty or tape."),
        ]
    );

    /// <summary>When sameness bores.</summary>
    public static readonly HouseRule AlikeAtMost = new(
        "alike_at_most",
        "How many alike before it bores?",
        [CleanLines],
        "A number, if you have left long batches lying before.",
        [
            new("any", "As many as fit", ""),
            new("10", "Ten at most", "Ten alike, then something else: the offers of PLAN keep to it."),
            new("5", "Five at most", "Five alike, then something else: the offers of PLAN keep to it."),
        ]
    );

    /// <summary>All of them, in working order.</summary>
    public static readonly IReadOnlyList<HouseRule> All =
    [
        WashWhen,
        WashNeed,
        PrintLot,
        Bath,
        BathWarmth,
        Drying,
        LinesWhen,
        CleanScope,
        CutDistance,
        LineTool,
        HiddenLines,
        SupportRemoval,
        Bends,
        PlasticGlue,
        OtherGlue,
        RoughenFaces,
        GlueFace,
        GlueAmount,
        Accelerator,
        Pins,
        Filler,
        PuttyRatio,
        Lubricant,
        FillFinish,
        PrimerFills,
        FillWhen,
        FillWho,
        SubAssemblies,
        GlueFaces,
        Handles,
        Attachment,
        MountWhen,
        BaseWhen,
        TextureWhen,
        GritSeal,
        PrimeBy,
        PrimerChemistry,
        PrimerColour,
        CoatOrder,
        SprayDistance,
        PrimerWait,
        BareSpots,
        RevealDetail,
        Muzzles,
        PaintShades,
        PaintFilters,
        MaskWith,
        CoatUnderMask,
        GlossArea,
        Soaking,
        Seat,
        Solutions,
        SoftenerCoats,
        Bubbles,
        FilmEdge,
        WarmAirOnMarks,
        ShadingWhen,
        WeatheringWhen,
        KillGloss,
        FinalSheen,
        SeamFill,
        PieceOrder,
        Undersides,
        PrimePrints,
        Rows,
        MidVarnish,
        BaseBond,
        AirbrushUpTo,
        CompleteWhen,
        ThinPrimer,
        CutMarks,
        Turning,
        JointHold,
        PuttyThen,
        Scraping,
        ApartOrMasked,
        AlikeAtMost,
        UnderWay,
        DustRoom,
        WaitsBy,
        CanPlace,
        DarkSprays,
        AirbrushPlace,
        .. HousePace.Points,
    ];

    /// <summary>What the first visit asks: the choices that move most hours, no more than six.</summary>
    public static readonly IReadOnlyList<HouseRule> FirstVisit = [PrimeBy, PrimerWait, DarkSprays, Attachment, BaseWhen, WashNeed];

    private static readonly Dictionary<string, HouseRule> ById = All.ToDictionary(s => s.Id, StringComparer.Ordinal);
    private static readonly Dictionary<StepKind, IReadOnlyList<HouseRule>> ByStep = StepDefinition.InOrder.ToDictionary(
        f => f.Kind,
        f => (IReadOnlyList<HouseRule>)[.. All.Where(s => s.Steps.Contains(f.Kind))]
    );

    /// <summary>The school of an outside id, or null.</summary>
    public static HouseRule? Find(string id) => ById.GetValueOrDefault(id);

    /// <summary>The schools that are about a step.</summary>
    public static IReadOnlyList<HouseRule> At(StepKind step) => ByStep[step];
}
