namespace Hexaprep.Craft.Routes;

/// <summary>A sentence of the rule book, as it is shown.</summary>
/// <param name="Text">The sentence.</param>
/// <param name="Strength">How binding it is; what the house chose for itself is taste.</param>
public sealed record Citation(string Text, Strength Strength);
