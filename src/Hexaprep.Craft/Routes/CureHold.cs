namespace Hexaprep.Craft.Routes;

/// <summary>A wait that is no coat's.</summary>
/// <param name="Way">How the earlier step was done.</param>
/// <param name="Minutes">How long what follows waits, minutes after it.</param>
/// <param name="Reason">Why, in words a user reads.</param>
/// <param name="Test">What shows that it has held long enough.</param>
public sealed record CureHold(Prohibition Way, int Minutes, string Reason, string Test);
