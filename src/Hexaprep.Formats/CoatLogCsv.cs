using System.Globalization;
using CsvHelper;
using CsvHelper.Configuration;
using Hexaprep.Bench.State;
using Hexaprep.Craft.Computation;
using Hexaprep.Craft.Drying;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Screens.CoatsScreen;
using NodaTime;
using NodaTime.Text;

namespace Hexaprep.Formats;

/// <summary>A line of a coat log that could not be read.</summary>
public sealed record CoatLineProblem(int Line, string Field, string Value, string Message, string Remedy);

/// <summary>The coat log as CSV (RFC 4180), out and in. Columns in docs/formats.md.</summary>
public static class CoatLogCsv
{
    private static readonly string[] Columns =
    [
        "unit",
        "product",
        "number",
        "film",
        "air_c",
        "humidity_pct",
        "models",
        "started_at",
        "ended_at",
        "stage",
        "not_dry_at",
        "dry_at",
        "verdict",
    ];

    private static readonly string[] Required = ["product", "ended_at"];

    /// <summary>The most lines read.</summary>
    public const int MostLines = 100_000;

    // What is wrong is told line by line, but not without end.
    private const int MostProblems = 100;

    /// <summary>Writes every coat, the newest first.</summary>
    public static string Write(BenchIndex bench, IReadOnlyList<CoatLogView> log)
    {
        using var text = new StringWriter(CultureInfo.InvariantCulture);
        using var csv = new CsvWriter(
            text,
            new CsvConfiguration(CultureInfo.InvariantCulture) { InjectionOptions = InjectionOptions.Escape, NewLine = "\r\n" }
        );
        foreach (var column in Columns)
            csv.WriteField(column);
        csv.NextRecord();
        var coats = bench.State.Coats.Concat(bench.State.PastCoats.Select(p => p.ToCoat())).ToDictionary(c => c.Id);
        foreach (var line in log)
        {
            var tests = coats[line.CoatId].Tests;
            var stage = tests.Count > 0 ? tests[0].Stage : (Readiness?)null;
            string Moment(Instant? at) => at is { } t ? InstantPattern.ExtendedIso.Format(t) : "";
            string Number(double? value) => value?.ToString(CultureInfo.InvariantCulture) ?? "";
            foreach (
                var cell in new[]
                {
                    line.Unit,
                    line.ProductId,
                    line.Number.ToString(CultureInfo.InvariantCulture),
                    Ids.Of(line.Film),
                    Number(line.AirC),
                    Number(line.HumidityPct),
                    line.Models.ToString(CultureInfo.InvariantCulture),
                    Moment(line.StartedAt),
                    Moment(line.EndedAt),
                    stage is { } s ? Ids.Of(s) : "",
                    Moment(tests.Where(t => t.Stage == stage && t.Finding == Finding.NotDryAt).Select(t => (Instant?)t.At).LastOrDefault()),
                    Moment(
                        tests.Where(t => t.Stage == stage && t.Finding != Finding.NotDryAt).Select(t => (Instant?)t.At).FirstOrDefault()
                    ),
                    line.Verdict,
                }
            )
                csv.WriteField(cell);
            csv.NextRecord();
        }
        csv.Flush();
        return text.ToString();
    }

    /// <summary>Reads coats laid before; what is broken is told line by line.</summary>
    /// <param name="text">The file.</param>
    /// <param name="newId">Gives fresh identities.</param>
    /// <exception cref="RefusedException">The file has no header, or lacks a column.</exception>
    public static (IReadOnlyList<PastCoat> Coats, IReadOnlyList<CoatLineProblem> Problems) Read(string text, Func<Guid> newId)
    {
        CsvLines.Check(text);
        using var csv = new CsvReader(
            new StringReader(text),
            new CsvConfiguration(CultureInfo.InvariantCulture)
            {
                BadDataFound = null,
                MissingFieldFound = null,
                TrimOptions = TrimOptions.Trim,
            }
        );
        if (!csv.Read() || !csv.ReadHeader())
            throw new RefusedException(new Refusal("file", "It is empty.", $"Begin it with {string.Join(',', Columns)}."));
        if (Required.FirstOrDefault(c => !csv.HeaderRecord!.Contains(c)) is { } missing)
            throw new RefusedException(
                new Refusal("header", $"Column '{missing}' is missing.", $"Begin it with {string.Join(',', Columns)}.")
            );
        var (coats, problems) = (new List<PastCoat>(), new List<CoatLineProblem>());
        for (var lines = 1; csv.Read(); lines++)
        {
            if (lines > MostLines)
                throw new RefusedException(new Refusal("file", $"It has more than {MostLines} lines.", "Split it into smaller files."));
            if (problems.Count >= MostProblems)
                break;
            var line = new Line(
                csv.Parser.RawRow,
                name => csv.TryGetField<string>(name, out var v) && v is { Length: > 0 } ? v : null,
                problems
            );
            if (line.Read(newId) is { } coat)
                coats.Add(coat);
        }
        return (coats, problems);
    }

    private sealed class Line(int number, Func<string, string?> cell, List<CoatLineProblem> problems)
    {
        private bool _good = true;

        public PastCoat? Read(Func<Guid> newId)
        {
            var product = Product.Find(cell("product") ?? "");
            if (product is null)
                Bad("product", "It is no product of the log.", "Give class.method.use, such as acrylic_solvent.spray_can.primer.");
            var ended = Moment("ended_at");
            if (ended is null && _good)
                Bad("ended_at", "It is missing.", "Give it as 2026-03-12T14:00:00Z.");
            var started = Moment("started_at") ?? ended;
            if (started > ended)
                Bad("started_at", "It lies after the end.", "Give no later than the end.");
            var (tacky, dry) = (Moment("not_dry_at"), Moment("dry_at"));
            if (tacky >= dry)
                Bad("dry_at", "It was dry before it was still tacky.", "Give a later moment.");
            if ((tacky ?? ended) < ended || (dry ?? ended) < ended)
                Bad("dry_at", "It was tested before the coat ended.", "Give moments after the end.");
            var film = Id("film", Film.Normal);
            var stage = Id("stage", Readiness.Recoat);
            if (product is not null && !DryingModel.Knows(product.Class, stage))
                Bad("stage", "The product has no such stage.", "Give one it has.");
            var (count, models) = (Whole("number", 1, 20, 1), Whole("models", 1, 500, 1));
            var (air, damp) = (Number("air_c", -30, 60), Number("humidity_pct", 0, 100));
            var (unit, verdict) = (Text("unit", 80), Text("verdict", 200));
            return _good
                ? new PastCoat(
                    newId(),
                    unit,
                    product!,
                    count,
                    film,
                    air,
                    damp,
                    models,
                    started!.Value,
                    ended!.Value,
                    stage,
                    tacky,
                    dry,
                    verdict,
                    false
                )
                : null;
        }

        private void Bad(string field, string message, string remedy)
        {
            _good = false;
            problems.Add(new CoatLineProblem(number, field, Texts.Cut(cell(field) ?? "", 80), message, remedy));
        }

        private Instant? Moment(string field)
        {
            if (cell(field) is not { } text)
                return null;
            if (InstantPattern.ExtendedIso.Parse(text) is { Success: true } at)
                return Bounded(field, at.Value);
            if (OffsetDateTimePattern.ExtendedIso.Parse(text) is { Success: true } offset)
                return Bounded(field, offset.Value.ToInstant());
            Bad(field, "It is no moment.", "Give it as 2026-03-12T14:00:00Z.");
            return null;
        }

        private Instant? Bounded(string field, Instant at)
        {
            if (at.IsKept())
                return at.Kept();
            Bad(field, "It is not from 2000 to 2200.", "Give it as 2026-03-12T14:00:00Z.");
            return null;
        }

        private T Id<T>(string field, T absent)
            where T : struct, Enum
        {
            if (cell(field) is not { } text)
                return absent;
            if (Ids.TryParse<T>(text, out var value))
                return value;
            Bad(field, "It is none of them.", $"Give one of {string.Join(", ", Ids.All<T>())}.");
            return absent;
        }

        private int Whole(string field, int low, int high, int absent)
        {
            if (cell(field) is not { } text)
                return absent;
            if (int.TryParse(text, NumberStyles.Integer, CultureInfo.InvariantCulture, out var value) && value >= low && value <= high)
                return value;
            Bad(field, "It does not fit.", $"Give a whole number, {low} to {high}.");
            return absent;
        }

        private double? Number(string field, double low, double high)
        {
            if (cell(field) is not { } text)
                return null;
            if (double.TryParse(text, NumberStyles.Float, CultureInfo.InvariantCulture, out var value) && value >= low && value <= high)
                return value;
            Bad(field, "It does not fit.", $"Give a number, {low} to {high}.");
            return null;
        }

        private string Text(string field, int most)
        {
            // An apostrophe before a sign that a spreadsheet would reckon with was put there when it was written.
            var text =
                cell(field) is { Length: > 1 } escaped && escaped[0] == '\'' && "=+-@\t\r".Contains(escaped[1])
                    ? escaped[1..]
                    : cell(field) ?? "";
            if (Texts.WhyNot(text, most, 0) is not { } wrong)
                return text;
            Bad(field, wrong.Message, wrong.Remedy);
            return "";
        }
    }
}
