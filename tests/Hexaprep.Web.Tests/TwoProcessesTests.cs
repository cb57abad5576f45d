using System.Collections.Concurrent;
using Dapper;
using Hexaprep.Craft.Inspections;
using Npgsql;

namespace Hexaprep.Web.Tests;

/// <summary>Two app processes serve one bench, and both are killed in between.</summary>
public sealed class TwoProcessesTests
{
    private const int Each = 40;

    [Fact]
    public async Task Acts_of_both_at_once_lose_nothing_double_nothing_and_leave_both_with_one_answer_and_one_plan_at_a_time()
    {
        using var cluster = new PostgresCluster(shipping: true);
        var database = cluster.To("hexaprep");
        var apps = new RealApp[] { new(database), new(database) };
        try
        {
            await apps[0].BringAsync(2 * Each + 20, evenings: true);
            var step = await apps[0].StepAsync();
            using var over = new CancellationTokenSource();
            var turns = WatchTurnsAsync(database, over.Token);
            var gate = new SemaphoreSlim(1);
            var done = new ConcurrentBag<Guid>();
            await Task.WhenAll(Enumerable.Range(0, 2).Select(p => TickAsync(p, apps, database, step, done, gate)));
            await over.CancelAsync();

            Assert.True(await turns <= 1, "Two processes planned at once.");
            foreach (var app in apps)
                Assert.Equal(2 * Each, await app.DoneAsync());
            var log = (await apps[0].GetAsync("/api/workspace"))["logbook"]!
                .AsArray()
                .Where(e => e!["kind"]!.ToString() == "done")
                .Select(e => Guid.Parse(e!["id"]!.ToString()))
                .ToList();
            Assert.Equal(done.Order(), log.Order());
            Assert.Equal(await PlanAsync(apps[0]), await PlanAsync(apps[1]));
        }
        finally
        {
            foreach (var app in apps)
                app.Dispose();
        }
    }

    // Sends each act until it is acknowledged, as the browser's outbox does; after half of them the process is killed and started again.
    private static async Task TickAsync(int own, RealApp[] apps, string database, string step, ConcurrentBag<Guid> done, SemaphoreSlim gate)
    {
        for (var i = 0; i < Each; i++)
        {
            var id = Guid.NewGuid();
            var act = new
            {
                id,
                kind = "done",
                at = DateTime.UtcNow,
                stepId = step,
            };
            if (i == Each / 2 + own * 8)
            {
                var lost = apps[own].ActAsync(act);
                apps[own].Kill();
                await Assert.ThrowsAnyAsync<Exception>(async () => Assert.False((await lost).IsSuccessStatusCode));
                await gate.WaitAsync(TestContext.Current.CancellationToken);
                apps[own].Dispose();
                apps[own] = new RealApp(database);
                gate.Release();
            }
            var answer = await apps[own].ActAsync(act);
            Assert.True(answer.IsSuccessStatusCode, await answer.Content.ReadAsStringAsync(TestContext.Current.CancellationToken));
            done.Add(id);
        }
    }

    // How many processes held the planner's turn at once, at most.
    private static async Task<int> WatchTurnsAsync(string database, CancellationToken over)
    {
        await using var connection = new NpgsqlConnection(database);
        await connection.OpenAsync(CancellationToken.None);
        var most = 0;
        while (!over.IsCancellationRequested)
            most = Math.Max(
                most,
                await connection.QuerySingleAsync<int>(
                    "select count(distinct pid)::int from pg_locks where locktype = 'advisory' and classid = 7044 and granted"
                )
            );
        return most;
    }

    // The plan, once it is no more being renewed.
    private static async Task<string> PlanAsync(RealApp app)
    {
        for (var tries = 0; ; tries++)
        {
            var plan = await app.GetAsync("/api/plan");
            if (!plan["renewing"]!.GetValue<bool>() && plan["hasRepairs"]!.GetValue<bool>())
                return (await app.GetAsync("/api/plan/schedule.json")).ToJsonString();
            Assert.True(tries < 600, "The plan does not come.");
            await Task.Delay(50, TestContext.Current.CancellationToken);
        }
    }
}
