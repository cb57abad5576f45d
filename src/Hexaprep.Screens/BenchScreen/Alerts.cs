using Hexaprep.Bench.Judgement;
using Hexaprep.Bench.State;
using Hexaprep.Craft.Drying;
using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Planning.Problem;
using NodaTime;

namespace Hexaprep.Screens.BenchScreen;

/// <summary>Something that is safe now, or about to be lost.</summary>
/// <param name="Key">The same on every device: an answer on one answers all.</param>
/// <param name="Text">What, in words.</param>
/// <param name="MayNow">What may be done now.</param>
/// <param name="At">When it came.</param>
/// <param name="IsLoss">True when something is lost soon: it looks and sounds otherwise than a wait that is over.</param>
public sealed record AlertView(string Key, string Text, string MayNow, Instant At, bool IsLoss)
{
    /// <summary>Of which kind it is: a device may be told not to ring for one.</summary>
    public required AlertKind Kind { get; init; }
}

/// <summary>What alerts are about: coats and water that dry, glue and filler that harden, clocks of minutes, losses.</summary>
public enum AlertKind
{
    Coats,
    Glue,
    Minutes,
    Loss,
}

/// <summary>Finds what is to be told: a function of the bench and the moment, so that a sleeping server or browser loses nothing.</summary>
public sealed class AlertReader(BenchIndex bench, BenchPlan plan, Instant now)
{
    /// <summary>How long an alert is told while nobody answers.</summary>
    public static readonly Duration Told = Duration.FromHours(24);

    private readonly Clockface _clock = new(bench.State.Settings.Zone, now);

    /// <summary>The alerts nobody answered yet, losses first, then the newest.</summary>
    /// <param name="answered">Keys that were answered or silenced.</param>
    public IReadOnlyList<AlertView> Of(IReadOnlySet<string> answered) =>
        [
            .. Safe()
                .Concat(Held())
                .Concat(Clocks())
                .Concat(Losses())
                .Where(a => !answered.Contains(a.Key))
                .OrderByDescending(a => a.IsLoss)
                .ThenByDescending(a => a.At)
                .ThenBy(a => a.Key, StringComparer.Ordinal),
        ];

    private IEnumerable<AlertView> Safe()
    {
        // A sitting's worth: what is planned for later is no return of the wait that ends now.
        var returns = new ShortReturns(bench, plan, _clock).Before(now + Duration.FromHours(3));
        return from coat in bench.AwaitedCoats
            let step = bench.Steps[coat.StepId]
            from awaited in Waits.Of(bench, step)
            let times = bench.TimesOf(coat, awaited.Stage)
            // A coat the user tested dry needs no bell, nor one that is being worked over.
            where (awaited.Next is null || !bench.TicksOf[awaited.Next.Id].Any()) && awaited.Next?.Id != bench.InHand?.StepId
            where times is { Tested: false }
            let due = awaited.Planned(times)
            where due <= now && now - due <= Told
            let usual = times.Sure > now
            let noun = StepWords.Wait(coat.Step, coat.Product).Noun
            let back = awaited.Next is { } after ? returns.FirstOrDefault(r => r.StepId == after.Id) : null
            select new AlertView(
                KeyOf(coat, awaited.Stage),
                usual
                    ? $"{bench.NameOf(step)}: {noun} is usually dry by now, test it"
                    : $"{bench.NameOf(step)}: {noun} is {awaited.SafeTo}",
                back is not null ? back.Text
                    : awaited.Next is { } next
                        ? (usual ? $"Dry? Then {BenchIndex.TitleOf(next).ToLowerInvariant()} may begin" : MayBegin(next))
                    : "It may be handled",
                due,
                false
            )
            {
                Kind = coat.Product.Binds() ? AlertKind.Glue : AlertKind.Coats,
            };
    }

    private IEnumerable<AlertView> Held() =>
        from held in RunningHold.Running(bench, now - Told)
        where held.Until <= now
        let next = bench.Steps[held.What.Edge.To]
        where !bench.TicksOf[next.Id].Any() && next.Id != bench.InHand?.StepId
        select new AlertView(
            $"{held.What.Step.Id}:{Ids.Of(Readiness.Handle)}",
            $"{bench.NameOf(next)}: {held.What.Noun} is {StepWords.SafeTo(next.Key.Kind)}",
            MayBegin(next),
            held.Until,
            false
        )
        {
            Kind = AlertKind.Glue,
        };

    // A coat found still tacky rings anew.
    private static string KeyOf(Coat coat, Readiness stage) =>
        coat.Tests.Count(t => t.Stage == stage) is > 0 and var tests ? $"{coat.Id}:{Ids.Of(stage)}:{tests}" : $"{coat.Id}:{Ids.Of(stage)}";

    private string MayBegin(BenchStep next) =>
        Permission.Of(bench, next, bench.Remaining(next), _clock) is { } blocker
            ? $"{BenchIndex.TitleOf(next)} waits on: {blocker.Reason}"
            : $"{BenchIndex.TitleOf(next)} may begin";

    private IEnumerable<AlertView> Losses() =>
        from soon in new UpcomingReader(bench, plan, now).View()
        where soon.At - now <= UpcomingReader.ToldAhead(soon.Kind)
        select new AlertView(
            soon.Key,
            $"{soon.Unit}: {soon.Text} {_clock.At(soon.At)}",
            soon.Remedy,
            soon.At - UpcomingReader.ToldAhead(soon.Kind),
            true
        )
        {
            Kind = AlertKind.Loss,
        };

    private static string Length(ClockView clock) =>
        clock.IsRun ? Clockface.Lasts((long)(clock.Sure - clock.StartedAt).TotalMinutes) : MinuteClock.Of(clock.Kind).Length;

    private IEnumerable<AlertView> Clocks() =>
        from clock in MinuteClocks.Running(bench, now)
        where clock.Sure <= now
        select new AlertView($"{clock.Id}:over", $"{clock.Unit}: {clock.Runs}, {Length(clock)} are over", clock.Over, clock.Sure, false)
        {
            Kind = AlertKind.Minutes,
        };
}
