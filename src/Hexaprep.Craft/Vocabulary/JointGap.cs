using System.Globalization;

namespace Hexaprep.Craft.Vocabulary;

/// <summary>What lies on both sides of a gap.</summary>
public enum GapGround
{
    /// <summary>A plate or a face: every line shows.</summary>
    Smooth,

    /// <summary>An edge or a corner.</summary>
    Edge,

    /// <summary>Cloth, fur, bark, scales.</summary>
    Textured,
}

/// <summary>Where a gap is looked at from.</summary>
public enum GapView
{
    /// <summary>Where the eye goes first.</summary>
    Focal,
    Front,
    Side,
    Under,

    /// <summary>Nobody sees it on the built model.</summary>
    Hidden,
}

/// <summary>Whether a gap is filled.</summary>
public enum GapChoice
{
    /// <summary>Nothing was said: filled where that is worth its minutes.</summary>
    AsItShows,

    /// <summary>Filled, whatever it is worth.</summary>
    Fill,

    /// <summary>Left open.</summary>
    Leave,
}

/// <summary>A gap at a joint of a model, measured once for all its models.</summary>
/// <param name="Place">Where it is, 1 to 40 characters: left shoulder.</param>
/// <param name="Count">How many of them a model has, 1 to 24.</param>
/// <param name="WidthMm">Across, mm, 0.02 to 20.</param>
/// <param name="LengthMm">Along, mm, 0.5 to 500.</param>
public sealed record JointGap(string Place, int Count, double WidthMm, double LengthMm)
{
    /// <summary>The longest name of a place, characters.</summary>
    public const int LongestPlace = 40;

    /// <summary>How deep it is, mm, 0.02 to 50; null: as deep as it is wide.</summary>
    public double? DepthMm { get; init; }

    /// <summary>What lies beside it; null: as the model's surface is.</summary>
    public GapGround? Ground { get; init; }

    /// <summary>Where it is looked at from.</summary>
    public GapView View { get; init; } = GapView.Front;

    /// <summary>What was decided about it.</summary>
    public GapChoice Choice { get; init; }

    /// <summary>The gap as it is read back: <c>2 shoulders 0.6 x 9 mm, side, leave</c>.</summary>
    public string Line =>
        string.Join(
            ", ",
            new[]
            {
                $"{(Count > 1 ? $"{Count} " : "")}{Place} {Number(WidthMm)} x {Number(LengthMm)} mm",
                DepthMm is { } deep ? $"{Number(deep)} mm deep" : "",
                Ground is { } ground ? Ids.Of(ground) : "",
                View == GapView.Front ? "" : Ids.Of(View),
                Choice == GapChoice.AsItShows ? "" : Ids.Of(Choice),
            }.Where(w => w.Length > 0)
        );

    /// <summary>Millimetres as they are written and read: 0.25.</summary>
    public static string Number(double mm) => mm.ToString("0.##", CultureInfo.InvariantCulture);

    /// <summary>True for the name of this place, whatever its case.</summary>
    public bool IsAt(string place) => string.Equals(Place, place.Trim(), StringComparison.OrdinalIgnoreCase);
}
