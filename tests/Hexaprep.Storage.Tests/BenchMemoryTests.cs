using Hexaprep.Craft.Inspections;

namespace Hexaprep.Storage.Tests;

public sealed class BenchMemoryTests
{
    private static readonly long Size = BenchMemory.BytesOf(new RehearsedBench(RehearsedBench.Order()).State);

    private static StoredBench Bench(long revision = 1) => new(new RehearsedBench(RehearsedBench.Order()).Index, revision, false, []);

    private static WorkspaceId Workspace(int n) => new(new Guid(n, 0, 0, new byte[8]));

    [Fact]
    public void Several_benches_are_kept_and_the_least_recently_used_gives_way()
    {
        using var memory = new BenchMemory(Size * 5 / 2);
        memory.Keep(Workspace(1), Bench());
        memory.Keep(Workspace(2), Bench());
        Assert.NotNull(memory.Find(Workspace(1), 1));
        memory.Keep(Workspace(3), Bench());

        Assert.Equal(
            (true, false, true),
            (memory.Find(Workspace(1), 1) is not null, memory.Find(Workspace(2), 1) is not null, memory.Find(Workspace(3), 1) is not null)
        );
    }

    [Fact]
    public void A_bench_larger_than_the_limit_is_kept_alone()
    {
        using var memory = new BenchMemory(Size / 2);
        memory.Keep(Workspace(1), Bench());
        Assert.NotNull(memory.Find(Workspace(1), 1));
        memory.Keep(Workspace(2), Bench());

        Assert.Null(memory.Find(Workspace(1), 1));
        Assert.NotNull(memory.Find(Workspace(2), 1));
    }

    [Fact]
    public void An_older_bench_never_takes_the_place_of_a_newer_one_and_an_older_one_than_asked_for_is_none()
    {
        using var memory = new BenchMemory();
        memory.Keep(Workspace(1), Bench(7));
        memory.Keep(Workspace(1), Bench(6));

        Assert.Equal(7, memory.Find(Workspace(1), 7)!.Revision);
        Assert.Null(memory.Find(Workspace(1), 8));
        Assert.Null(memory.Find(Workspace(1), null));
    }

    [Fact]
    public async Task Writers_take_turns()
    {
        using var memory = new BenchMemory();
        var first = await memory.TurnAsync(Workspace(1), TestContext.Current.CancellationToken);
        var second = memory.TurnAsync(Workspace(1), TestContext.Current.CancellationToken);
        using (await memory.TurnAsync(Workspace(2), TestContext.Current.CancellationToken))
            Assert.False(second.IsCompleted);
        first.Dispose();
        (await second).Dispose();
    }
}
