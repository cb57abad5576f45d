namespace Hexaprep.Core.Routes;

/// <summary>Every kind of step the catalogue knows; what is known of each stands in <see cref="StepFacts"/>. The order here means
/// nothing.</summary>
public enum StepKind
{
    Study,
    RemoveParts,
    RemoveSupports,
    CleanLines,
    CleanLinesGate,
    Straighten,
    OpenTubes,
    Wash,
    Cure,
    DryFit,
    DryFitGate,
    Pin,
    Magnet,
    Roughen,
    Glue,
    Fill,
    Sand,
    FillGate,
    Base,
    BaseTexture,
    SealTexture,
    Handle,
    TestPatch,
    Prime,
    PrimerGate,
    TouchIn,
    RevealBrush,
    Paint,
    PaintShade,
    PaintFilter,
    ProtectiveCoat,
    Mask,
    PaintMasked,
    Unmask,
    GlossBed,
    GlossBedGate,
    CutTransfer,
    SoakTransfer,
    PlaceTransfer,
    SoftenTransfer,
    TransferGate,
    Seal,
    Shade,
    Weather,
    Reassemble,
    SeamRepair,
    ReassembleGate,
    FinalCoat,
    Release,
    BaseFinish,
    FinalGate,
}

/// <summary>Where a step stands on the hexagon: six sides, the painting corner, the centre.</summary>
public enum Side
{
    Clean,
    Wash,
    Fill,
    Mount,
    Prime,
    Paint,
    Varnish,
    Finish,
}

/// <summary>What a step asks of the person while it runs.</summary>
public enum Attention
{
    Hands,
    Attended,
    Watched,
    Free,
}

/// <summary>The readiness a wait is for. Not an ordered scale: an enamel may be handled before it may be recoated.</summary>
public enum Readiness
{
    Touch,
    Recoat,
    Handle,
    NextLayer,
    Full,
}

/// <summary>Which spray set-up a step needs; runs of the same one share it.</summary>
public enum SprayMode
{
    Primer,
    Gloss,
    Matte,
    Colour,
}

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

/// <summary>Questions about kinds of step.</summary>
public static class StepKinds
{
    /// <summary>An inspection: pass, or a flaw note.</summary>
    public static bool IsGate(this StepKind kind) => StepFacts.Of(kind).IsGate;

    /// <summary>Lays a film over the surface.</summary>
    public static bool Coats(this StepKind kind) => StepFacts.Of(kind).LaysAFilm;

    /// <summary>Makes dust or chips that settle in anything wet.</summary>
    public static bool MakesDust(this StepKind kind) => StepFacts.Of(kind).MakesDust;

    /// <summary>Done at the table or on paper: no hand comes near the model.</summary>
    public static bool LeavesTheModelAlone(this StepKind kind) => StepFacts.Of(kind).LeavesTheModelAlone;

    /// <summary>Kinds in the order of work.</summary>
    public static IOrderedEnumerable<StepKind> InOrder(this IEnumerable<StepKind> kinds) => kinds.OrderBy(k => StepFacts.Of(k).Place);
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
