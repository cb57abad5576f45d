using Hexaprep.Craft.Vocabulary;
using Hexaprep.Web.Planning;

namespace Hexaprep.Web.Http;

/// <summary>What is read of one batch.</summary>
internal static class OfBatch
{
    /// <summary>Reads something of a batch, as the bench is laid now.</summary>
    /// <param name="desk">Where the bench lies.</param>
    /// <param name="id">The batch.</param>
    /// <param name="read">What is read of it.</param>
    /// <param name="cancel">Ends the wait.</param>
    /// <exception cref="RefusedException">There is no such batch.</exception>
    public static async Task<T> OfBatchAsync<T>(
        this BenchService desk,
        Guid id,
        Func<BenchSnapshot, Batch, T> read,
        CancellationToken cancel
    )
    {
        var laid = await desk.LayAsync(cancel);
        return laid.Bench.Batches.TryGetValue(id, out var batch)
            ? read(laid, batch)
            : throw new RefusedException(new Refusal("id", $"There is no batch {id}.", "Load the page again.", RefusalKind.NotFound));
    }
}
