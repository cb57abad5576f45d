using CsCheck;
using Hexaprep.Bench.Acts;
using Hexaprep.Bench.State;
using Hexaprep.Core.Tests.Scheduling;
using Hexaprep.Craft.Drying;
using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Planning.Problem;
using Hexaprep.Scheduling.Problems;
using Hexaprep.Screens.BenchScreen;
using Hexaprep.Testing;
using NodaTime;

namespace Hexaprep.Core.Tests.Bench;

public sealed class DropInTests
{
    private static readonly Instant Evening = Instant.FromUtc(2026, 3, 12, 19, 30);

    private static RehearsedBench Any(Random random) =>
        new([
            .. Enumerable
                .Range(0, 1 + random.Next(3))
                .Select(i =>
                    RehearsedBench
                        .Order($"Unit {i}", 1 + random.Next(5), (Material)random.Next(9))
                        .Of(t =>
                            t with
                            {
                                Gaps = (Gaps)random.Next(3),
                                Transfers = random.Next(3),
                                BaseMm = random.Next(2) == 0 ? null : 32,
                                PaintMinutes = random.Next(60),
                            }
                        )
                ),
        ]);

    private static ShortReturns Returns(RehearsedBench bench, BenchPlan plan, Instant now) =>
        new(bench.Index, plan, new Clockface(DateTimeZone.Utc, now));

    // The plan with a return begun at its last moment, and what comes after it in the sitting slid out of its way.
    private static List<PlanChunk> Late(BenchIndex bench, BenchPlan plan, DropInView back)
    {
        var id = back.StepId.ToString();
        var chunks = plan.Result.Schedule.Chunks.OrderBy(c => c.Start).ToList();
        var at = chunks.FindIndex(c => c.Step == id);
        var late = (int)(back.Until - plan.Origin).TotalMinutes;
        var sitting = plan.Problem.Sittings.First(s => s.End > chunks[at].Start);
        var free = late + chunks[at].End - chunks[at].Start;
        var was = chunks[at].End;
        var (ended, last) = (was, free);
        chunks[at] = chunks[at] with { Start = late, End = free };
        bool Sprays(PlanChunk c) => bench.Steps[PlanIds.StepOf(c.Step)].Amounts.Mode is not null;
        var lastSpray = chunks.FindLastIndex(c => Sprays(c) && c.Start < sitting.End);
        for (var i = 0; i < chunks.Count; i++)
        {
            if (i == at || chunks[i].Start < was || chunks[i].Start >= sitting.End)
                continue;
            // Time for a change of work stays, where there was some.
            var begin = Math.Max(free, last + Math.Min(plan.Problem.Changeover ?? 0, chunks[i].Start - ended));
            ended = Math.Max(ended, chunks[i].End);
            if (chunks[i].Start >= begin)
                continue;
            var by = begin - chunks[i].Start;
            chunks[i] = chunks[i] with { Start = chunks[i].Start + by, End = chunks[i].End + by };
            last = chunks[i].End;
            // After the last coat of the sitting the airbrush is cleaned before the hands go on.
            free = chunks[i].End + (i == lastSpray ? plan.Problem.Closing ?? 0 : 0);
        }
        return chunks;
    }

    [Fact]
    public void Begun_at_its_last_moment_a_return_breaks_nothing_when_what_follows_slides() =>
        Gen.Int[0, 100_000]
            .Holds(
                seed =>
                {
                    var random = new Random(seed);
                    var bench = Any(random);
                    var plan = bench.Plan(Evening, 6);
                    if (plan.Result.Unplaced.Count > 0)
                        return;
                    foreach (var back in Returns(bench, plan, Evening).Before(Evening + Duration.FromDays(60)))
                    {
                        Assert.True(back.From < back.Until);
                        var step = bench.Index.Steps[back.StepId];
                        // A coat that slides behind another may need other minutes: that is not what is said here.
                        if (step.Amounts.Mode is not null)
                            continue;
                        var breaches = PlanChecker
                            .Breaches(plan.Problem, Late(bench.Index, plan, back))
                            .Where(b => !b.Contains("DURATION", StringComparison.Ordinal))
                            .ToList();
                        Assert.True(breaches.Count == 0, $"{back.Text}\n{string.Join("\n", breaches)}");
                    }
                },
                iter: 60
            );

    [Fact]
    public void A_return_is_short_waits_for_something_and_lies_in_one_sitting() =>
        Gen.Int[0, 100_000]
            .Holds(
                seed =>
                {
                    var bench = Any(new Random(seed));
                    var plan = bench.Plan(Evening, 6);
                    foreach (var back in Returns(bench, plan, Evening).Before(Evening + Duration.FromDays(60)))
                    {
                        var work = plan.Work.Single(w => w.StepId == back.StepId);
                        Assert.True(work.End - work.Begin <= Duration.FromMinutes(ShortReturns.Longest));
                        Assert.Contains(bench.Index.EdgesInto[back.StepId], e => e.Stage is not null || RunningHold.Is(e));
                        Assert.Contains(plan.Problem.Sittings, s => plan.At(s.Begin) <= back.From && back.Until <= plan.At(s.End));
                        Assert.True(back.From <= work.Begin && work.Begin <= back.Until, $"{back.Text}: planned {work.Begin}");
                    }
                },
                iter: 60
            );

    [Fact]
    public void A_label_that_closes_ends_the_return_before_the_sitting_does()
    {
        var bench = new RehearsedBench(RehearsedBench.Order());
        var at = Instant.Max(bench.RunUpTo(StepKind.Prime, Evening - Duration.FromDays(9)), Evening + Duration.FromMinutes(12));
        var prime = bench.Step(StepKind.Prime);
        bench.Do(ActKind.Start, at, a => a with { StepId = prime.Id });
        bench.Tick(prime, at + Duration.FromMinutes(8), 5);
        var now = at + Duration.FromMinutes(8);
        var open = Assert.Single(Returns(bench, bench.Plan(now), now).Before(now + Duration.FromHours(2)));
        Assert.Contains("sitting", open.Closes);

        var coat = bench.State.Coats.Last();
        bench.State = bench.State.With(new ProductLabel(Product.Of(coat), 28, 60, 1440, null, null, null, null));
        var shut = Assert.Single(Returns(bench, bench.Plan(now), now).Before(now + Duration.FromHours(2)));
        Assert.Equal("then recoating closes", shut.Closes);
        Assert.True(shut.Until <= bench.Index.Drying.ShutAfter(coat)!.Value.Closes);
        Assert.True(shut.Until < open.Until);
    }

    [Fact]
    public void The_alert_of_a_wait_says_until_when_one_may_come_back()
    {
        var bench = new RehearsedBench(RehearsedBench.Order());
        var at = Instant.Max(bench.RunUpTo(StepKind.Prime, Evening - Duration.FromDays(9)), Evening);
        var prime = bench.Step(StepKind.Prime);
        bench.Tick(prime, at, 5);
        var sure = bench.Index.TimesOf(bench.State.Coats.Last(), Readiness.Recoat)!.Sure;
        var alert = new AlertReader(bench.Index, bench.Plan(sure + Duration.FromMinutes(1)), sure + Duration.FromMinutes(1))
            .Of(new HashSet<string>())
            .First(a => a.Key.EndsWith(":recoat", StringComparison.Ordinal));
        Assert.StartsWith("Come back between", alert.MayNow);
    }

    [Theory]
    [InlineData("2026-03-12T20:40:00Z", "2026-03-12T20:55:00Z", "20:40 and 20:55")]
    [InlineData("2026-03-15T15:44:00Z", "2026-03-15T15:47:00Z", "Sun 15:44 and 15:47")]
    [InlineData("2026-03-12T23:50:00Z", "2026-03-13T00:10:00Z", "23:50 and Fri 00:10")]
    public void Two_moments_say_their_day_once(string from, string until, string words)
    {
        Instant At(string text) => NodaTime.Text.InstantPattern.ExtendedIso.Parse(text).Value;
        Assert.Equal(words, new Clockface(DateTimeZone.Utc, Evening).Between(At(from), At(until)));
    }
}
