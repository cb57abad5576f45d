namespace Hexaprep.Web.Planning;

/// <summary>The threads that better plans behind the scenes: as many as cores less one for all benches together, taken in turn, so that
/// acts and pages always find a core.</summary>
public sealed class PlanWorkers : IDisposable
{
    private readonly SemaphoreSlim _free = new(Math.Max(1, Environment.ProcessorCount - 1));

    /// <summary>Waits for a worker; giving it back lets the next in.</summary>
    /// <param name="cancel">The work is wanted no more.</param>
    /// <exception cref="OperationCanceledException">It was wanted no more before its turn came.</exception>
    public async Task<IDisposable> TakeAsync(CancellationToken cancel)
    {
        await _free.WaitAsync(cancel);
        return new Taken(_free);
    }

    /// <inheritdoc />
    public void Dispose() => _free.Dispose();

    private sealed class Taken(SemaphoreSlim free) : IDisposable
    {
        private SemaphoreSlim? _free = free;

        public void Dispose() => Interlocked.Exchange(ref _free, null)?.Release();
    }
}
