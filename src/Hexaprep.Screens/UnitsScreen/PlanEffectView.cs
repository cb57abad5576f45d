namespace Hexaprep.Screens.UnitsScreen;

/// <summary>What a decision about a batch does to the plan.</summary>
/// <param name="Summary">Work, and days to the end of the last unit.</param>
/// <param name="Moves">Promises that move by half a day or more.</param>
public sealed record PlanEffectView(string Summary, IReadOnlyList<string> Moves);
