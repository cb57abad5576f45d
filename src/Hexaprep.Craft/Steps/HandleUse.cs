namespace Hexaprep.Craft.Steps;

/// <summary>How the models of a batch take handles: small figures stand several to a strip, which is one handle; pieces that are painted
/// apart take a handle each.</summary>
/// <param name="ModelsOnOne">Models on one handle, at least 1.</param>
/// <param name="HandlesForOne">Handles for one model, at least 1.</param>
public readonly record struct HandleUse(int ModelsOnOne, int HandlesForOne)
{
    /// <summary>A model a handle.</summary>
    public static HandleUse Single => new(1, 1);

    /// <summary>Length of a strip in mm: a ruler.</summary>
    public const int StripMm = 300;

    /// <summary>The fewest and the most models of a strip: under three it is no row, over ten no wrist turns it.</summary>
    public const int Fewest = 3,
        Most = 10;

    /// <summary>As many as stand on a strip with a model's width between them, so that each side is reached: 3 to 10.</summary>
    /// <param name="footMm">Width of a model's foot in mm, above 0.</param>
    public static HandleUse Strip(int footMm) => new(Math.Clamp((StripMm + footMm) / (2 * footMm), Fewest, Most), 1);

    /// <summary>How so many models are set up in rows, "In rows: 5 strips of 6, a model's width apart."; empty where each has a handle of
    /// its own.</summary>
    /// <param name="models">At least 1.</param>
    public string RowWords(int models) =>
        ModelsOnOne == 1 || models < Fewest ? ""
        : models <= ModelsOnOne ? "In a row on one strip, a model's width apart."
        : $"In rows: {For(models)} strips of {(models % ModelsOnOne == 0 ? "" : "up to ")}{ModelsOnOne}, a model's width apart.";

    /// <summary>The handles that so many models take.</summary>
    /// <param name="models">At least 0.</param>
    public int For(int models) => (models + ModelsOnOne - 1) / ModelsOnOne * HandlesForOne;

    /// <summary>The most models that so many handles hold at once; at least one model, which goes on piece by piece.</summary>
    /// <param name="handles">At least 1.</param>
    public int ModelsOn(int handles) => Math.Max(1, handles / HandlesForOne * ModelsOnOne);
}
