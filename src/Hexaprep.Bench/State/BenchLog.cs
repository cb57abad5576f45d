using System.Collections.Immutable;
using Hexaprep.Craft.Drying;

namespace Hexaprep.Bench.State;

/// <summary>What was done at the bench, in order of time: of the whole bench, or of one batch.</summary>
public sealed record BenchLog(
    ImmutableList<WorkInterval> Spells,
    ImmutableList<Tick> Ticks,
    ImmutableList<Coat> Coats,
    ImmutableList<Flaw> Flaws
)
{
    /// <summary>Passes of painting.</summary>
    public ImmutableList<PassTick> Passes { get; init; } = [];

    public static readonly BenchLog Empty = new([], [], [], []);

    /// <summary>The log after a change of work; other changes leave it as it is.</summary>
    public BenchLog With(Change change) =>
        change switch
        {
            Change.SpellOpened c => this with { Spells = Sorted.Insert(Spells, c.Spell, Order.Spells) },
            Change.SpellEnded c => this with { Spells = Sorted.Replace(Spells, p => p.Id == c.SpellId, p => p with { EndedAt = c.At }) },
            Change.Ticked c => this with { Ticks = Sorted.Insert(Ticks, c.Tick, Order.Ticks) },
            Change.Unticked c => this with
            {
                Ticks = Sorted.Remove(Ticks, t => t.StepId == c.StepId && t.ModelId == c.ModelId && t.PieceId == c.PieceId),
            },
            Change.PassTicked c => this with { Passes = Sorted.Insert(Passes, c.Tick, Order.Passes) },
            Change.PassUnticked c => this with
            {
                Passes = Sorted.Remove(Passes, t => t.StepId == c.StepId && t.ModelId == c.ModelId && t.Pass == c.Pass),
            },
            Change.CoatBegun c => this with { Coats = Sorted.Insert(Coats, c.Coat, Order.Coats) },
            Change.CoatSet c => Coat(c.CoatId, k => k with { EndedAt = c.EndedAt, ModelIds = c.ModelIds, PieceIds = c.PieceIds }),
            Change.CoatGone c => this with { Coats = Sorted.Remove(Coats, k => k.Id == c.CoatId) },
            Change.CoatTested c => Coat(c.CoatId, k => k with { Tests = [.. k.Tests.Append(c.Test).OrderBy(t => t.At).ThenBy(t => t.Id)] }),
            Change.CoatCorrected c => Coat(c.CoatId, k => k with { Film = c.Film, AirC = c.AirC, HumidityPct = c.HumidityPct }),
            Change.CoatBroughtIn c => Coat(c.CoatId, k => k with { BroughtInAt = c.At }),
            Change.CoatTimed c => Timed(c),
            Change.FlawNoted c => this with { Flaws = Sorted.Insert(Flaws, c.Flaw, Order.Flaws) },
            Change.FlawClosed c => Flaw(c.FlawId, f => f with { MendedAt = c.At, End = c.End, Reason = c.Reason, Cause = c.Cause }),
            Change.FlawReopened c => Flaw(c.FlawId, f => f with { MendedAt = null, End = null, Reason = null, Cause = null }),
            Change.RepairTaken c => c.FlawIds.Aggregate(this, (log, id) => log.Flaw(id, f => f with { RepairId = c.Repair.Id })),
            Change.RepairGone c => this with { Flaws = Flaws.ConvertAll(f => f.RepairId == c.RepairId ? f with { RepairId = null } : f) },
            _ => throw new ArgumentOutOfRangeException(nameof(change), change, "An unknown change."),
        };

    /// <summary>The state with this log.</summary>
    public BenchState On(BenchState s) => s with { Spells = Spells, Ticks = Ticks, Coats = Coats, Flaws = Flaws, Passes = Passes };

    private BenchLog Flaw(Guid id, Func<Flaw, Flaw> edit) => this with { Flaws = Sorted.Replace(Flaws, f => f.Id == id, edit) };

    private BenchLog Coat(Guid id, Func<Coat, Coat> edit) => this with { Coats = Sorted.Replace(Coats, k => k.Id == id, edit) };

    private BenchLog Timed(Change.CoatTimed c)
    {
        var at = Coats.FindLastIndex(k => k.Id == c.CoatId);
        return at < 0
            ? this
            : this with
            {
                Coats = Sorted.Insert(Coats.RemoveAt(at), Coats[at] with { StartedAt = c.StartedAt, EndedAt = c.EndedAt }, Order.Coats),
            };
    }
}
