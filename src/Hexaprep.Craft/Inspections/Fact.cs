namespace Hexaprep.Craft.Inspections;

/// <summary>One thing the log says about a cause.</summary>
/// <param name="Cause">The cause.</param>
/// <param name="Ratio">How many times likelier the log would say so if it was this cause than if it was something else: above 1 it
/// speaks for it, below 1 against it.</param>
/// <param name="Text">The fact, with its figure.</param>
public sealed record Fact(CauseId Cause, double Ratio, string Text);
