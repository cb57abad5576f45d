using Hexaprep.Bench.Acts;
using Hexaprep.Bench.Judgement;
using Hexaprep.Bench.State;
using Hexaprep.Craft.Drying;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Formats;
using Hexaprep.Planning.Keeping;
using Hexaprep.Scheduling.Problems;
using Hexaprep.Screens.BenchScreen;
using Hexaprep.Testing;
using NodaTime;

namespace Hexaprep.Core.Tests.Bench;

/// <summary>A person at the bench who does what it shows, faster or slower than the plan thinks: hands are not idle while there is
/// work.</summary>
public sealed class IdleHandsTests
{
    private static readonly Instant Friday = Instant.FromUtc(2026, 11, 27, 9, 0);
    private static readonly Duration Minute = Duration.FromMinutes(1);
    private const int Evenings = 10,
        Budget = 6;

    [Theory]
    [InlineData(0.6)]
    [InlineData(0.8)]
    [InlineData(1.0)]
    [InlineData(1.5)]
    public void Ten_evenings_leave_hands_idle_only_while_everything_dries(double pace) =>
        // No minute passes with something ready: Idle holds each to it.
        Assert.InRange(Idle(pace), 0, 3 * Evenings);

    // What of the units under way could be begun: nothing stands against it, not the air, not the dust.
    private static IEnumerable<string> Ready(RehearsedBench bench, Instant at) =>
        from step in bench.State.Steps
        where step.NotNeeded is null && bench.Index.Remaining(step).Count > 0
        where bench.Index.StandingOf(bench.Index.UnitOf(step).Id) == Standing.UnderWay
        where Permission.Of(bench.Index, step, bench.Index.Remaining(step), new Clockface(DateTimeZone.Utc, at)) is null
        where step.Amounts.Mode is null || ActRules.UnfitAir(bench.Index, step, at) is null
        select $"{step.Key} of {bench.Index.NameOf(step)}";

    private static RehearsedBench Bench()
    {
        using var file = File.OpenRead(Path.Combine(Project.Root, "tests", "cases", "army.csv"));
        var bench = new RehearsedBench(DateTimeZone.Utc, 20, [.. RosterCsv.Read(file).Take(6).Select(l => l.Reading.Order!)]);
        IsoDayOfWeek[] days = [IsoDayOfWeek.Tuesday, IsoDayOfWeek.Thursday, IsoDayOfWeek.Sunday];
        WeeklySitting[] week = [.. days.Select(d => new WeeklySitting(bench.NewId(), d, new LocalTime(19, 30), new LocalTime(22, 0)))];
        bench.State = bench.State with
        {
            Settings = bench.State.Settings with { Calendar = new SittingCalendar(DateTimeZone.Utc, week, []), RackSlots = 6 },
        };
        return bench;
    }

    private static double Idle(double pace)
    {
        var bench = Bench();
        var plan = bench.Plan(Friday, Budget);
        var idle = 0.0;
        foreach (var sitting in bench.State.Settings.Calendar.From(Friday, 60).Take(Evenings))
        {
            for (var at = sitting.Begin; at < sitting.End; )
            {
                // Act follows act: a better plan is found when the bench is left alone, here before each evening.
                plan =
                    at == sitting.Begin
                        ? BenchPlanner.Next(bench.Index, at, plan, Budget)
                        : BenchPlanner.QuickReschedule(bench.Index, at, plan);
                var view = new BenchReader(bench.Index, plan, at).View();
                if ((view.Step?.StepId ?? view.Offer?.StepId) is not { } id)
                {
                    Assert.Contains("Everything", view.Headline + view.Subline, StringComparison.Ordinal);
                    Assert.Empty(Ready(bench, at));
                    idle += 1;
                    at += Minute;
                    continue;
                }
                var step = bench.Index.Steps[id];
                bench.Do(ActKind.Start, at, a => a with { StepId = id, Dry = true, DespiteAir = true });
                var left = bench.Index.Remaining(step).Count;
                var minutes = PaintSessions.Has(step)
                    ? PaintSessions.Left(bench.Index, step, at) + step.Amounts.SetupMinutes
                    : step.HandsMinutes(left);
                var ends = at + Duration.FromMinutes(Math.Max(1, Math.Round(minutes * pace)));
                if (ends <= sitting.End || step.Amounts.OneGo)
                    bench.Tick(step, at = Instant.Min(ends, sitting.End), left);
                else
                {
                    // What does not end tonight is put down, with as many models done as there was time for.
                    var done = (int)(left * ((sitting.End - at) / (ends - at)));
                    at = sitting.End;
                    bench.Tick(step, at, done);
                    bench.Do(ActKind.PutDown, at, a => a with { StepId = id });
                }
            }
        }
        return idle;
    }
}
