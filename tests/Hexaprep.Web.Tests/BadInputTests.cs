using System.Net;
using System.Net.Http.Headers;
using System.Text;
using System.Text.Json.Nodes;
using Hexaprep.Craft.Inspections;

namespace Hexaprep.Web.Tests;

/// <summary>Whatever is sent, the answer is a problem with words, never a 500, and nothing changes.</summary>
public sealed class BadInputTests(EmptyBench empty) : IClassFixture<EmptyBench>
{
    private static readonly string[] Bodies =
    [
        "",
        "null",
        "[]",
        "{}",
        "42",
        "\"text\"",
        "{",
        "{\"id\":",
        "not json",
        "{\"id\":null}",
        "{\"id\":7}",
        "{\"id\":\"x\"}",
        "{\"id\":\"7b2c8f0e-0000-4000-8000-000000000001\"}",
        new('[', 5000),
        "{\"\\u0000\":1}",
    ];

    private static readonly (string Method, string Path)[] Writes =
    [
        ("POST", "/api/acts"),
        ("PUT", "/api/sittings"),
        ("PUT", "/api/units/7b2c8f0e-0000-4000-8000-000000000001"),
        ("PUT", "/api/batches/7b2c8f0e-0000-4000-8000-000000000001"),
        ("POST", "/api/roster"),
        ("POST", "/api/roster/line"),
        ("POST", "/api/roster/arrival"),
        ("POST", "/api/roster/read"),
        ("POST", "/api/workspace?id=7b2c8f0e-0000-4000-8000-000000000001"),
        ("POST", "/api/workspace"),
        ("POST", "/api/workspace?id=x"),
        ("POST", "/api/demo"),
    ];

    [Fact]
    public async Task Malformed_bodies_are_answered_by_a_problem_at_every_endpoint()
    {
        var app = empty.App;
        foreach (var (method, path) in Writes)
        {
            foreach (var body in Bodies)
            {
                foreach (var type in new[] { "application/json", "text/plain", "application/xml" })
                    await ProblemAsync(app, method, path, body, type);
            }
        }
        Assert.Equal(1, (await app.GetAsync("/api/bench"))["revision"]!.GetValue<long>());
    }

    public static TheoryData<string, string, string> Wrong =>
        new()
        {
            { "acts", """{"id":"ID","kind":"dance","at":"2026-03-12T20:12:00Z"}""", "" },
            { "acts", """{"id":"ID","kind":1,"at":"2026-03-12T20:12:00Z"}""", "" },
            { "acts", """{"id":"ID","kind":"done","at":"yesterday"}""", "" },
            { "acts", """{"id":"ID","kind":"done","at":"2026-03-12T20:12:00Z"}""", "stepId" },
            { "acts", """{"id":"ID","kind":"done","at":"2026-03-12T23:12:00Z","stepId":"ID"}""", "at" },
            { "acts", """{"id":"ID","kind":"start","at":"2026-03-12T20:12:00Z","stepId":"ID"}""", "stepId" },
            { "acts", """{"id":"ID","kind":"mend","at":"2026-03-12T20:12:00Z"}""", "flawId" },
            { "acts", """{"id":"ID","kind":"test","at":"2026-03-12T20:12:00Z","coatId":"ID"}""", "coatId" },
            { "acts", """{"id":"ID","kind":"coat","at":"2026-03-12T20:12:00Z","coatId":"ID","airC":"warm"}""", "" },
            { "acts", """{"id":"ID","kind":"done","at":"2026-03-12T20:12:00Z","surprise":1}""", "" },
            { "roster", """{"id":"ID","lines":[]}""", "lines" },
            {
                "roster",
                """{"id":"ID","lines":[{"cells":{"unit":"A","models":"some","material":"plastic"},"addAnyway":false}]}""",
                "lines[0].cells.models"
            },
            {
                "roster",
                """
                    {"id":"ID","lines":[{"cells":{"unit":"A","models":"1","material":"plastic"},"addAnyway":false},
                                        {"cells":{},"addAnyway":false}]}
                    """,
                "lines[1].cells.unit"
            },
            { "roster", """{"id":"ID","lines":[{"cells":{"unit":null},"addAnyway":false}]}""", "lines[0].cells.unit" },
            { "roster", """{"id":"ID","lines":[null]}""", "lines[0]" },
            { "roster/line", """{"line":1,"cells":{"models":null}}""", "cells.models" },
            { "roster/arrival", """{"line":0,"cells":{"unit":"A"}}""", "lines[0].cells.models" },
            { "workspace?id=ID", """{"format":"other"}""", "format" },
        };

    [Theory]
    [MemberData(nameof(Wrong))]
    public async Task Wrong_values_are_named_by_their_field_with_a_remedy(string path, string body, string field)
    {
        var app = empty.App;
        var id = Guid.NewGuid().ToString();
        var problem = await ProblemAsync(
            app,
            "POST",
            "/api/" + path.Replace("ID", id, StringComparison.Ordinal),
            body.Replace("ID", id, StringComparison.Ordinal),
            "application/json"
        );

        if (field.Length == 0)
            return;
        Assert.Equal(field, problem["field"]!.ToString());
        Assert.NotEmpty(problem["remedy"]!.ToString());
    }

    public static TheoryData<string, string> Evenings =>
        new()
        {
            { """{"timeZone":"Mars/Base"}""", "timeZone" },
            { """{"handles":0}""", "handles" },
            { """{"handles":1001}""", "handles" },
            { """{"weekly":[{"id":"ID","day":"none","begins":"19:00:00","ends":"20:00:00"}]}""", "weekly[0].day" },
            { """{"weekly":[{"id":"ID","day":"friday","begins":"19:00:00","ends":"19:00:00"}]}""", "weekly[0].ends" },
            { """{"exceptions":[{"id":"ID","date":"2026-03-12","kind":"extra","begins":null,"ends":null}]}""", "exceptions[0].begins" },
            {
                """{"exceptions":[{"id":"ID","date":"2026-03-12","kind":"off","begins":"19:00:00","ends":"20:00:00"}]}""",
                "exceptions[0].begins"
            },
            { """{"weekly":[null]}""", "weekly[0]" },
            { """{"exceptions":[null]}""", "exceptions[0]" },
            { """{"exceptions":[{"id":"ID","date":"1815-06-18","kind":"off","begins":null,"ends":null}]}""", "exceptions[0].date" },
            {
                """
                    {"exceptions":[{"id":"ID","date":"2026-03-12","kind":"off","begins":null,"ends":null},
                                   {"id":"ID","date":"2026-03-13","kind":"off","begins":null,"ends":null}]}
                    """,
                "weekly"
            },
        };

    [Theory]
    [MemberData(nameof(Evenings))]
    public async Task Wrong_evenings_are_refused_whole(string change, string field)
    {
        var app = empty.App;
        var body = JsonNode.Parse("""{"version":1,"timeZone":"UTC","handles":20,"weekly":[],"exceptions":[]}""")!.AsObject();
        body["id"] = Guid.NewGuid().ToString();
        foreach (var (name, value) in JsonNode.Parse(change.Replace("ID", Guid.NewGuid().ToString(), StringComparison.Ordinal))!.AsObject())
            body[name] = value!.DeepClone();

        Assert.Equal(
            field,
            (await ProblemAsync(app, "PUT", "/api/sittings", body.ToJsonString(), "application/json"))["field"]!.ToString()
        );
        Assert.Equal(4, (await app.GetAsync("/api/sittings"))["weekly"]!.AsArray().Count);
    }

    [Theory]
    [InlineData("/api/nothing")]
    [InlineData("/api/units/not-an-id")]
    [InlineData("/api/units/7b2c8f0e-0000-4000-8000-000000000001")]
    public async Task What_is_not_there_is_a_404_problem(string path)
    {
        var app = empty.App;

        Assert.Equal(404, (await ProblemAsync(app, "GET", path, "", "application/json"))["status"]!.GetValue<int>());
    }

    private static async Task<JsonNode> ProblemAsync(TestApp app, string method, string path, string body, string type)
    {
        using var request = new HttpRequestMessage(new HttpMethod(method), path);
        if (method != "GET")
        {
            request.Content = new ByteArrayContent(Encoding.UTF8.GetBytes(body));
            request.Content.Headers.ContentType = new MediaTypeHeaderValue(type);
        }
        using var answer = await app.Client.SendAsync(request);
        var text = await answer.Content.ReadAsStringAsync();
        var said = $"{method} {path} {type} {body[..Math.Min(60, body.Length)]} -> {(int)answer.StatusCode} {text}";
        if (answer.StatusCode == HttpStatusCode.OK && path == "/api/roster/line")
            return new JsonObject();
        Assert.True((int)answer.StatusCode is >= 400 and < 500, said);
        Assert.Equal("application/problem+json", answer.Content.Headers.ContentType?.MediaType);
        var problem = JsonNode.Parse(text)!;
        Assert.True(problem["detail"]!.ToString().Length > 10, said);
        return problem;
    }
}
