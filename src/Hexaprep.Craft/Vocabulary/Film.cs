namespace Hexaprep.Craft.Vocabulary;

/// <summary>How thick a coat went on: half, as meant, or double.</summary>
public enum Film
{
    Light,
    Normal,
    Heavy,
}
