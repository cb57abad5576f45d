using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Craft.Steps;

/// <summary>How a step is done, as far as rules ask.</summary>
/// <param name="Method">The method's id.</param>
/// <param name="Product">The product's class.</param>
public sealed record Technique(string? Method, ProductClass? Product)
{
    /// <summary>CA with accelerator.</summary>
    public bool Accelerator { get; init; }

    /// <summary>What is to become of the bond.</summary>
    public Fate? Fate { get; init; }

    /// <summary>What the model stands on.</summary>
    public string? Stand { get; init; }
}

/// <summary>What is to become of a bond.</summary>
public enum Fate
{
    Permanent,
    Release,
    Sacrificial,
}
