using Hexaprep.Craft.Computation;
using NodaTime;

namespace Hexaprep.Bench.State;

/// <summary>How long one mix of a step stays workable in some air, and how many models it takes in that time.</summary>
/// <param name="WorkingMinutes">At the cautious end, at least 1.</param>
/// <param name="Models">At least 1.</param>
public sealed record MixTerms(int WorkingMinutes, int Models);

/// <summary>What the bench and its plan say about mixes of two-part putty.</summary>
public static class PuttyMix
{
    /// <summary>The terms of a step's mix made at a moment: its working time in the air of then; null where nothing stiffens.</summary>
    public static MixTerms? TermsOf(BenchIndex bench, BenchStep step, Instant at)
    {
        if (step.Amounts is not { WorkingMinutes: { } usual, Product: { } product })
            return null;
        var working = usual * DryingModel.WorkingFactor(product, bench.Drying.AirAt(at).AirC);
        var models = GapFilling.GapsPerMix(working, Math.Max(1, step.Amounts.SecondsPerModel) / 60.0);
        return new MixTerms(Math.Max(1, (int)working), Math.Max(1, models));
    }

    // A tool wiped, another model taken: longer than this and the person may have mixed anew.
    private static readonly Duration HandOver = Duration.FromMinutes(5);

    /// <summary>When the mix used last in a spell was made: the cautious reading, so that it stiffens no later than is said.</summary>
    /// <param name="bench">The bench.</param>
    /// <param name="spell">A spell on a step that works with a mix.</param>
    public static Instant MadeAt(BenchIndex bench, WorkInterval spell)
    {
        var step = bench.Steps[spell.StepId];
        var ticks = bench.TicksOf[spell.StepId].Where(t => t.SpellId == spell.Id).Select(t => t.At).Order().ToList();
        var served = TermsOf(bench, step, spell.BeganAt) is { Models: var per } ? ticks.Count / per * per : 0;
        if (served > 0)
            return ticks[served - 1];
        var before = bench
            .EndedAfter(spell.BeganAt - HandOver - Duration.FromMinutes(1))
            .FirstOrDefault(s => s.EndedAt <= spell.BeganAt && s.Id != spell.Id);
        if (before is null || spell.BeganAt - before.EndedAt > HandOver)
            return spell.BeganAt;
        var other = bench.Steps[before.StepId];
        if (other.Amounts.WorkingMinutes is null || other.Amounts.Method != step.Amounts.Method)
            return spell.BeganAt;
        var made = MadeAt(bench, before);
        return StiffAt(bench, other, made) > spell.BeganAt ? made : spell.BeganAt;
    }

    /// <summary>When the mix used last in a spell stiffens.</summary>
    public static Instant StiffAt(BenchIndex bench, WorkInterval spell) => StiffAt(bench, bench.Steps[spell.StepId], MadeAt(bench, spell));

    private static Instant StiffAt(BenchIndex bench, BenchStep step, Instant made) =>
        made + Duration.FromMinutes(TermsOf(bench, step, made)!.WorkingMinutes);

    /// <summary>Minutes of hands for models filled from a mix that is there: no set-up.</summary>
    public static int MinutesFrom(BenchStep step, int models) => Math.Max(1, (models * step.Amounts.SecondsPerModel + 59) / 60);

    /// <summary>Minutes a mix stays workable after the last model of the step it was made for; below 1 when nothing can follow.</summary>
    /// <param name="bench">The bench.</param>
    /// <param name="step">The step, not begun.</param>
    /// <param name="models">Models it still has, at least 1.</param>
    /// <param name="now">Whose air counts.</param>
    public static int LeftAfter(BenchIndex bench, BenchStep step, int models, Instant now)
    {
        var terms = TermsOf(bench, step, now)!;
        var inLast = models - (models - 1) / terms.Models * terms.Models;
        return terms.WorkingMinutes - step.Amounts.SetupMinutes - MinutesFrom(step, inLast);
    }

    /// <summary>True when a step nobody began may be filled from the mix of another.</summary>
    public static bool MayFollow(BenchIndex bench, BenchStep first, BenchStep next) =>
        next.BatchId != first.BatchId
        && next.Amounts.WorkingMinutes is not null
        && next.Amounts.Method == first.Amounts.Method
        && bench.InHand?.StepId != next.Id
        && !bench.TicksOf[next.Id].Any()
        && bench.Remaining(next).Count > 0;
}
