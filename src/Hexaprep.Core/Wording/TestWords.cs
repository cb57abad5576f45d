using Hexaprep.Core.Drying;
using Hexaprep.Core.Routes;

namespace Hexaprep.Core.Wording;

/// <summary>How a coat, a glue, a filler or water is tested for a readiness, in words.</summary>
public static class TestWords
{
    /// <summary>The test: where to touch, and what tells that it is ready.</summary>
    public static string Of(StepKind step, ProductClass product, Readiness stage)
    {
        var (noun, _) = StepWords.Wait(step, product);
        return stage switch
        {
            Readiness.Touch => $"Touch the {noun} where it will not show: no print, no tack.",
            Readiness.Recoat => $"Look along the {noun}: matte, no longer wet-looking, no tack on a hidden spot.",
            Readiness.Handle => $"Hold it as you mean to: the {noun} must not give or mark.",
            _ when product == ProductClass.Water => "Tap it over a dry cloth and look into the recesses: no drop comes.",
            _ when product.Binds() => $"A nail on a leftover lump of the {noun}: no mark, dull and rigid.",
            _ => $"A nail on a hidden spot: the {noun} takes no mark, and its smell is gone.",
        };
    }
}
