using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Routes;
using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;
using static Hexaprep.Craft.Vocabulary.StepKind;

namespace Hexaprep.Screens.Wording;

/// <summary>A hazard of the work: a slab of at most eight words with its own sign, the card behind it, and the steps where it
/// arises.</summary>
/// <param name="Name">Its own name.</param>
/// <param name="Sign">Which sign is drawn: blade, dust, lead, spray, solvent, glue, skin, heat.</param>
/// <param name="Short">At most eight words.</param>
/// <param name="Says">Why, and what usual practice is.</param>
/// <param name="When">Whether a step of this kind, done this way on this job, can hurt so.</param>
public sealed record Caution(string Name, string Sign, string Short, string Says, Func<StepKind, Technique, Job, bool> When)
{
    private const string Defer = " The product's label, its safety data sheet and local rules come first.";

    /// <summary>Why, what usual practice is, and where to look: the product's label, its safety data sheet, local rules.</summary>
    public string Card => Says + Defer;

    /// <summary>A grave one is a slab at the step, in full at its first start in a sitting; the others stand in the step's card.</summary>
    public bool Grave { get; init; } = true;

    private static bool Lead(Job j) => j.Any(m => m.MayHoldLead());

    private static bool Dusty(Job j) => j.Any(m => m is Material.PuResin or Material.Photopolymer or Material.Unknown || m.IsMetal());

    private static bool Ca(Technique w) => w.Product == ProductClass.Ca;

    /// <summary>All hazards, the gravest first.</summary>
    public static readonly IReadOnlyList<Caution> All =
    [
        new(
            "OldLead",
            "lead",
            "May hold lead: work wet, wash hands",
            "Old or unknown metal may hold lead. No dry filing or sanding, no heating, no acid. Keep dust and rinse water off food "
                + "surfaces, away from children, and wash hands before eating. Disposal by local rules.",
            (k, _, j) => Lead(j) && (k is RemoveParts or CleanLines or OpenTubes or Pin or Magnet or Straighten or Roughen or Sand)
        ),
        new(
            "LeadRinse",
            "lead",
            "Rinse water away from food and drains",
            "Rinse water of metal of unknown age may carry lead: keep it off food surfaces, follow local disposal rules, wash hands.",
            (k, _, j) => k == Wash && Lead(j)
        ),
        new(
            "Acid",
            "skin",
            "Goggles: acid dip, never with bleach",
            "A mild acid bath attacks skin and eyes: goggles, gloves, never together with bleach, rinse well. Only metal named free "
                + "of lead, never old alloy.",
            (k, w, _) => k == Wash && w.Method == "acid_dip"
        ),
        new(
            "Degreaser",
            "skin",
            "Gloves and airflow: degreaser attacks skin",
            "Degreaser takes the skin's own fat: gloves, eyes shielded, an aired room, no flame, as its label says. Cloths and rinse "
                + "water go to local collection.",
            (k, w, _) => k == Wash && w.Method is "degreaser" or Washing.ByCloth
        ),
        new(
            "UncuredPrint",
            "skin",
            "Gloves if a print feels tacky",
            "A tacky print is not fully cured: gloves, do not sand it; return it or cure it by the maker's sheet.",
            (k, _, j) => k is RemoveSupports or Wash && j.Any(m => m is Material.Photopolymer or Material.Unknown) && !Washing.Raw(j)
        ),
        new(
            "RawResin",
            "skin",
            "Gloves: raw resin harms skin; never the drain",
            "Liquid resin makes skin sensitive to it for good: gloves, eyes shielded, an aired room. Its bath, rinse, cloths and "
                + "supports go to local collection, never down a drain.",
            (k, _, j) => k is RemoveSupports or Wash or Cure && Washing.Raw(j)
        ),
        new(
            "CuringLight",
            "heat",
            "Never look into the curing light",
            "The light that cures resin hurts eyes and skin: a closed box or its shield, gloves, never look into it.",
            (k, _, _) => k == Cure
        ),
        new(
            "HotWater",
            "heat",
            "Hot water: tongs and a small cup",
            "Hot water and steam scald. A small cup, tongs, a cloth, and a cool bath beside it; hold until it stays.",
            (k, w, j) =>
                (k == Straighten && w.Method == "warm_water")
                || (k == RemoveSupports && j.Follows(HouseRuleCatalog.SupportRemoval, "warm_when_stuck"))
        ),
        new(
            "WarmAir",
            "heat",
            "Low heat only: a dryer burns and bends",
            "A warm-air dryer burns skin and bends what it dries: low heat, kept moving, never near solvent that is still wet.",
            (k, _, j) =>
                (k == Wash && j.Follows(HouseRuleCatalog.Drying, "warm_air"))
                || (k is PlaceTransfer or SoftenTransfer && j.Follows(HouseRuleCatalog.WarmAirOnMarks, "both"))
        ),
        new(
            "Dust",
            "dust",
            "Mask on, sand wet: dust harms lungs",
            "Dust of resin, prints, putty and metal does not belong in lungs. Wear a mask as the safety data sheet says, sand wet "
                + "where you can, wipe up, do not eat nearby. No dust-making while a coat is wet.",
            (k, w, j) =>
                (k == Sand && w.Method != WorkshopLimits.ByScraping)
                || (k is CleanLines or Roughen or RemoveSupports or Pin or OpenTubes or Magnet && Dusty(j))
                || (k == RemoveParts && j.Any(m => m is Material.PuResin or Material.Unknown))
        ),
        new(
            "Aerosol",
            "spray",
            "Outdoors or well aired, no flame near",
            "Aerosol propellant and solvent burn and harm lungs. Spray outdoors or well aired, clear of people, away from flames "
                + "and pilot lights, no smoking, never in the sun.",
            (_, w, _) => w.Method == "spray_can"
        ),
        new(
            "Mist",
            "spray",
            "Extraction or mask: fine mist, even water-based",
            "Airbrush mist is fine enough to breathe in although it hardly smells. Use extraction or a mask as the safety data "
                + "sheet says; with asthma ask your own doctor.",
            (_, w, _) => w.Method == "airbrush"
        ),
        new(
            "Solvent",
            "solvent",
            "Air the room: solvent fumes burn easily",
            "Solvent cement, thinner and enamel are toxic and flammable: airflow, cap on, no flame, rags into a closed metal bin. "
                + "On skin they are still solvent.",
            (_, w, _) => w.Product == ProductClass.PlasticCement || (w.Product is { } p && p.HasSolvent() && w.Method != "spray_can")
        ),
        new(
            "CaGlue",
            "glue",
            "CA bonds skin and eyes: no tissue",
            "CA bonds skin at once and grows hot on tissue and cotton: never wipe with them. Shield your eyes. Eyes: see a doctor.",
            (_, w, _) => Ca(w)
        ),
        new(
            "Putty",
            "skin",
            "Gloves; wash hands: putty irritates skin",
            "Two-part putty and adhesive can make skin sensitive to them for good. Gloves or wet fingers, wash before eating, no "
                + "food on the bench. Water only keeps putty from sticking before it sets; it does not dissolve it.",
            (_, w, _) => w.Product == ProductClass.EpoxyPutty
        ),
        new(
            "Softener",
            "solvent",
            "Air the room, keep softener off skin",
            "Softening solution holds a weak acid or solvent, by its label: ventilate and keep it off skin.",
            (_, w, _) => w.Product == ProductClass.SofteningSolution
        ),
        new(
            "Drill",
            "blade",
            "Drill slow: never towards a finger",
            "Hold the part on wood or in a vice, drill shallow, slowly and straight; the bit comes through without warning.",
            (k, w, _) => k is OpenTubes or Pin or Magnet || (k == StepKind.Handle && w.Method is ("peg" or "pin"))
        ),
        new(
            "Blade",
            "blade",
            "Blade: cut away from your fingers",
            "Cut away from you, on a mat, with small force and a fresh blade; keep the other hand behind the edge. Clippers, files "
                + "and drill points cut too. Used blades go into a closed sharps box.",
            (k, w, _) =>
                k is RemoveParts or RemoveSupports or CleanLines or CutTransfer or Release or Mask or Reassemble
                || (k == Sand && w.Method == WorkshopLimits.ByScraping)
        ),
        new(
            "Magnets",
            "skin",
            "Magnets: never near children or implants",
            "A swallowed magnet is an emergency: keep them from small children and animals, and away from implants. Local emergency "
                + "advice comes first.",
            (k, _, _) => k == Magnet
        ),
        new(
            "KnifeNearPaint",
            "blade",
            "Single light strokes near finished paint",
            "A knife near finished paint or a transfer: single light strokes, it cuts through at once.",
            (k, _, j) => k is TransferGate or Unmask || (k == Seal && j.Follows(HouseRuleCatalog.FilmEdge, "shave"))
        )
        {
            Grave = false,
        },
        new(
            "HotCan",
            "spray",
            "Never heat a can",
            "A spray can stands at room temperature: never on a stove, in hot water beyond its label, or near a flame.",
            (_, w, _) => w.Method == "spray_can"
        )
        {
            Grave = false,
        },
        new(
            "FoamStand",
            "spray",
            "No foam stand for solvent spray",
            "Polystyrene foam melts in solvent spray and the model falls: stand it on wood, cork, a jar or a rack.",
            (k, w, _) => k.Coats() && w.Product is { } p && p.HasSolvent()
        )
        {
            Grave = false,
        },
        new(
            "ManyDrying",
            "solvent",
            "Many models drying: air the room",
            "Many models drying with solvent indoors: airflow, no heater with a flame in the room.",
            (k, w, j) => k.Coats() && j.Batch.Models > 4 && w.Product is { } p && p.HasSolvent()
        )
        {
            Grave = false,
        },
        new(
            "Accelerator",
            "glue",
            "Accelerator: few puffs, open window",
            "Accelerator fumes and flashes: ventilation, few puffs, no flame.",
            (k, w, j) => k is Glue or Reassemble && Ca(w) && !j.Follows(HouseRuleCatalog.Accelerator, "off")
        )
        {
            Grave = false,
        },
        new(
            "Debonder",
            "glue",
            "Debonder stays off models",
            "Debonder attacks plastic and paint: fingers only, and away from eyes.",
            (k, w, _) => k is Glue or Reassemble or Base && Ca(w)
        )
        {
            Grave = false,
        },
        new(
            "Alcohol",
            "solvent",
            "Alcohol: little of it, no flame",
            "Alcohol for smoothing or thinning burns: small amounts, no flame, gloves.",
            (k, _, j) => k == Fill && j.Follows(HouseRuleCatalog.Lubricant, "alcohol")
        )
        {
            Grave = false,
        },
        new(
            "HotGlue",
            "heat",
            "Hot glue burns: not as a holder",
            "Hot glue burns fingers and lets go: not as a holder; a finger guard if you use it.",
            (k, _, _) => k == StepKind.Handle
        )
        {
            Grave = false,
        },
        new(
            "Waste",
            "solvent",
            "Waste by local rules, not the drain",
            "Waste water, solvent rags, empty cans and old glue are not poured away: closed container, local collection.",
            (k, w, _) => k == Wash || w.Method is "airbrush" or "spray_can" || w.Product == ProductClass.EnamelAlkyd
        )
        {
            Grave = false,
        },
        new(
            "SmallParts",
            "skin",
            "Small parts away from children and animals",
            "Close and clear at the end of a sitting: small parts, blades and chemicals away from children and animals, hands "
                + "washed before meals.",
            (k, _, _) => k is Study or RemoveParts or FinalGate
        )
        {
            Grave = false,
        },
        new(
            "LongWork",
            "skin",
            "Breaks and light: eyes and neck tire",
            "Long still work tires eyes and neck: good light, and a break each half hour.",
            (k, _, _) => k is Paint or CleanLines or CutTransfer
        )
        {
            Grave = false,
        },
    ];

    /// <summary>The cautions of a step, the gravest first; empty when nothing there can hurt.</summary>
    public static IReadOnlyList<Caution> For(StepKind kind, Technique way, Job job) => [.. All.Where(c => c.When(kind, way, job))];
}
