using Hexaprep.Craft.Vocabulary;
using QRCoder;
using UglyToad.PdfPig.Content;
using UglyToad.PdfPig.Core;
using UglyToad.PdfPig.Writer;

namespace Hexaprep.Formats;

/// <summary>A label: what lies in the tray, or stands on the handle, that it is stuck to.</summary>
/// <param name="Unit">The unit, and the batch where it has several.</param>
/// <param name="Model">The model's number, from 1.</param>
/// <param name="Piece">The parts of the piece, such as "body, head"; empty where the model is one piece that nobody described.</param>
/// <param name="Address">Its page.</param>
public sealed record PieceLabel(string Unit, int Model, string Piece, string Address);

/// <summary>Labels for trays and handles as a printed sheet (PDF, A4, three by eight): the model's number to be read at arm's length, the
/// piece, and a QR code of its page (ISO/IEC 18004).</summary>
public static class PieceLabels
{
    // Points; the page begins at its lower left corner.
    private const int Across = 3,
        Down = 8;
    private const double Wide = 595.0 / Across,
        High = 842.0 / Down,
        Margin = 12,
        Code = 64;

    /// <summary>Writes the sheets.</summary>
    /// <param name="labels">At least one.</param>
    public static byte[] Write(IReadOnlyList<PieceLabel> labels)
    {
        using var builder = new PdfDocumentBuilder();
        var (regular, bold) = (builder.AddTrueTypeFont(SheetFonts.Read("Regular")), builder.AddTrueTypeFont(SheetFonts.Read("Bold")));
        foreach (var sheet in labels.Chunk(Across * Down))
        {
            var page = builder.AddPage(PageSize.A4);
            foreach (var (i, label) in sheet.Index())
                Draw(page, label, i % Across * Wide, 842 - (i / Across + 1) * High, regular, bold);
        }
        return builder.Build();
    }

    private static void Draw(
        PdfPageBuilder page,
        PieceLabel label,
        double left,
        double bottom,
        PdfDocumentBuilder.AddedFont regular,
        PdfDocumentBuilder.AddedFont bold
    )
    {
        page.SetStrokeColor(190, 190, 190);
        page.DrawRectangle(new PdfPoint(left, bottom), Wide, High, 0.3);
        var room = Wide - 2 * Margin - Code;
        Text(page, label.Unit, 11, room, left + Margin, bottom + High - 24, regular);
        Text(page, $"{label.Model}", 34, room, left + Margin, bottom + High - 60, bold);
        // The piece may run over two lines; a longer one ends with dots.
        var words = Lines(page, label.Piece, 12, Wide - 2 * Margin, bold);
        for (var i = 0; i < words.Count; i++)
            page.AddText(words[i], 12, new PdfPoint(left + Margin, bottom + 22 - i * 13), bold);
        Qr(page, label.Address, left + Wide - Margin - Code, bottom + High - Margin / 2 - Code);
    }

    private static void Qr(PdfPageBuilder page, string text, double left, double bottom)
    {
        using var generator = new QRCodeGenerator();
        using var code = generator.CreateQrCode(text, QRCodeGenerator.ECCLevel.M);
        var rows = code.ModuleMatrix;
        var one = Code / rows.Count;
        page.SetTextAndFillColor(0, 0, 0);
        page.SetStrokeColor(0, 0, 0);
        for (var y = 0; y < rows.Count; y++)
        {
            for (var x = 0; x < rows[y].Count; x++)
            {
                // A run of dark modules is one rectangle: no hair lines between them.
                var run = 0;
                while (x + run < rows[y].Count && rows[y][x + run])
                    run++;
                if (run > 0)
                    page.DrawRectangle(new PdfPoint(left + x * one, bottom + (rows.Count - 1 - y) * one), run * one, one, 0.01, fill: true);
                x += Math.Max(0, run - 1);
            }
        }
    }

    private static void Text(
        PdfPageBuilder page,
        string text,
        double size,
        double room,
        double x,
        double y,
        PdfDocumentBuilder.AddedFont font
    )
    {
        var shown = SheetFonts.Printable(text);
        while (shown.Length > 1 && SheetFonts.Width(page, shown, size, font) > room)
            shown = shown.TrimEnd('…')[..^1] + "…";
        if (shown.Length > 0)
            page.AddText(shown, size, new PdfPoint(x, y), font);
    }

    private static List<string> Lines(PdfPageBuilder page, string text, double size, double room, PdfDocumentBuilder.AddedFont font)
    {
        var lines = new List<string>();
        foreach (var word in SheetFonts.Printable(text).Split(' ', StringSplitOptions.RemoveEmptyEntries))
        {
            if (lines.Count > 0 && SheetFonts.Width(page, $"{lines[^1]} {word}", size, font) <= room)
                lines[^1] += $" {word}";
            else if (lines.Count < 2)
                lines.Add(word);
            else
            {
                lines[^1] += " …";
                break;
            }
        }
        return lines;
    }
}
