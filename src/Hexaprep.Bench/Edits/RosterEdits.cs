using Hexaprep.Bench.Records;
using Hexaprep.Bench.State;
using Hexaprep.Craft.Vocabulary;
using NodaTime;

namespace Hexaprep.Bench.Edits;

/// <summary>Units come to the bench, and their facts are put right.</summary>
public static class RosterEdits
{
    /// <summary>All orders join, with their routes; units already on the bench are left alone.</summary>
    /// <param name="bench">Before.</param>
    /// <param name="orders">Read before.</param>
    /// <param name="anyway">Names (as <see cref="RosterExpander.Key"/> writes them) to add although they are there.</param>
    /// <param name="now">When.</param>
    /// <param name="newId">Gives fresh random identities.</param>
    public static Decision Join(
        BenchIndex bench,
        IReadOnlyList<UnitOrder> orders,
        IReadOnlyCollection<string> anyway,
        Instant now,
        Func<Guid> newId
    )
    {
        var there = bench.State.Units.Select(u => RosterExpander.Key(u.Name)).ToHashSet(StringComparer.Ordinal);
        there.ExceptWith(anyway);
        var units = RosterExpander.Expand([.. orders.Where(o => !there.Contains(RosterExpander.Key(o.Unit)))], newId);
        if (RosterLimits.WhyNot(bench.State.Models.Count, units.Sum(u => u.Models.Count)) is { } over)
            throw new RefusedException(over);
        return new Decision(
            "roster",
            now,
            null,
            new { units = units.Select(u => u.Unit.Name) },
            units.Count == 0 ? [] : Joined(bench, units, now, newId)
        );
    }

    /// <summary>What brings units to the bench.</summary>
    /// <param name="bench">Before.</param>
    /// <param name="units">Who comes.</param>
    /// <param name="now">When.</param>
    /// <param name="newId">Gives fresh random identities.</param>
    /// <param name="with">What is said of them before their routes are derived.</param>
    public static IReadOnlyList<Change> Joined(
        BenchIndex bench,
        IReadOnlyList<NewUnit> units,
        Instant now,
        Func<Guid> newId,
        IReadOnlyList<Change>? with = null
    )
    {
        var taken = bench.State.Units.Select(u => u.Mark).ToHashSet(StringComparer.Ordinal);
        var marked = new List<NewUnit>(units.Count);
        foreach (var unit in units)
        {
            var mark = UnitMarks.Free(unit.Unit.Name, taken);
            taken.Add(mark);
            marked.Add(unit with { Unit = unit.Unit with { Mark = mark } });
        }
        return Rederive.After(
            bench,
            [new Change.UnitsJoined(marked), .. with ?? []],
            [.. units.SelectMany(u => u.Batches).Select(b => b.Id)],
            now,
            newId
        );
    }

    /// <summary>Changes what a batch's route is derived from, and derives it again: known steps keep their ids and history.</summary>
    /// <exception cref="RefusedException">The batch is not there, someone changed it since <paramref name="version"/>, or a step in
    /// hand would go.</exception>
    public static Decision EditBatch(
        BenchIndex bench,
        Guid batchId,
        int version,
        Func<BatchTraits, BatchTraits> edit,
        Instant now,
        Func<Guid> newId
    )
    {
        var batch = bench.Batches.GetValueOrDefault(batchId);
        Edit.Check(batch?.Version, version, "batch");
        Edit.OnBench(bench, batchId);
        var changed = batch! with { Traits = edit(batch.Traits), Version = version + 1 };
        return new Decision(
            "batch",
            now,
            null,
            new
            {
                batchId,
                from = batch.Traits,
                to = changed.Traits,
            },
            Again(bench, [new Change.BatchSet(changed), .. Uncovered(bench, batch, changed)], batchId, now, newId)
        );
    }

    // Another base shows what the old one hid.
    private static IEnumerable<Change> Uncovered(BenchIndex bench, Batch was, Batch now) =>
        was.Traits.BaseMm == now.Traits.BaseMm
            ? []
            : bench
                .FlawsOf(was.Id)
                .Where(f => f is { End: FlawEnd.Hidden, Place: "base" or "underside" or "ground" })
                .Select(f => new Change.FlawReopened(f.Id));

    /// <summary>Names what parts of unknown material turned out to be, and derives the batch's route again.</summary>
    /// <exception cref="RefusedException">The batch is not there, has no such part, or someone changed it since <paramref
    /// name="version"/>.</exception>
    public static Decision Identify(BenchIndex bench, Guid batchId, int version, Material material, Instant now, Func<Guid> newId)
    {
        var batch = bench.Batches.GetValueOrDefault(batchId);
        Edit.Check(batch?.Version, version, "batch");
        Edit.OnBench(bench, batchId);
        if (!batch!.Traits.Materials.Contains(Material.Unknown))
            throw new RefusedException(
                new Refusal("material", "No part of this batch is of unknown material.", "Nothing has to be named.", RefusalKind.Conflict)
            );
        var traits = batch.Traits with
        {
            Materials = [.. batch.Traits.Materials.Select(m => m == Material.Unknown ? material : m).Distinct().Order()],
            Kit = batch.Traits.Kit?.Identified(material),
        };
        return new Decision(
            "batch",
            now,
            null,
            new { batchId, identified = Ids.Of(material) },
            Again(
                bench,
                [new Change.PartsNamed(batchId, material), new Change.BatchSet(batch with { Traits = traits, Version = version + 1 })],
                batchId,
                now,
                newId
            )
        );
    }

    private static IReadOnlyList<Change> Again(
        BenchIndex bench,
        IReadOnlyList<Change> changes,
        Guid batchId,
        Instant now,
        Func<Guid> newId
    ) => Rederive.LeavingHands(bench, Rederive.After(bench, changes, [batchId], now, newId));
}
