namespace Hexaprep.Craft.Vocabulary;

/// <summary>Coating and gluing products by chemistry.</summary>
public enum ProductClass
{
    AcrylicWb,
    AcrylicSolvent,
    Lacquer,
    EnamelAlkyd,
    PlasticCement,
    Ca,
    EpoxyPutty,
    AcrylicPutty,
    Pva,
    SettingSolution,
    SofteningSolution,
    Water,
}

/// <summary>Questions about products.</summary>
public static class ProductClasses
{
    /// <summary>What a coat may be.</summary>
    public static readonly IReadOnlyList<ProductClass> Coatings =
    [
        ProductClass.AcrylicWb,
        ProductClass.AcrylicSolvent,
        ProductClass.Lacquer,
        ProductClass.EnamelAlkyd,
    ];

    /// <summary>Carries solvent that attacks foam and soft plastic.</summary>
    public static bool HasSolvent(this ProductClass product) =>
        product is ProductClass.AcrylicSolvent or ProductClass.Lacquer or ProductClass.EnamelAlkyd;

    /// <summary>A glue or filler: hard enough to wash, file or twist at its next-layer stage.</summary>
    public static bool Binds(this ProductClass product) =>
        product
            is ProductClass.PlasticCement
                or ProductClass.Ca
                or ProductClass.EpoxyPutty
                or ProductClass.AcrylicPutty
                or ProductClass.Pva;
}
