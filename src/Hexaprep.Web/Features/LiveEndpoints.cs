using System.Net.ServerSentEvents;
using System.Runtime.CompilerServices;
using Hexaprep.Web.Live;

namespace Hexaprep.Web.Features;

/// <summary>Server-sent events: one whenever the bench has changed.</summary>
public static class LiveEndpoints
{
    private static readonly TimeSpan Retry = TimeSpan.FromMilliseconds(800);

    /// <summary>Adds the routes.</summary>
    public static void Map(IEndpointRouteBuilder api) =>
        api.MapGet("/events", (EventHub listeners, IHostApplicationLifetime life, CancellationToken cancel) =>
                TypedResults.ServerSentEvents(StreamAsync(listeners, life, cancel))
            )
            .WithSummary(
                "Events: 'hello' on connecting, 'changed' with the revision whenever the bench has changed, 'planned' whenever a "
                    + "plan of it is there."
            );

    private static async IAsyncEnumerable<SseItem<string>> StreamAsync(
        EventHub listeners,
        IHostApplicationLifetime life,
        [EnumeratorCancellation] CancellationToken cancel
    )
    {
        using var either = CancellationTokenSource.CreateLinkedTokenSource(cancel, life.ApplicationStopping);
        await using var calls = listeners.HearAsync(either.Token).GetAsyncEnumerator(either.Token);
        // Listening begins before the page is greeted: what is told while it looks again is not lost.
        var next = NextAsync(calls);
        yield return new SseItem<string>("", "hello") { ReconnectionInterval = Retry };
        for (; await next; next = NextAsync(calls))
            yield return new SseItem<string>(
                calls.Current.Revision.ToString(System.Globalization.CultureInfo.InvariantCulture),
                calls.Current.IsPlan ? "planned" : "changed"
            );
    }

    private static async Task<bool> NextAsync(IAsyncEnumerator<BenchChanged> calls)
    {
        try
        {
            return await calls.MoveNextAsync();
        }
        catch (OperationCanceledException)
        {
            return false;
        }
    }
}
