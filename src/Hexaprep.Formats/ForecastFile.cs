using System.Globalization;
using System.Text.Json;
using CsvHelper;
using CsvHelper.Configuration;
using Hexaprep.Craft.Drying;
using Hexaprep.Craft.Vocabulary;
using NodaTime.Text;

namespace Hexaprep.Formats;

/// <summary>A forecast as CSV or JSON (docs/formats.md): hourly air, humidity, wind, gust, rain, sun.</summary>
public static class ForecastFile
{
    /// <summary>The most hours of a forecast.</summary>
    public const int MostHours = 24 * 16;
    private static readonly string[] Columns = ["at", "air_c", "humidity_pct", "wind_ms", "gust_ms", "rain_probability", "sun_wm2"];

    /// <summary>Reads a forecast; JSON when it begins with a bracket.</summary>
    /// <exception cref="RefusedException">A line is broken: it is named, with its value.</exception>
    public static IReadOnlyList<ForecastHour> Read(string text)
    {
        var hours = text.TrimStart().StartsWith('[') || text.TrimStart().StartsWith('{') ? FromJson(text) : FromCsv(text);
        if (hours.Count == 0)
            throw Refuse("file", "It has no hour.", "Give at least one.");
        if (hours.Count > MostHours)
            throw Refuse("file", $"{hours.Count} hours are too many.", $"Give at most {MostHours}.");
        var sorted = hours.OrderBy(h => h.At).ToList();
        for (var i = 1; i < sorted.Count; i++)
        {
            if (sorted[i].At == sorted[i - 1].At)
                throw Refuse("at", $"{InstantPattern.General.Format(sorted[i].At)} is there twice.", "Keep one line an hour.");
        }
        return sorted;
    }

    private static List<ForecastHour> FromCsv(string text)
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
            throw Refuse("file", "It is empty.", $"Begin it with {string.Join(',', Columns)}.");
        var missing = Columns[..4].FirstOrDefault(c => !csv.HeaderRecord!.Contains(c));
        if (missing is not null)
            throw Refuse("header", $"Column '{missing}' is missing.", $"Begin it with {string.Join(',', Columns)}.");
        var hours = new List<ForecastHour>();
        while (csv.Read())
            hours.Add(
                Hour(csv.Parser.RawRow, name => csv.TryGetField<string>(name, out var value) && value is { Length: > 0 } ? value : null)
            );
        return hours;
    }

    /// <summary>The same forecast as JSON.</summary>
    public static string Write(IReadOnlyList<ForecastHour> hours) =>
        JsonSerializer.Serialize(
            hours.Select(h => new
            {
                at = InstantPattern.ExtendedIso.Format(h.At),
                air_c = h.AirC,
                humidity_pct = h.HumidityPct,
                wind_ms = h.WindMs,
                gust_ms = h.GustMs,
                rain_probability = h.RainProbability,
                sun_wm2 = h.SunWM2,
            })
        );

    private static List<ForecastHour> FromJson(string text)
    {
        try
        {
            using var document = JsonDocument.Parse(text);
            var list =
                document.RootElement.ValueKind == JsonValueKind.Array ? document.RootElement : document.RootElement.GetProperty("hourly");
            return
            [
                .. list.EnumerateArray()
                    .Select(
                        (e, i) =>
                            Hour(i + 1, name =>
                                e.TryGetProperty(name, out var v) && v.ValueKind is not JsonValueKind.Null ? v.ToString() : null
                            )
                    ),
            ];
        }
        catch (Exception broken) when (broken is JsonException or KeyNotFoundException or InvalidOperationException)
        {
            throw Refuse("file", "It is no forecast in JSON.", "Give a list of hours, or an object with the list 'hourly'.");
        }
    }

    private static ForecastHour Hour(int line, Func<string, string?> cell)
    {
        double Number(string name, double low, double high, double? absent = null)
        {
            if (cell(name) is not { } text)
                return absent ?? throw Refuse(name, $"Line {line}: it is missing.", "Give a number.");
            return double.TryParse(text, NumberStyles.Float, CultureInfo.InvariantCulture, out var value) && value >= low && value <= high
                ? value
                : throw Refuse(
                    name,
                    $"Line {line}: '{text}' does not fit.",
                    string.Create(CultureInfo.InvariantCulture, $"Give {low} to {high}.")
                );
        }
        var at =
            cell("at") is { } t && InstantPattern.ExtendedIso.Parse(t) is { Success: true } parsed ? parsed.Value
            : cell("at") is { } o && OffsetDateTimePattern.ExtendedIso.Parse(o) is { Success: true } offset ? offset.Value.ToInstant()
            : throw Refuse("at", $"Line {line}: '{cell("at")}' is no moment.", "Give it as 2026-03-12T14:00:00Z.");
        var (wind, gust) = (Number("wind_ms", 0, 40), cell("gust_ms") is null ? (double?)null : Number("gust_ms", 0, 60));
        if (gust < wind)
            throw Refuse("gust_ms", $"Line {line}: {gust} is below the wind.", "Give no less than the wind.");
        return new ForecastHour(
            at,
            Number("air_c", -30, 50),
            Number("humidity_pct", 1, 100),
            wind,
            gust,
            Number("rain_probability", 0, 1, 0),
            Number("sun_wm2", 0, 1200, 0)
        );
    }

    private static RefusedException Refuse(string field, string message, string remedy) => new(new Refusal(field, message, remedy));
}
