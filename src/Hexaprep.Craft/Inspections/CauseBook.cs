using Hexaprep.Craft.HouseRules;
using static Hexaprep.Craft.Inspections.FlawKind;

namespace Hexaprep.Craft.Inspections;

/// <summary>The causes: what each explains and how often, before any log is read.</summary>
/// <remarks>The odds are a rule of thumb, from what practitioners name first for a flaw: 0.45 the usual suspect, 0.3 often, 0.15 now and
/// then, 0.05 rarely, each against 1 for "something else". Not one reaches 1, nor does it when several models share it, so that a log that
/// accuses nobody leaves "something else" in front. Counts of the bench move them.</remarks>
public static class CauseBook
{
    private const double Usual = 0.45,
        Often = 0.3,
        Seldom = 0.15,
        Rare = 0.05;

    private static readonly Dictionary<CauseId, CauseFacts> Facts = new()
    {
        [CauseId.DrySpray] = new(
            "the spray dried before it landed",
            true,
            "The grain sits on the faces towards the nozzle; the far sides are smooth.",
            "Spray from nearer, in cooler, calmer, less dry air, in light passes.",
            Odds((Grainy, Usual), (Fuzzy, Usual), (Frosting, Rare), (FlawKind.Sheen, Rare), (Tacky, Rare))
        ),
        [CauseId.TooHeavy] = new(
            "it went on too thick",
            true,
            "It is thickest in recesses and on lower edges.",
            "Lighter passes from the usual distance, each given its wait.",
            Odds(
                (Run, Usual),
                (Pooling, Usual),
                (Crazing, Seldom),
                (Tacky, Seldom),
                (Wrinkle, Seldom),
                (Frosting, Seldom),
                (Bubble, Seldom),
                (FlawKind.Sheen, Rare)
            )
        ),
        [CauseId.MissedAngle] = new(
            "some angle was never sprayed",
            true,
            "The gaps lie all on one side, or underneath.",
            "Turn the model a quarter after each pass, and spray once from below.",
            Odds((Bare, Usual), (FlawKind.Sheen, Seldom))
        ),
        [CauseId.DampAir] = new(
            "the air was too damp",
            true,
            "The haze is even, and a drop of gloss makes it clear again.",
            "Wait for air under the label's humidity, the surface 3 °C above the dew point.",
            Odds((Frosting, Usual), (Tacky, Often), (FlawKind.Sheen, Seldom), (Bubble, Rare), (Fisheye, Rare))
        )
        {
            Limit = LabelLimit.MostHumidity,
        },
        [CauseId.Cold] = new(
            "it was too cold for it",
            true,
            "All models of that coat show it, the thick places most.",
            "Spray above the label's temperature, with the can at room warmth.",
            Odds(
                (Tacky, Often),
                (Crazing, Seldom),
                (Grainy, Seldom),
                (Run, Seldom),
                (Frosting, Seldom),
                (FlawKind.Sheen, Rare),
                (Pooling, Rare)
            )
        )
        {
            Limit = LabelLimit.LeastTemperature,
        },
        [CauseId.TooYoung] = new(
            "it was covered or touched before it was ready",
            true,
            "It lies where it was touched, masked or covered first.",
            "Wait until the sure time, or test first.",
            Odds(
                (Print, Usual),
                (Wrinkle, Often),
                (Crazing, Often),
                (Tacky, Seldom),
                (Flaking, Seldom),
                (FlawKind.Sheen, Rare),
                (Tear, Rare),
                (Run, Rare)
            )
        )
        {
            Limit = LabelLimit.NextLayer,
        },
        [CauseId.WindowMissed] = new(
            "it was recoated while its label forbids it",
            true,
            "The skin folded while the new coat was still wet, all over.",
            "Recoat inside the label's window, or wait until it opens again.",
            Odds((Wrinkle, Often), (Crazing, Often), (Flaking, Seldom))
        )
        {
            Limit = LabelLimit.RecoatWindow,
        },
        [CauseId.Greasy] = new(
            "there was grease or release agent under it",
            false,
            "It comes off clean down to the material, or draws back in craters.",
            "A bath, then hold it by its handle or in gloves only.",
            Odds((Flaking, Usual), (Fisheye, Usual), (Print, Often), (Bare, Seldom), (Loose, Seldom), (Silvering, Rare))
        ),
        [CauseId.WetBelow] = new(
            "what lay under it was still wet",
            false,
            "It sits over joints, fills and recesses, and gives under a nail.",
            "Let water, glue and filler come to their sure time first.",
            Odds(
                (Bubble, Often),
                (Flaking, Seldom),
                (Frosting, Seldom),
                (Wrinkle, Seldom),
                (Crazing, Seldom),
                (Tacky, Seldom),
                (Fisheye, Seldom)
            )
        ),
        [CauseId.Plasticiser] = new(
            "the soft plastic keeps it from setting",
            true,
            "It is still sticky after days, on the soft parts only.",
            "Water-based coats on soft flexible plastic, after a test patch.",
            Odds((Tacky, Seldom), (Print, Rare), (Flaking, Rare))
        ),
        [CauseId.DustFell] = new(
            "dust fell into it while it was wet",
            true,
            "Single specks, most on upper faces, that a nail breaks off.",
            "Dust off before the coat, and no sanding in the room until it is touch-dry.",
            Odds((Dust, Usual), (Grainy, Seldom), (Fuzzy, Rare))
        )
        {
            HouseRule = HouseRuleCatalog.DustRoom.Id,
        },
        [CauseId.LineMissed] = new(
            "the line was there before the coat",
            false,
            "It runs straight on across parts, and catches the nail the same way on both sides.",
            "Tilt each model once to a lamp before priming: this place first.",
            Odds((Line, Usual), (Nub, Usual), (Seam, Rare))
        ),
        [CauseId.FillerShrunk] = new(
            "the filler sank as it dried",
            false,
            "The joint is filled but lies lower than its edges.",
            "Fill in thin layers, each hard before the next and before sanding.",
            Odds((Gap, Often), (Seam, Usual), (Gouge, Seldom), (Crazing, Rare))
        ),
        [CauseId.GapUnfilled] = new(
            "the joint was never filled",
            false,
            "The joint is open to its bottom: a pin goes in.",
            "Grade each joint at the dry fit, and fill what shows at the tier's distance.",
            Odds((Gap, Usual), (Seam, Often))
        ),
        [CauseId.MatteBed] = new(
            "there was no gloss under the transfer",
            true,
            "All of the film shines, in grains as fine as the paint's.",
            "A gloss bed edge to edge under every transfer.",
            Odds((Silvering, Often), (FilmEdge, Often), (Bubble, Rare))
        )
        {
            HouseRule = HouseRuleCatalog.GlossArea.Id,
        },
        [CauseId.BedYoung] = new(
            "the gloss bed was still soft",
            true,
            "The film sank, and the gloss round it is dull or drawn.",
            "Wait until the gloss can be handled; test it beside the place.",
            Odds(
                (Wrinkle, Seldom),
                (Tear, Seldom),
                (Crazing, Rare),
                (Bubble, Rare),
                (Silvering, Rare),
                (FlawKind.Sheen, Rare),
                (Print, Rare)
            )
        )
        {
            Limit = LabelLimit.NextLayer,
        },
        [CauseId.AirTrapped] = new(
            "air stayed under the film",
            false,
            "Single bright patches that move or go flat when pressed damp.",
            "Wet the seat with setting solution, press out from the middle, blot.",
            Odds((Silvering, Usual), (Bubble, Usual))
        ),
        [CauseId.NotSoftened] = new(
            "the film was not drawn down",
            false,
            "It bridges rivets, folds and edges; flat places lie well.",
            "Softener over curves and edges, coat by coat until it lies down.",
            Odds((Wrinkle, Often), (FilmEdge, Usual), (Bubble, Often), (Silvering, Often), (Loose, Rare))
        )
        {
            HouseRule = HouseRuleCatalog.Solutions.Id,
        },
        [CauseId.MovedLate] = new(
            "the film was moved after softener",
            false,
            "It is stretched or torn at one edge.",
            "Place it first; after softener, hands off until it is dry.",
            Odds((Tear, Usual), (Wrinkle, Seldom))
        ),
        [CauseId.SealedEarly] = new(
            "it was sealed before it was dry",
            true,
            "The fault came with the seal; the look before it was clean.",
            "Seal when the softener has come to its sure time.",
            Odds((Wrinkle, Seldom), (Frosting, Seldom), (Bubble, Seldom), (Silvering, Rare), (Crazing, Rare), (Tacky, Rare))
        )
        {
            Limit = LabelLimit.NextLayer,
        },
        [CauseId.SolventAttack] = new(
            "a stronger solvent bit the layer under it",
            true,
            "The layer under it moved or softened at once.",
            "Seal the weaker layer first, or stay with the weaker solvent.",
            Odds((Wrinkle, Often), (Crazing, Often), (Flaking, Rare), (Tear, Rare), (FlawKind.Sheen, Rare), (Tacky, Rare))
        ),
        [CauseId.NotShaken] = new(
            "its pigment or matting agent had settled",
            true,
            "The first models of the run differ from the last.",
            "Shake until the ball runs free, and a minute more; again between models.",
            Odds((FlawKind.Sheen, Usual), (Frosting, Often), (Grainy, Seldom), (Bare, Rare), (Run, Rare), (Tacky, Rare))
        ),
        [CauseId.CaFog] = new(
            "vapour of CA settled on it",
            false,
            "The haze is densest round the new joint.",
            "Little CA, moving air, no closed box; white glue over finished paint.",
            Odds((Frosting, Often), (Print, Rare), (FlawKind.Sheen, Rare))
        ),
        [CauseId.WeakJoint] = new(
            "the joint gave way",
            false,
            "The face is smooth and shiny where it broke.",
            "Roughen and pin, and no force before the glue's sure time.",
            Odds((Loose, Usual), (Bent, Often), (Gap, Rare), (Seam, Rare))
        ),
        [CauseId.Heat] = new(
            "it was warmer than the material bears",
            true,
            "Thin parts sag the same way on every model of that bath.",
            "Keep bath and place under the material's limit.",
            Odds((Bent, Often), (Loose, Rare), (Crazing, Rare))
        ),
        [CauseId.Blade] = new(
            "a tool went too deep",
            false,
            "A straight, sharp-edged cut on one model.",
            "A fresh blade, small strokes, away from detail.",
            Odds((Gouge, Usual), (Fuzzy, Rare), (Tear, Often), (Bare, Rare), (Bent, Rare), (FilmEdge, Rare), (Nub, Rare))
        ),
        [CauseId.OldProduct] = new(
            "the product is past its time",
            true,
            "A fresh one on a test card does not show it.",
            "Test an old product on a card first; write down when it was opened.",
            Odds(
                (Tacky, Seldom),
                (Tear, Seldom),
                (Crazing, Rare),
                (Grainy, Seldom),
                (Loose, Seldom),
                (FlawKind.Sheen, Rare),
                (Gap, Rare),
                (Frosting, Rare),
                (Bubble, Rare),
                (Wrinkle, Rare)
            )
        ),
    };

    /// <summary>What is known of a cause.</summary>
    public static CauseFacts Of(CauseId cause) => Facts[cause];

    /// <summary>The causes that explain a flaw, the likeliest first, with their odds.</summary>
    public static IReadOnlyList<(CauseId Cause, double Odds)> Explaining(FlawKind kind) => ByFlaw[kind];

    private static readonly Dictionary<FlawKind, IReadOnlyList<(CauseId, double)>> ByFlaw = Enum.GetValues<FlawKind>()
        .ToDictionary(
            k => k,
            IReadOnlyList<(CauseId, double)> (k) =>
                [
                    .. Facts
                        .Where(f => f.Value.Explains.ContainsKey(k))
                        .Select(f => (f.Key, f.Value.Explains[k]))
                        .OrderByDescending(f => f.Item2)
                        .ThenBy(f => f.Key),
                ]
        );

    private static Dictionary<FlawKind, double> Odds(params (FlawKind Kind, double Odds)[] odds) =>
        odds.ToDictionary(o => o.Kind, o => o.Odds);
}
