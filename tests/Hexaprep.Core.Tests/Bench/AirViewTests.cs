using Hexaprep.Bench.Acts;
using Hexaprep.Bench.Edits;
using Hexaprep.Bench.Judgement;
using Hexaprep.Bench.State;
using Hexaprep.Craft.Drying;
using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Screens.AirScreen;
using Hexaprep.Testing;
using NodaTime;

namespace Hexaprep.Core.Tests.Bench;

/// <summary>The air as a view: whether to spray now, why, what would make it fit, the week ahead, how the coats took it.</summary>
public sealed class AirViewTests
{
    private static readonly Instant Noon = Instant.FromUtc(2026, 3, 12, 12, 0);

    private static RehearsedBench Bench() => new(RehearsedBench.Order("Reed Pikes", 4));

    private static AirReading Outdoors(double airC, double humidityPct, double windMs, double? canC = null) =>
        new(Guid.NewGuid(), Noon, AirPlace.Outdoors, airC, humidityPct, windMs, null, 0, AirSource.Hand) { CanC = canC };

    private static ForecastHour Hour(int fromNoon, double airC = 19, double windMs = 1, double rain = 0) =>
        new(Noon + Duration.FromHours(fromNoon), airC, 50, windMs, null, rain, 0);

    private static void Take(RehearsedBench bench, Decision decision) => bench.Make(decision.Changes);

    private static AirView View(RehearsedBench bench) => new AirReader(bench.Index, Noon).View(bench.Plan(Noon));

    [Fact]
    public void Wind_shuts_it_says_so_and_names_what_else_would_do_with_its_price()
    {
        var bench = Bench();
        Take(bench, AirEdits.Read(Outdoors(18, 50, 9), Noon));

        var view = View(bench);

        Assert.Equal(("Spray now? Not outdoors.", "wind_m_s", true), (view.Headline, view.Binding, view.IsOutdoors));
        Assert.Contains(view.Remedies, r => r.StartsWith("Brush, water-based acrylic for Reed Pikes:", StringComparison.Ordinal));
    }

    [Fact]
    public void Fit_air_needs_no_remedy_and_what_nobody_read_is_not_guessed()
    {
        var bench = Bench();
        Assert.Equal(("Spray now? Nobody has read the air outdoors.", (string?)null), (View(bench).Headline, View(bench).Binding));

        Take(bench, AirEdits.Read(Outdoors(20, 50, 0), Noon));

        Assert.Equal("Spray now? Yes, outdoors.", View(bench).Headline);
        Assert.Empty(View(bench).Remedies);
    }

    [Fact]
    public void A_can_left_in_the_cold_shuts_it_though_the_air_is_fit()
    {
        var bench = Bench();
        Take(bench, AirEdits.Read(Outdoors(20, 50, 0, canC: 2), Noon));

        Assert.Equal("can_c", View(bench).Binding);
        Assert.Equal("canC", Assert.Throws<RefusedException>(() => AirEdits.Read(Outdoors(20, 50, 0, canC: 90), Noon)).Refusal.Field);
    }

    [Fact]
    public void A_day_says_till_when_it_is_fit_and_what_shuts_it_and_beyond_the_forecast_what_is_usual()
    {
        var bench = Bench();
        Take(bench, AirEdits.Forecast("a file", [.. Enumerable.Range(0, 8).Select(i => Hour(i, windMs: i < 4 ? 1 : 12))], Noon));

        var view = View(bench);

        Assert.Equal(7, view.Days.Count);
        Assert.Equal("fit till 15:00, then wind", view.Days[0].Words);
        Assert.Equal(new DayHours(12, 15), Assert.Single(view.Days[0].Fit));
        Assert.True(view.Days[1].IsAssumed);
        Assert.EndsWith("March", view.Days[1].Words, StringComparison.Ordinal);
        Assert.StartsWith("Fit air and your sittings do not meet", view.Meets, StringComparison.Ordinal);
    }

    [Fact]
    public void Hours_typed_stand_where_they_were_typed_and_the_others_stay()
    {
        var bench = Bench();
        Take(bench, AirEdits.Forecast("a file", [.. Enumerable.Range(0, 8).Select(i => Hour(i, windMs: 12))], Noon));
        HeardForecast Heard(int fromHour, int fromMinute, int toHour, int toMinute) =>
            new(new LocalDate(2026, 3, 12), new LocalTime(fromHour, fromMinute), new LocalTime(toHour, toMinute), 19, 50, 1, 0, 0);
        // Whole hours alone: from 18:30 on means from 19.
        Take(bench, AirEdits.Typed(bench.Index, Heard(18, 30, 22, 15), Noon));
        Take(bench, AirEdits.Typed(bench.Index, Heard(19, 0, 20, 0), Noon));

        var hours = bench.State.Forecast;
        Assert.Equal(10, hours.Count);
        Assert.Equal([1.0, 1.0, 1.0], hours.Skip(7).Select(h => h.WindMs));
        Assert.Equal("a file and typed by hand", bench.State.ForecastFrom);
        // The evening's sitting begins at 19:30 and meets them.
        Assert.Contains("19:30 to", View(bench).Meets, StringComparison.Ordinal);
        Assert.Equal("to", Assert.Throws<RefusedException>(() => AirEdits.Typed(bench.Index, Heard(10, 30, 11, 0), Noon)).Refusal.Field);
        Assert.Equal("to", Assert.Throws<RefusedException>(() => AirEdits.Typed(bench.Index, Heard(13, 0, 10, 0), Noon)).Refusal.Field);
    }

    [Fact]
    public void Where_the_booth_is_the_weather_does_not_decide()
    {
        var bench = new RehearsedBench(RehearsedBench.Order("Reed Pikes", 4));
        bench.State = bench.State with
        {
            House = bench.State.House with { Bench = HouseRuleChoices.Default.With(HouseRuleCatalog.CanPlace, "booth") },
        };

        var view = View(bench);

        Assert.False(view.IsOutdoors);
        Assert.StartsWith("The weather does not decide", view.Meets, StringComparison.Ordinal);
        Assert.Equal("Spray now? Nobody has read the air in the booth.", view.Headline);
    }

    [Fact]
    public void Coats_are_counted_by_the_damp_they_were_laid_in_once_their_look_was_taken()
    {
        var bench = new RehearsedBench(RehearsedBench.Order("Reed Pikes", 4).Of(t => t with { PaintMinutes = 0 }));
        Take(bench, AirEdits.Read(Outdoors(20, 78, 0), TurnableClock.Evening));
        Assert.Empty(AirOutcomes.Of(bench.Index).ByDamp);
        var at = bench.RunUpTo(StepKind.PrimerGate, TurnableClock.Evening);
        var (coat, gate) = (bench.State.Coats.Last(c => c.Step == StepKind.Prime), bench.Step(StepKind.PrimerGate));
        bench.Do(ActKind.Coat, at, a => a with { CoatId = coat.Id, AirC = 20, HumidityPct = 78 });
        bench.Tick(gate, at + Duration.FromDays(1), 4);

        var damp = AirOutcomes.Of(bench.Index).ByDamp;

        Assert.Equal(["under 40 %", "40 to 65 %", "over 65 %"], damp.Select(d => d.Air));
        Assert.Equal((1, 0), (damp[2].Coats, damp[2].Failed));
    }
}
