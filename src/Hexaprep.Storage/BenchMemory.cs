using System.Collections.Concurrent;
using Hexaprep.Bench.State;
using Microsoft.Extensions.Caching.Memory;
using Microsoft.Extensions.Internal;

namespace Hexaprep.Storage;

/// <summary>Benches kept in memory, the least recently used given up first when they grow too large together, and the turns of those
/// who write them.</summary>
/// <param name="mostBytes">How large they may be together, as <see cref="BytesOf"/> reckons.</param>
public sealed class BenchMemory(long mostBytes = BenchMemory.UsualBytes) : IDisposable
{
    /// <summary>Enough for several benches with years of log.</summary>
    public const long UsualBytes = 512L * 1024 * 1024;

    private readonly MemoryCache _kept = new(
        new MemoryCacheOptions
        {
            SizeLimit = mostBytes,
            TrackStatistics = true,
            Clock = new OrderOfUse(),
        }
    );
    private readonly ConcurrentDictionary<WorkspaceId, SemaphoreSlim> _turns = new();

    /// <summary>The bench kept, if it is at least of this revision.</summary>
    public StoredBench? Find(WorkspaceId workspace, long? revision) =>
        _kept.Get<StoredBench>(workspace) is { } kept && kept.Revision >= revision ? kept : null;

    /// <summary>Keeps a bench, unless a later one is kept.</summary>
    public void Keep(WorkspaceId workspace, StoredBench bench)
    {
        if (Find(workspace, bench.Revision + 1) is not null)
            return;
        // One that is larger than all may be together is kept alone.
        var size = Math.Min(BytesOf(bench.Bench.Whole), mostBytes);
        // Room is made beforehand: a cache that is asked for too much clears up in the background, later, and may take the newest.
        _kept.Remove(workspace);
        while (_kept.Count > 0 && _kept.GetCurrentStatistics()!.CurrentEstimatedSize + size > mostBytes)
            _kept.Compact(1.0 / _kept.Count);
        _kept.Set(workspace, bench, new MemoryCacheEntryOptions { Size = size });
    }

    /// <summary>Waits until nobody in this process writes or reads afresh. Disposing it ends the turn.</summary>
    public async Task<IDisposable> TurnAsync(WorkspaceId workspace, CancellationToken cancel)
    {
        var turn = _turns.GetOrAdd(workspace, _ => new SemaphoreSlim(1));
        await turn.WaitAsync(cancel);
        return new WorkspaceTurn(turn);
    }

    /// <summary>About how many bytes a bench takes with all that is looked up: measured once for each kind of thing.</summary>
    public static long BytesOf(BenchState s) =>
        100_000
        + s.Units.Count * 500L
        + s.Batches.Count * 2_000L
        + s.Models.Count * 350L
        + s.Steps.Count * 1_100L
        + s.Edges.Count * 500L
        + s.Spells.Count * 300L
        + s.Ticks.Count * 450L
        + s.Passes.Count * 300L
        + s.Coats.Count * 900L
        + s.PastCoats.Count * 1_300L
        + s.Readings.Count * 250L
        + s.Flaws.Count * 300L;

    /// <inheritdoc />
    public void Dispose() => _kept.Dispose();

    // Nothing expires: the cache's clock only orders uses, exactly.
    private sealed class OrderOfUse : ISystemClock
    {
        private long _uses;

        public DateTimeOffset UtcNow => DateTimeOffset.UnixEpoch.AddTicks(Interlocked.Increment(ref _uses));
    }

    private sealed class WorkspaceTurn(SemaphoreSlim turn) : IDisposable
    {
        public void Dispose() => turn.Release();
    }
}
