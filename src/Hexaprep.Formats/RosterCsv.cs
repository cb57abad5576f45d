using System.Globalization;
using System.Text;
using CsvHelper;
using CsvHelper.Configuration;
using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Formats;

/// <summary>A line of a roster as it was written, and as it was understood.</summary>
/// <param name="Line">Its line in the file, the header being 1.</param>
/// <param name="Cells">Column to text, as written.</param>
/// <param name="Reading">What it means, or what is wrong with it.</param>
public sealed record RosterLine(int Line, IReadOnlyDictionary<string, string> Cells, RosterReading Reading);

/// <summary>Reads roster CSV (RFC 4180; comma or semicolon; header in any order; UTF-8, a byte order mark tolerated). Streams: one
/// line in memory.</summary>
public static class RosterCsv
{
    /// <summary>The most lines read.</summary>
    public const int MostLines = 10_000;

    /// <summary>Reads the lines one by one.</summary>
    /// <exception cref="RefusedException">The file as a whole cannot be read: not UTF-8, no header, a required column missing, a
    /// column twice, too long.</exception>
    public static IEnumerable<RosterLine> Read(Stream stream)
    {
        if (stream.CanSeek)
            CsvLines.Check(stream);
        using var text = new StreamReader(
            stream,
            new UTF8Encoding(false, throwOnInvalidBytes: true),
            detectEncodingFromByteOrderMarks: true,
            leaveOpen: true
        );
        using var csv = new CsvReader(
            text,
            new CsvConfiguration(CultureInfo.InvariantCulture)
            {
                DetectDelimiter = true,
                DetectDelimiterValues = [",", ";"],
                TrimOptions = TrimOptions.Trim,
                BadDataFound = null,
                MissingFieldFound = null,
                IgnoreBlankLines = true,
            }
        );
        var header = Header(csv);
        var lines = 0;
        while (Guard(csv.Read, csv))
        {
            if (++lines > MostLines)
                throw Refuse("file", $"It has more than {MostLines} lines.", "Split it into smaller files.");
            var cells = new Dictionary<string, string>(StringComparer.Ordinal);
            for (var i = 0; i < header.Length; i++)
            {
                var value = i < csv.Parser.Count ? csv.Parser[i] : "";
                if (value.Length > 0)
                    cells[header[i]] = value;
            }
            if (cells.Count == 0)
                continue;
            var extra = Enumerable.Range(header.Length, Math.Max(0, csv.Parser.Count - header.Length)).Any(i => csv.Parser[i].Length > 0);
            var reading = RosterFields.Read(cells);
            if (extra)
            {
                reading = reading with
                {
                    Order = null,
                    Problems =
                    [
                        .. reading.Problems,
                        new FieldProblem(
                            "line",
                            csv.Parser.RawRecord.Trim(),
                            $"It has {csv.Parser.Count} cells, the header has {header.Length}.",
                            "Quote cells that hold the separator."
                        ),
                    ],
                };
            }
            yield return new RosterLine(FirstLine(csv), cells, reading);
        }
    }

    // A quoted cell may run over several lines; the record is named by its first.
    private static int FirstLine(CsvReader csv) => csv.Parser.RawRow - csv.Parser.RawRecord.TrimEnd('\r', '\n').Count(c => c == '\n');

    private static string[] Header(CsvReader csv)
    {
        if (!Guard(csv.Read, csv))
            throw Refuse("file", "It is empty.", $"Begin it with a header such as: {string.Join(",", RosterFields.Columns)}.");
        csv.ReadHeader();
        var header = csv.HeaderRecord!.Select(h => h.Trim().ToLowerInvariant().Replace(' ', '_')).ToArray();
        var twice = header.Where(h => h.Length > 0).GroupBy(h => h).FirstOrDefault(g => g.Count() > 1);
        if (twice is not null)
            throw Refuse("header", $"Column '{twice.Key}' is there twice.", "Keep one of them.");
        foreach (var required in RosterFields.Required)
        {
            if (!header.Contains(required))
                throw Refuse(
                    "header",
                    $"Column '{required}' is missing.",
                    $"The header needs {string.Join(", ", RosterFields.Required)}; it has {string.Join(", ", header.Take(20))}."
                );
        }
        return header;
    }

    private static bool Guard(Func<bool> read, CsvReader csv)
    {
        try
        {
            return read();
        }
        catch (DecoderFallbackException)
        {
            throw Refuse("file", $"Line {csv.Parser.RawRow + 1} is not UTF-8 text.", "Save the file as UTF-8.");
        }
        catch (CsvHelperException error)
        {
            throw Refuse("file", $"Line {csv.Parser.RawRow}: {error.Message.Split('\n')[0].Trim()}", "Check the quotes on that line.");
        }
    }

    private static RefusedException Refuse(string field, string message, string remedy) => new(new Refusal(field, message, remedy));
}
