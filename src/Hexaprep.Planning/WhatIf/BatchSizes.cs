using Hexaprep.Bench.State;
using Hexaprep.Craft.Drying;
using Hexaprep.Planning.Keeping;
using Hexaprep.Planning.Problem;
using NodaTime;

namespace Hexaprep.Planning.WhatIf;

/// <summary>How many at once: a merge or a cut that makes the whole plan cheaper.</summary>
/// <param name="Ask">The question to take it by.</param>
/// <param name="Second">The second plan it gives, compared.</param>
/// <param name="Saving">What it saves, in words.</param>
/// <param name="Cap">What caps the size, in words; empty when nothing does.</param>
public sealed record SizeOffer(WhatIfAsk Ask, WhatIfView Second, string Saving, string Cap);

/// <summary>What weighing the batch sizes gave.</summary>
/// <param name="Weighed">How many merges and cuts were weighed by a full plan each.</param>
/// <param name="Offers">Those that save something, the best first.</param>
/// <param name="Words">What came of it, in a line.</param>
public sealed record SizesView(int Weighed, IReadOnlyList<SizeOffer> Offers, string Words)
{
    /// <summary>They are still being weighed.</summary>
    public bool Pending { get; init; }

    /// <summary>What is said until they are.</summary>
    public static readonly SizesView Weighing = new(0, [], "The sizes are being weighed.") { Pending = true };
}

/// <summary>Weighs legal merges and cuts of batches by full plans.</summary>
/// <param name="bench">The bench.</param>
/// <param name="plan">The plan in force, bettered.</param>
/// <param name="now">Nothing is planned before it.</param>
/// <param name="budget">Decodes for each second plan, at least 1.</param>
/// <param name="newId">Gives fresh identities.</param>
/// <param name="cancel">Ends the search.</param>
public sealed class BatchSizes(
    BenchIndex bench,
    BenchPlan plan,
    Instant now,
    int budget,
    Func<Guid> newId,
    CancellationToken cancel = default
)
{
    /// <summary>Second plans made at most.</summary>
    public const int MostWeighed = 12;

    // Weighted minutes, or minutes of hands without a date lost, under which a change is not worth the trouble.
    private const int LeastBought = 60,
        LeastHands = 15;
    private const int SmallestCut = 4;

    /// <summary>What was weighed, and what is worth doing.</summary>
    public SizesView View()
    {
        var what = new WhatIf(bench, plan, now, budget, newId, cancel);
        var asks = Asks().ToList();
        var offers = asks.Select(a => (Ask: a, Second: what.View(a)))
            .Where(o => IsWorthIt(o.Second))
            .OrderByDescending(o => o.Second.Buys)
            .Select(o => new SizeOffer(o.Ask, o.Second, Saving(o.Second), Cap(o.Ask)))
            .ToList();
        var words = (asks.Count, offers.Count) switch
        {
            (0, _) => "Nothing to regroup: every batch is begun, alone of its kind, or too small to cut.",
            (_, 0) => $"{asks.Count} ways weighed: the batches are best as they are.",
            _ => $"{asks.Count} ways weighed, {offers.Count} of them better.",
        };
        return new SizesView(asks.Count, offers, words);
    }

    private IEnumerable<WhatIfAsk> Asks() =>
        Merges().Concat(Cuts()).Where(a => new BatchResizing(a.BatchId!.Value, a.WithId, a.Models).WhyNot(bench) is null).Take(MostWeighed);

    private IEnumerable<WhatIfAsk> Merges() =>
        from unit in bench.State.Batches.GroupBy(b => b.UnitId)
        from a in unit.Index()
        from b in unit.Skip(a.Index + 1)
        select new WhatIfAsk(WhatIfKind.Merge, BatchId: a.Item.Id, WithId: b.Id);

    // In halves, and at the first cap that costs another mix or filling.
    private IEnumerable<WhatIfAsk> Cuts() =>
        from batch in bench.State.Batches.OrderByDescending(b => b.Traits.Models)
        where batch.Traits.Models >= SmallestCut
        from first in BatchLimits
            .Of(bench, batch)
            .Where(c => c.Most < batch.Traits.Models)
            .Select(c => c.Most)
            .Take(1)
            .Append((batch.Traits.Models + 1) / 2)
            .Distinct()
        select new WhatIfAsk(WhatIfKind.Split, BatchId: batch.Id, Models: first);

    private bool IsWorthIt(WhatIfView second) =>
        second.Buys >= Math.Max(LeastBought, (plan.Result.Schedule.Z ?? 0) / BenchPlanner.Spread)
        || (
            second.HandsSaved >= LeastHands
            && second.Buys >= -LeastBought
            && second.Units.All(u => u.Effect is WhatIfEffect.Same or WhatIfEffect.Sooner)
        );

    private static string Saving(WhatIfView second)
    {
        var hands = second.HandsSaved switch
        {
            > 0 => $"saves {second.HandsSaved} min hands-on; ",
            < 0 => $"takes {-second.HandsSaved} min more hands-on; ",
            _ => "",
        };
        return hands + second.Summary;
    }

    private string Cap(WhatIfAsk ask)
    {
        var caps = BatchLimits.Of(bench, bench.Batches[ask.BatchId!.Value]);
        return caps.Count == 0 ? "" : $"at most {caps[0].Most}: {caps[0].Words}";
    }
}
