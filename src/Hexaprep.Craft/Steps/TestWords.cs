using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Craft.Steps;

/// <summary>How a coat, a glue, a filler or water is tested for a readiness, in words.</summary>
public static class TestWords
{
    /// <summary>The test: where to touch, and what tells that it is ready.</summary>
    public static string Of(StepKind step, ProductClass product, Readiness stage)
    {
        var (noun, _) = StepWords.Wait(step, product);
        return stage switch
        {
            // Nothing presses on a transfer or its gloss: it is looked at.
            _ when step is StepKind.PlaceTransfer or StepKind.SoftenTransfer =>
                $"Tilt it against the light: the {noun} has no wet edge and nothing moves; touch beside the transfers only.",
            _ when step is StepKind.GlossBed or StepKind.Seal =>
                $"Tilt it against the light: the {noun} lies still and even; touch it where no transfer lies: no print, no tack.",
            Readiness.Touch => $"Touch the {noun} where it will not show: no print, no tack.",
            Readiness.Recoat => $"Look along the {noun}: matte, no longer wet-looking, no tack on a hidden spot.",
            Readiness.Handle => $"Hold it as you mean to: the {noun} must not give or mark.",
            _ when product == ProductClass.Water => "Tap it over a dry cloth and look into the recesses: no drop comes.",
            _ when product.Binds() => $"A nail on a leftover lump of the {noun}: no mark, dull and rigid.",
            _ => $"The test card of the {noun}: a fingertip pressed and turned leaves no mark and no tack.",
        };
    }
}
