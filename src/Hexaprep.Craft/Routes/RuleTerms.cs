namespace Hexaprep.Craft.Routes;

/// <summary>The kinds of statement the trade makes about steps.</summary>
public enum RuleKind
{
    Before,
    NeedsDry,
    NeverOn,
    Locks,
    Together,
    Soon,
    NotWhile,
}

/// <summary>Law of the material, good practice, or taste.</summary>
public enum Strength
{
    Law,
    Practice,
    Taste,
}

/// <summary>How a rule acts: an order or wait in the route, a method refused on a material, the calendar or a resource of the plan, or
/// a text beside a step.</summary>
public enum RuleActs
{
    Edge,
    Refusal,
    Calendar,
    Card,
}

/// <summary>By which of a wait's three times the plan puts what follows.</summary>
public enum PlanBy
{
    /// <summary>The sure one: an early touch costs work.</summary>
    Sure,

    /// <summary>The usual one: the step begins with its test, and an early touch costs another look.</summary>
    Usual,
}

/// <summary>A wait that is no coat's.</summary>
/// <param name="Way">How the earlier step was done.</param>
/// <param name="Minutes">How long what follows waits, minutes after it.</param>
/// <param name="Reason">Why, in words a user reads.</param>
/// <param name="Test">What shows that it has held long enough.</param>
public sealed record CureHold(Prohibition Way, int Minutes, string Reason, string Test);
