using System.Globalization;
using Hexaprep.Storage;
using Npgsql;

namespace Hexaprep.Web.Live;

/// <summary>Holds one connection that listens to the database, so that several app processes may serve one bench.</summary>
public sealed class PostgresListener(NpgsqlDataSource source, PlanStore plans, EventHub listeners, ILogger<PostgresListener> log)
    : BackgroundService
{
    // A plan saved here was told when it was posted.
    private readonly string _own = plans.Origin.ToString();

    /// <inheritdoc />
    protected override async Task ExecuteAsync(CancellationToken stoppingToken)
    {
        while (!stoppingToken.IsCancellationRequested)
        {
            try
            {
                await ListenAsync(stoppingToken);
            }
            catch (Exception lost) when (lost is NpgsqlException or IOException && !stoppingToken.IsCancellationRequested)
            {
                log.LogWarning("Live updates lost the database: {Reason}", lost.Message);
                await Task.Delay(TimeSpan.FromSeconds(1), stoppingToken);
            }
            catch (OperationCanceledException) when (stoppingToken.IsCancellationRequested)
            {
                return;
            }
        }
    }

    private async Task ListenAsync(CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        connection.Notification += (_, e) =>
        {
            if (!e.Payload.EndsWith(_own, StringComparison.Ordinal))
                listeners.Tell(Read(e.Payload));
        };
        await using (var command = new NpgsqlCommand("listen hexaprep", connection))
            await command.ExecuteNonQueryAsync(cancel);
        // Calls sent while nobody listened are lost: every page looks again.
        listeners.Tell(default);
        while (true)
            await connection.WaitAsync(cancel);
    }

    private static BenchChanged Read(string payload)
    {
        var parts = payload.Split(':');
        return
            parts.Length is 2 or 3
            && Guid.TryParse(parts[0], out var workspace)
            && long.TryParse(parts[1], NumberStyles.None, CultureInfo.InvariantCulture, out var revision)
            ? new BenchChanged(workspace, revision, parts.Length == 3)
            : default;
    }
}
