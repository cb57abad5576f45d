using System.Globalization;
using System.Net;
using System.Text;
using System.Text.Json.Nodes;
using Hexaprep.Craft.Inspections;

namespace Hexaprep.Web.Tests;

/// <summary>Requests made from the app's own description, most of them spoiled: none is answered by a failure, and every page answers
/// afterwards. HEXAPREP_FUZZ sets how many (2,000 unless set; 20,000 are run by hand), HEXAPREP_SEED from where.</summary>
public sealed class FuzzTests(TestDatabases databases)
{
    private static int Setting(string name, int usual) =>
        int.TryParse(Environment.GetEnvironmentVariable(name), CultureInfo.InvariantCulture, out var n) ? n : usual;

    // Endless, or a search of its own.
    private static readonly HashSet<string> Left = ["/api/events", "/api/plan/better", "/api/plan/back"];

    [Fact]
    public async Task No_request_is_answered_by_a_failure_and_every_page_answers_afterwards()
    {
        var cancel = TestContext.Current.CancellationToken;
        await using var app = new TestApp(databases.Clone());
        app.SettlesReads = false;
        using var brought = await app.BringAsync(
            "unit=Reed Pikes;models=4;material=plastic;transfers=2",
            "unit=Bell Sergeants;models=2;material=white metal"
        );
        var requests = new HostileRequests(
            (await app.GetAsync("/openapi.json")).AsObject(),
            await IdsAsync(app),
            Setting("HEXAPREP_SEED", 13)
        );
        var failures = new List<string>();
        var statuses = new SortedDictionary<int, int>();
        var most = Setting("HEXAPREP_FUZZ", 2000);
        for (var i = 0; i < most; i++)
        {
            var (method, path, content, headers) = requests.Next(p => !Left.Contains(p));
            using var request = new HttpRequestMessage(method, path) { Content = content };
            foreach (var (name, value) in headers)
                request.Headers.TryAddWithoutValidation(name, value);
            try
            {
                using var answer = await app.Client.SendAsync(request, HttpCompletionOption.ResponseHeadersRead, cancel);
                statuses[(int)answer.StatusCode] = statuses.GetValueOrDefault((int)answer.StatusCode) + 1;
                if ((int)answer.StatusCode >= 500)
                    failures.Add($"{i}: {(int)answer.StatusCode} {method} {path}\n{await SaidAsync(content, cancel)}");
                else if ((int)answer.StatusCode >= 400 && method != HttpMethod.Head)
                    await IsProblemAsync(answer, i, path, failures, cancel);
            }
            catch (HttpRequestException torn)
            {
                failures.Add($"{i}: {torn.Message} {method} {path}");
            }
        }
        Assert.True(failures.Count == 0, $"{failures.Count} of {most}:\n{string.Join("\n", failures.Take(12))}");
        Assert.True(statuses.GetValueOrDefault(200) > most / 20, string.Join(", ", statuses.Select(s => $"{s.Key}: {s.Value}")));
        foreach (var page in BoundsTests.Pages)
        {
            using var answer = await app.Client.GetAsync(page, cancel);
            Assert.True(answer.StatusCode == HttpStatusCode.OK, $"{page}: {(int)answer.StatusCode}");
        }
    }

    private static async Task IsProblemAsync(
        HttpResponseMessage answer,
        int i,
        string path,
        List<string> failures,
        CancellationToken cancel
    )
    {
        var text = await answer.Content.ReadAsStringAsync(cancel);
        if (answer.Content.Headers.ContentType?.MediaType != "application/problem+json" || text.Length == 0)
            failures.Add($"{i}: {(int)answer.StatusCode} without a problem: {path}");
        foreach (var word in new[] { "constraint", "Npgsql", "System.", "Hexaprep.", "violates", "relation \"" })
        {
            if (text.Contains(word, StringComparison.Ordinal))
                failures.Add($"{i}: says '{word}': {path}: {text}");
        }
    }

    private static async Task<string> SaidAsync(HttpContent? content, CancellationToken cancel)
    {
        var text = content is null ? "" : await content.ReadAsStringAsync(cancel);
        return text[..Math.Min(600, text.Length)];
    }

    private static async Task<IReadOnlyList<string>> IdsAsync(TestApp app)
    {
        var ids = new List<string>();
        foreach (var page in new[] { "/api/bench", "/api/units", "/api/workspace" })
        {
            foreach (
                System.Text.RegularExpressions.Match id in System.Text.RegularExpressions.Regex.Matches(
                    (await app.GetAsync(page)).ToJsonString(),
                    "[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}"
                )
            )
                ids.Add(id.Value);
        }
        return ids;
    }
}

/// <summary>Requests from an OpenAPI document: bodies as their schema has them, most with one thing spoiled.</summary>
internal sealed class HostileRequests(JsonObject document, IReadOnlyList<string> ids, int seed)
{
    private static readonly string[] Texts =
    [
        "",
        " ",
        "\u200b\u200b",
        "a\u0000b",
        "\ud800",
        "'; drop table unit; --",
        "<script>alert(1)</script>",
        "=1+1",
        "../../etc/passwd",
        "null",
        new string('x', 81),
        new string('ẞ', 3000),
        "Reed Pikes",
        "\u202e\u2066reversed",
        "🙂🙂",
    ];

    private static readonly string[] Moments =
    [
        "0000-12-31T00:00:00Z",
        "-9998-01-01T00:00:00Z",
        "9999-12-31T23:59:59.999999999Z",
        "1970-01-01T00:00:00Z",
        "2206-01-01T00:00:00Z",
        "2026-03-12T20:12:00Z",
        "2026-03-12T20:11:59.1234567Z",
        "yesterday",
        "2026-02-30T00:00:00Z",
    ];

    private static readonly string[] Numbers =
    [
        "0",
        "-1",
        "1",
        "2147483647",
        "-2147483648",
        "9007199254740993",
        "1e308",
        "-0.0",
        "1.5",
        "1e-320",
    ];

    private static readonly string[] Types =
    [
        "application/json",
        "application/json;charset=bogus",
        "application/json; charset=utf-7",
        "text/csv",
        "text/plain",
        "application/xml",
        "application/json;charset=\"utf-8\"",
    ];

    private readonly Random _random = new(seed);

    private readonly IReadOnlyList<(string Path, string Method, JsonObject Operation)> _operations =
    [
        .. from path in document["paths"]!.AsObject()
        from operation in path.Value!.AsObject()
        where operation.Value is JsonObject
        select (path.Key, operation.Key, operation.Value!.AsObject()),
    ];

    /// <summary>One more request.</summary>
    public (HttpMethod Method, string Path, HttpContent? Content, IReadOnlyList<(string, string)> Headers) Next(Func<string, bool> takes)
    {
        var (path, verb, operation) = _operations[_random.Next(_operations.Count)];
        while (!takes(path))
            (path, verb, operation) = _operations[_random.Next(_operations.Count)];
        var address = path;
        foreach (var parameter in operation["parameters"]?.AsArray() ?? [])
        {
            var (name, value) = (
                parameter!["name"]!.ToString(), // A NUL in an address never reaches the app: the server itself answers 400.
                Uri.EscapeDataString(Word(parameter["schema"]).Replace("\0", "", StringComparison.Ordinal))
            );
            if (parameter["in"]!.ToString() == "path")
                address = address.Replace($"{{{name}}}", value.Length == 0 ? "x" : value, StringComparison.Ordinal);
            else if (_random.Next(4) > 0)
                address += $"{(address.Contains('?', StringComparison.Ordinal) ? '&' : '?')}{name}={value}";
        }
        HttpContent? content = null;
        if (operation["requestBody"]?["content"]?.AsObject().FirstOrDefault() is { Key: { } type, Value: { } shape })
        {
            var text = type.Contains("json", StringComparison.Ordinal) ? Body(shape["schema"]) : Csv();
            content = new ByteArrayContent(Encoding.UTF8.GetBytes(text));
            content.Headers.TryAddWithoutValidation("Content-Type", _random.Next(8) == 0 ? Types[_random.Next(Types.Length)] : type);
        }
        List<(string, string)> headers = [];
        if (_random.Next(6) == 0)
            headers.Add(("Accept", _random.Next(2) == 0 ? "text/html" : "application/xml"));
        var method =
            _random.Next(25) == 0 ? new HttpMethod(_random.Next(2) == 0 ? "DELETE" : "PATCH") : new HttpMethod(verb.ToUpperInvariant());
        return (method, address, content, headers);
    }

    private string Body(JsonNode? schema)
    {
        if (_random.Next(20) == 0)
            return new[] { "", "null", "[]", "{", "[[[[", "\"\\ud800\"", "{\"a\":1}", new string('[', 500), "1e999" }[_random.Next(9)];
        // Left unspoiled now and then, so that the bench fills.
        return Json(schema, _random.Next(3) == 0 ? 0 : 1, 0);
    }

    private string Csv() =>
        new[]
        {
            "unit,models,material\nReed Guard,3,plastic\n",
            "unit;models;material\n\u200b;3;resin\n",
            new string(',', 20_000),
            "unit,models,material\n\"Reed",
            "unit,unit,models\n",
            "\u0000",
        }[_random.Next(6)];

    private string Word(JsonNode? schema) =>
        _random.Next(3) == 0 ? Texts[_random.Next(Texts.Length)].Replace("\ud800", "?", StringComparison.Ordinal)
        : schema?["format"]?.ToString() == "uuid" ? ids[_random.Next(ids.Count)]
        : schema?["type"]?.ToString() is "integer" or "number" ? Numbers[_random.Next(Numbers.Length)]
        : "acrylic_solvent.spray_can.primer";

    // The schema's value as JSON; "ill" of its leaves are spoiled, on average.
    private string Json(JsonNode? schema, int ill, int depth)
    {
        if (schema?["$ref"]?.ToString() is { } reference)
            schema = document["components"]!["schemas"]![reference.Split('/')[^1]];
        if (depth > 6)
            return "null";
        if ((schema?["oneOf"] ?? schema?["anyOf"])?.AsArray() is { Count: > 0 } either)
            return Json(either[_random.Next(either.Count)], ill, depth + 1);
        if (schema?["enum"]?.AsArray() is { Count: > 0 } words)
            return ill > 0 && _random.Next(12) == 0 ? "\"nothing\"" : words[_random.Next(words.Count)]?.ToJsonString() ?? "null";
        var types = schema?["type"] is JsonArray many
            ? [.. many.Select(t => t!.ToString())]
            : new[] { schema?["type"]?.ToString() ?? "object" };
        var type = types[_random.Next(types.Length)];
        if (ill > 0 && _random.Next(20) == 0)
            return new[] { "null", "[]", "{}", "true", "\"\"", "1e308" }[_random.Next(6)];
        return type switch
        {
            "object" => Object(schema, ill, depth),
            "array" => $"[{string.Join(',', Enumerable.Range(0, _random.Next(3)).Select(_ => Json(schema?["items"], ill, depth + 1)))}]",
            "integer" or "number" => ill > 0 && _random.Next(3) == 0
                ? Numbers[_random.Next(Numbers.Length)]
                : _random.Next(1, 8).ToString(CultureInfo.InvariantCulture),
            "boolean" => _random.Next(2) == 0 ? "true" : "false",
            "null" => "null",
            _ => Text(schema?["format"]?.ToString(), ill),
        };
    }

    private string Object(JsonNode? schema, int ill, int depth)
    {
        var required = schema?["required"]?.AsArray().Select(r => r!.ToString()).ToHashSet() ?? [];
        var members = (schema?["properties"]?.AsObject() ?? [])
            .Where(p => required.Contains(p.Key) ? ill == 0 || _random.Next(25) > 0 : _random.Next(2) == 0)
            .Select(p => $"{Quoted(p.Key)}:{(p.Key == "id" ? $"\"{NewId()}\"" : Json(p.Value, ill, depth + 1))}")
            .ToList();
        if (schema?["additionalProperties"] is JsonObject values)
            members.AddRange(
                new[] { "unit", "models", "material", "tier" }
                    .Where(_ => _random.Next(5) > 0)
                    .Select(k => $"{Quoted(k)}:{(_random.Next(3) == 0 ? Json(values, ill, depth + 1) : Cell(k))}")
            );
        return $"{{{string.Join(',', members)}}}";
    }

    private string Cell(string column) =>
        column switch
        {
            "unit" => Quoted($"Unit {_random.Next(30)}"),
            "models" => "\"2\"",
            "material" => "\"plastic\"",
            _ => "\"elite\"",
        };

    private string NewId()
    {
        var bytes = new byte[16];
        _random.NextBytes(bytes);
        return _random.Next(15) == 0 ? ids[_random.Next(ids.Count)] : new Guid(bytes).ToString();
    }

    private string Text(string? format, int ill) =>
        format switch
        {
            "uuid" => Quoted(ids[_random.Next(ids.Count)]),
            "date-time" => Quoted(ill == 0 ? "2026-03-12T20:00:00Z" : Moments[_random.Next(Moments.Length)]),
            "date" => Quoted(ill == 0 ? "2026-04-01" : new[] { "0001-01-01", "9999-12-31", "2026-13-01", "2026-04-02" }[_random.Next(4)]),
            _ => Quoted(ill == 0 || _random.Next(2) == 0 ? "head" : Texts[_random.Next(Texts.Length)]),
        };

    // By hand, so that a lone surrogate and a NUL go out as they are meant.
    private static string Quoted(string text) =>
        $"\"{string.Concat(text.Select(c => c is '"' or '\\' or < ' ' || char.IsSurrogate(c) ? $"\\u{(int)c:x4}" : c.ToString()))}\"";
}
