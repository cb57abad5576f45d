using System.Threading.RateLimiting;

namespace Hexaprep.Web.Planning;

/// <summary>The threads that better plans behind the scenes, for all benches together, taken in turn: whoever asked first goes
/// first.</summary>
/// <param name="workers">How many there are, at least 1.</param>
public sealed class PlanWorkers(int workers) : IDisposable
{
    private readonly ConcurrencyLimiter _free = new(
        new ConcurrencyLimiterOptions
        {
            PermitLimit = workers,
            QueueLimit = int.MaxValue,
            QueueProcessingOrder = QueueProcessingOrder.OldestFirst,
        }
    );

    /// <summary>As many as cores less one: acts and pages always find a core.</summary>
    public static int Usual => Math.Max(1, Environment.ProcessorCount - 1);

    /// <summary>Waits for a worker; giving it back lets the next in.</summary>
    /// <param name="cancel">The work is wanted no more.</param>
    /// <exception cref="OperationCanceledException">It was wanted no more before its turn came.</exception>
    public async Task<IDisposable> TakeAsync(CancellationToken cancel) => await _free.AcquireAsync(1, cancel);

    /// <inheritdoc />
    public void Dispose() => _free.Dispose();
}
