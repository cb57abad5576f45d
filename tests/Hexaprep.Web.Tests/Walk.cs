using System.Globalization;
using System.IO.Compression;
using System.Net;
using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Storage;
using Hexaprep.Web.Planning;
using Microsoft.Extensions.DependencyInjection;
using NodaTime;

namespace Hexaprep.Web.Tests;

/// <summary>Ordinary acts and edits in no order at all, the bench read and planned after each.</summary>
internal static class Walk
{
    private static readonly string[] Files =
    [
        "/api/plan.ics",
        "/api/plan.csv",
        "/api/plan.pdf",
        "/api/coats.csv",
        "/api/workspace",
        "/api/plan/problem.json",
        "/api/plan/schedule.json",
        "/api/house-rules",
        "/api/may-i/askable",
        "/api/units/off",
        "/api/sittings",
    ];

    public static int Setting(string name, int usual) =>
        int.TryParse(Environment.GetEnvironmentVariable(name), CultureInfo.InvariantCulture, out var n) ? n : usual;

    public static async Task TakeAsync(TestApp app, int seed, int most, bool wholly = true)
    {
        var (requests, failures) = (new PlausibleRequests(seed), new List<string>());
        var statuses = new SortedDictionary<int, int>();
        var benches = app.Services.GetRequiredService<BenchStore>();
        var workspace = await app.WorkspaceAsync();
        var clock = new Random(seed);
        var last = "";
        for (var i = 0; i < most && failures.Count < 5; i++)
        {
            await ReadAllAsync(app, i, wholly, last, failures);
            var stored = await benches.CurrentAsync(workspace, TestContext.Current.CancellationToken);
            var next = requests.Next(stored.Bench, app.Clock.Now);
            last = $"{i}: {next.Method} {next.Path} {JsonSerializer.Serialize(next.Body, TestApp.Json)}";
            using var request = new HttpRequestMessage(next.Method, next.Path)
            {
                Content = new StringContent(JsonSerializer.Serialize(next.Body, TestApp.Json), Encoding.UTF8, "application/json"),
            };
            using var answer = await app.Client.SendAsync(request, TestContext.Current.CancellationToken);
            statuses[(int)answer.StatusCode] = statuses.GetValueOrDefault((int)answer.StatusCode) + 1;
            if ((int)answer.StatusCode >= 500)
                failures.Add($"{(int)answer.StatusCode} to {last}\n{await SaidAsync(answer)}");
            app.Clock.Now += Duration.FromSeconds(
                clock.Next(4) switch
                {
                    0 => 0,
                    1 => clock.Next(60),
                    2 => clock.Next(1800),
                    _ => clock.Next(20) == 0 ? 86_400 * 2 : 300,
                }
            );
        }
        await ReadAllAsync(app, most, wholly, last, failures);
        Assert.True(failures.Count == 0, $"seed {seed}\n{string.Join("\n\n", failures.Take(5))}");
        TestContext.Current.SendDiagnosticMessage(string.Join(", ", statuses.Select(s => $"{s.Key}: {s.Value}")));
        Assert.True(statuses.GetValueOrDefault(200) + statuses.GetValueOrDefault(204) > most / 4, string.Join(", ", statuses));
    }

    // The planner settles first; then every page, and one of the files and of the pages of a single thing.
    private static async Task ReadAllAsync(TestApp app, int turn, bool wholly, string after, List<string> failures)
    {
        if (await TroubleAsync(app, wholly && turn % 10 == 0) is { } trouble)
        {
            failures.Add($"never planned after {after}\n{trouble}");
            return;
        }
        foreach (var page in new[] { "/api/bench", "/api/plan", "/api/units", "/api/coats", "/api/air", "/api/alerts" })
            await ReadAsync(app, page, after, failures);
        await ReadAsync(app, Files[turn % Files.Length], after, failures);
        await EachHasItsDateAsync(app, after, failures);
        var stored = await app.Services.GetRequiredService<BenchStore>().CurrentAsync(await app.WorkspaceAsync(), default);
        var steps = stored.Bench.State.Steps.Where(s => s.NotNeeded is null).ToList();
        if (steps.Count == 0)
            return;
        var step = steps[turn * 7 % steps.Count];
        await ReadAsync(app, $"/api/gate/{step.Id}", after, failures);
        await ReadAsync(app, $"/api/units/{stored.Bench.UnitOf(step).Id}", after, failures);
        await ReadAsync(app, $"/api/plan/steps/{step.Id}", after, failures);
        await ReadAsync(app, $"/api/may-i?batchId={step.BatchId}&step={Ids.Of(step.Key.Kind)}", after, failures);
    }

    // Waits until the plan is of this bench and moment; at times until its proof and second dates are there too.
    private static async Task<string?> TroubleAsync(TestApp app, bool wholly)
    {
        var (planners, benches) = (app.Services.GetRequiredService<Planners>(), app.Services.GetRequiredService<BenchStore>());
        var workspace = await app.WorkspaceAsync();
        for (var until = Environment.TickCount64 + 60_000; Environment.TickCount64 < until; )
        {
            var stored = await benches.CurrentAsync(workspace, TestContext.Current.CancellationToken);
            if (planners.TroubleWith(workspace, stored.Revision) is { } trouble)
                return trouble.Failure.ToString();
            if (
                wholly
                    ? await planners.IsSettledAsync(workspace, TestContext.Current.CancellationToken)
                    : planners.Of(workspace, stored.Revision, app.Clock.Now)?.IsOf(stored.Revision, app.Clock.Now) == true
            )
                return null;
            await Task.Delay(1, TestContext.Current.CancellationToken);
        }
        return "no plan within a minute";
    }

    // A unit has its date, or a step of it stands among those without a place, with what it lacks.
    private static async Task EachHasItsDateAsync(TestApp app, string after, List<string> failures)
    {
        using var answer = await app.Client.GetAsync("/api/plan", TestContext.Current.CancellationToken);
        if (answer.StatusCode != HttpStatusCode.OK)
            return;
        var plan = JsonNode.Parse(await answer.Content.ReadAsStringAsync(TestContext.Current.CancellationToken))!;
        var lacking = plan["unplaced"]!.AsArray().Select(u => u!["unit"]!.ToString()).ToList();
        foreach (var promise in plan["promises"]!.AsArray().Where(p => p!["done"] is null))
        {
            var unit = promise!["unit"]!.ToString();
            if (!lacking.Exists(l => l.StartsWith(unit, StringComparison.Ordinal)))
                failures.Add($"{unit} has neither a date nor a reason after {after}");
        }
        foreach (var unplaced in plan["unplaced"]!.AsArray().Where(u => string.IsNullOrEmpty(u!["lacks"]?.ToString())))
            failures.Add($"{unplaced!["title"]} has no reason after {after}");
    }

    private static async Task ReadAsync(TestApp app, string path, string after, List<string> failures)
    {
        using var answer = await app.Client.GetAsync(path, TestContext.Current.CancellationToken);
        if ((int)answer.StatusCode >= 500)
            failures.Add($"{(int)answer.StatusCode} at {path} after {after}\n{await SaidAsync(answer)}");
    }

    private static async Task<string> SaidAsync(HttpResponseMessage answer)
    {
        var text = await answer.Content.ReadAsStringAsync(TestContext.Current.CancellationToken);
        return text[..Math.Min(900, text.Length)];
    }
}
