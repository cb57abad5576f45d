using Hexaprep.Craft.Vocabulary;
using Hexaprep.Formats;
using NodaTime;

namespace Hexaprep.Storage.Tests;

/// <summary>Whatever was done at a bench, its file can be read, and brings the same bench back.</summary>
public sealed class CarryTests(TestDatabases databases)
{
    [Theory]
    [InlineData(1)]
    [InlineData(2)]
    public async Task An_export_always_imports(int seed)
    {
        var (random, now) = (new Random(seed), TurnableClock.Evening);
        await using var source = Database.Open(databases.Clone());
        var workspaces = new WorkspaceStore(source);
        var workspace = await workspaces.CurrentAsync("Europe/London", now, default);
        using var memory = new BenchMemory();
        var benches = new BenchStore(source, memory);
        var written = new Written(source);
        await written.SaveAsync(
            workspace,
            Guid.NewGuid(),
            [
                RehearsedBench.Order("Reed Pikes", 1 + seed),
                RehearsedBench
                    .Order("Bell Sergeants", 2, (Material)(seed * 2))
                    .Of(t => t with { Transfers = seed, Gaps = Gaps.Large, BaseMm = 32 }),
            ],
            [],
            now,
            default
        );
        var done = 0;
        for (var i = 0; i < 120; i++)
        {
            now += Duration.FromMinutes(random.Next(400));
            var bench = (await benches.CurrentAsync(workspace, default)).Bench;
            if (AnyWrite.Draw(bench, random.Next(10_000), now, Guid.NewGuid) is not { } decision)
                continue;
            await benches.WriteAsync(workspace, Guid.NewGuid(), _ => decision, now, default);
            done++;
        }

        var file = WorkspaceFile.Write(await workspaces.ExportAsync(workspace, now, default));
        await using var fresh = Database.Open(databases.Clone());
        var there = new WorkspaceStore(fresh);
        var other = await there.CurrentAsync("UTC", now, default);
        await there.ImportAsync(other, Guid.NewGuid(), WorkspaceFile.Read(file), now, default);
        var back = await there.ExportAsync(other, now, default);

        Assert.True(done > 30, $"{done} writes");
        Assert.Equal(file, WorkspaceFile.Write(back with { Logbook = [.. back.Logbook.SkipLast(1)] }));
        var (before, after) = (
            (await benches.CurrentAsync(workspace, default)),
            (await new BenchStore(fresh, memory).CurrentAsync(other, default))
        );
        Assert.Empty(after.SetAside);
        Assert.Equal(
            (before.State.Ticks.Count, before.State.Coats.Count, before.State.Steps.Count),
            (after.State.Ticks.Count, after.State.Coats.Count, after.State.Steps.Count)
        );
    }
}
