using System.Text.Json;
using System.Text.Json.Serialization;
using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Craft.Computation;

/// <summary>The trade's default figures, read from the embedded <c>defaults.json</c> (docs/computation.md names their sources).</summary>
public static class TradeDefaults
{
    private static readonly JsonSerializerOptions Snake = new() { PropertyNamingPolicy = JsonNamingPolicy.SnakeCaseLower };
    private static readonly Document Read = Load();

    /// <summary>How each product class dries.</summary>
    public static DryingClass ClassOf(ProductClass product) => ByClass[product];

    /// <summary>Curves that turn a condition into a score of 0 to 1, for one spray medium.</summary>
    public static IReadOnlyDictionary<string, double[][]> Spraying(string medium) => Read.SprayMedia[medium];

    /// <summary>Which condition is named first where several bind equally.</summary>
    public static IReadOnlyList<string> SprayBindingOrder => Read.SprayBindingOrder;

    /// <summary>By how much each coat below lengthens the wait of the next.</summary>
    public static double StackStep => Read.DryingConstants["STACK_STEP"];

    /// <summary>How many times as long that wait gets at most.</summary>
    public static double StackCap => Read.DryingConstants["STACK_CAP"];

    /// <summary>From here a spray can is a danger, °C.</summary>
    public static double CanHardMaxC => Read.CanHardMaxC;

    /// <summary>Seconds in which a joint can still be moved, and seconds it is held still until it stays; null for a glue without
    /// figures. By the table of glues, a joint of usual size in a workroom.</summary>
    public static (int Movable, int Hold)? JointSeconds(string glue) =>
        Read.GlueTimesS.TryGetValue(glue, out var times) ? ((int)times[0], (int)times[1]) : null;

    /// <summary>Seconds in which accelerator sets a joint of CA: the high end of the practised 1 to 5.</summary>
    public const int AcceleratedSeconds = 5;

    /// <summary>How well a glue holds a material: 0 not at all, 1 poorly, 2 well, 3 best.</summary>
    /// <param name="glue">A glue's method id, e.g. <c>ca</c>.</param>
    /// <param name="material">A material of the table, e.g. <c>pu_resin</c>.</param>
    public static int GlueRating(string glue, string material) => Read.GlueRating[glue][material];

    /// <summary>The glues, in the order of the table.</summary>
    public static IReadOnlyList<string> Glues => [.. Read.GlueRating.Keys];

    /// <summary>The widest gap a glue fills, mm.</summary>
    public static double GlueFillMm(string glue) => Read.GlueFillMm[glue];

    /// <summary>What is done to a face of a material before glue.</summary>
    public static IReadOnlyList<string> GluePrep(string material) => Read.GluePrep[material];

    /// <summary>The stress at which a glue on a material is taken to give, MPa.</summary>
    public static double GlueStrength(string glue, string material) => Read.GlueStrengthMpa[glue][material];

    /// <summary>What is left of the strength of CA that was accelerated.</summary>
    public static double AcceleratedStrength => Read.Accelerator["strength"];

    /// <summary>Seconds in which a joint can be moved, until it stays, until it bears handling.</summary>
    public static (double Position, double Fixture, double Handle) GlueSeconds(string glue) =>
        Read.GlueTimesS[glue] is [var position, var fixture, var handle]
            ? (position, fixture, handle)
            : throw new InvalidOperationException(glue);

    /// <summary>The rods a pin is cut from, mm, thinnest first.</summary>
    public static IReadOnlyList<double> PinRodsMm => Read.PinRodsMm;

    /// <summary>The stress at which a rod bends for good, MPa, by what it is of.</summary>
    public static IReadOnlyDictionary<string, double> RodYield => Read.RodYieldMpa;

    /// <summary>The pressure at which a rod crushes its hole in a material, MPa.</summary>
    public static double Crush(string material) => Read.CrushMpa[material];

    /// <summary>The bases that are sold, mm.</summary>
    public static IReadOnlyList<double> BaseSizesMm => Read.BaseSizesMm;

    /// <summary>The strain a film bears, by what softened it.</summary>
    public static IReadOnlyDictionary<string, double> FilmCapacity => Read.TransferCapacity;

    /// <summary>The median grain of each grit, µm.</summary>
    public static IReadOnlyDictionary<string, double> GritUm => Read.GritUm;

    /// <summary>How much surface more than a plain body a figure has, by how it is equipped.</summary>
    public static IReadOnlyDictionary<string, double> Complexity => Read.Complexity;

    /// <summary>How much of it shows, by how it stands.</summary>
    public static IReadOnlyDictionary<string, double> Pose => Read.Pose;

    /// <summary>The surface of a body by the square of its height.</summary>
    public static double SurfaceOverHeightSquared => Read.BsaOverH2;

    /// <summary>Transfer, wet film and solids of each way to put paint on.</summary>
    public static IReadOnlyDictionary<string, Dictionary<string, double>> PaintMethods => Read.PaintMethods;

    /// <summary>How strongly a coat scatters, by how well a paint hides.</summary>
    public static IReadOnlyDictionary<string, double> HidingSx => Read.HidingSx;

    /// <summary>The primers in the order of ties, with their lightness.</summary>
    public static IReadOnlyList<(string Name, double L)> PrimersL => [.. Read.PrimersL.Select(p => (p[0].GetString()!, p[1].GetDouble()))];

    /// <summary>Touching in where primer is much lighter than a colour: coats at most, from what difference, over what.</summary>
    public static (double Coats, double From, double Over) PrimerTouchUp =>
        (Read.PrimerTouchup[0], Read.PrimerTouchup[1], Read.PrimerTouchup[2]);

    /// <summary>No paint sends back less or more than this share of light.</summary>
    public static (double Low, double High) ReflectanceClamp => (Read.ReflectanceClamp[0], Read.ReflectanceClamp[1]);

    /// <summary>Coats after which one gives up.</summary>
    public static int MostCoats => Read.MaxCoats;

    /// <summary>By how much primer has to be lighter than a paint that shines through.</summary>
    public static double TransparentHeadroomL => Read.TransparentHeadroomL;

    /// <summary>True for a glue whose hold on the materials is known.</summary>
    public static bool RatesGlue(string glue) => Read.GlueRating.ContainsKey(glue);

    /// <summary>The name a material goes by in these tables: old lead is as white metal; null for one nobody identified.</summary>
    public static string? NameOf(Material material) =>
        material switch
        {
            Material.Unknown => null,
            Material.OldLead => Ids.Of(Material.WhiteMetal),
            _ => Ids.Of(material),
        };

    /// <summary>The materials whose joints are rated.</summary>
    public static IReadOnlyCollection<string> GluedMaterials => [.. Read.GlueRating["ca"].Keys];

    /// <summary>Water a material bears, °C: washing at most, and the range that softens it for straightening (null: not by heat).</summary>
    public static (int Wash, int? From, int? To) Heat(string material) =>
        Read.Heat[material] is [{ } wash, var from, var to] ? (wash, from, to) : throw new InvalidOperationException(material);

    /// <summary>The materials whose heat limits are known.</summary>
    public static IReadOnlyCollection<string> HeatMaterials => [.. Read.Heat.Keys];

    /// <summary>How gaps are filled, in the order of the table.</summary>
    public static IReadOnlyDictionary<string, GapMethod> GapMethods => Read.GapMethods;

    /// <summary>How dense a filler is, g/ml.</summary>
    public static double GapDensity(string method) => Read.GapDensity[method];

    /// <summary>How much a flaw counts on a model of a tier; rank and file 1.</summary>
    public static IReadOnlyDictionary<string, double> TierWeight => Read.TierWeight;

    /// <summary>How much a place counts; the front 1.</summary>
    public static IReadOnlyDictionary<string, double> VisibilityWeight => Read.VisibilityWeight;

    private static readonly Dictionary<ProductClass, DryingClass> ByClass = Enum.GetValues<ProductClass>()
        .ToDictionary(p => p, p => Read.DryingClasses[Ids.Of(p)]);

    private static Document Load()
    {
        using var stream = typeof(TradeDefaults).Assembly.GetManifestResourceStream("Hexaprep.Craft.Data.defaults.json")!;
        return JsonSerializer.Deserialize<Document>(stream, Snake)!;
    }

    private sealed record Document(
        IReadOnlyDictionary<string, DryingClass> DryingClasses,
        IReadOnlyDictionary<string, Dictionary<string, double[][]>> SprayMedia,
        IReadOnlyList<string> SprayBindingOrder,
        IReadOnlyDictionary<string, Dictionary<string, int>> GlueRating,
        IReadOnlyDictionary<string, int?[]> Heat,
        double CanHardMaxC,
        IReadOnlyDictionary<string, double> DryingConstants,
        IReadOnlyDictionary<string, double[]> GlueTimesS,
        IReadOnlyDictionary<string, double> GlueFillMm,
        IReadOnlyDictionary<string, double> Complexity,
        IReadOnlyDictionary<string, double> Pose,
        [property: JsonPropertyName("bsa_over_h2")] double BsaOverH2,
        IReadOnlyDictionary<string, Dictionary<string, double>> PaintMethods,
        IReadOnlyDictionary<string, double> HidingSx,
        [property: JsonPropertyName("primers_L")] IReadOnlyList<JsonElement[]> PrimersL,
        IReadOnlyList<double> PrimerTouchup,
        IReadOnlyList<double> ReflectanceClamp,
        int MaxCoats,
        [property: JsonPropertyName("transparent_headroom_L")] double TransparentHeadroomL,
        IReadOnlyDictionary<string, string[]> GluePrep,
        IReadOnlyDictionary<string, Dictionary<string, double>> GlueStrengthMpa,
        IReadOnlyDictionary<string, double> Accelerator,
        IReadOnlyList<double> PinRodsMm,
        IReadOnlyDictionary<string, double> RodYieldMpa,
        IReadOnlyDictionary<string, double> CrushMpa,
        IReadOnlyList<double> BaseSizesMm,
        IReadOnlyDictionary<string, double> TransferCapacity,
        IReadOnlyDictionary<string, double> GritUm,
        IReadOnlyDictionary<string, GapMethod> GapMethods,
        IReadOnlyDictionary<string, double> GapDensity,
        IReadOnlyDictionary<string, double> TierWeight,
        IReadOnlyDictionary<string, double> VisibilityWeight
    );
}

/// <summary>One way to fill a gap.</summary>
/// <param name="Width">The narrowest and the widest gap, mm.</param>
/// <param name="Weld">On materials that solvent cement welds only.</param>
/// <param name="Stages">bare, primed, painted.</param>
/// <param name="Shrink">Share of a fill that is lost as it dries.</param>
/// <param name="DepthMax">The deepest layer of one pass, mm.</param>
/// <param name="MinutesPer10Mm">Hands for a pass over 10 mm.</param>
/// <param name="Smooth">How smooth it ends, 1 to 3.</param>
public sealed record GapMethod(
    [property: JsonPropertyName("w")] IReadOnlyList<double> Width,
    bool Weld,
    IReadOnlyList<string> Stages,
    double Shrink,
    [property: JsonPropertyName("dmax")] double DepthMax,
    [property: JsonPropertyName("min10")] double MinutesPer10Mm,
    int Smooth
);

/// <summary>How a product class dries.</summary>
/// <param name="TMinC">Below it the film never forms, °C.</param>
/// <param name="RhMax">Above it nothing dries, % relative humidity.</param>
/// <param name="PriorSd">Spread of ln(time) between products of the class.</param>
/// <param name="ChemicalKj">Activation energy of the cure, kJ/mol.</param>
/// <param name="SolventKj">Heat of vaporisation of the solvent, kJ/mol.</param>
/// <param name="Stages">By readiness id.</param>
public sealed record DryingClass(
    double TMinC,
    double RhMax,
    double PriorSd,
    [property: JsonPropertyName("Ea_kJ")] double ChemicalKj,
    [property: JsonPropertyName("dHv_kJ")] double SolventKj,
    IReadOnlyDictionary<string, DryingStage> Stages
);

/// <summary>One stage: its reference time and how it is made up.</summary>
/// <param name="TRefMin">Minutes at 21 °C, 50 % RH, still air, normal film.</param>
/// <param name="Share">Shares of water leaving (w), solvent leaving (s), chemical cure (c), moisture cure (m).</param>
/// <param name="FilmExp">How each share grows with the film.</param>
public sealed record DryingStage(double TRefMin, IReadOnlyDictionary<string, double> Share, IReadOnlyDictionary<string, double> FilmExp);
