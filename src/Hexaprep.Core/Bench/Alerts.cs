using Hexaprep.Core.Wording;
using NodaTime;

namespace Hexaprep.Core.Bench;

/// <summary>Something that is safe now, or about to be lost.</summary>
/// <param name="Key">The same on every device: an answer on one answers all.</param>
/// <param name="Text">What, in words.</param>
/// <param name="MayNow">What may be done now.</param>
/// <param name="At">When it came.</param>
/// <param name="IsLoss">True when something is lost soon: it looks and sounds otherwise than a wait that is over.</param>
public sealed record AlertView(string Key, string Text, string MayNow, Instant At, bool IsLoss);

/// <summary>Finds what is to be told: a function of the bench and the moment, so that a sleeping server or browser loses nothing.</summary>
public sealed class AlertReader(BenchIndex bench, BenchPlan plan, Instant now)
{
    /// <summary>How long an alert is told while nobody answers.</summary>
    public static readonly Duration Told = Duration.FromHours(24);

    // A loss is told while there is time to act.
    private static readonly Duration Ahead = Duration.FromMinutes(10);
    private readonly Clockface _clock = new(bench.State.Settings.Zone, now);

    /// <summary>The alerts nobody answered yet, losses first, then the newest.</summary>
    /// <param name="answered">Keys that were answered or silenced.</param>
    public IReadOnlyList<AlertView> Of(IReadOnlySet<string> answered) =>
        [.. Safe().Concat(Losses()).Where(a => !answered.Contains(a.Key)).OrderByDescending(a => a.IsLoss).ThenByDescending(a => a.At).ThenBy(a => a.Key, StringComparer.Ordinal)];

    private IEnumerable<AlertView> Safe()
    {
        var returns = new DropIns(bench, plan, _clock).Before(now + Duration.FromHours(3));
        return Safe(returns);
    }

    private IEnumerable<AlertView> Safe(IReadOnlyList<DropInView> returns) =>
        from coat in bench.AwaitedCoats
        let step = bench.Steps[coat.StepId]
        from awaited in Waits.Of(bench, step)
        let times = bench.TimesOf(coat, awaited.Stage)
        // A coat the user tested dry needs no bell.
        where times is { Tested: false } && times.Sure <= now && now - times.Sure <= Told
        let noun = StepWords.Wait(coat.Step, coat.Product).Noun
        let back = awaited.Next is { } after ? returns.FirstOrDefault(r => r.StepId == after.Id) : null
        select new AlertView($"{coat.Id}:{Ids.Of(awaited.Stage)}", $"{bench.NameOf(step)}: {noun} is {awaited.SafeTo}",
            back is not null ? back.Text : awaited.Next is { } next ? $"{BenchIndex.TitleOf(next)} may begin" : "It may be handled", times.Sure, false);

    private IEnumerable<AlertView> Losses()
    {
        foreach (var view in new CoatsReader(bench, plan, now).View().Recoat.Where(r => r is { Closing: true, Closes: { } closes } && closes - now <= Ahead))
            yield return new AlertView($"{view.CoatId}:closing", $"{view.Unit}: {view.What} only until {_clock.At(view.Closes!.Value)}", "Recoat now, or wait for the reopening", now, true);
    }
}
