using Hexaprep.Bench.State;
using NodaTime;

namespace Hexaprep.Bench.Judgement;

/// <summary>Work that is lost when it waits: a mix that stiffens, transfers in the water. Nothing is offered before it, and put down it
/// comes back first.</summary>
public static class Perishing
{
    /// <summary>When something in use for a spell's step is lost; null where nothing is.</summary>
    /// <param name="bench">The bench.</param>
    /// <param name="spell">The spell.</param>
    /// <param name="now">The moment.</param>
    public static Instant? LostAt(BenchIndex bench, WorkInterval spell, Instant now)
    {
        var step = bench.Steps[spell.StepId];
        var soaked = MinuteClocks.Running(bench, now).Where(c => c.StepId == step.Id).Select(c => c.LostAt).Min();
        // A mix is made with the first touch of it.
        Instant? stiff = step.Amounts.WorkingMinutes is null ? null : PuttyMix.StiffAt(bench, spell);
        return new[] { soaked, stiff }.Where(l => l > now).Min();
    }

    /// <summary>The step that was put down and cannot wait, the one that is lost first; null where nothing is.</summary>
    /// <param name="bench">The bench.</param>
    /// <param name="now">The moment.</param>
    public static BenchStep? First(BenchIndex bench, Instant now)
    {
        // No mix and no film lasts longer.
        var since = now - Duration.FromHours(12);
        var mixes =
            from spell in bench.EndedAfter(since)
            where bench.Steps.TryGetValue(spell.StepId, out var mixed) && mixed.Amounts.WorkingMinutes is not null
            select spell;
        var soaks =
            from clock in MinuteClocks.Running(bench, now)
            where clock.LostAt > now
            select (bench.Steps[clock.StepId], clock.LostAt!.Value);
        return mixes
            .DistinctBy(s => s.StepId)
            .Select(s => (Step: bench.Steps[s.StepId], Lost: LostAt(bench, s, now)))
            .Where(s => s.Lost is not null)
            .Select(s => (s.Step, s.Lost!.Value))
            .Concat(soaks)
            .Where(s => s.Item1.NotNeeded is null && bench.Remaining(s.Item1).Count > 0)
            .OrderBy(s => s.Item2)
            .Select(s => s.Item1)
            .FirstOrDefault();
    }
}
