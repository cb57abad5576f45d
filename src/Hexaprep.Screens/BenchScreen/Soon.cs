using Hexaprep.Bench.State;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Planning.Problem;
using NodaTime;

namespace Hexaprep.Screens.BenchScreen;

/// <summary>What can be lost by waiting.</summary>
public enum SoonKind
{
    Recoat,
    Mix,
    Marks,
    Metal,
}

/// <summary>Something that is lost when a moment passes: not a wait that only becomes safe.</summary>
/// <param name="Kind">Which kind of loss.</param>
/// <param name="Key">Its own name, for alerts.</param>
/// <param name="StepId">The step that would save it.</param>
/// <param name="Unit">The unit's name.</param>
/// <param name="Mark">Its mark.</param>
/// <param name="Text">What is lost, in a few words.</param>
/// <param name="At">When.</param>
/// <param name="Remedy">What saves it.</param>
public sealed record SoonView(SoonKind Kind, string Key, Guid StepId, string Unit, string Mark, string Text, Instant At, string Remedy);

/// <summary>Counts down to losses: a recoat window that closes, a mix that stiffens, marks that soak, washed metal that
/// tarnishes.</summary>
public sealed class UpcomingReader(BenchIndex bench, BenchPlan plan, Instant now)
{
    /// <summary>Days that washed metal keeps clean untouched: ours, a cautious guess. The trade says "soon" and gives no figure.</summary>
    public const int MetalKeepsDays = 2;

    /// <summary>How long before a loss it is told aloud: while there is time to act.</summary>
    public static Duration ToldAhead(SoonKind kind) =>
        kind switch
        {
            SoonKind.Marks or SoonKind.Mix => Duration.FromMinutes(5),
            SoonKind.Metal => Duration.FromHours(12),
            _ => Duration.FromMinutes(10),
        };

    /// <summary>What is about to be lost, the soonest first.</summary>
    public IReadOnlyList<SoonView> View() =>
        [
            .. Recoat()
                .Concat(Mix())
                .Concat(Marks())
                .Concat(Metal())
                .Where(s => s.At > now)
                .OrderBy(s => s.At)
                .ThenBy(s => s.Key, StringComparer.Ordinal),
        ];

    private IEnumerable<SoonView> Recoat()
    {
        foreach (var coat in bench.AwaitedCoats.Where(c => c.EndedAt is not null))
        {
            if (
                Waits.NextPass(bench, coat.StepId) is not { } next
                || bench.Drying.ShutAfter(coat) is not { Closes: var closes, Reopens: var reopens }
                || bench.TimesOf(coat, Readiness.Recoat) is not { } times
                || closes <= times.Sure
            )
                continue;
            yield return One(
                SoonKind.Recoat,
                $"{coat.Id}:closing",
                next,
                "recoating closes",
                closes,
                reopens is null
                    ? $"{BenchIndex.TitleOf(next)} before then, or it is sanded first"
                    : $"{BenchIndex.TitleOf(next)} before then, or wait for the reopening"
            );
        }
    }

    // In hand with models left, or put down, or wanted by another batch: the mix made last.
    private IEnumerable<SoonView> Mix()
    {
        // No mix stays workable for a day.
        var spell = bench
            .EndedAfter(now - Duration.FromDays(1))
            .Append(bench.InHand)
            .OfType<WorkInterval>()
            .Where(s => bench.Steps[s.StepId].Amounts.WorkingMinutes is not null)
            .MaxBy(s => s.BeganAt);
        if (spell is null || bench.Steps[spell.StepId] is not { Amounts.WorkingMinutes: not null } step)
            yield break;
        var next =
            bench.Remaining(step).Count > 0
                ? step
                : plan.Work.Select(w => bench.Steps[w.StepId]).FirstOrDefault(s => plan.MixOf(s)?.FirstStep == step.Id);
        if (next is not null)
            yield return One(
                SoonKind.Mix,
                $"{spell.Id}:mix",
                next,
                "mix stiffens",
                PuttyMix.StiffAt(bench, spell),
                "Fill before then: stiff putty blends no more"
            );
    }

    private IEnumerable<SoonView> Marks() =>
        from clock in MinuteClocks.Running(bench, now)
        where clock.LostAt is not null
        select One(
            SoonKind.Marks,
            $"{clock.Id}:loss",
            bench.Steps[clock.StepId],
            clock.Loss,
            clock.LostAt!.Value,
            "Place them now, or out of the water"
        );

    private IEnumerable<SoonView> Metal() =>
        from batch in bench.State.Batches
        where batch.Traits.Materials.Any(m => m.IsMetal())
        let steps = bench.StepsOf[batch.Id]
        let wash = steps.FirstOrDefault(s => s.Key.Kind == StepKind.Wash)
        let prime = steps.FirstOrDefault(s => s.Key.Kind == StepKind.Prime)
        where
            wash is not null
            && prime is not null
            && bench.IsFinished(wash)
            && bench.TicksOf[wash.Id].Any()
            && !bench.TicksOf[prime.Id].Any()
        select One(
            SoonKind.Metal,
            $"{wash.Id}:metal",
            prime,
            "washed metal tarnishes",
            bench.TicksOf[wash.Id].Max(t => t.At) + Duration.FromDays(MetalKeepsDays),
            $"Prime it before it is handled, or wipe it again: {MetalKeepsDays} days are a guess of ours"
        );

    private SoonView One(SoonKind kind, string key, BenchStep step, string text, Instant at, string remedy) =>
        new(kind, key, step.Id, bench.NameOf(step), bench.UnitOf(step).Mark, text, at, remedy);
}
