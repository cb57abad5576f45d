using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Screens.Wording;

/// <summary>A question of the identification key: by feel, weight, flex, marks.</summary>
/// <param name="Id">Its own id.</param>
/// <param name="Question">What to look at or feel.</param>
/// <param name="Answers">What may be found.</param>
public sealed record KeyQuestion(string Id, string Question, IReadOnlyList<KeyAnswer> Answers);

/// <summary>What was found: it leads to the next question or to a material.</summary>
/// <param name="Text">The finding.</param>
/// <param name="Next">The next question's id; null when it leads to a material.</param>
/// <param name="Material">The material; null when another question follows.</param>
/// <param name="Why">What tells it, once a material is reached.</param>
public sealed record KeyAnswer(string Text, string? Next, Material? Material, string? Why);

/// <summary>Leads to a material without tools; whoever stays unsure gets the most cautious treatment of all.</summary>
public static class MaterialKey
{
    /// <summary>The questions, the first being the way in.</summary>
    public static readonly IReadOnlyList<KeyQuestion> Questions =
    [
        new(
            "weight",
            "Lay it in your hand. How heavy is it for its size?",
            [
                On("Heavy, cold, it takes the warmth of the hand", "metal"),
                On("Light", "flex"),
                Is("I cannot tell", Material.Unknown, "It gets the most cautious treatment of every material until you know."),
            ]
        ),
        new(
            "metal",
            "Look at a freshly scraped, hidden spot, and at where it comes from.",
            [
                Is(
                    "Bright silver, hard to mark with a nail, sold new as lead-free",
                    Material.WhiteMetal,
                    "Bright, hard, and somebody says what is in it."
                ),
                Is(
                    "Dull grey, soft, marks paper like a pencil, or decades old",
                    Material.OldLead,
                    "Soft, dull, old: taken for lead alloy. Wash your hands now."
                ),
                Is("Neither is sure", Material.OldLead, "Metal of unknown age is treated as lead: wet work, no acid, no heat."),
            ]
        ),
        new(
            "flex",
            "Bend a thin part a little. Do not force it.",
            [
                On("It bends far and comes back like rubber", "rubber"),
                On("It gives a little and springs back", "frame"),
                On("It hardly gives; it feels brittle", "marks"),
            ]
        ),
        new(
            "rubber",
            "Look at its surface close to a light.",
            [
                Is("Soft edges, mold lines, no layers", Material.FlexiblePvc, "Bends far, molded: soft flexible plastic."),
                Is("Fine steps or layers all over", Material.Photopolymer, "Bends, and shows layers: a flexible print."),
            ]
        ),
        new(
            "frame",
            "How did it come?",
            [
                Is("On a frame with numbered parts, smooth and even", Material.Polystyrene, "On a frame and springy: hard frame plastic."),
                Is(
                    "A toy or vehicle part, tougher than frame plastic, shiny inside",
                    Material.Abs,
                    "Tough and shiny: the harder frame plastic."
                ),
                Is("With ribs you feel under a nail, layer on layer", Material.Pla, "Ribs under the nail: a filament print."),
                On("None of these", "marks"),
            ]
        ),
        new(
            "marks",
            "Look for what its making left behind.",
            [
                Is(
                    "Bubbles, thin flash, a thick casting plug, a greasy feel",
                    Material.PuResin,
                    "Bubbles, plug and greasy film: cast resin."
                ),
                Is(
                    "Hair-fine layers, dots where supports stood",
                    Material.Photopolymer,
                    "Hair-fine layers and support dots: printed resin."
                ),
                Is("Ribs you can feel, thread-like ends", Material.Pla, "Ribs and threads: a filament print."),
                Is("Nothing of this", Material.Unknown, "It gets the most cautious treatment of every material until you know."),
            ]
        ),
    ];

    private static KeyAnswer On(string text, string next) => new(text, next, null, null);

    private static KeyAnswer Is(string text, Material material, string why) => new(text, null, material, why);
}
