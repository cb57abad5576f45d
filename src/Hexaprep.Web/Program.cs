using Hexaprep.Craft.Drying;
using Hexaprep.Storage;
using Hexaprep.Web;
using Hexaprep.Web.Air;
using Hexaprep.Web.Features;
using Hexaprep.Web.Http;
using Hexaprep.Web.Live;
using Hexaprep.Web.Planning;
using Microsoft.AspNetCore.RateLimiting;
using Microsoft.AspNetCore.ResponseCompression;
using NodaTime;
using Serilog;
using Serilog.Events;

var builder = WebApplication.CreateBuilder(args);
var settings = AppSettings.From(builder.Configuration);
var drawingTheDocument = AppSettings.IsDocumentBuild;

builder.Services.AddSerilog(log =>
    log.MinimumLevel.Is(settings.LogLevel)
        .MinimumLevel.Override("Microsoft.AspNetCore", LogEventLevel.Warning)
        .MinimumLevel.Override("Npgsql", LogEventLevel.Warning)
        .WriteTo.Console(formatProvider: System.Globalization.CultureInfo.InvariantCulture)
);
builder.Services.AddSingleton(settings);
builder.Services.AddSingleton<IClock>(
    settings.StartsAt is { } start ? new ShiftedClock(NodaTime.SystemClock.Instance, start) : NodaTime.SystemClock.Instance
);
builder.Services.AddSingleton(_ => Database.Open(settings.Database));
builder.Services.AddSingleton(_ => new BenchMemory()).AddSingleton<BenchStore>();
builder.Services.AddSingleton<PlanStore>().AddSingleton<AlertStore>();
builder
    .Services.AddSingleton<PlanMaker>()
    .AddSingleton<IPlanMaker>(s => s.GetRequiredService<PlanMaker>())
    .AddSingleton(_ => new PlanWorkers(PlanWorkers.Usual))
    .AddSingleton<Planners>();
builder.Services.AddSingleton<SimulatedInstrument>();
builder
    .Services.AddSingleton<SimulatedAirService>()
    .AddSingleton<AirOverHttp>()
    .AddSingleton<IAirInstrument>(s => s.GetRequiredService<AirOverHttp>());
builder.Services.AddSingleton<WorkspaceStore>();
builder.Services.AddSingleton<BenchService>();
builder.Services.AddSingleton<DemoWorld>();
builder.Services.AddSingleton<EventHub>();
if (!drawingTheDocument)
    builder.Services.AddHostedService<PostgresListener>().AddHostedService(s => s.GetRequiredService<Planners>());
builder.Services.ConfigureHttpJsonOptions(o => WireJson.Configure(o.SerializerOptions));
builder.Services.Configure<RouteHandlerOptions>(o => o.ThrowOnBadRequest = true);
builder.Services.AddSingleton<IProblemDetailsWriter, PlainProblems>().AddProblemDetails();
builder.Services.AddExceptionHandler<RefusalHandler>();
builder.Services.AddRateLimiter(o =>
{
    o.RejectionStatusCode = StatusCodes.Status429TooManyRequests;
    o.OnRejected = (rejected, _) =>
    {
        rejected.HttpContext.Response.Headers.RetryAfter = "1";
        return ValueTask.CompletedTask;
    };
    o.AddTokenBucketLimiter(ComputeEndpoints.RateLimit, bucket =>
    {
        (bucket.TokenLimit, bucket.TokensPerPeriod, bucket.ReplenishmentPeriod) = (2000, 200, TimeSpan.FromSeconds(1));
    });
});

// Nothing secret is answered beside what a stranger could send, so what is answered may be compressed.
builder.Services.AddResponseCompression(o =>
    o.MimeTypes = [.. ResponseCompressionDefaults.MimeTypes, "image/svg+xml", "application/problem+json", "text/calendar", "text/csv"]
);
builder.Services.AddWatching();
builder.Services.AddOpenApi("v1", OpenApiShape.Configure);
builder.WebHost.ConfigureKestrel(k =>
{
    k.Limits.MaxRequestBodySize = AppSettings.UsualBody;
    k.Limits.MaxRequestLineSize = AppSettings.ServerLimit;
    k.Limits.MaxRequestHeadersTotalSize = AppSettings.ServerLimit;
});

var app = builder.Build();
if (!drawingTheDocument)
{
    Database.Migrate(settings.Database);
    if (settings.IsDemo)
        await app.Services.GetRequiredService<DemoWorld>().LoadIfMissingAsync(CancellationToken.None);
}

app.UseRequestLog();
app.UseExceptionHandler();
app.UseStatusCodePages();
app.UseMiddleware<SecurityHeaders>();
app.UseMiddleware<RequestShape>();
app.UseMiddleware<SameOriginOnly>();
app.UseRateLimiter();
app.UseResponseCompression();
app.UseClientFiles();
app.UseSwaggerUI(o =>
{
    o.RoutePrefix = "docs";
    o.DocumentTitle = "Hexaprep API";
    o.SwaggerEndpoint("/openapi.json", "Hexaprep");
});
app.MapOpenApi("/openapi.json");
app.MapWatching();
var api = app.MapGroup("/api");
BenchEndpoints.Map(api);
GateEndpoints.Map(api);
PhotoEndpoints.Map(api);
PlanEndpoints.Map(api);
SittingEndpoints.Map(api);
UnitEndpoints.Map(api);
GapEndpoints.Map(api);
PrimerEndpoints.Map(api);
RuleEndpoints.Map(api);
IntakeEndpoints.Map(api);
WorkspaceEndpoints.Map(api);
LiveEndpoints.Map(api);
DemoEndpoints.Map(api);
ComputeEndpoints.Map(api);
AirEndpoints.Map(api);
CoatEndpoints.Map(api);

app.Run();

/// <summary>Named for the tests that host it.</summary>
public partial class Program;
