using Hexaprep.Bench.State;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Planning.Problem;
using NodaTime;

namespace Hexaprep.Planning.Reasons;

/// <summary>When each unit is done by a plan, and which of those dates another plan moves.</summary>
public static class Promises
{
    /// <summary>The moment each unit is done; null for one that finds no place.</summary>
    public static Dictionary<Guid, Instant?> Of(BenchIndex bench, BenchPlan plan)
    {
        var ends = plan.Ends;
        // What has left the bench since the plan was made lacks nothing.
        var lacking = plan
            .Result.Unplaced.Select(u => bench.Batches.GetValueOrDefault(Guid.Parse(u.Batch))?.UnitId)
            .OfType<Guid>()
            .ToHashSet();
        return bench.State.Units.ToDictionary(
            u => u.Id,
            u => lacking.Contains(u.Id) || !ends.TryGetValue(u.Id.ToString(), out var end) ? (Instant?)null : plan.At(end)
        );
    }

    /// <summary>Whom another plan moves, in words. A promise counts as moved when its evening changes: half a day or more.</summary>
    public static IEnumerable<string> Moves(
        BenchIndex bench,
        IReadOnlyDictionary<Guid, Instant?> before,
        IReadOnlyDictionary<Guid, Instant?> after,
        Clockface clock
    ) =>
        from unit in bench.State.Units
        where before.GetValueOrDefault(unit.Id) is not null
        let was = before[unit.Id]!.Value
        let willBe = after.GetValueOrDefault(unit.Id)
        where willBe is null || Math.Abs((willBe.Value - was).TotalHours) >= 12
        select willBe is not { } then ? $"{unit.Name} finds no place any more"
        : then > was ? $"{unit.Name} slips from {clock.At(was)} to {clock.At(then)}"
        : $"{unit.Name} comes from {clock.At(was)} to {clock.At(then)}";
}
