using System.Globalization;
using Hexaprep.Craft.Drying;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Screens.BenchScreen;
using Hexaprep.Screens.PlanScreen;
using NodaTime;
using UglyToad.PdfPig.Content;
using UglyToad.PdfPig.Core;
using UglyToad.PdfPig.Writer;

namespace Hexaprep.Formats;

/// <summary>The plan as a printed sheet for the bench wall (PDF, A4): one page a sitting, with what to do when, a box to tick, and
/// what is left to dry.</summary>
public static class PlanSheet
{
    // Points from the lower left corner of the page.
    private const double Left = 48,
        Right = 547,
        Top = 780,
        Bottom = 60,
        TallestRow = 34,
        RowOfText = 13;
    private const int MostDrying = 6;

    /// <summary>Writes the sheet; a page says so where no work lies ahead.</summary>
    public static byte[] Write(PlanView plan)
    {
        using var builder = new PdfDocumentBuilder();
        var fonts = (Regular: builder.AddTrueTypeFont(SheetFonts.Read("Regular")), Bold: builder.AddTrueTypeFont(SheetFonts.Read("Bold")));
        var clock = new Clockface(DateTimeZoneProviders.Tzdb[plan.Zone], plan.Now);
        var working = plan.Sittings.Where(s => s.Blocks.Any(b => b.State != BlockState.Past)).ToList();
        foreach (var sitting in working)
            new Page(builder.AddPage(PageSize.A4), fonts.Regular, fonts.Bold, clock).Sitting(sitting, plan.Waits);
        if (working.Count == 0)
            builder.AddPage(PageSize.A4).AddText("Nothing is planned.", 20, new PdfPoint(Left, Top), fonts.Bold);
        return builder.Build();
    }

    private sealed class Page(PdfPageBuilder page, PdfDocumentBuilder.AddedFont regular, PdfDocumentBuilder.AddedFont bold, Clockface clock)
    {
        public void Sitting(PlanSittingView sitting, IReadOnlyList<BightView> waits)
        {
            var work = sitting.Blocks.Where(b => b.State != BlockState.Past).ToList();
            var drying = waits.Where(w => w.From > sitting.Begin && w.From <= sitting.End).OrderBy(w => w.To).Take(MostDrying).ToList();
            Text(
                $"{sitting.Begin.InZone(clock.Zone).ToString("dddd d MMMM", CultureInfo.InvariantCulture)}, {clock.Time(sitting.Begin)} to "
                    + $"{clock.Time(sitting.End)}",
                22,
                Left,
                Top,
                bold
            );
            Line(Top - 12);
            var room = Top - 24 - Bottom - (drying.Count + 1) * 18;
            var row = Math.Min(TallestRow, room / Math.Max(1, work.Count));
            var size = Math.Max(6, Math.Min(15, row - RowOfText + 6));
            var y = Top - 24;
            foreach (var block in work)
            {
                y -= row;
                page.DrawRectangle(new PdfPoint(Left, y), Math.Min(14, row - 3), Math.Min(14, row - 3));
                Text(clock.Time(block.Begin), size, Left + 26, y + 2, bold);
                Text($"{block.Title}, {block.Unit}", size, Left + 84, y + 2, regular);
                Text($"{block.Models}, till {clock.Time(block.End)}", size, Right - 96, y + 2, regular);
            }
            if (drying.Count == 0)
                return;
            y -= 22;
            Line(y + 12);
            foreach (var wait in drying)
            {
                y -= 16;
                Text($"{wait.Unit}: {wait.What}, leave alone until " + $"{clock.Full(wait.To)}", 11, Left, y, regular);
            }
        }

        private void Line(double y) => page.DrawLine(new PdfPoint(Left, y), new PdfPoint(Right, y));

        private void Text(string text, double size, double x, double y, PdfDocumentBuilder.AddedFont font)
        {
            var known = SheetFonts.Printable(text);
            // Too long for the line: the end gives way.
            while (known.Length > 1 && x + SheetFonts.Width(page, known, size, font) > Right)
                known = known[..^1];
            page.AddText(known, size, new PdfPoint(x, y), font);
        }
    }
}
