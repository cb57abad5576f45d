using Hexaprep.Core.Roster;
using Hexaprep.Core.Routes;
using static Hexaprep.Core.Routes.StepKind;

namespace Hexaprep.Core.Wording;

/// <summary>A caution: a slab of at most eight words with its own sign, and the card behind it.</summary>
/// <param name="Sign">Which sign is drawn: blade, dust, lead, spray, solvent, glue, skin, heat.</param>
/// <param name="Short">At most eight words.</param>
/// <param name="Card">Why, what usual practice is, and where to look: the product's label, its safety data sheet, local rules.</param>
public sealed record Caution(string Sign, string Short, string Card)
{
    private const string Defer = " The product's label, its safety data sheet and local rules come first.";

    private static readonly Caution Blade = new("blade", "Blade: cut away from your fingers",
        "Cut away from you, on a mat, with small force and a fresh blade; keep the other hand behind the edge. Used blades go into a closed sharps box." + Defer);
    private static readonly Caution Lead = new("lead", "May hold lead: work wet, wash hands",
        "Old or unknown metal may hold lead. No dry filing or sanding, no heating, no acid. Keep dust and rinse water off food surfaces, away from children, and wash hands before eating. Disposal by local rules." + Defer);
    private static readonly Caution Dust = new("dust", "Mask on, sand wet: dust harms lungs",
        "Dust of resin, prints, putty and metal does not belong in lungs. Wear a mask as the safety data sheet says, sand wet where you can, wipe up, do not eat nearby. No dust-making while a coat is wet." + Defer);
    private static readonly Caution Aerosol = new("spray", "Outdoors or well aired, no flame near",
        "Aerosol mist and solvent burn and harm lungs. Spray outdoors or well aired, away from flames and people, never in the sun, never heat the can." + Defer);
    private static readonly Caution Mist = new("spray", "Extraction or mask: fine mist, even water-based",
        "Airbrush mist is fine enough to breathe in although it hardly smells. Use extraction or a mask as the safety data sheet says; with asthma ask your own doctor." + Defer);
    private static readonly Caution Solvent = new("solvent", "Air the room: cement fumes burn easily",
        "Solvent cement is toxic and flammable: airflow, cap on, no flame, rags into a closed metal bin. On skin it is still a solvent." + Defer);
    private static readonly Caution CaGlue = new("glue", "CA bonds skin and eyes: no tissue",
        "CA bonds skin at once and grows hot on tissue and cotton: never wipe with them. Shield your eyes. Eyes: see a doctor. Keep debonder off the models." + Defer);
    private static readonly Caution Putty = new("skin", "Gloves; wash hands: putty irritates skin",
        "Two-part putty can make skin sensitive to it for good. Gloves or wet fingers, wash before eating, no food on the bench." + Defer);
    private static readonly Caution Softener = new("solvent", "Air the room, keep softener off skin",
        "Softening solution holds a weak acid or solvent: ventilate and keep it off skin." + Defer);
    private static readonly Caution HotWater = new("heat", "Hot water: tongs and a small cup",
        "Hot water scalds. A small cup, tongs, a cloth, and a cool bath beside it; hold until it stays." + Defer);
    private static readonly Caution Drill = new("blade", "Drill slow: never towards a finger",
        "Hold the part on wood or in a vice, drill slowly and straight; the bit comes through without warning. Mask for resin and metal dust." + Defer);
    private static readonly Caution Print = new("skin", "Gloves if a print feels tacky",
        "A tacky print is not fully cured: gloves, do not sand it; return it or cure it by the maker's sheet." + Defer);
    private static readonly Caution Waste = new("lead", "Rinse water away from food and drains",
        "Rinse water of metal of unknown age may carry lead: keep it off food surfaces, follow local disposal rules, wash hands." + Defer);

    /// <summary>The cautions of a step, the gravest first; empty when nothing there can hurt.</summary>
    public static IReadOnlyList<Caution> For(StepKind kind, StepDraft amounts, BatchTraits batch)
    {
        var lead = batch.Any(m => m.MayHoldLead());
        var dusty = batch.Any(m => m is Material.PuResin or Material.Photopolymer or Material.Unknown || m.IsMetal());
        var printed = batch.Any(m => m is Material.Photopolymer);
        Caution?[] found = kind switch
        {
            RemoveParts => [Blade, lead ? Lead : null],
            RemoveSupports => [printed ? Print : null, Blade],
            CleanLines => [lead ? Lead : dusty ? Dust : null, Blade],
            OpenTubes or Pin => [lead ? Lead : null, Drill],
            Straighten => [amounts.Method == "warm_water" ? HotWater : null, lead ? Lead : null],
            Wash => [lead ? Waste : null, printed ? Print : null],
            Roughen => [lead ? Lead : dusty ? Dust : null],
            Sand => [lead ? Lead : Dust],
            Glue or Base => [amounts.Product == ProductClass.PlasticCement ? Solvent : CaGlue],
            StepKind.Handle => [amounts.Method == "ca_drop" ? CaGlue : null],
            Fill => [amounts.Product == ProductClass.EpoxyPutty ? Putty : null],
            Prime or GlossBed or FinalCoat when amounts.Method == "spray_can" => [Aerosol],
            Prime or GlossBed or FinalCoat when amounts.Method == "airbrush" => [Mist],
            CutTransfer or Release => [Blade],
            SoftenTransfer => [Softener],
            _ => [],
        };
        return [.. found.OfType<Caution>()];
    }
}
