using Hexaprep.Bench.Acts;
using Hexaprep.Bench.Edits;
using Hexaprep.Bench.Judgement;
using Hexaprep.Bench.State;
using Hexaprep.Craft.Drying;
using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Formats;
using Hexaprep.Storage;
using Microsoft.Extensions.DependencyInjection;
using NodaTime;

namespace Hexaprep.Web.Tests;

/// <summary>Makes demo/saltfen-workspace.json: the roster file, worked on by the app's own acts over three weeks, up to a Thursday
/// evening at 20:12.
/// Run by hand: <c>dotnet test --project tests/Hexaprep.Web.Tests --explicit only</c>.</summary>
public sealed class DemoComposer(TestDatabases databases)
{
    private static readonly Instant Start = Instant.FromUtc(2026, 2, 15, 9, 0);
    private static readonly Instant Tonight = Instant.FromUtc(2026, 3, 12, 19, 30);

    // How far each unit had come when tonight began: the first step still to do.
    private static readonly (string Unit, StepKind Stop)[] Reached =
    [
        ("Mire Strider", StepKind.SoftenTransfer),
        ("Punt Crew", StepKind.PrimerGate),
        ("Lantern Keepers", StepKind.Wash),
        ("Reed Pikes", StepKind.Fill),
        ("Bell Sergeants", StepKind.Pin),
    ];

    // Coats of weeks before, touched as they dried: what this bench knows of its gloss.
    private static IEnumerable<PastCoat> Earlier()
    {
        var gloss = new Product(ProductClass.AcrylicWb, "brush", CoatUse.Gloss);
        var laid = new[] { (19, 12, 64, 58, 75), (9, 19, 52, 46, 57), (9, 19, 54, 47, 59), (4, 16, 44, 52, 61), (2, 18, 61, 58, 74) };
        foreach (var (daysAgo, air, humidity, tacky, dry) in laid)
        {
            var at = Tonight - Duration.FromDays(daysAgo) - Duration.FromMinutes(10 + tacky);
            yield return new PastCoat(
                Guid.NewGuid(),
                "Mire Strider",
                gloss,
                1,
                Film.Normal,
                air,
                humidity,
                1,
                at,
                at,
                Readiness.Recoat,
                at + Duration.FromMinutes(tacky),
                at + Duration.FromMinutes(dry),
                "clean",
                false
            );
        }
    }

    [Fact(Explicit = true)]
    public async Task Compose_the_demo_world()
    {
        await using var app = new TestApp(databases.Clone());
        var workspace = await app.WorkspaceAsync();
        var stores = app.Services;
        await using var roster = File.OpenRead(Path.Combine(Project.Root, "demo", "saltfen-roster.csv"));
        var benches = stores.GetRequiredService<BenchStore>();
        await benches.WriteAsync(
            workspace,
            Guid.NewGuid(),
            bench => RosterEdits.Join(bench, [.. RosterCsv.Read(roster).Select(l => l.Reading.Order!)], [], Start, Guid.NewGuid),
            Start,
            default
        );
        var play = new Play(benches, workspace);
        await play.HistoryAsync();
        await play.StepAsync("Lantern Keepers", StepKind.Wash, Tonight, 5);
        await play.StepAsync("Mire Strider", StepKind.SoftenTransfer, Tonight + Duration.FromMinutes(22), 1);
        await play.StepAsync("Reed Pikes", StepKind.Fill, Tonight + Duration.FromSeconds(25 * 60 + 10), 5, 150);
        await benches.WriteAsync(
            workspace,
            Guid.NewGuid(),
            bench => AirEdits.Bring(bench, [.. Earlier()], Tonight, Guid.NewGuid),
            Tonight,
            default
        );
        var document = await stores.GetRequiredService<WorkspaceStore>().ExportAsync(workspace, TurnableClock.Evening, default);
        document = document with { Settings = document.Settings with { Name = "Saltfen", HouseAsked = true } };
        await File.WriteAllTextAsync(Path.Combine(Project.Root, "demo", "saltfen-workspace.json"), WorkspaceFile.Write(document) + "\n");
    }

    private sealed class Play(BenchStore store, WorkspaceId workspace)
    {
        public async Task HistoryAsync()
        {
            var first = await LoadAsync();
            foreach (var sitting in first.State.Settings.Calendar.From(Start, 40).TakeWhile(s => s.End < Tonight))
            {
                var at = sitting.Begin;
                while (await NextAsync(at, sitting.End) is { } next)
                    at = await DoAsync(next, at, next.Models) + Duration.FromMinutes(2);
            }
            var bench = await LoadAsync();
            foreach (var (unit, stop) in Reached)
                Assert.True(Steps(bench, unit, stop).All(bench.IsFinished), $"{unit} did not reach {stop} in time.");
        }

        public async Task StepAsync(string unit, StepKind kind, Instant at, int models, int? seconds = null)
        {
            var bench = await LoadAsync();
            var step = bench.State.Steps.First(s => bench.UnitOf(s).Name == unit && s.Key.Kind == kind);
            await DoAsync(new Due(step, models), at, models, seconds);
        }

        private async Task<Due?> NextAsync(Instant at, Instant end)
        {
            var bench = await LoadAsync();
            foreach (var (unit, stop) in Reached)
            {
                foreach (var step in Steps(bench, unit, stop).Where(s => !bench.IsFinished(s)))
                {
                    var models = bench.Remaining(step);
                    if (RouteReadiness.Of(bench, step, models, new Clockface(DateTimeZone.Utc, at)) is not null)
                        continue;
                    var fits = models.Count;
                    while (fits > 0 && at + Duration.FromMinutes(step.HandsMinutes(fits)) > end)
                        fits--;
                    if (fits == models.Count || (fits > 0 && !step.Amounts.OneGo))
                        return new Due(step, fits);
                }
            }
            return null;
        }

        private static IEnumerable<BenchStep> Steps(BenchIndex bench, string unit, StepKind stop)
        {
            var batch = bench.State.Batches.First(b => bench.Units[b.UnitId].Name == unit).Id;
            var before = new HashSet<Guid>();
            var open = new Queue<Guid>([bench.StepsOf[batch].First(s => s.Key.Kind == stop).Id]);
            while (open.TryDequeue(out var id))
            {
                foreach (var edge in bench.EdgesInto[id])
                {
                    if (before.Add(edge.From))
                        open.Enqueue(edge.From);
                }
            }
            return bench.StepsOf[batch].Where(s => before.Contains(s.Id));
        }

        private async Task<Instant> DoAsync(Due due, Instant at, int models, int? seconds = null)
        {
            await ActAsync(ActKind.Start, due.Step, at);
            var left = models;
            for (var i = 1; i <= models; i++, left--)
            {
                at +=
                    Duration.FromMinutes(i == 1 ? due.Step.Amounts.SetupMinutes : 0)
                    + Duration.FromSeconds(seconds ?? due.Step.Amounts.SecondsPerModel);
                await ActAsync(ActKind.Done, due.Step, at);
            }
            if ((await LoadAsync()).InHand is not null && at < Tonight)
                await ActAsync(ActKind.PutDown, due.Step, at);
            return at;
        }

        private Task ActAsync(ActKind kind, BenchStep step, Instant at)
        {
            var act = new Act(Guid.NewGuid(), kind, at) { StepId = step.Id };
            return store.WriteAsync(workspace, act.Id, bench => Acts.Decide(bench, act, at, Guid.NewGuid), at, default);
        }

        private async Task<BenchIndex> LoadAsync() => (await store.CurrentAsync(workspace, default)).Bench;
    }

    private sealed record Due(BenchStep Step, int Models);
}
