using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Craft.Drying;

/// <summary>A product as this bench knows it: what dries, how it goes on, what for. The finest key that observations are gathered
/// under.</summary>
/// <param name="Class">Its class.</param>
/// <param name="Method">How it goes on; null where there is no choice.</param>
/// <param name="Use">What for.</param>
public sealed record Product(ProductClass Class, string? Method, CoatUse Use)
{
    /// <summary>Its outside id, e.g. <c>acrylic_solvent.spray_can.primer</c>.</summary>
    public string Id => $"{Ids.Of(Class)}.{Method ?? "any"}.{Ids.Of(Use)}";

    /// <summary>Its name, e.g. "Primer, solvent acrylic, spray can".</summary>
    public string Name => $"{Use}, {ClassWords}{(Method is { } m && m != Ids.Of(Class) ? $", {m.Replace('_', ' ')}" : "")}";

    private string ClassWords =>
        Class switch
        {
            ProductClass.AcrylicWb => "water-borne acrylic",
            ProductClass.AcrylicSolvent => "solvent acrylic",
            ProductClass.EnamelAlkyd => "enamel",
            ProductClass.Ca => "CA",
            ProductClass.Pva => "PVA",
            _ => Ids.Of(Class).Replace('_', ' '),
        };

    /// <summary>The product a coat was laid with.</summary>
    public static Product Of(Coat coat) => Of(coat.Step, coat.Product, coat.Method);

    /// <summary>The product a step is done with.</summary>
    public static Product Of(StepKind step, ProductClass product, string? method) => new(product, method, StepDefinition.Of(step).Use);

    /// <summary>Reads an outside id; null when it is none.</summary>
    public static Product? Find(string id) =>
        id.Split('.') is [var c, var m, var u] && Ids.TryParse<ProductClass>(c, out var product) && Ids.TryParse<CoatUse>(u, out var use)
            ? new Product(product, m == "any" ? null : m, use)
            : null;
}

/// <summary>The numbers on a product's own label; null where it gives none. They stand in place of the class's, and no wait is
/// shorter.</summary>
/// <param name="Product">The product.</param>
/// <param name="RecoatMin">Recoat from, minutes.</param>
/// <param name="RecoatMax">Recoat until, minutes.</param>
/// <param name="ReopenMin">Recoat again from, minutes.</param>
/// <param name="HandleMin">Handle from, minutes.</param>
/// <param name="NextLayerMin">Overpaint from, minutes.</param>
/// <param name="MinTempC">Not below, °C.</param>
/// <param name="MaxHumidityPct">Not above, %.</param>
public sealed record ProductLabel(
    Product Product,
    double? RecoatMin,
    double? RecoatMax,
    double? ReopenMin,
    double? HandleMin,
    double? NextLayerMin,
    double? MinTempC,
    double? MaxHumidityPct
)
{
    /// <summary>Its minutes for a stage.</summary>
    public double? Minutes(Readiness stage) =>
        stage switch
        {
            Readiness.Recoat => RecoatMin,
            Readiness.Handle => HandleMin,
            Readiness.NextLayer => NextLayerMin,
            _ => null,
        };

    /// <summary>Why it cannot be; null when it can.</summary>
    public Refusal? WhyNot()
    {
        foreach (
            var (field, value) in new[]
            {
                ("recoatMin", RecoatMin),
                ("recoatMax", RecoatMax),
                ("reopenMin", ReopenMin),
                ("handleMin", HandleMin),
                ("nextLayerMin", NextLayerMin),
            }
        )
        {
            if (value is <= 0 or > 100_000)
                return new Refusal(field, $"{value} minutes do not fit.", "Give minutes above 0, or leave it empty.");
        }
        if (RecoatMax is { } max && max <= (RecoatMin ?? 0))
            return new Refusal("recoatMax", $"{max} closes before it opens.", "Give more than the opening.");
        if (ReopenMin is { } reopen && reopen <= (RecoatMax ?? double.MaxValue))
            return new Refusal("reopenMin", $"{reopen} reopens before it closes.", "Give the closing too, and more than it.");
        if (MinTempC is < -10 or > 45)
            return new Refusal("minTempC", $"{MinTempC} °C does not fit.", "Give -10 to 45.");
        return MaxHumidityPct is < 5 or > 100 ? new Refusal("maxHumidityPct", $"{MaxHumidityPct} % does not fit.", "Give 5 to 100.") : null;
    }
}
