using Hexaprep.Bench.State;
using Hexaprep.Craft.Vocabulary;
using NodaTime;

namespace Hexaprep.Bench.Edits;

/// <summary>One unit line as a person writes it: what intake and the roster file both hand over.</summary>
/// <param name="Unit">The unit's name.</param>
/// <param name="Batch">What tells this line apart in its unit; may be empty.</param>
/// <param name="Traits">What is to be prepared; all models of the line.</param>
/// <param name="Deadline">The last local day it may be finished on.</param>
/// <param name="Weight">How much its finish counts, 1 to 100.</param>
/// <param name="Notes">Unknown columns, "column: value".</param>
public sealed record UnitOrder(string Unit, string Batch, BatchTraits Traits, LocalDate? Deadline, int Weight, IReadOnlyList<string> Notes);

/// <summary>Turns orders into units, batches, models, pieces and parts.</summary>
public static class RosterExpander
{
    /// <summary>Calls up the units of the orders, lines of the same unit together.</summary>
    /// <param name="orders">One for each batch; checked before.</param>
    /// <param name="newId">Gives a fresh random identity.</param>
    public static IReadOnlyList<NewUnit> Expand(IReadOnlyList<UnitOrder> orders, Func<Guid> newId) =>
        [.. orders.GroupBy(o => Key(o.Unit)).Select(g => CallUnit([.. g], newId))];

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

    /// <summary>Gaps when none are given: rank and file, and ragged elites, are not filled.</summary>
    public static Gaps UsualGaps(Tier tier, Surface? surface) =>
        tier == Tier.RankAndFile || (tier == Tier.Elite && surface == Surface.Ragged) ? Gaps.None : Gaps.Small;

    private static NewUnit CallUnit(IReadOnlyList<UnitOrder> orders, Func<Guid> newId)
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
            var traits = order.Traits with { Materials = [.. order.Traits.Materials.Distinct().Order()] };
            var batch = new Batch(newId(), unit.Id, order.Batch.Trim(), traits);
            batches.Add(batch);
            models.AddRange(Enumerable.Range(1, traits.Models).Select(n => CallModel(batch.Id, n, order.Traits, newId)));
        }
        return new NewUnit(unit, batches, models);
    }

    private static Model CallModel(Guid batchId, int number, BatchTraits traits, Func<Guid> newId)
    {
        var parts = KitEdits.PartsOf(traits).Select((p, i) => new Part(newId(), i + 1, p.Name, p.Material));
        return new Model(newId(), batchId, number, [new Piece(newId(), 1, [.. parts])]);
    }
}
