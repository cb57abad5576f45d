using Hexaprep.Bench.Edits;
using Hexaprep.Craft.Drying;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Formats;
using Hexaprep.Screens.AirScreen;
using Hexaprep.Screens.BenchScreen;
using Hexaprep.Storage;
using Hexaprep.Web.Air;
using Microsoft.AspNetCore.Http.HttpResults;
using NodaTime;

namespace Hexaprep.Web.Features;

/// <summary>Air entered by hand.</summary>
public sealed record AirEntry(
    Guid Id,
    AirPlace Place,
    double AirC,
    double HumidityPct,
    double? WindMs = null,
    double? GustMs = null,
    double? SunWM2 = null,
    Instant? At = null,
    double? CanC = null
);

/// <summary>A forecast that somebody typed for some hours of a day.</summary>
public sealed record TypedForecast(
    Guid Id,
    LocalDate Day,
    LocalTime From,
    LocalTime To,
    double AirC,
    double HumidityPct,
    double WindMs = 0,
    double SunWM2 = 0,
    double RainProbability = 0
);

/// <summary>Asks the instrument, and keeps what it says if that is good.</summary>
public sealed record InstrumentAsk(Guid Id, AirPlace Place);

/// <summary>A forecast file.</summary>
public sealed record ForecastUpload(Guid Id, string Text);

/// <summary>Takes the forecast of the simulated service.</summary>
public sealed record ForecastAsk(Guid Id);

/// <summary>The air over the wire: read by hand or instrument, forecast, fitness for spraying.</summary>
public static class AirEndpoints
{
    /// <summary>Adds the routes.</summary>
    public static void Map(IEndpointRouteBuilder api)
    {
        api.MapGet("/alerts", AlertsAsync).WithSummary("What is safe now or about to be lost, and nobody answered yet.");
        api.MapPost("/alerts/{key}/heard", HearAsync)
            .WithSummary("Says that an alert was heard, or (silenced) that it need not come: every device is silent then.");
        api.MapGet("/air", ReadAsync).WithSummary("The air: what is known, whether it suits spraying now and why not, fit windows ahead.");
        api.MapPost("/air", EnterAsync).WithSummary("Keeps air read by hand.").ProducesProblem(400);
        api.MapPost("/air/instrument", AskAsync)
            .WithSummary("Asks the instrument: a good answer is kept, silence and nonsense are told and never used.");
        api.MapGet("/air/simulated", (SimulatedInstrument simulated) => TypedResults.Ok(simulated.Setting))
            .WithSummary("How the simulated instrument behaves.");
        api.MapPut("/air/simulated", (SimulatedSetting setting, SimulatedInstrument simulated) =>
            {
                simulated.Setting = setting;
                return TypedResults.NoContent();
            })
            .WithSummary("Sets the simulated instrument, or makes it late, noisy or silent.");
        api.MapPost("/forecast", UploadAsync)
            .WithSummary("Takes a forecast from a file: CSV or JSON, hourly (docs/formats.md). The plan follows it.")
            .ProducesProblem(400);
        api.MapPost("/forecast/typed", TypeAsync)
            .WithSummary("Takes a forecast that was typed for some hours of a day: it stands there, the other hours stay.")
            .ProducesProblem(400);
        api.MapPost("/forecast/simulated", SimulateAsync).WithSummary("Takes the simulated service's forecast of three days.");
    }

    private static async Task<Ok<IReadOnlyList<AlertView>>> AlertsAsync(BenchService desk, AlertStore store, CancellationToken cancel)
    {
        var laid = await desk.LayAsync(cancel);
        return TypedResults.Ok(new AlertReader(laid.Bench, laid.Plan, laid.Now).Of(await store.AnsweredAsync(laid.Workspace, cancel)));
    }

    private static async Task<NoContent> HearAsync(
        string key,
        bool? silenced,
        BenchService desk,
        AlertStore store,
        CancellationToken cancel
    )
    {
        if (Texts.WhyNot(key, 120, 3) is not null || !key.All(char.IsAscii))
            throw new RefusedException(new Refusal("key", "It is no key of an alert.", "Take one of GET /api/alerts."));
        await store.HearAsync(await desk.WorkspaceAsync(cancel), key, silenced ?? false, desk.Now, cancel);
        return TypedResults.NoContent();
    }

    private static async Task<Ok<AirView>> ReadAsync(BenchService desk, CancellationToken cancel) =>
        TypedResults.Ok(await ViewAsync(desk, cancel));

    private static async Task<AirView> ViewAsync(BenchService desk, CancellationToken cancel)
    {
        var laid = await desk.LayAsync(cancel);
        return new AirReader(laid.Bench, laid.Now).View(laid.Plan);
    }

    private static async Task<Ok<AirView>> EnterAsync(AirEntry entry, BenchService desk, CancellationToken cancel)
    {
        var reading = new AirReading(
            entry.Id,
            entry.At ?? desk.Now,
            entry.Place,
            entry.AirC,
            entry.HumidityPct,
            entry.WindMs,
            entry.GustMs,
            entry.SunWM2,
            AirSource.Hand
        )
        {
            CanC = entry.CanC,
        };
        await desk.WriteAsync(entry.Id, entry, _ => AirEdits.Read(reading, desk.Now), cancel);
        return TypedResults.Ok(await ViewAsync(desk, cancel));
    }

    private static async Task<Ok<JudgedReading>> AskAsync(
        InstrumentAsk ask,
        BenchService desk,
        IAirInstrument instrument,
        CancellationToken cancel
    )
    {
        var laid = await desk.LayAsync(cancel);
        var before = laid.Bench.State.Readings.FindLast(r => r.Place == ask.Place && r.Source == AirSource.Instrument);
        var judged = JudgedReading.Of(await instrument.ReadAsync(ask.Place, cancel), before, laid.Now);
        if (judged is { State: InstrumentState.Good, Reading: { } r })
            await desk.WriteAsync(
                ask.Id,
                ask,
                _ =>
                    AirEdits.Read(
                        new AirReading(
                            ask.Id,
                            r.MeasuredAt,
                            ask.Place,
                            r.AirC,
                            r.HumidityPct,
                            r.WindMs,
                            r.GustMs,
                            r.SunWM2,
                            AirSource.Instrument
                        ),
                        laid.Now
                    ),
                cancel
            );
        return TypedResults.Ok(judged);
    }

    private static async Task<Ok<AirView>> UploadAsync(ForecastUpload upload, BenchService desk, CancellationToken cancel)
    {
        var hours = ForecastFile.Read(upload.Text ?? "");
        await desk.WriteAsync(upload.Id, upload, _ => AirEdits.Forecast("a forecast file", hours, desk.Now), cancel);
        return TypedResults.Ok(await ViewAsync(desk, cancel));
    }

    private static async Task<Ok<AirView>> TypeAsync(TypedForecast typed, BenchService desk, CancellationToken cancel)
    {
        var heard = new HeardForecast(
            typed.Day,
            typed.From,
            typed.To,
            typed.AirC,
            typed.HumidityPct,
            typed.WindMs,
            typed.SunWM2,
            typed.RainProbability
        );
        await desk.WriteAsync(typed.Id, typed, bench => AirEdits.Typed(bench, heard, desk.Now), cancel);
        return TypedResults.Ok(await ViewAsync(desk, cancel));
    }

    private static async Task<Ok<AirView>> SimulateAsync(ForecastAsk ask, BenchService desk, AirOverHttp service, CancellationToken cancel)
    {
        var hours = await service.ForecastAsync(cancel);
        await desk.WriteAsync(ask.Id, ask, _ => AirEdits.Forecast("the simulated weather service", hours, desk.Now), cancel);
        return TypedResults.Ok(await ViewAsync(desk, cancel));
    }
}
