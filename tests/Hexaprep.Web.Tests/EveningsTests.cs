using System.Globalization;
using System.Net;
using System.Net.Http.Json;
using System.Text;
using System.Text.Json.Nodes;
using Hexaprep.Bench.Acts;
using Hexaprep.Bench.Judgement;
using Hexaprep.Bench.State;
using Hexaprep.Craft.Drying;
using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Storage;
using Microsoft.Extensions.DependencyInjection;
using NodaTime;

namespace Hexaprep.Web.Tests;

/// <summary>Evenings at an army's bench, through the API: a person takes what BENCH offers, at another pace than planned, finds flaws at
/// every look, tests early and late, misses an evening and adds one. Nothing offered is refused, no mix is lost, no minute idle with
/// something ready, and every promise that moves is told with its cause. HEXAPREP_EVENINGS sets how many (2 unless set; 20 are run by
/// hand), HEXAPREP_SEED from where; the log lies in TestResults.</summary>
public sealed class EveningsTests(TestDatabases databases)
{
    private static readonly Instant Tuesday = Instant.FromUtc(2026, 12, 1, 18, 0);
    private static readonly string[] SomeFlaws = ["line", "gap", "bent", "bare", "grainy", "print"];
    private readonly StringBuilder _log = new();
    private readonly List<string> _wrong = [];
    private TestApp _app = null!;
    private Random _random = null!;
    private double _pace = 1;
    private Dictionary<string, string?> _promised = [];

    private static int Setting(string name, int usual) =>
        int.TryParse(Environment.GetEnvironmentVariable(name), CultureInfo.InvariantCulture, out var n) ? n : usual;

    [Theory]
    [InlineData(0.6)]
    [InlineData(1.5)]
    public async Task Whatever_the_pace_the_bench_holds_what_it_says(double pace)
    {
        var (seed, evenings) = (Setting("HEXAPREP_SEED", 3), Setting("HEXAPREP_EVENINGS", 2));
        await using var app = new TestApp(databases.Clone(), now: Tuesday, planBudget: 2);
        (_app, _random, _pace) = (app, new Random(seed), pace);
        await BringAsync();
        for (var evening = 1; evening <= evenings; evening++)
        {
            var view = (await app.GetAsync("/api/bench"))["view"]!;
            if (view["sitting"] is not JsonObject)
                app.Clock.Now = Moment(view["nextSitting"]!["begin"]!);
            // One is missed, and once a Friday is added.
            if (evening % 7 == 3)
            {
                Say($"--- evening {evening} is missed");
                app.Clock.Now += Duration.FromHours(12);
                continue;
            }
            if (evening == 5)
                await AddFridayAsync();
            await EveningAsync(evening);
        }
        await File.WriteAllTextAsync(LogOf($"{pace}"), _log.ToString());
        Assert.True(_wrong.Count == 0, string.Join('\n', _wrong.Take(10)));
    }

    private static string LogOf(string name)
    {
        var folder = Directory.CreateDirectory(Path.Combine(Project.Root, "TestResults"));
        return Path.Combine(folder.FullName, $"evenings-{name}.log");
    }

    private void Say(string line) => _log.AppendLine(CultureInfo.InvariantCulture, $"{_app.Clock.Now.InUtc():ddd dd MMM HH:mm}  {line}");

    private void Wrong(string line)
    {
        _wrong.Add(line);
        Say($"WRONG: {line}");
    }

    private static Instant Moment(JsonNode node) => Instant.FromDateTimeOffset(node.GetValue<DateTimeOffset>());

    private async Task BringAsync()
    {
        using var file = File.OpenRead(Path.Combine(Project.Root, "tests", "cases", "army.csv"));
        using var text = new StreamContent(file);
        text.Headers.ContentType = new("text/csv");
        using var read = await _app.Client.PostAsync("/api/roster/read", text, TestContext.Current.CancellationToken);
        var lines = (await read.Content.ReadFromJsonAsync<JsonArray>(TestContext.Current.CancellationToken))!;
        await EveningsAreAsync("Tuesday", "Thursday", "Sunday");
        await PostAsync(
            "/api/roster",
            new { id = Guid.NewGuid(), lines = lines.Take(7).Select(l => new { cells = l!["cells"], addAnyway = false }) }
        );
    }

    private async Task EveningsAreAsync(params string[] days)
    {
        var version = (await _app.GetAsync("/api/sittings"))["version"]!.GetValue<int>();
        using var saved = await _app.Client.PutAsJsonAsync(
            "/api/sittings",
            new
            {
                id = Guid.NewGuid(),
                version,
                timeZone = "UTC",
                handles = 20,
                rackSlots = 6,
                weekly = days.Select(d => new
                {
                    id = Guid.NewGuid(),
                    day = d,
                    begins = "19:30:00",
                    ends = "22:00:00",
                }),
                exceptions = Array.Empty<object>(),
            },
            TestContext.Current.CancellationToken
        );
        saved.EnsureSuccessStatusCode();
    }

    private async Task AddFridayAsync()
    {
        await EveningsAreAsync("Tuesday", "Thursday", "Friday", "Sunday");
        Say("Fridays are added");
    }

    private async Task EveningAsync(int evening)
    {
        Say($"--- evening {evening}, pace {_pace}");
        var idle = 0;
        for (var turn = 0; turn < 200; turn++)
        {
            await PromisesAsync();
            var view = (await _app.GetAsync("/api/bench"))["view"]!;
            if (view["sitting"] is not JsonObject sitting || Moment(sitting["end"]!) - _app.Clock.Now < Duration.FromMinutes(1))
                break;
            var end = Moment(sitting["end"]!);
            await TouchAsync(view);
            await MendAsync(view);
            if (view["step"] is JsonObject step)
                await WorkAsync(step, end);
            else if (view["offer"] is JsonObject offer)
                await BeginAsync(offer["stepId"]!.ToString(), offer["test"] is not null, offer["text"]!.ToString());
            else
            {
                await IdleAsync(view);
                idle++;
                _app.Clock.Now += Duration.FromMinutes(1);
            }
        }
        var last = (await _app.GetAsync("/api/bench"))["view"]!;
        if (last["step"]?["inHand"]?.GetValue<bool>() == true)
            await ActAsync("put_down", new { stepId = last["step"]!["stepId"]!.ToString() });
        Say($"{idle} min with nothing to do");
        _app.Clock.Now += Duration.FromHours(4);
    }

    // Begins what is shown, or goes on with it: a model at a time, at this person's pace.
    private async Task WorkAsync(JsonObject step, Instant end)
    {
        var (id, title) = (step["stepId"]!.ToString(), $"{step["title"]} {step["unit"]}");
        if (!step["inHand"]!.GetValue<bool>())
        {
            if (!await BeginAsync(id, step["test"] is not null, title))
            {
                _app.Clock.Now += Duration.FromMinutes(1);
                return;
            }
            await LosesNothingAsync(id);
        }
        var bench = await BenchAsync();
        var own = bench.Steps[Guid.Parse(id)];
        var left = bench.Remaining(own).Count;
        if (left == 0)
            return;
        // A look finds something now and then.
        if (GateHasFlaws(own) && _random.Next(3) == 0 && await FlawAsync(bench, own))
            return;
        var minutes = Math.Max(1.0, own.Amounts.SecondsPerModel / 60.0 * _pace);
        var takes = Duration.FromMinutes(
            Math.Min(minutes * (PaintSessions.Has(own) ? 1 : left), Math.Max(1, (end - _app.Clock.Now).TotalMinutes))
        );
        var done = PaintSessions.Has(own)
            ? (takes.TotalMinutes >= minutes - 0.5 ? 1 : 0)
            : (int)Math.Min(left, Math.Max(1, takes.TotalMinutes / minutes));
        _app.Clock.Now += takes;
        if (done == 0)
        {
            await ActAsync("put_down", new { stepId = id });
            return;
        }
        await ActAsync("set_count", new { stepId = id, count = bench.TicksOf[own.Id].Count() + done });
        Say($"{title}: {done} of {left}");
        if (_app.Clock.Now >= end - Duration.FromMinutes(1) && left > done)
            await ActAsync("put_down", new { stepId = id });
    }

    private static bool GateHasFlaws(BenchStep step) => step.Key.Kind.IsGate() && step.RepairId is null;

    private async Task<bool> BeginAsync(string id, bool dry, string title)
    {
        using var begun = await _app.ActAsync(
            "start",
            new
            {
                stepId = id,
                dry,
                despiteAir = true,
            }
        );
        if (begun.StatusCode == HttpStatusCode.OK)
        {
            Say($"begins {title}{(dry ? ", dry by touch" : "")}");
            return true;
        }
        Wrong(
            $"{(int)begun.StatusCode} on an offer: {title}: {await begun.Content.ReadAsStringAsync(TestContext.Current.CancellationToken)}"
        );
        return false;
    }

    // What was begun has not put a live mix aside.
    private async Task LosesNothingAsync(string id)
    {
        if (Perishing.First(await BenchAsync(), _app.Clock.Now) is { } lost && lost.Id != Guid.Parse(id))
            Wrong($"{lost.Key} is put aside while it cannot wait");
    }

    private async Task<bool> FlawAsync(BenchIndex bench, BenchStep gate)
    {
        var model = bench.Remaining(gate)[0].Number;
        var kind = SomeFlaws[_random.Next(SomeFlaws.Length)];
        using var noted = await _app.ActAsync(
            "flaw",
            new
            {
                stepId = gate.Id,
                model,
                place = "head",
                flawKind = kind,
            }
        );
        Say($"finds a {kind} on model {model} of {bench.NameOf(gate)}");
        return noted.IsSuccessStatusCode;
    }

    // Takes the first repair that is offered, or leaves the flaw.
    private async Task MendAsync(JsonNode view)
    {
        foreach (var flaw in view["flaws"]!.AsArray())
        {
            var gate = await _app.GetAsync($"/api/gate/{flaw!["stepId"]}");
            var finding = gate["findings"]!
                .AsArray()
                .FirstOrDefault(f => f!["flawIds"]!.AsArray().Any(i => i!.ToString() == flaw["id"]!.ToString()));
            if (finding is null || finding["inPlan"] is not null)
                continue;
            var repair = finding["repairs"]!
                .AsArray()
                .FirstOrDefault(r =>
                    r!["bars"]!.AsArray().Count == 0
                    && r["takesSteps"]!.GetValue<bool>()
                    && r["id"]!.ToString() is not ("wait_longer" or "leave_it")
                );
            if (repair is null)
            {
                await ActAsync(
                    "mend",
                    new
                    {
                        flawId = flaw["id"]!.ToString(),
                        end = "accepted",
                        anyway = true,
                    }
                );
                continue;
            }
            await PostAsync(
                "/api/plan/take",
                new
                {
                    id = Guid.NewGuid(),
                    ask = new
                    {
                        kind = "repair",
                        flawId = flaw["id"]!.ToString(),
                        repair = repair["id"]!.ToString(),
                        searched = false,
                        together = _random.Next(2) == 0,
                    },
                }
            );
            Say($"takes {repair["id"]} for {flaw["words"]}");
        }
    }

    // Some coats are touched early, and said to be what chance says.
    private async Task TouchAsync(JsonNode view)
    {
        foreach (var coat in view["drying"]!.AsArray().Where(d => d!["canTest"]!.GetValue<bool>() && !d["tested"]!.GetValue<bool>()))
        {
            if (_random.Next(6) > 0)
                continue;
            var dry = _app.Clock.Now >= Moment(coat!["usual"]!);
            await ActAsync(
                "test",
                new
                {
                    coatId = coat["coatId"]!.ToString(),
                    stage = coat["stage"]!.ToString(),
                    finding = dry ? "dry_at" : "not_dry_at",
                }
            );
            Say($"touches {coat["what"]} of {coat["unit"]}: {(dry ? "dry" : "still tacky")}");
        }
    }

    private async Task IdleAsync(JsonNode view)
    {
        var bench = await BenchAsync();
        var ready = bench.State.Steps.FirstOrDefault(s =>
            s.NotNeeded is null
            && bench.Remaining(s).Count > 0
            && bench.StandingOf(bench.UnitOf(s).Id) == Standing.UnderWay
            && Permission.Of(bench, s, bench.Remaining(s), new Clockface(DateTimeZone.Utc, _app.Clock.Now)) is null
            && (s.Amounts.Mode is null || ActRules.UnfitAir(bench, s, _app.Clock.Now) is null)
        );
        if (ready is not null)
            Wrong($"idle while {ready.Key} of {bench.NameOf(ready)} is ready: {view["headline"]}");
    }

    private async Task PromisesAsync()
    {
        var plan = await _app.GetAsync("/api/plan");
        var now = plan["promises"]!.AsArray().ToDictionary(p => p!["unit"]!.ToString(), p => p!["done"]?.ToString());
        foreach (var (unit, done) in now)
        {
            if (done is null)
                Wrong($"{unit} has no date: {plan["unplaced"]!.AsArray().FirstOrDefault()?["lacks"]}");
            else if (
                _promised.TryGetValue(unit, out var before)
                && before is not null
                && Math.Abs(
                    (
                        DateTimeOffset.Parse(done, CultureInfo.InvariantCulture)
                        - DateTimeOffset.Parse(before, CultureInfo.InvariantCulture)
                    ).TotalDays
                ) > 1
            )
            {
                var shift = plan["shift"];
                var told = shift?["promises"]?.AsArray().Select(p => p!.ToString()).ToList() ?? [];
                Say($"{unit} moves, {before} to {done}: {string.Join("; ", shift?["causes"]?.AsArray().Select(c => c!.ToString()) ?? [])}");
                if (shift?["causes"]?.AsArray().Count is not > 0 || told.Count == 0)
                    Wrong($"{unit} moved from {before} to {done} and nobody said why");
            }
        }
        _promised = now;
    }

    private async Task<BenchIndex> BenchAsync() =>
        (await _app.Services.GetRequiredService<BenchStore>().CurrentAsync(await _app.WorkspaceAsync(), default)).Bench;

    private async Task ActAsync(string kind, object more)
    {
        using var done = await _app.ActAsync(kind, more);
        if (!done.IsSuccessStatusCode)
            Wrong($"{kind}: {(int)done.StatusCode} {await done.Content.ReadAsStringAsync(TestContext.Current.CancellationToken)}");
    }

    private async Task PostAsync(string path, object body)
    {
        using var answer = await _app.Client.PostAsJsonAsync(path, body, TestContext.Current.CancellationToken);
        if (!answer.IsSuccessStatusCode)
            Wrong($"{path}: {(int)answer.StatusCode} {await answer.Content.ReadAsStringAsync(TestContext.Current.CancellationToken)}");
    }
}
