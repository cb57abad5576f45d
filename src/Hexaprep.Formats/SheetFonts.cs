using UglyToad.PdfPig.Core;
using UglyToad.PdfPig.Writer;

namespace Hexaprep.Formats;

/// <summary>The shipped fonts of printed sheets, and what they can show.</summary>
internal static class SheetFonts
{
    /// <summary>A font's file.</summary>
    /// <param name="weight">Regular or Bold.</param>
    public static byte[] Read(string weight)
    {
        using var stream = typeof(SheetFonts).Assembly.GetManifestResourceStream(
            $"Hexaprep.Formats.Fonts.AtkinsonHyperlegibleNext-{weight}.ttf"
        )!;
        using var memory = new MemoryStream();
        stream.CopyTo(memory);
        return memory.ToArray();
    }

    /// <summary>A text as the fonts can show it: a question mark for what they have no sign for.</summary>
    public static string Printable(string text) => string.Concat(text.Select(c => Known(c) ? c : '?'));

    /// <summary>How wide a text is, points.</summary>
    /// <param name="page">The page it goes on.</param>
    /// <param name="text">A text the fonts can show, not empty.</param>
    /// <param name="size">Its size, points.</param>
    /// <param name="font">Its font.</param>
    public static double Width(PdfPageBuilder page, string text, double size, PdfDocumentBuilder.AddedFont font) =>
        page.MeasureText(text, size, new PdfPoint(0, 0), font)[^1].EndBaseLine.X;

    // What the shipped font surely has: Latin with its accents, and the usual dashes, quotes and signs.
    private static bool Known(char c) =>
        c
            is >= ' '
                and <= '~'
                or >= '\u00a1'
                and <= '\u017e'
                or '\u2013'
                or '\u2014'
                or '\u2018'
                or '\u2019'
                or '\u201c'
                or '\u201d'
                or '\u2026'
                or '\u00d7';
}
