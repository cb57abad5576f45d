using Hexaprep.Storage;
using Microsoft.AspNetCore.Diagnostics.HealthChecks;
using Microsoft.Extensions.Diagnostics.HealthChecks;
using OpenTelemetry.Metrics;
using OpenTelemetry.Resources;
using Serilog;

namespace Hexaprep.Web.Http;

/// <summary>How the app is watched: whether it lives, whether it can answer, what it measures, which request a line of the log is of.
/// All of it is asked of the app on this machine; it sends nothing anywhere.</summary>
public static class Observability
{
    /// <summary>Adds health checks and the framework's own metrics.</summary>
    public static void AddWatching(this IServiceCollection services)
    {
        services.AddHealthChecks().AddCheck<DatabaseAnswers>("database", tags: ["ready"]);
        services
            .AddOpenTelemetry()
            .ConfigureResource(r => r.AddService("hexaprep"))
            .WithMetrics(m =>
                m.AddMeter("Microsoft.AspNetCore.Hosting", "Microsoft.AspNetCore.Server.Kestrel", "System.Runtime", "Npgsql")
                    .AddPrometheusExporter()
            );
    }

    /// <summary>A line for each request, with its id, its status and how long it took; the id goes out with the answer.</summary>
    public static void UseRequestLog(this WebApplication app)
    {
        app.UseSerilogRequestLogging(o =>
            o.MessageTemplate = "{RequestMethod} {RequestPath} {StatusCode} in {Elapsed:0.0} ms ({RequestId})"
        );
        app.Use(
            (context, next) =>
            {
                context.Response.Headers["X-Request-Id"] = context.TraceIdentifier;
                return next(context);
            }
        );
    }

    /// <summary>/health/live: the process answers. /health/ready: the database does too. /metrics: Prometheus text.</summary>
    public static void MapWatching(this WebApplication app)
    {
        app.MapHealthChecks("/health/live", new HealthCheckOptions { Predicate = _ => false });
        app.MapHealthChecks("/health/ready", new HealthCheckOptions { Predicate = c => c.Tags.Contains("ready") });
        app.MapPrometheusScrapingEndpoint("/metrics");
    }

    private sealed class DatabaseAnswers(WorkspaceStore workspaces) : IHealthCheck
    {
        public async Task<HealthCheckResult> CheckHealthAsync(HealthCheckContext context, CancellationToken cancellationToken = default)
        {
            try
            {
                await workspaces.AnswersAsync(cancellationToken);
                return HealthCheckResult.Healthy();
            }
            catch (Npgsql.NpgsqlException silent)
            {
                return HealthCheckResult.Unhealthy("The database does not answer.", silent);
            }
        }
    }
}
