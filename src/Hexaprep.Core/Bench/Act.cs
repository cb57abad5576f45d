using Hexaprep.Core.Drying;
using Hexaprep.Core.Routes;
using NodaTime;

namespace Hexaprep.Core.Bench;

/// <summary>What a person does at the bench.</summary>
public enum ActKind { Start, Done, PutDown, TakeBack, SetCount, Flaw, Mend, Test, Coat, Clock, StopClock }

/// <summary>An act, with an identity made where it was done, so that sending it twice does it once.</summary>
/// <param name="Id">Client-made.</param>
/// <param name="Kind">What was done.</param>
/// <param name="At">When it was done, by the hand's own clock.</param>
public sealed record Act(Guid Id, ActKind Kind, Instant At)
{
    /// <summary>The step (start, done, put down, take back, set count, flaw).</summary>
    public Guid? StepId { get; init; }
    /// <summary>A model's number, 1 and up; the next one when null (done), the last ticked (take back).</summary>
    public int? Model { get; init; }
    /// <summary>How many are done in all (set count).</summary>
    public int? Count { get; init; }
    /// <summary>The flaw (mend).</summary>
    public Guid? FlawId { get; init; }
    /// <summary>Where on the model (flaw), 1 to 60 characters.</summary>
    public string? Place { get; init; }
    /// <summary>What is wrong (flaw), 1 to 200 characters.</summary>
    public string? Words { get; init; }
    /// <summary>The coat (test, coat).</summary>
    public Guid? CoatId { get; init; }
    /// <summary>The readiness tested (test).</summary>
    public Readiness? Stage { get; init; }
    /// <summary>What was found (test).</summary>
    public Finding? Finding { get; init; }
    /// <summary>The film (coat).</summary>
    public Film? Film { get; init; }
    /// <summary>Air in °C, -30 to 60 (coat).</summary>
    public double? AirC { get; init; }
    /// <summary>Spraying although the air is unfit, on purpose (start).</summary>
    public bool DespiteAir { get; init; }
    /// <summary>Relative humidity in %, 0 to 100 (coat).</summary>
    public double? HumidityPct { get; init; }
    /// <summary>When its last model was really done, where the tick came late or early (coat).</summary>
    public Instant? EndedAt { get; init; }
    /// <summary>Which wait of minutes begins (clock).</summary>
    public ClockKind? Clock { get; init; }
    /// <summary>The clock to stop (stop clock).</summary>
    public Guid? ClockId { get; init; }
}

/// <summary>A change of state that an act brings. Storage writes exactly these.</summary>
public abstract record Change
{
    /// <summary>Hands go to a step.</summary>
    public sealed record SpellOpened(Spell Spell) : Change;
    /// <summary>Hands leave it, or (null) come back to it.</summary>
    public sealed record SpellEnded(Guid SpellId, Instant? At) : Change;
    /// <summary>A model went through a step.</summary>
    public sealed record Ticked(Tick Tick) : Change;
    /// <summary>It did not after all.</summary>
    public sealed record Unticked(Guid StepId, Guid ModelId, Guid PieceId) : Change;
    /// <summary>A coat begins.</summary>
    public sealed record CoatBegun(Coat Coat) : Change;
    /// <summary>A coat's end and models as they now are.</summary>
    public sealed record CoatSet(Guid CoatId, Instant? EndedAt, IReadOnlyList<Guid> ModelIds) : Change;
    /// <summary>A coat is on no model any more.</summary>
    public sealed record CoatGone(Guid CoatId) : Change;
    /// <summary>A test was made.</summary>
    public sealed record CoatTested(Guid CoatId, CoatTest Test) : Change;
    /// <summary>What is known of a coat was put right.</summary>
    public sealed record CoatCorrected(Guid CoatId, Film Film, double? AirC, double? HumidityPct) : Change;
    /// <summary>When a coat began and ended was put right.</summary>
    public sealed record CoatTimed(Guid CoatId, Instant StartedAt, Instant EndedAt) : Change;
    /// <summary>A clock of minutes was started.</summary>
    public sealed record ClockStarted(BenchClock Clock) : Change;
    /// <summary>A clock of minutes was stopped.</summary>
    public sealed record ClockStopped(Guid ClockId, Instant At) : Change;
    /// <summary>A flaw was noted.</summary>
    public sealed record FlawNoted(Flaw Flaw) : Change;
    /// <summary>A flaw was mended.</summary>
    public sealed record FlawMended(Guid FlawId, Instant At) : Change;
}

/// <summary>Applies changes to a state in memory, as storage does on disk.</summary>
public static class Changes
{
    /// <summary>The state after the changes.</summary>
    public static BenchState With(this BenchState state, IEnumerable<Change> changes) => changes.Aggregate(state, One);

    private static BenchState One(BenchState s, Change change) => change switch
    {
        Change.SpellOpened c => s with { Spells = s.Spells.Add(c.Spell) },
        Change.SpellEnded c => s with { Spells = s.Spells.ConvertAll(p => p.Id == c.SpellId ? p with { EndedAt = c.At } : p) },
        Change.Ticked c => s with { Ticks = s.Ticks.Add(c.Tick) },
        Change.Unticked c => s with { Ticks = s.Ticks.RemoveAll(t => t.StepId == c.StepId && t.ModelId == c.ModelId && t.PieceId == c.PieceId) },
        Change.CoatBegun c => s with { Coats = s.Coats.Add(c.Coat) },
        Change.CoatSet c => Coat(s, c.CoatId, k => k with { EndedAt = c.EndedAt, ModelIds = c.ModelIds }),
        Change.CoatGone c => s with { Coats = s.Coats.RemoveAll(k => k.Id == c.CoatId) },
        Change.CoatTested c => Coat(s, c.CoatId, k => k with { Tests = [.. k.Tests, c.Test] }),
        Change.CoatCorrected c => Coat(s, c.CoatId, k => k with { Film = c.Film, AirC = c.AirC, HumidityPct = c.HumidityPct }),
        Change.CoatTimed c => Coat(s, c.CoatId, k => k with { StartedAt = c.StartedAt, EndedAt = c.EndedAt }),
        Change.ClockStarted c => s with { Clocks = s.Clocks.Add(c.Clock) },
        Change.ClockStopped c => s with { Clocks = s.Clocks.ConvertAll(k => k.Id == c.ClockId ? k with { StoppedAt = c.At } : k) },
        Change.FlawNoted c => s with { Flaws = s.Flaws.Add(c.Flaw) },
        Change.FlawMended c => s with { Flaws = s.Flaws.ConvertAll(f => f.Id == c.FlawId ? f with { MendedAt = c.At } : f) },
        _ => throw new ArgumentOutOfRangeException(nameof(change), change, "An unknown change."),
    };

    private static BenchState Coat(BenchState s, Guid id, Func<Coat, Coat> edit) => s with { Coats = s.Coats.ConvertAll(k => k.Id == id ? edit(k) : k) };
}
