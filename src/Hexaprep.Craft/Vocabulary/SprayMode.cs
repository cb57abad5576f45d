namespace Hexaprep.Craft.Vocabulary;

/// <summary>Which spray set-up a step needs; runs of the same one share it.</summary>
public enum SprayMode
{
    Primer,
    Gloss,
    Matte,
    Colour,
}
