using System.Reflection;
using NodaTime;
using NodaTime.Text;
using Serilog.Events;

namespace Hexaprep.Web;

/// <summary>What the start command sets, read once from configuration (<c>Hexaprep:*</c>).</summary>
/// <param name="Database">Npgsql connection string.</param>
/// <param name="IsDemo">Load the demo world when there is no workspace.</param>
/// <param name="DemoFile">The demo world's workspace file.</param>
/// <param name="StartsAt">Where the demo's clock starts; null for real time.</param>
/// <param name="PlanBudget">Decodes for a plan of a small bench; 0: a plan is kept after each change and never bettered.</param>
/// <param name="TimeZone">The zone a new bench and the demo begin in: the machine's own unless set; the person can change it.</param>
/// <param name="LogLevel">The least level that is written.</param>
public sealed record AppSettings(
    string Database,
    bool IsDemo,
    string DemoFile,
    Instant? StartsAt,
    int PlanBudget,
    string TimeZone,
    LogEventLevel LogLevel
)
{
    /// <summary>Where an instrument answers on this machine; null: the simulated one.</summary>
    public Uri? Instrument { get; init; }

    /// <summary>How long the bench must be left alone before second dates, proof and sizes are worked out: hands that tick on are not
    /// disturbed.</summary>
    public TimeSpan PlanPause { get; init; } = TimeSpan.FromMilliseconds(400);

    /// <summary>How long the planner waits before it tries again what failed.</summary>
    public TimeSpan PlanAgain { get; init; } = TimeSpan.FromSeconds(2);

    /// <summary>The largest request read, bytes, where an address says nothing else.</summary>
    public const int UsualBody = 1024 * 1024;

    /// <summary>The largest roster or coat log, bytes: 10,000 lines of a roster, 100,000 of coats.</summary>
    public const int LargestTable = 16 * 1024 * 1024;

    /// <summary>The largest photo as a camera writes it, bytes.</summary>
    public const int LargestPhoto = 32 * 1024 * 1024;

    /// <summary>The largest workspace file, bytes: 10,000 models with years of log, and the pictures.</summary>
    public const int LargestWorkspace = 256 * 1024 * 1024;

    /// <summary>From here on the server itself gives up on an address or on headers, without words; the app refuses shorter ones.</summary>
    public const int ServerLimit = 256 * 1024;

    /// <summary>True while the build runs the program only to write its OpenAPI document: nothing may be opened or started then.</summary>
    public static bool IsDocumentBuild => Assembly.GetEntryAssembly()?.GetName().Name == "GetDocument.Insider";

    /// <summary>Reads the settings.</summary>
    /// <exception cref="InvalidOperationException">A value is wrong; the message says which and what is wanted.</exception>
    public static AppSettings From(IConfiguration configuration)
    {
        var section = configuration.GetSection("Hexaprep");
        var database = section["Database"]
            ?? (IsDocumentBuild ? "" : throw new InvalidOperationException("Hexaprep:Database is not set. Start with ./hexaprep."));
        var isDemo = section.GetValue("Demo", false);
        Instant? at = null;
        if (section["At"] is { Length: > 0 } text)
        {
            var parsed = InstantPattern.ExtendedIso.Parse(text);
            at = parsed.Success
                ? parsed.Value
                : throw new InvalidOperationException($"Hexaprep:At is '{text}'. Give a moment such as 2026-03-12T20:12:00Z.");
            if (!isDemo)
                throw new InvalidOperationException("Hexaprep:At is for the demo only: outside it, real time.");
        }
        return new AppSettings(
            database,
            isDemo,
            section["DemoFile"] ?? "demo/saltfen-workspace.json",
            at,
            section.GetValue("PlanBudget", 4000),
            section["TimeZone"] ?? MachineZone(),
            section.GetValue("LogLevel", LogEventLevel.Information)
        )
        {
            Instrument = InstrumentAt(section["Instrument"]),
            PlanPause = TimeSpan.FromMilliseconds(section.GetValue("PlanPauseMs", 400)),
            PlanAgain = TimeSpan.FromMilliseconds(section.GetValue("PlanAgainMs", 2000)),
        };
    }

    // The running app asks nothing of any outside host.
    private static Uri? InstrumentAt(string? text) =>
        string.IsNullOrEmpty(text) ? null
        : Uri.TryCreate(text.TrimEnd('/') + "/", UriKind.Absolute, out var at) && at.Scheme == Uri.UriSchemeHttp && at.IsLoopback ? at
        : throw new InvalidOperationException(
            $"Hexaprep:Instrument is '{text}'. Give an http address on this machine, such as http://127.0.0.1:8100."
        );

    private static string MachineZone() => (DateTimeZoneProviders.Tzdb.GetZoneOrNull(TimeZoneInfo.Local.Id) ?? DateTimeZone.Utc).Id;
}

/// <summary>A clock that starts at a given moment and runs on from there.</summary>
public sealed class ShiftedClock(IClock clock, Instant start) : IClock
{
    private readonly Duration _shift = start - clock.GetCurrentInstant();

    /// <inheritdoc />
    public Instant GetCurrentInstant() => clock.GetCurrentInstant() + _shift;
}
