using System.Net;
using Hexaprep.Craft.Drying;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Formats;
using Hexaprep.Web.Http;

namespace Hexaprep.Web.Air;

/// <summary>The stand-in as a service of its own on a loopback port, as a sensor with a small web server would be: <c>GET
/// /air/bench</c>, <c>GET /air/outdoors</c>, <c>GET /forecast</c>.
/// It is started by the first question.</summary>
public sealed class SimulatedAirService(SimulatedInstrument simulated) : IAsyncDisposable
{
    /// <summary>Hours its forecast reaches ahead.</summary>
    public const int ForecastHours = 72;

    private readonly SemaphoreSlim _starting = new(1, 1);
    private WebApplication? _app;

    /// <summary>Where it listens.</summary>
    public async Task<Uri> AddressAsync(CancellationToken cancel)
    {
        await _starting.WaitAsync(cancel);
        try
        {
            if (_app is null)
            {
                var app = Build();
                await app.StartAsync(cancel);
                _app = app;
            }
            return new Uri(_app.Urls.First());
        }
        finally
        {
            _starting.Release();
        }
    }

    private WebApplication Build()
    {
        var builder = WebApplication.CreateEmptyBuilder(new WebApplicationOptions());
        builder.WebHost.UseKestrelCore().ConfigureKestrel(k => k.Listen(IPAddress.Loopback, 0));
        builder.Services.AddRoutingCore();
        builder.Services.ConfigureHttpJsonOptions(o => WireJson.Configure(o.SerializerOptions));
        var app = builder.Build();
        app.MapGet("/air/{place}", (string place) =>
            simulated.Read(Ids.Parse<AirPlace>(place)) is { } reading
                ? Results.Json(reading)
                : Results.StatusCode(StatusCodes.Status503ServiceUnavailable)
        );
        app.MapGet("/forecast", () => Results.Text(ForecastFile.Write(simulated.Forecast(ForecastHours)), "application/json"));
        return app;
    }

    /// <inheritdoc />
    public async ValueTask DisposeAsync()
    {
        if (_app is not null)
            await _app.DisposeAsync();
        _starting.Dispose();
    }
}
