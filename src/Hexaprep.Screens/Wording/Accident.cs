using Hexaprep.Craft.Drying;
using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;
using static Hexaprep.Craft.Vocabulary.StepKind;

namespace Hexaprep.Screens.Wording;

/// <summary>Something that goes wrong at a step: what to do now, and the wait and clean-up it adds.</summary>
/// <param name="What">What happened.</param>
/// <param name="Now">What to do at once.</param>
/// <param name="Then">What follows: a wait, a clean-up; empty for nothing.</param>
public sealed record Accident(string What, string Now, string Then)
{
    private static readonly Accident OnSkin = new(
        "Glue on skin or in an eye",
        "Stop. The product's label and medical help come first. Do not pull, and no cotton or tissue.",
        ""
    );

    private static readonly Accident Cut = new("A cut", "Stop and put the blade down. Medical help where it is deep.", "");

    private static readonly Accident Gouged = new(
        "The tool slipped into the model",
        "Leave the edges as they are, do not polish round it.",
        "Note a gouge at the gate: it is filled, sanded and coated again."
    );

    private static readonly Accident Dropped = new(
        "It fell, or a hair landed in it, while wet",
        "Do not wipe. Put it back under cover and leave it.",
        "When it is hard: note it at the gate, rub down, lay that coat again."
    );

    // Long: data: what may go wrong, by step.
    /// <summary>What may go wrong at a step done a way, the likeliest first.</summary>
    public static IReadOnlyList<Accident> At(StepKind kind, Technique way)
    {
        List<Accident> found = [];
        if (kind is Glue or Reassemble or Base or Magnet)
        {
            if (way.Product == ProductClass.PlasticCement)
            {
                found.Add(
                    new(
                        "Cement on a face that shows",
                        "Do not wipe: soft plastic smears away. Leave it alone.",
                        $"It is hard after {Wait(kind, ProductClass.PlasticCement)}; then scrape and polish it, "
                            + "and note a gouge where detail is gone."
                    )
                );
                found.Add(
                    new(
                        "A part sits wrong",
                        "Pull it apart within the first minute, straight, without twisting.",
                        "Glue it anew as if fresh."
                    )
                );
            }
            else if (way.Product == ProductClass.Ca)
            {
                found.Add(
                    new(
                        "CA on a face that shows",
                        "Do not wipe: it smears. Debonder stays off plastic and paint.",
                        $"It is hard after {Wait(kind, ProductClass.Ca)}; then scrape it off."
                    )
                );
                found.Add(
                    new(
                        "A part sits wrong",
                        "Leave it. A joint broken at once tears; broken cold it comes off clean.",
                        "Clean both faces, roughen, glue anew."
                    )
                );
            }
            found.Add(OnSkin);
        }
        if (kind is RemoveParts or RemoveSupports or CleanLines or CutTransfer or OpenTubes or Pin or Roughen)
        {
            found.Add(Gouged);
            found.Add(Cut);
        }
        if (kind is RemoveParts or RemoveSupports or CleanLines or Straighten or Pin)
            found.Add(
                new(
                    "A thin part broke",
                    "Keep both ends, sweep nothing away.",
                    "Note it loose at the gate: pinned and glued, with its wait."
                )
            );
        if (kind is Prime or GlossBed or ProtectiveCoat or FinalCoat or Seal)
        {
            found.Add(
                new(
                    "A run while it is wet",
                    "Wick it up with a damp brush at its lower edge, once; or wipe the whole model and begin again.",
                    "Half dry, leave it: when it is hard it is rubbed down and laid again."
                )
            );
            found.Add(Dropped);
        }
        if (kind is Paint or PaintShade or PaintFilter or PaintMasked or Shade or TouchIn or StepKind.Weather)
            found.Add(new("Paint where it should not be", "A damp clean brush at once; dry, leave it and paint over.", ""));
        if (kind is PlaceTransfer or SoakTransfer)
            found.Add(
                new(
                    "A transfer tore or folded",
                    "Float it with a wet brush and slide the pieces together while it is wet.",
                    "If it dries so: a new one, or paint over."
                )
            );
        if (kind == SoftenTransfer)
            found.Add(
                new(
                    "It wrinkles",
                    "Hands off: it wrinkles while it is wet, and lies down as it dries.",
                    "Still wrinkled when dry: prick it and soften again."
                )
            );
        if (kind is Fill or SeamRepair)
            found.Add(
                new(
                    "Filler on detail",
                    "Acrylic: a damp brush at once. Two-part: a wet tool while it is soft. Cured: leave it.",
                    "Cured filler is carved and sanded."
                )
            );
        if (kind == Wash)
            found.Add(
                new(
                    "A part came off in the bath",
                    "Strain the water before it is poured away.",
                    "Note it loose at the gate: dry first, then glued again."
                )
            );
        return found;
    }

    private static string Wait(StepKind kind, ProductClass product) =>
        Clockface.Lasts(WaitTable.Band(kind, product, Readiness.NextLayer, HouseRuleChoices.Default).Usual);
}
