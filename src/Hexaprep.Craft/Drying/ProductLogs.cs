using System.Collections.Immutable;

namespace Hexaprep.Craft.Drying;

/// <summary>The coats of each product, and what is believed of it once that was worked out.</summary>
public sealed class ProductLogs
{
    private readonly ImmutableDictionary<Product, ProductLog> _logs;

    private ProductLogs(ImmutableDictionary<Product, ProductLog> logs) => _logs = logs;

    public IEnumerable<Product> Products => _logs.Keys;

    /// <summary>Sorts coats by product: those from files, then those laid here.</summary>
    public static ProductLogs Of(IEnumerable<PastCoat> past, IEnumerable<Coat> laid)
    {
        var before = past.Select(p => p.ToCoat()).ToLookup(Product.Of);
        var here = laid.ToLookup(Product.Of);
        return new(
            before
                .Select(g => g.Key)
                .Union(here.Select(g => g.Key))
                .ToImmutableDictionary(p => p, p => new ProductLog([.. before[p]], [.. here[p]]))
        );
    }

    public ProductLog? Of(Product product) => _logs.GetValueOrDefault(product);

    public IReadOnlyList<Coat> LaidOf(string product) => Product.Find(product) is { } known && Of(known) is { } log ? log.Laid : [];

    /// <summary>With a coat that came (no before), went (no after) or changed.</summary>
    public ProductLogs Moved(Coat? before, Coat? after)
    {
        if ((before ?? after) is not { } coat)
            return this;
        var product = Product.Of(coat);
        var log = (Of(product) ?? new ProductLog([], [])).Moved(before, after);
        return new(log.Past.IsEmpty && log.Laid.IsEmpty ? _logs.Remove(product) : _logs.SetItem(product, log));
    }

    /// <summary>With nothing believed yet: what beliefs stand on has changed.</summary>
    public ProductLogs Forgotten() => new(_logs.ToImmutableDictionary(l => l.Key, l => new ProductLog(l.Value.Past, l.Value.Laid)));
}

/// <summary>The coats of one product.</summary>
public sealed class ProductLog(ImmutableList<Coat> past, ImmutableList<Coat> laid)
{
    /// <summary>Brought in from files.</summary>
    public ImmutableList<Coat> Past { get; } = past;

    /// <summary>Laid here, oldest first.</summary>
    public ImmutableList<Coat> Laid { get; } = laid;

    // What was learned once, and the coats that changed since: worked out when somebody asks.
    private sealed record Known(Learned Learned, ImmutableList<(Coat? Before, Coat? After)> Moves);

    private volatile Known? _known;

    /// <summary>What was learned of the product.</summary>
    /// <param name="afresh">Learns from all its coats.</param>
    /// <param name="moved">Follows the coats that changed since.</param>
    internal Learned Learn(
        Func<IEnumerable<Coat>, Learned> afresh,
        Func<Learned, IReadOnlyList<(Coat? Before, Coat? After)>, Learned> moved
    )
    {
        var known = _known;
        if (known is { Moves.Count: 0 })
            return known.Learned;
        var learned = known is null ? afresh(Past.Concat(Laid)) : moved(known.Learned, known.Moves);
        _known = new Known(learned, []);
        return learned;
    }

    /// <summary>With a coat that came (no before), went (no after) or changed.</summary>
    public ProductLog Moved(Coat? before, Coat? after)
    {
        var at = before is null ? -1 : Laid.FindLastIndex(c => c.Id == before.Id);
        var kept = at < 0 ? Laid : Laid.RemoveAt(at);
        var next = new ProductLog(Past, after is null ? kept : Insert(kept, after));
        // A coat without a test teaches nothing: what was learned still holds.
        if (_known is { } known)
            next._known =
                before is { Tests.Count: > 0 } || after is { Tests.Count: > 0 }
                    ? known with
                    {
                        Moves = known.Moves.Add((before, after)),
                    }
                    : known;
        return next;
    }

    private static ImmutableList<Coat> Insert(ImmutableList<Coat> coats, Coat coat)
    {
        var at = coats.Count;
        while (
            at > 0
            && (coats[at - 1].StartedAt.CompareTo(coat.StartedAt) is not 0 and var byStart ? byStart : coats[at - 1].Id.CompareTo(coat.Id))
                > 0
        )
            at--;
        return coats.Insert(at, coat);
    }
}
