using System.Collections.Immutable;
using Hexaprep.Craft.Drying;
using Hexaprep.Craft.HouseRules;

namespace Hexaprep.Bench.State;

/// <summary>What was learned over the years, looked up once: spells by their end, coats by their product, air. It moves with the
/// changes.</summary>
public sealed class BenchHistory
{
    private readonly BenchState _of;
    private readonly Lazy<ImmutableList<WorkInterval>> _ended;
    private readonly Lazy<ProductLogs> _products;
    private readonly Lazy<IReadOnlyList<string>> _coatedUnits;
    private readonly ReadAir _air;

    private BenchHistory(
        BenchState of,
        Lazy<ImmutableList<WorkInterval>> ended,
        Lazy<ProductLogs> products,
        Lazy<IReadOnlyList<string>> coatedUnits,
        ReadAir air
    ) => (_of, _ended, _products, _coatedUnits, _air) = (of, ended, products, coatedUnits, air);

    public IReadOnlyList<WorkInterval> Ended => _ended.Value;
    public ProductLogs Products => _products.Value;
    public IReadOnlyList<string> CoatedUnits => _coatedUnits.Value;

    public static BenchHistory Of(BenchState state) =>
        new(
            state,
            new(() => EndedOf(state)),
            new(() => ProductLogs.Of(state.PastCoats, state.Coats)),
            new(() => UnitsOf(state)),
            new ReadAir(state.Readings)
        );

    /// <summary>What dries how, by the house rules of each coat's batch.</summary>
    public DryingBook Book(Func<Coat, HouseRuleChoices> houseOf) => new(_products, _of.Labels, _air, houseOf);

    public BenchHistory After(BenchState before, BenchState next, IReadOnlyList<Change> changes)
    {
        var ended = _ended.IsValueCreated
            ? new Lazy<ImmutableList<WorkInterval>>(EndedAfter(_ended.Value, before, next, changes))
            : new(() => EndedOf(next));
        var sameUnits = ReferenceEquals(before.Units, next.Units) && ReferenceEquals(before.PastCoats, next.PastCoats);
        return new BenchHistory(
            next,
            ended,
            ProductsAfter(before, next, changes),
            sameUnits ? _coatedUnits : new(() => UnitsOf(next)),
            ReferenceEquals(before.Readings, next.Readings) ? _air : new ReadAir(next.Readings)
        );
    }

    private Lazy<ProductLogs> ProductsAfter(BenchState before, BenchState next, IReadOnlyList<Change> changes)
    {
        if (!_products.IsValueCreated || changes.Any(c => c is Change.CoatsBrought or Change.TestsLeftOut))
            return new(() => ProductLogs.Of(next.PastCoats, next.Coats));
        var products = _products.Value;
        foreach (var id in changes.Select(CoatOf).OfType<Guid>().Distinct())
            products = products.Moved(before.Coats.FindLast(c => c.Id == id), next.Coats.FindLast(c => c.Id == id));
        // What is learned stands on the air coats dried in, on labels and on how a batch dries its wash.
        return new(
            !ReferenceEquals(before.Readings, next.Readings)
            || !ReferenceEquals(before.Products, next.Products)
            || !ReferenceEquals(before.House, next.House)
                ? products.Forgotten()
                : products
        );
    }

    private static Guid? CoatOf(Change change) =>
        change switch
        {
            Change.CoatBegun c => c.Coat.Id,
            Change.CoatSet c => c.CoatId,
            Change.CoatGone c => c.CoatId,
            Change.CoatTested c => c.CoatId,
            Change.CoatCorrected c => c.CoatId,
            Change.CoatBroughtIn c => c.CoatId,
            Change.CoatTimed c => c.CoatId,
            _ => null,
        };

    private static ImmutableList<WorkInterval> EndedAfter(
        ImmutableList<WorkInterval> ended,
        BenchState before,
        BenchState next,
        IReadOnlyList<Change> changes
    )
    {
        foreach (var id in changes.OfType<Change.SpellEnded>().Select(c => c.SpellId).Distinct())
        {
            if (before.Spells.FindLast(s => s.Id == id) is { EndedAt: not null })
                ended = Sorted.Remove(ended, s => s.Id == id);
            if (next.Spells.FindLast(s => s.Id == id) is { EndedAt: not null } spell)
                ended = Sorted.Insert(ended, spell, ByEnd);
        }
        return ended;
    }

    private static ImmutableList<WorkInterval> EndedOf(BenchState state) =>
        [.. state.Spells.Where(s => s.EndedAt is not null).OrderBy(s => s.EndedAt).ThenBy(s => s.BeganAt).ThenBy(s => s.Id)];

    private static int ByEnd(WorkInterval a, WorkInterval b) =>
        a.EndedAt!.Value.CompareTo(b.EndedAt!.Value) is not 0 and var byEnd ? byEnd : Order.Spells(a, b);

    private static IReadOnlyList<string> UnitsOf(BenchState state) =>
        [.. state.Units.Select(u => u.Name).Concat(state.PastCoats.Select(p => p.Unit)).Distinct().Order(StringComparer.Ordinal)];
}
