using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Craft.Steps;

/// <summary>The amounts of a step for one batch.</summary>
/// <param name="SetupMinutes">Minutes of hands before the first model, paid again for each chunk.</param>
/// <param name="SecondsPerModel">Seconds of hands a model, at least 0.</param>
public sealed record StepAmounts(int SetupMinutes, int SecondsPerModel)
{
    /// <summary>What it asks of the person.</summary>
    public Attention Attention { get; init; } = Attention.Hands;

    /// <summary>Work that needs one go is not cut by the end of a sitting.</summary>
    public bool OneGo { get; init; }

    /// <summary>The spray set-up, null when nothing is sprayed.</summary>
    public SprayMode? Mode { get; init; }

    /// <summary>What it leaves to dry, null for nothing.</summary>
    public ProductClass? Product { get; init; }

    /// <summary>The method, where there is a choice.</summary>
    public string? Method { get; init; }

    /// <summary>How often the step is done, each a step of its own.</summary>
    public int Occurrences { get; init; } = 1;

    /// <summary>Minutes a two-part mix stays workable at the cautious end; null when nothing stiffens.</summary>
    public int? WorkingMinutes { get; init; }

    /// <summary>Models served by one mix; the set-up is paid for each mix.</summary>
    public int? ModelsPerMix { get; init; }

    /// <summary>The way, as rules ask about it.</summary>
    public Technique Way => new(Method, Product);
}
