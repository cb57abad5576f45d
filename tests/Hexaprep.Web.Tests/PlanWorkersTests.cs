using Hexaprep.Web.Planning;

namespace Hexaprep.Web.Tests;

public sealed class PlanWorkersTests
{
    [Fact]
    public async Task Benches_are_served_in_the_order_in_which_they_asked_and_never_more_at_once_than_there_are_workers()
    {
        var cancel = TestContext.Current.CancellationToken;
        using var workers = new PlanWorkers(2);
        var held = new Queue<IDisposable>([await workers.TakeAsync(cancel), await workers.TakeAsync(cancel)]);
        var waiting = Enumerable.Range(0, 5).Select(_ => workers.TakeAsync(cancel)).ToList();
        for (var i = 0; i < waiting.Count; i++)
        {
            Assert.All(waiting.Skip(i), w => Assert.False(w.IsCompleted));
            held.Dequeue().Dispose();
            held.Enqueue(await waiting[i]);
        }
    }

    [Fact]
    public async Task Whoever_wants_it_no_more_leaves_the_queue_and_takes_nobody_s_turn()
    {
        using var workers = new PlanWorkers(1);
        using var gone = new CancellationTokenSource();
        var held = await workers.TakeAsync(TestContext.Current.CancellationToken);
        var first = workers.TakeAsync(gone.Token);
        var second = workers.TakeAsync(TestContext.Current.CancellationToken);
        await gone.CancelAsync();
        await Assert.ThrowsAnyAsync<OperationCanceledException>(() => first);
        Assert.False(second.IsCompleted);
        held.Dispose();
        // Given back twice it is one worker all the same.
        held.Dispose();
        using var taken = await second;
        Assert.False(workers.TakeAsync(TestContext.Current.CancellationToken).IsCompleted);
    }
}
