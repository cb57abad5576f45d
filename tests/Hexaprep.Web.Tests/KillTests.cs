using System.Net;
using Hexaprep.Craft.Inspections;

namespace Hexaprep.Web.Tests;

/// <summary>The app and the database are killed in the middle of ticking, on a server with the shipping durability settings.</summary>
public sealed class KillTests
{
    [Fact]
    public async Task Whatever_was_acknowledged_is_there_after_a_kill_exactly_once()
    {
        using var cluster = new PostgresCluster(shipping: true);
        var acknowledged = new List<Guid>();
        var sent = new List<(Guid Id, object Act)>();

        using (var app = new RealApp(cluster.To("hexaprep")))
        {
            await app.BringAsync(60);
            var step = await app.StepAsync();
            await TickAsync(app, step, 12, sent, acknowledged, () => Task.CompletedTask);
            await TickAsync(app, step, 12, sent, acknowledged, () =>
            {
                app.Kill();
                return Task.CompletedTask;
            });
        }
        using (var app = new RealApp(cluster.To("hexaprep")))
        {
            var step = await app.StepAsync();
            Assert.True(await app.DoneAsync() >= acknowledged.Count);
            await TickAsync(app, step, 12, sent, acknowledged, () =>
            {
                cluster.Kill();
                return Task.CompletedTask;
            });
        }
        cluster.Start();
        using (var app = new RealApp(cluster.To("hexaprep")))
        {
            // Sending everything again, acknowledged or not, brings each to exactly once.
            foreach (var (_, act) in sent)
                Assert.Equal(HttpStatusCode.OK, (await app.ActAsync(act)).StatusCode);
            Assert.Equal(sent.Count, await app.DoneAsync());
            var log = (await app.GetAsync("/api/workspace"))["logbook"]!
                .AsArray()
                .Where(e => e!["kind"]!.ToString() == "done")
                .Select(e => Guid.Parse(e!["id"]!.ToString()))
                .ToList();
            Assert.Equal(sent.Count, log.Count);
            Assert.Empty(acknowledged.Except(log));
        }
        Assert.True(acknowledged.Count >= 24, $"Only {acknowledged.Count} acts were acknowledged.");
    }

    private static async Task TickAsync(
        RealApp app,
        string step,
        int count,
        List<(Guid, object)> sent,
        List<Guid> acknowledged,
        Func<Task> strike
    )
    {
        for (var i = 0; i < count; i++)
        {
            var id = Guid.NewGuid();
            var act = new
            {
                id,
                kind = "done",
                at = DateTime.UtcNow,
                stepId = step,
            };
            sent.Add((id, act));
            var answer = app.ActAsync(act);
            if (i == count / 2)
                await strike();
            try
            {
                var status = (await answer).StatusCode;
                Assert.True(status == HttpStatusCode.OK || i >= count / 2, $"Act {i} was answered {status} before the blow.");
                if (status != HttpStatusCode.OK)
                    return;
                acknowledged.Add(id);
            }
            catch (HttpRequestException)
            {
                return;
            }
        }
    }
}
