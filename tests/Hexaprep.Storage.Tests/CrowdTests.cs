using Hexaprep.Bench.Edits;
using Hexaprep.Craft.Inspections;
using Npgsql;

namespace Hexaprep.Storage.Tests;

public sealed class CrowdTests(TestDatabases databases)
{
    [Fact]
    public async Task More_readers_and_writers_than_connections_wait_for_each_other_and_none_for_ever()
    {
        var few = new NpgsqlConnectionStringBuilder(databases.Clone()) { MaxPoolSize = 2, Timeout = 5 }.ConnectionString;
        await using var source = Database.Open(few);
        var now = TurnableClock.Evening;
        var workspace = await new WorkspaceStore(source).CurrentAsync("UTC", now, TestContext.Current.CancellationToken);
        var store = new BenchStore(source, new BenchMemory());
        // Each write of the one makes the value of the other old, so that its readers have to read afresh.
        var other = new BenchStore(source, new BenchMemory());
        await Task.WhenAll(
            Enumerable
                .Range(0, 60)
                .Select(async i =>
                {
                    if (i % 3 == 0)
                        await (i % 2 == 0 ? store : other).WriteAsync(
                            workspace,
                            Guid.NewGuid(),
                            bench => RosterEdits.Join(bench, [RehearsedBench.Order($"Column {i}", 1)], [], now, Guid.NewGuid),
                            now,
                            CancellationToken.None
                        );
                    else
                        await store.CurrentAsync(workspace, CancellationToken.None);
                })
        );

        Assert.Equal(20, (await store.CurrentAsync(workspace, TestContext.Current.CancellationToken)).State.Units.Count);
    }
}
