using Hexaprep.Bench.Edits;
using Hexaprep.Bench.State;
using Hexaprep.Core.Tests.Scheduling;
using Hexaprep.Craft.Computation;
using Hexaprep.Craft.Drying;
using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Planning.WhatIf;
using Hexaprep.Testing;
using NodaTime;

namespace Hexaprep.Core.Tests.Bench;

public sealed class SprayMannerTests
{
    private static readonly Instant Evening = Instant.FromUtc(2026, 3, 12, 19, 30);

    private static RehearsedBench Bench(params (HouseRule School, string Option)[] house)
    {
        var bench = new RehearsedBench();
        bench.State = bench.State with { House = house.Aggregate(bench.State.House, (book, h) => book.With(null, h.School, h.Option)) };
        return bench;
    }

    private static RehearsedBench With(RehearsedBench bench, params UnitOrder[] orders)
    {
        var joined = new RehearsedBench(orders) { };
        joined.State = joined.State with { House = bench.State.House };
        foreach (var batch in joined.State.Batches)
            joined.State = new BenchIndex(joined.State)
                .With(Rederive.After(joined.Index, [], [batch.Id], TurnableClock.Evening, joined.NewId))
                .State;
        return joined;
    }

    private static SprayManner Manner(string? method, ProductClass product, params (HouseRule School, string Option)[] house)
    {
        var bench = With(Bench(house), RehearsedBench.Order());
        var prime = bench.Step(StepKind.Prime);
        var step = prime with { Amounts = prime.Amounts with { Method = method, Product = product } };
        return SprayManner.Of(bench.Index, step)!;
    }

    [Fact]
    public void A_can_is_sprayed_outdoors_or_in_a_booth_and_never_in_a_room()
    {
        Assert.Equal(SprayPlace.Outdoors, Manner("spray_can", ProductClass.Lacquer).Place);
        Assert.Equal(SprayPlace.Booth, Manner("spray_can", ProductClass.Lacquer, (HouseRuleCatalog.CanPlace, "booth")).Place);
        foreach (var option in HouseRuleCatalog.AirbrushPlace.Options)
            Assert.Equal(SprayPlace.Outdoors, Manner("spray_can", ProductClass.Lacquer, (HouseRuleCatalog.AirbrushPlace, option.Id)).Place);
    }

    [Fact]
    public void An_airbrush_goes_into_an_aired_room_with_water_borne_paint_alone()
    {
        Assert.Equal(
            (SprayMedium.AirbrushWb, SprayPlace.AiredRoom),
            (Manner("airbrush", ProductClass.AcrylicWb).Medium, Manner("airbrush", ProductClass.AcrylicWb).Place)
        );
        Assert.Equal(
            (SprayMedium.AirbrushLacquer, SprayPlace.Outdoors),
            (Manner("airbrush", ProductClass.Lacquer).Medium, Manner("airbrush", ProductClass.Lacquer).Place)
        );
        Assert.Equal(SprayPlace.Booth, Manner("airbrush", ProductClass.Lacquer, (HouseRuleCatalog.AirbrushPlace, "booth")).Place);
        Assert.Equal(SprayPlace.Outdoors, Manner("airbrush", ProductClass.AcrylicWb, (HouseRuleCatalog.AirbrushPlace, "outdoors")).Place);
    }

    [Fact]
    public void The_label_comes_before_what_suits_the_medium()
    {
        var weather = new Weather(new Air(18, 55));
        var can = SprayManner.Usual;

        Assert.True(can.In(weather).Allows);
        Assert.Equal("label_temp_c", (can with { MinTempC = 20 }).In(weather).Binding);
        Assert.Equal("label_rh_pct", (can with { MaxHumidityPct = 50 }).In(weather).Binding);
        Assert.False((can with { MaxHumidityPct = 50 }).In(weather).Allows);
        Assert.True((can with { MinTempC = 15, MaxHumidityPct = 60 }).In(weather).Allows);
    }

    // One unit sprayed with a can outdoors, one by airbrush in an aired room; it rains on every sitting of the forecast's ten days.
    [Fact]
    public void Each_step_is_planned_by_its_own_weather()
    {
        var bench = With(
            Bench((HouseRuleCatalog.PrimeBy, "airbrush_small")),
            RehearsedBench.Order("Reed Pikes", 3),
            RehearsedBench.Order("Mudlarks", 15)
        );
        var rain = Enumerable.Range(0, 240).Select(h => new ForecastHour(Evening + Duration.FromHours(h), 15, 55, 1, null, 0.95, 0));
        bench.State = bench.State with { Forecast = [.. rain], ForecastFrom = "test", ForecastAt = Evening };
        var (airbrush, can) = (bench.Step(StepKind.Prime, "Reed Pikes"), bench.Step(StepKind.Prime, "Mudlarks"));
        Assert.Equal(("airbrush", "spray_can"), (airbrush.Amounts.Method, can.Amounts.Method));

        var plan = bench.Plan(Evening);
        Assert.Empty(PlanChecker.Breaches(plan.Problem, plan.Result.Schedule.Chunks));
        Assert.True(plan.BeginOf(airbrush) < Evening + Duration.FromDays(10), "The rain outdoors holds back what is sprayed in a room.");
        Assert.True(plan.BeginOf(can) >= Evening + Duration.FromDays(10) - Duration.FromHours(1), "A can is planned in the rain.");
        Assert.Equal(2, plan.Problem.Windows!.Count);
    }

    [Fact]
    public void A_winter_evening_rarely_suits_a_can_and_a_summer_one_often_does()
    {
        var can = SprayManner.Usual;
        Assert.True(AssumedAir.Share(1, 20, can) < AssumedAir.Rarely);
        Assert.True(AssumedAir.Share(7, 20, can) > 0.5);
        Assert.True(AssumedAir.Share(5, 14, can) > AssumedAir.Share(5, 4, can));
        Assert.True(AssumedAir.Share(7, 20, can with { MinTempC = 30 }) < AssumedAir.Rarely);
    }

    [Fact]
    public void Where_the_month_rarely_allows_it_the_plan_says_so_and_what_else_would_do()
    {
        var bench = With(Bench(), RehearsedBench.Order());
        var prime = bench.Step(StepKind.Prime);
        var now = Instant.FromUtc(2026, 1, 5, 20, 0);
        RareAir? Of(RehearsedBench at, BenchStep step, Instant when) => AssumedAir.Of(at.Index, step, when, now);
        var (words, instead) = Of(bench, prime, Instant.FromUtc(2026, 1, 15, 20, 0))!;
        Assert.Contains("in January", words);
        Assert.Contains("the brush; the airbrush in an aired room", words);
        Assert.Contains("waiting for", words);
        Assert.Null(Of(bench, prime, Instant.FromUtc(2026, 7, 15, 20, 0)));
        // Each is a question that can be asked, and taken.
        Assert.Equal(
            [WhatIfKind.Way, WhatIfKind.Way, WhatIfKind.NoSprayBefore],
            instead.Select(i => i.Ask.Kind).Where(k => k != WhatIfKind.Evening)
        );
        Assert.All(instead, i => Assert.NotEmpty(WhatIfChange.Of(bench.Index, i.Ask, now, Guid.NewGuid).Made));

        // The forecast speaks for itself, and a booth does not mind.
        bench.State = bench.State with { Forecast = [new ForecastHour(Instant.FromUtc(2026, 1, 15, 20, 0), 15, 55, 1, null, 0, 0)] };
        Assert.Null(Of(bench, prime, Instant.FromUtc(2026, 1, 15, 20, 30)));
        var booth = With(Bench((HouseRuleCatalog.CanPlace, "booth")), RehearsedBench.Order());
        Assert.Null(Of(booth, booth.Step(StepKind.Prime), Instant.FromUtc(2026, 1, 15, 20, 0)));
    }
}
