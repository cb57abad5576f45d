namespace Hexaprep.Craft.Vocabulary;

/// <summary>What a step asks of the person while it runs.</summary>
public enum Attention
{
    Hands,
    Attended,
    Watched,
    Free,
}
