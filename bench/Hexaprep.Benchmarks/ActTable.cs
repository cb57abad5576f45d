using System.Diagnostics;
using System.Globalization;
using Dapper;
using Hexaprep.Bench.Edits;
using Hexaprep.Bench.State;
using Hexaprep.Craft.Drying;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Storage;
using Hexaprep.Testing;
using Microsoft.AspNetCore.Builder;
using Microsoft.AspNetCore.Hosting;
using Microsoft.AspNetCore.Http;
using Microsoft.Extensions.DependencyInjection;
using Microsoft.Extensions.Logging;
using NodaTime;

namespace Hexaprep.Benchmarks;

/// <summary>Acts and reads over HTTP against the real app and a database with the durability that ships, beside a bare endpoint that
/// writes one row in a
/// transaction: taken in turns, the planner at work behind.</summary>
internal static class ActTable
{
    private const int Acts = 600,
        Reads = 100,
        Warm = 80;

    /// <summary>Prints p50 and p95, the ratio to the bare endpoint, and the ratio to the same bench with an empty log.</summary>
    public static async Task PrintAsync(IReadOnlyList<int> units, IReadOnlyList<int> logs)
    {
        using var cluster = new PostgresCluster(shipping: true);
        Console.WriteLine(
            "units      log   bare p50   p95    act p50   p95   act/bare p95   act p95 / empty log   bench p50, p95   plan p50, p95 "
                + "  units p50, p95   (ms)"
        );
        foreach (var count in units)
        {
            double? empty = null;
            foreach (var log in logs)
            {
                var database = cluster.To($"bench_{count}_{log}");
                Database.Migrate(database);
                await using var app = new TestApp(database, pause: true);
                await BringAsync(app, count, log);
                await using var bare = await BareAsync(database);
                var (acts, plain) = await ActsAsync(app, bare.Urls.First());
                empty ??= acts.P95;
                var (bench, plan, list) = (
                    await ReadsAsync(app, "/api/bench"),
                    await ReadsAsync(app, "/api/plan"),
                    await ReadsAsync(app, "/api/units")
                );
                Console.WriteLine(
                    string.Create(
                        CultureInfo.InvariantCulture,
                        $"{count, 5} {log, 8} {plain.P50, 10:F1} {plain.P95, 5:F1} {acts.P50, 10:F1} {acts.P95, 5:F1} "
                            + $"{acts.P95 / plain.P95, 14:F2} {acts.P95 / empty, 21:F2} {bench.P50, 11:F1} {bench.P95, 5:F1} "
                            + $"{plan.P50, 9:F1} {plan.P95, 5:F1} {list.P50, 9:F1} {list.P95, 5:F1}"
                    )
                );
                await bare.StopAsync();
            }
        }
    }

    private static async Task<WebApplication> BareAsync(string database)
    {
        var builder = WebApplication.CreateSlimBuilder();
        builder.Logging.ClearProviders();
        builder.WebHost.UseUrls("http://127.0.0.1:0");
        var app = builder.Build();
        var source = Database.Open(database);
        await using (var connection = await source.OpenConnectionAsync())
            await connection.ExecuteAsync("create table bare (id uuid primary key, at timestamptz not null)");
        app.MapPost("/", async (HttpContext http) =>
        {
            await using var connection = await source.OpenConnectionAsync(http.RequestAborted);
            await using var transaction = await connection.BeginTransactionAsync(http.RequestAborted);
            await connection.ExecuteAsync("insert into bare (id, at) values (@id, now())", new { id = Guid.NewGuid() });
            await transaction.CommitAsync(http.RequestAborted);
            return Results.Ok();
        });
        await app.StartAsync();
        return app;
    }

    // One model done, one taken back, and a bare row between.
    private static async Task<(Figures Acts, Figures Bare)> ActsAsync(TestApp app, string bare)
    {
        using var http = new HttpClient();
        var step = (await app.GetAsync("/api/bench"))["view"]!["step"]
            ?? throw new InvalidOperationException("Nothing is before the person.");
        var stepId = step["stepId"]!.ToString();
        using (var started = await app.ActAsync("start", new { stepId, despiteAir = true }))
            started.EnsureSuccessStatusCode();
        List<double> acts = [],
            plain = [];
        for (var i = 0; i < Acts + Warm; i++)
        {
            var watch = Stopwatch.StartNew();
            using (var row = await http.PostAsync(new Uri(bare), null))
                row.EnsureSuccessStatusCode();
            var first = watch.Elapsed.TotalMilliseconds;
            watch.Restart();
            using (var act = await app.ActAsync(i % 2 == 0 ? "done" : "take_back", new { stepId }))
            {
                act.EnsureSuccessStatusCode();
                await act.Content.ReadAsByteArrayAsync();
            }
            if (i < Warm)
                continue;
            plain.Add(first);
            acts.Add(watch.Elapsed.TotalMilliseconds);
        }
        return (new Figures(acts), new Figures(plain));
    }

    // Read while an act now and then moves the bench, so that the planner is at work.
    private static async Task<Figures> ReadsAsync(TestApp app, string path)
    {
        app.SettlesReads = false;
        var stepId = (await app.GetAsync("/api/bench"))["view"]!["step"]!["stepId"]!.ToString();
        var times = new List<double>();
        for (var i = 0; i < Reads + Warm; i++)
        {
            if (i % 4 == 0)
            {
                using var act = await app.ActAsync(i % 8 == 0 ? "done" : "take_back", new { stepId });
            }
            var watch = Stopwatch.StartNew();
            using (var answer = await app.Client.GetAsync(new Uri(path, UriKind.Relative)))
            {
                answer.EnsureSuccessStatusCode();
                await answer.Content.ReadAsByteArrayAsync();
            }
            if (i >= Warm)
                times.Add(watch.Elapsed.TotalMilliseconds);
        }
        app.SettlesReads = true;
        return new Figures(times);
    }

    /// <summary>Brings so many units of the demo's lines to an empty bench, and waits for its plan.</summary>
    public static Task FillAsync(TestApp app, int units) => JoinAsync(app, [.. Lines(units)]);

    private static IEnumerable<UnitOrder> Lines(int units)
    {
        var army = SaltfenWorld.Army(units).State;
        return army.Units.Select((u, i) => Line(u, army.Batches[i].Traits));
    }

    private static async Task JoinAsync(TestApp app, IReadOnlyList<UnitOrder> lines)
    {
        var now = app.Clock.Now;
        await app
            .Services.GetRequiredService<BenchStore>()
            .WriteAsync(
                await app.WorkspaceAsync(),
                Guid.NewGuid(),
                bench => RosterEdits.Join(bench, lines, [], now, Guid.NewGuid),
                now,
                CancellationToken.None
            );
        await app.SettleAsync();
    }

    // The demo's lines in turn, and a finished horde whose ticks and coats make the log long; coats from files and air do the rest.
    private static async Task BringAsync(TestApp app, int units, int log)
    {
        var (benches, workspace, now) = (app.Services.GetRequiredService<BenchStore>(), await app.WorkspaceAsync(), app.Clock.Now);
        await JoinAsync(app, [.. Lines(units), RehearsedBench.Order("Old Horde", 400)]);
        var stored = (await benches.CurrentAsync(workspace, CancellationToken.None)).Bench;
        foreach (var part in Log(stored, log, now).Chunk(400))
            await benches.WriteAsync(
                workspace,
                Guid.NewGuid(),
                _ => new Decision("coat_import", now, null, new { log }, part),
                now,
                CancellationToken.None
            );
        await app.SettleAsync();
    }

    private static UnitOrder Line(Unit unit, BatchTraits t) => new(unit.Name, "", t, unit.Deadline, unit.Weight, []);

    private static IEnumerable<Change> Log(BenchIndex bench, int log, Instant now)
    {
        var horde = bench.State.Batches.Where(b => bench.Units[b.UnitId].Name == "Old Horde").ToList();
        var primer = Product.Of(StepKind.Prime, ProductClass.AcrylicSolvent, "spray_can");
        var at = now - Duration.FromDays(700);
        var ticks = log / 4;
        foreach (var step in horde.SelectMany(b => bench.StepsOf[b.Id]).Where(s => s.Amounts.Product is null))
        {
            if (ticks <= 0)
                break;
            at += Duration.FromMinutes(400);
            var spell = new WorkInterval(Guid.NewGuid(), step.Id, at, null);
            yield return new Change.SpellOpened(spell);
            foreach (var model in bench.ModelsOf[step.BatchId].Take(ticks))
            {
                yield return new Change.Ticked(new Tick(step.Id, model.Id, model.PieceId, spell.Id, at));
                ticks--;
            }
            yield return new Change.SpellEnded(spell.Id, at + Duration.FromMinutes(300));
        }
        for (var i = 0; i < log / 8; i++)
            yield return new Change.AirRead(
                new AirReading(
                    Guid.NewGuid(),
                    now - Duration.FromHours(8 + i),
                    i % 2 == 0 ? AirPlace.Bench : AirPlace.Outdoors,
                    15 + i % 8,
                    40 + i % 30,
                    null,
                    null,
                    null,
                    AirSource.Instrument
                )
            );
        var shelf = bench.State.Products.Take(primer, Guid.NewGuid);
        yield return new Change.ProductShelved(shelf);
        foreach (var part in Enumerable.Range(0, log * 5 / 8).Chunk(5000))
            yield return new Change.CoatsBrought([.. part.Select(i => Past(shelf, now - Duration.FromMinutes(20L * i + 2000), i))]);
    }

    private static PastCoat Past(ShelfProduct shelf, Instant at, int i) =>
        new(
            Guid.NewGuid(),
            $"Column {i % 40}",
            shelf.Kind,
            1 + i % 3,
            Film.Normal,
            12 + i % 15,
            40 + i % 40,
            5,
            at,
            at,
            Readiness.Recoat,
            null,
            i % 3 == 0 ? at + Duration.FromMinutes(20 + i % 9) : null,
            "clean",
            false
        )
        {
            ProductId = shelf.Id,
        };

    private sealed class Figures
    {
        public Figures(List<double> times)
        {
            times.Sort();
            (P50, P95) = (times[times.Count / 2], times[times.Count * 95 / 100]);
        }

        public double P50 { get; }
        public double P95 { get; }
    }
}
