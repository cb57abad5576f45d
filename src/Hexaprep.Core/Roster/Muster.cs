using NodaTime;

namespace Hexaprep.Core.Roster;

/// <summary>One unit line as a person writes it: what intake and the roster file both hand over.</summary>
public sealed record UnitOrder(
    string Unit,
    string Batch,
    int Models,
    IReadOnlyList<Material> Materials,
    int Parts,
    int? BaseMm,
    Tier Tier,
    MoldLines MoldLines,
    Gaps Gaps,
    int Transfers,
    Sheen FinalSheen,
    int PaintMinutes,
    LocalDate? Deadline,
    int Weight,
    IReadOnlyList<string> Notes
);

/// <summary>A unit called to the bench: it, its batches and their models.</summary>
public sealed record MusteredUnit(Unit Unit, IReadOnlyList<Batch> Batches, IReadOnlyList<Model> Models);

/// <summary>Turns orders into units, batches, models, pieces and parts.</summary>
public static class Muster
{
    /// <summary>Calls up the units of the orders, lines of the same unit together. A batch larger than the handles the bench owns is
    /// split, because
    /// more cannot be mounted at once.</summary>
    /// <param name="orders">One for each batch; checked before.</param>
    /// <param name="handles">How many handles the bench owns, at least 1.</param>
    /// <param name="newId">Gives a fresh random identity.</param>
    public static IReadOnlyList<MusteredUnit> Call(IReadOnlyList<UnitOrder> orders, int handles, Func<Guid> newId) =>
        [.. orders.GroupBy(o => Key(o.Unit)).Select(g => CallUnit([.. g], handles, newId))];

    /// <summary>Unit names are the same when they differ in case and spaces only.</summary>
    public static string Key(string name) => string.Concat(name.Where(c => !char.IsWhiteSpace(c))).ToUpperInvariant();

    /// <summary>Painting time of a tier when none is given, in minutes a model: the geometric mean of the practised range.</summary>
    public static int UsualPaintMinutes(Tier tier) =>
        tier switch
        {
            Tier.RankAndFile => 60,
            Tier.Elite => 120,
            Tier.Leader => 360,
            _ => 660,
        };

    private static MusteredUnit CallUnit(IReadOnlyList<UnitOrder> orders, int handles, Func<Guid> newId)
    {
        var first = orders[0];
        var unit = new Unit(
            newId(),
            first.Unit.Trim(),
            UnitMarks.For(first.Unit),
            orders.Max(o => o.Weight),
            orders.Min(o => o.Deadline),
            [.. orders.SelectMany(o => o.Notes).Distinct(StringComparer.Ordinal)]
        );
        var batches = new List<Batch>();
        var models = new List<Model>();
        foreach (var order in orders)
        {
            var runs = (order.Models + handles - 1) / handles;
            for (var run = 0; run < runs; run++)
            {
                var size = order.Models / runs + (run < order.Models % runs ? 1 : 0);
                var name = runs == 1 ? order.Batch.Trim() : $"{order.Batch.Trim()} {run + 1} of {runs}".Trim();
                var traits = new BatchTraits(
                    [.. order.Materials.Distinct().Order()],
                    size,
                    order.Parts,
                    order.BaseMm,
                    order.Tier,
                    order.MoldLines,
                    order.Gaps,
                    order.Transfers,
                    order.FinalSheen,
                    order.PaintMinutes
                );
                var batch = new Batch(newId(), unit.Id, name, traits);
                batches.Add(batch);
                models.AddRange(Enumerable.Range(1, size).Select(n => CallModel(batch.Id, n, order, newId)));
            }
        }
        return new MusteredUnit(unit, batches, models);
    }

    private static Model CallModel(Guid batchId, int number, UnitOrder order, Func<Guid> newId)
    {
        // Every material named must be on a part, so a model has at least as many parts as materials.
        var count = Math.Max(order.Parts, order.Materials.Count);
        var parts = Enumerable
            .Range(1, count)
            .Select(i => new Part(newId(), i, $"part {i}", order.Materials[(i - 1) % order.Materials.Count]));
        return new Model(newId(), batchId, number, [new Piece(newId(), 1, [.. parts])]);
    }
}
