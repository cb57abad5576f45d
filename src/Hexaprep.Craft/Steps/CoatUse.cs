namespace Hexaprep.Craft.Steps;

/// <summary>What a product is for, as far as that tells bottles apart.</summary>
public enum CoatUse
{
    Primer,
    Gloss,
    Varnish,
    Paint,
    Glue,
    Filler,
    Texture,
    Transfer,
    Water,
}
