using System.Globalization;
using Hexaprep.Bench.Edits;
using Hexaprep.Bench.Records;
using Hexaprep.Craft.Vocabulary;
using NodaTime;
using NodaTime.Text;

namespace Hexaprep.Formats;

/// <summary>What is wrong with one cell: its column, the value, why, and what to write instead.</summary>
public sealed record FieldProblem(string Column, string Value, string Message, string Remedy);

/// <summary>A line read: an order, or the problems that keep it from being one.</summary>
public sealed record RosterReading(UnitOrder? Order, IReadOnlyList<FieldProblem> Problems);

/// <summary>The roster's columns: one reading for files, for lines mended in place, and for units added by hand.</summary>
public static class RosterFields
{
    /// <summary>The known columns, in the documented order.</summary>
    public static readonly IReadOnlyList<string> Columns =
    [
        "unit",
        "batch",
        "models",
        "material",
        "parts",
        "base_mm",
        "tier",
        "mold_lines",
        "gaps",
        "transfers",
        "final_sheen",
        "paint_min",
        "deadline",
        "weight",
        "surface",
        "size",
        "pace",
        "kit",
        "palette",
    ];

    // Room is left for "1 of 3", where a line is split.
    private const int LongestBatch = 60;

    /// <summary>The columns that must be there and filled.</summary>
    public static readonly IReadOnlyList<string> Required = ["unit", "models", "material"];

    /// <summary>Reads the cells of a line; absent cells take their defaults, unknown columns become notes.</summary>
    public static RosterReading Read(IReadOnlyDictionary<string, string> cells)
    {
        var read = new Reader(cells);
        var unit = read.Text("unit", Texts.Name);
        var batch = cells.ContainsKey("batch") ? read.Text("batch", LongestBatch) : "";
        var models = read.Whole("models", RowCheck.Of<BatchRow>(nameof(BatchRow.Models)), null);
        var materials = read.Materials();
        var parts = read.Whole("parts", RowCheck.Of<BatchRow>(nameof(BatchRow.Parts)), 5);
        int? baseMm = cells.ContainsKey("base_mm") ? read.Whole("base_mm", RowCheck.Of<BatchRow>(nameof(BatchRow.BaseMm)), null) : null;
        var tier = read.Choice("tier", Tier.RankAndFile);
        var lines = read.Choice("mold_lines", MoldLines.Ordinary);
        var surface = read.Said<Surface>("surface");
        var size = read.Said<ModelSize>("size");
        var paces = read.Paces();
        var palette = read.Palette();
        var kit = materials.Count > 0 ? read.Kit(materials[0], parts) : null;
        var listed = read.GapList();
        var gaps = listed?.Size ?? read.Choice("gaps", RosterExpander.UsualGaps(tier, surface));
        var transfers = read.Whole("transfers", RowCheck.Of<BatchRow>(nameof(BatchRow.Transfers)), 0);
        var sheen = read.Choice("final_sheen", Sheen.Matte);
        var paint = read.Whole("paint_min", RowCheck.Of<BatchRow>(nameof(BatchRow.PaintMin)), RosterExpander.UsualPaintMinutes(tier));
        var deadline = read.Date("deadline");
        var weight = read.Weight();
        var notes = cells.Where(c => !Columns.Contains(c.Key) && c.Key.Length > 0).Select(c => $"{c.Key}: {c.Value}").ToList();
        read.Notes(notes);
        // Nothing said, the name and the notes are read as a person reads them.
        size ??= ModelSizes.Named(notes.Append(unit).Append(batch));
        if (read.Problems.Count > 0)
            return new RosterReading(null, read.Problems);
        return new RosterReading(
            new UnitOrder(
                unit,
                batch,
                new BatchTraits(materials, models, parts, baseMm, tier, lines, gaps, transfers, sheen, paint)
                {
                    SurfaceSaid = surface,
                    SizeSaid = size,
                    Paces = paces,
                    Palette = palette,
                }
                    .WithGaps(listed)
                    .WithKit(kit),
                deadline,
                weight,
                notes
            ),
            []
        );
    }

    private sealed class Reader(IReadOnlyDictionary<string, string> cells)
    {
        public List<FieldProblem> Problems { get; } = [];

        public string Text(string column, int longest)
        {
            var value = cells.GetValueOrDefault(column, "").Trim();
            if (Texts.WhyNot(value, longest) is { } wrong)
                Wrong(column, Texts.Cut(value, 40), wrong.Message, wrong.Remedy);
            else if (value.Any(char.IsControl))
                Wrong(column, Texts.Cut(value, 40), "It runs over several lines.", "Write it on one line.");
            return value;
        }

        public int Whole(string column, (int Least, int Most) bounds, int? fallback)
        {
            var (least, most) = bounds;
            var value = cells.GetValueOrDefault(column, "").Trim();
            if (value.Length == 0 && fallback is { } absent)
                return absent;
            if (
                int.TryParse(value, NumberStyles.AllowLeadingSign, CultureInfo.InvariantCulture, out var number)
                && number >= least
                && number <= most
            )
                return number;
            Wrong(
                column,
                value,
                value.Length == 0 ? "It is empty." : $"'{value}' is not a whole number from {least} to {most}.",
                $"Write a whole number from {least} to {most}."
            );
            return least;
        }

        public T Choice<T>(string column, T fallback)
            where T : struct, Enum
        {
            var value = cells.GetValueOrDefault(column, "").Trim();
            if (value.Length == 0)
                return fallback;
            if (Ids.TryParse<T>(value.ToLowerInvariant().Replace(' ', '_'), out var found))
                return found;
            Wrong(column, value, $"'{value}' is none of the choices.", $"Write one of: {string.Join(", ", Ids.All<T>())}.");
            return fallback;
        }

        public T? Said<T>(string column)
            where T : struct, Enum => cells.GetValueOrDefault(column, "").Trim().Length == 0 ? null : Choice<T>(column, default);

        // "clean_lines 12; glue 6 + 5": minutes a model, and minutes of setting up.
        public IReadOnlyList<StepPace> Paces()
        {
            var paces = new List<StepPace>();
            var texts = cells
                .GetValueOrDefault("pace", "")
                .Split(';', StringSplitOptions.TrimEntries | StringSplitOptions.RemoveEmptyEntries);
            foreach (var text in texts)
            {
                if (StepPace.Read(text, out var wrong) is not { } pace)
                    Wrong("pace", Texts.Cut(text, 40), wrong.Message, wrong.Remedy);
                else if (paces.Exists(p => p.Step == pace.Step))
                    Wrong("pace", Texts.Cut(text, 40), $"{Ids.Of(pace.Step)} stands there twice.", "Give each kind of step once.");
                else
                    paces.Add(pace);
            }
            return paces;
        }

        // "body, head, 2 arms, cloak, hides the face".
        public PartList? Kit(Material usual, int parts)
        {
            var text = cells.GetValueOrDefault("kit", "").Trim();
            if (text.Length == 0)
                return null;
            if (text.Length > PartList.Most * PartList.LongestLine)
                Wrong("kit", Texts.Cut(text, 40), "The list is too long.", $"Name at most {PartList.Most} parts.");
            else if (PartList.Read([text], usual, out var wrong) is not { } kit)
                Wrong("kit", Texts.Cut(text, 40), wrong.Message, wrong.Remedy);
            else if (cells.GetValueOrDefault("parts", "").Trim().Length > 0 && parts != kit.Count)
                Wrong(
                    "kit",
                    Texts.Cut(text, 40),
                    $"It has {kit.Count} parts, the column parts says {parts}.",
                    "Leave parts empty where the kit is listed."
                );
            else
                return kit;
            return null;
        }

        // "cloth goldenrod 30 %, trousers #5b6b39 25 %".
        public Palette? Palette()
        {
            var text = cells.GetValueOrDefault("palette", "").Trim();
            if (text.Length == 0)
                return null;
            const int most = Craft.Vocabulary.Palette.Most;
            if (text.Length > most * Craft.Vocabulary.Palette.LongestLine)
                Wrong("palette", Texts.Cut(text, 40), "The list is too long.", $"Name at most {most} colours.");
            else if (Craft.Vocabulary.Palette.Read([text], out var wrong) is { } palette)
                return palette;
            else
                Wrong("palette", Texts.Cut(text, 40), wrong.Message, wrong.Remedy);
            return null;
        }

        // "left shoulder 0.6 x 9, belt 0.4 x 10, hidden"; a word alone is their size.
        public GapList? GapList()
        {
            var text = cells.GetValueOrDefault("gaps", "").Trim();
            if (!text.Contains(' ', StringComparison.Ordinal))
                return null;
            if (text.Length > Craft.Vocabulary.GapList.Most * Craft.Vocabulary.GapList.LongestLine)
                Wrong("gaps", Texts.Cut(text, 40), "The list is too long.", $"Name at most {Craft.Vocabulary.GapList.Most} gaps.");
            else if (Craft.Vocabulary.GapList.Read([text], out var wrong) is { } list)
                return list;
            else
                Wrong("gaps", Texts.Cut(text, 40), wrong.Message, wrong.Remedy);
            return null;
        }

        public void Notes(IReadOnlyList<string> notes)
        {
            if (notes.Count > TextAttribute.MostTexts)
                Wrong("line", "", $"It has {notes.Count} columns of notes.", $"Keep at most {TextAttribute.MostTexts}.");
            foreach (var note in notes)
            {
                if (Texts.WhyNot(note, Texts.Note, 0) is { } wrong)
                    Wrong(Texts.Cut(note.Split(':')[0], 40, "note"), Texts.Cut(note, 40), wrong.Message, wrong.Remedy);
            }
        }

        // Several materials in one model are joined by "+" or "and".
        public IReadOnlyList<Material> Materials()
        {
            var value = cells.GetValueOrDefault("material", "").Trim();
            var found = new List<Material>();
            foreach (
                var word in value
                    .Split(['+', '&', '/'], StringSplitOptions.TrimEntries)
                    .SelectMany(w => w.Split(" and ", StringSplitOptions.TrimEntries))
            )
            {
                if (Craft.Vocabulary.Materials.TryRead(word, out var material))
                    found.Add(material);
                else
                    Wrong(
                        "material",
                        value,
                        word.Equals("resin", StringComparison.OrdinalIgnoreCase) ? "'resin' may be cast or printed."
                            : word.Length == 0 ? "It is empty."
                            : $"'{word}' is no material.",
                        $"Write one of: {string.Join(", ", Enum.GetValues<Material>().Select(Craft.Vocabulary.Materials.Word))}; join "
                            + "several with '+'."
                    );
            }
            return found;
        }

        public LocalDate? Date(string column)
        {
            var value = cells.GetValueOrDefault(column, "").Trim();
            if (value.Length == 0)
                return null;
            var parsed = LocalDatePattern.Iso.Parse(value);
            if (parsed.Success && parsed.Value.IsKept())
                return parsed.Value;
            Wrong(column, value, $"'{value}' is not a date.", "Write it as 2026-03-24.");
            return null;
        }

        public int Weight() =>
            cells.GetValueOrDefault("weight", "").Trim().Equals("this first", StringComparison.OrdinalIgnoreCase)
                ? 5
                : Whole("weight", RowCheck.Of<UnitRow>(nameof(UnitRow.Weight)), 1);

        private void Wrong(string column, string value, string message, string remedy) =>
            Problems.Add(new FieldProblem(column, value, message, remedy));
    }
}
