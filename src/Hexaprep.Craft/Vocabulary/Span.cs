namespace Hexaprep.Craft.Vocabulary;

/// <summary>Minutes from the plan's origin, begin included, end not.</summary>
public readonly record struct Span(int Begin, int End)
{
    /// <summary>Minutes between begin and end.</summary>
    public int Length => End - Begin;
}
