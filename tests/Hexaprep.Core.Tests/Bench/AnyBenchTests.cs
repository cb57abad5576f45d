using System.Globalization;
using CsCheck;
using Hexaprep.Bench.Edits;
using Hexaprep.Bench.State;
using Hexaprep.Core.Tests.Routes;
using Hexaprep.Core.Tests.Scheduling;
using Hexaprep.Craft.Drying;
using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Testing;
using NodaTime;

namespace Hexaprep.Core.Tests.Bench;

/// <summary>Benches of any materials, tiers and house rules, under any forecast: their plans are judged by the tests' own checker.
/// HEXAPREP_BENCHES sets how many (40 unless set; 1,000 are run by hand).</summary>
public sealed class AnyBenchTests
{
    internal static readonly Instant Evening = Instant.FromUtc(2026, 3, 12, 19, 30);

    private static long Many =>
        long.TryParse(Environment.GetEnvironmentVariable("HEXAPREP_BENCHES"), CultureInfo.InvariantCulture, out var n) ? n : 40;

    internal static readonly Gen<RehearsedBench> Any =
        from batches in Batches.Any.Array[1, 4]
        from house in Batches.AnyHouse
        from days in Gen.Int[0, 8]
        from weather in Gen.Int[0, 1_000_000]
        select Laid(batches, house, days, new Random(weather));

    private static RehearsedBench Laid(BatchTraits[] batches, HouseRuleChoices house, int days, Random weather)
    {
        var bench = new RehearsedBench(
            DateTimeZone.Utc,
            20,
            [.. batches.Select((b, i) => RehearsedBench.Order($"Unit {i}") with { Traits = b })]
        );
        bench.State = bench.State with
        {
            House = bench.State.House with { Bench = house },
            Forecast =
            [
                .. Enumerable
                    .Range(0, 24 * days)
                    .Select(h => new ForecastHour(
                        Evening + Duration.FromHours(h),
                        weather.Next(-2, 32),
                        weather.Next(30, 98),
                        weather.Next(0, 9),
                        null,
                        weather.NextDouble() * 0.6,
                        0
                    )),
            ],
            ForecastFrom = "generated",
            ForecastAt = Evening,
        };
        bench.State = bench
            .Index.With(Rederive.After(bench.Index, [], [.. bench.State.Batches.Select(b => b.Id)], TurnableClock.Evening, bench.NewId))
            .State;
        return bench;
    }

    [Fact]
    public void Whatever_is_on_the_bench_its_plan_keeps_every_rule_of_the_plan() =>
        Any.Holds(
            bench =>
            {
                var plan = bench.Plan(Evening, 6);
                var breaches = PlanChecker.Breaches(plan.Problem, plan.Result.Schedule.Chunks, plan.Result.Unplaced.Count > 0);
                Assert.True(breaches.Count == 0, string.Join('\n', breaches.Take(5)));
                Assert.All(plan.Result.Unplaced, u => Assert.NotEmpty(u.Lacks));
                // No spray lies where its own weather, by the forecast, forbids it; none is planned in a room with solvent.
                foreach (var work in plan.Work.Where(w => SprayHours.Reaches(bench.Index, w.Begin)))
                {
                    if (SprayManner.Of(bench.Index, bench.Index.Steps[work.StepId]) is not { IsOutdoors: true } manner)
                        continue;
                    Assert.True(
                        bench.Index.FitHoursOf(manner).Any(f => f.From <= work.Begin && work.Begin < f.To),
                        $"{manner.Name} at {work.Begin}"
                    );
                }
            },
            iter: Many,
            print: b => string.Join("; ", b.State.Batches.Select(x => x.Traits.ToString()))
        );
}
