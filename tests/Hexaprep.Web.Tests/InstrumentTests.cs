using Hexaprep.Craft.Drying;
using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Web.Air;
using Microsoft.AspNetCore.Builder;
using Microsoft.AspNetCore.Hosting;
using Microsoft.AspNetCore.Http;
using Microsoft.Extensions.Configuration;
using NodaTime;

namespace Hexaprep.Web.Tests;

/// <summary>A real instrument is only an address on this machine: whatever it answers, nothing but a plausible reading is used.</summary>
public sealed class InstrumentTests
{
    private static readonly TurnableClock Clock = new(TurnableClock.Evening);

    private static AppSettings Settings(string? instrument) =>
        AppSettings.From(
            new ConfigurationBuilder()
                .AddInMemoryCollection(
                    new Dictionary<string, string?> { ["Hexaprep:Database"] = "Host=127.0.0.1", ["Hexaprep:Instrument"] = instrument }
                )
                .Build()
        );

    private static async Task<WebApplication> StandInAsync(RequestDelegate answer)
    {
        var builder = WebApplication.CreateSlimBuilder();
        builder.WebHost.UseUrls("http://127.0.0.1:0");
        var app = builder.Build();
        app.Run(answer);
        await app.StartAsync(TestContext.Current.CancellationToken);
        return app;
    }

    private static async Task<JudgedReading> AskAsync(RequestDelegate answer)
    {
        await using var stand = await StandInAsync(answer);
        await using var simulated = new SimulatedAirService(new SimulatedInstrument(Clock));
        using var air = new AirOverHttp(Settings(stand.Urls.First()), simulated, Clock);
        return JudgedReading.Of(await air.ReadAsync(AirPlace.Bench, TestContext.Current.CancellationToken), null, Clock.Now);
    }

    private static RequestDelegate Says(string text, int status = 200) =>
        async context =>
        {
            context.Response.StatusCode = status;
            await context.Response.WriteAsync(text);
        };

    [Fact]
    public async Task A_real_instrument_takes_the_place_of_the_simulated_one()
    {
        var path = "";
        var judged = await AskAsync(async context =>
        {
            path = context.Request.Path;
            await context.Response.WriteAsync($$"""{"measuredAt":"{{Clock.Now}}","airC":18.4,"humidityPct":47}""");
        });
        Assert.Equal(("/air/bench", InstrumentState.Good, 18.4), (path, judged.State, judged.Reading!.AirC));
    }

    [Theory]
    [InlineData("", 503, InstrumentState.Silent)]
    [InlineData("{}", 404, InstrumentState.Silent)]
    [InlineData("warm and dry", 200, InstrumentState.Nonsense)]
    [InlineData("""{"measuredAt":"2026-03-12T20:12:00Z","airC":"hot","humidityPct":40}""", 200, InstrumentState.Nonsense)]
    [InlineData("""{"measuredAt":"2026-03-12T20:12:00Z","airC":400,"humidityPct":40}""", 200, InstrumentState.Nonsense)]
    [InlineData("""{"measuredAt":"2026-03-12T18:00:00Z","airC":20,"humidityPct":40}""", 200, InstrumentState.Late)]
    [InlineData("""{"measuredAt":"2026-03-12T23:00:00Z","airC":20,"humidityPct":40}""", 200, InstrumentState.Nonsense)]
    public async Task What_it_says_is_judged(string answer, int status, InstrumentState state) =>
        Assert.Equal(state, (await AskAsync(Says(answer, status))).State);

    [Fact]
    public async Task Nobody_at_its_address_is_silence_and_no_forecast_is_a_clear_refusal()
    {
        string gone;
        await using (var stand = await StandInAsync(Says("")))
            gone = stand.Urls.First();
        await using var simulated = new SimulatedAirService(new SimulatedInstrument(Clock));
        using var air = new AirOverHttp(Settings(gone), simulated, Clock);
        Assert.Null(await air.ReadAsync(AirPlace.Outdoors, TestContext.Current.CancellationToken));
        var refused = await Assert.ThrowsAsync<RefusedException>(() => air.ForecastAsync(TestContext.Current.CancellationToken));
        Assert.Equal("forecast", refused.Refusal.Field);
    }

    [Theory]
    [InlineData("http://192.0.2.7:8100")]
    [InlineData("https://127.0.0.1:8100")]
    [InlineData("somewhere")]
    public void Only_an_address_on_this_machine_is_asked(string address) =>
        Assert.Contains("on this machine", Assert.Throws<InvalidOperationException>(() => Settings(address)).Message);

    [Fact]
    public void Without_an_address_the_simulated_one_answers() => Assert.Null(Settings(null).Instrument);

    [Fact]
    public void The_simulated_day_is_the_same_for_the_same_hour_and_warmest_after_noon()
    {
        var clock = new TurnableClock(Instant.FromUtc(2026, 3, 12, 14, 0));
        var simulated = new SimulatedInstrument(clock);
        var noon = simulated.Read(AirPlace.Outdoors)!;
        Assert.Equal(noon, simulated.Read(AirPlace.Outdoors));
        clock.Now -= Duration.FromHours(11);
        Assert.True(simulated.Read(AirPlace.Outdoors)!.AirC < noon.AirC);
        foreach (var hour in simulated.Forecast(240))
        {
            Assert.InRange(hour.AirC, -10, 35);
            Assert.InRange(hour.HumidityPct, 1, 100);
            Assert.True(hour.GustMs >= hour.WindMs);
        }
    }
}
