using System.Text.Json;
using Hexaprep.Craft.Drying;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Formats;
using Hexaprep.Web.Http;
using NodaTime;

namespace Hexaprep.Web.Air;

/// <summary>An instrument and a weather service behind HTTP on this machine: the simulated one, or a real one at the address that is
/// set.</summary>
public sealed class AirOverHttp(AppSettings settings, SimulatedAirService simulated, IClock clock) : IAirInstrument, IDisposable
{
    private static readonly JsonSerializerOptions Json = Wire();

    // One that takes longer is as good as silent.
    private readonly HttpClient _client = new() { Timeout = TimeSpan.FromSeconds(2) };

    /// <inheritdoc />
    public async Task<InstrumentReading?> ReadAsync(AirPlace place, CancellationToken cancel)
    {
        if (await AskAsync($"air/{Ids.Of(place)}", cancel) is not { } text)
            return null;
        try
        {
            return JsonSerializer.Deserialize<InstrumentReading>(text, Json);
        }
        catch (JsonException)
        {
            // It said something, but nothing that is a reading: nonsense, not silence.
            return new InstrumentReading(clock.GetCurrentInstant(), double.NaN, double.NaN);
        }
    }

    /// <summary>The forecast of the service, in the documented JSON.</summary>
    /// <exception cref="RefusedException">It does not answer, or answers with something else.</exception>
    public async Task<IReadOnlyList<ForecastHour>> ForecastAsync(CancellationToken cancel) =>
        ForecastFile.Read(
            await AskAsync("forecast", cancel)
                ?? throw new RefusedException(
                    new Refusal(
                        "forecast",
                        "The weather service does not answer.",
                        "Try again, or read a forecast file.",
                        RefusalKind.Conflict
                    )
                )
        );

    private async Task<string?> AskAsync(string path, CancellationToken cancel)
    {
        try
        {
            using var answer = await _client.GetAsync(new Uri(settings.Instrument ?? await simulated.AddressAsync(cancel), path), cancel);
            return answer.IsSuccessStatusCode ? await answer.Content.ReadAsStringAsync(cancel) : null;
        }
        catch (HttpRequestException)
        {
            return null;
        }
        catch (TaskCanceledException) when (!cancel.IsCancellationRequested)
        {
            return null;
        }
    }

    private static JsonSerializerOptions Wire()
    {
        var options = new JsonSerializerOptions(JsonSerializerDefaults.Web);
        WireJson.Configure(options);
        return options;
    }

    /// <inheritdoc />
    public void Dispose() => _client.Dispose();
}
