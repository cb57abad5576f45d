using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Craft.Inspections;

/// <summary>How far the coat that shows a flaw has come.</summary>
public enum FlawState
{
    Wet,
    TouchDry,
    Hard,
}

/// <summary>A step of a repair.</summary>
/// <param name="Kind">What is done.</param>
/// <param name="Method">How; null where there is no choice.</param>
public sealed record RepairStep(StepKind Kind, string? Method)
{
    /// <summary>What it leaves on, null for nothing.</summary>
    public ProductClass? Product { get; init; }

    /// <summary>Minutes of hands before the first model.</summary>
    public int SetupMinutes { get; init; }

    /// <summary>Seconds of hands for each model.</summary>
    public int SecondsPerModel { get; init; }
}

/// <summary>One thing that can be done about a flaw. Waiting longer and leaving it are among them.</summary>
/// <param name="Id">Its outside name.</param>
/// <param name="Words">What it is called on its key.</param>
/// <param name="Steps">What is done, in order; none for waiting and leaving.</param>
/// <param name="Minutes">Hands for all models that show it.</param>
/// <param name="WaitMinutes">What it waits for in all, by usual times.</param>
/// <param name="Bars">Why it is refused; empty where it may be done.</param>
/// <param name="Warnings">What to know before it is chosen.</param>
public sealed record Repair(
    string Id,
    string Words,
    IReadOnlyList<RepairStep> Steps,
    int Minutes,
    int WaitMinutes,
    IReadOnlyList<string> Bars,
    IReadOnlyList<string> Warnings
);
