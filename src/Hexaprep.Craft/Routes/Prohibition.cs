using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Craft.Routes;

/// <summary>What a refusal speaks about: every part that is set must match what is asked.</summary>
public sealed record Prohibition
{
    /// <summary>The method, e.g. <c>soap_warm</c>.</summary>
    public string? Method { get; init; }

    /// <summary>Every method but these; null for no such limit.</summary>
    public IReadOnlyList<string>? OtherThan { get; init; }

    /// <summary>The product's chemistry, e.g. every solvent.</summary>
    public Func<ProductClass, bool>? Product { get; init; }

    /// <summary>With accelerator.</summary>
    public bool Accelerator { get; init; }

    /// <summary>The bond's fate.</summary>
    public Fate? Fate { get; init; }

    /// <summary>What the model stands on meanwhile.</summary>
    public string? Stand { get; init; }

    /// <summary>However it is done.</summary>
    public static readonly Prohibition Anyhow = new();

    /// <summary>By this method.</summary>
    public static Prohibition By(string method) => new() { Method = method };

    /// <summary>By any method but these.</summary>
    public static Prohibition ByAnythingBut(params string[] methods) => new() { OtherThan = methods };

    /// <summary>With such a product.</summary>
    public static Prohibition With(Func<ProductClass, bool> product) => new() { Product = product };

    /// <summary>True when what is asked is refused by it.</summary>
    public bool Meets(Technique way) =>
        (Method is null || way.Method == Method)
        && (OtherThan is null || !OtherThan.Contains(way.Method))
        && (Product is null || (way.Product is { } product && Product(product)))
        && (!Accelerator || way.Accelerator)
        && (Fate is null || way.Fate == Fate)
        && (Stand is null || way.Stand == Stand);
}
