using System.Collections.Concurrent;
using System.Threading.Channels;

namespace Hexaprep.Web.Live;

/// <summary>What pages are told: the revision of a bench, or that calls may have been missed.</summary>
/// <param name="Workspace">Null when every page should look again.</param>
/// <param name="Revision">The bench's revision; 0 with a null workspace.</param>
/// <param name="IsPlan">True when not the bench has changed but a plan of it is there.</param>
public readonly record struct BenchChanged(Guid? Workspace, long Revision, bool IsPlan = false);

/// <summary>Fans calls out to the pages that listen; a slow page loses old calls, never the newest.</summary>
public sealed class EventHub
{
    private readonly ConcurrentDictionary<Guid, Channel<BenchChanged>> _channels = new();

    /// <summary>Tells everybody.</summary>
    public void Tell(BenchChanged call)
    {
        foreach (var channel in _channels.Values)
            channel.Writer.TryWrite(call);
    }

    /// <summary>Hears calls until cancelled.</summary>
    public async IAsyncEnumerable<BenchChanged> HearAsync([System.Runtime.CompilerServices.EnumeratorCancellation] CancellationToken cancel)
    {
        var id = Guid.NewGuid();
        var channel = Channel.CreateBounded<BenchChanged>(new BoundedChannelOptions(8) { FullMode = BoundedChannelFullMode.DropOldest });
        _channels[id] = channel;
        try
        {
            await foreach (var call in channel.Reader.ReadAllAsync(cancel))
                yield return call;
        }
        finally
        {
            _channels.TryRemove(id, out _);
        }
    }
}
