using System.Globalization;

namespace Hexaprep.Craft.Fillers;

/// <summary>Two-part putty as it is cut and kneaded: two equal balls.</summary>
public static class PuttyBalls
{
    /// <summary>The least that can be cut in equal parts, ml.</summary>
    public const double LeastMl = 0.25;

    /// <summary>How large each of two equal balls is, mm across.</summary>
    /// <param name="millilitres">Both together, ml, at least 0.</param>
    public static double BallMm(double millilitres) => Math.Cbrt(millilitres * 500 * 6 / Math.PI);

    /// <summary>So much in words: 0.41 ml, two balls of 7 mm; never less than can be cut.</summary>
    /// <param name="millilitres">Both together, ml, at least 0.</param>
    public static string Words(double millilitres)
    {
        var mixed = Math.Max(LeastMl, millilitres);
        return string.Create(CultureInfo.InvariantCulture, $"{mixed:0.##} ml, two balls of {BallMm(mixed):0} mm");
    }
}
