using System.Net.Http.Json;
using System.Text.Json;
using System.Text.Json.Nodes;
using Hexaprep.Storage;
using Hexaprep.Web.Http;
using Hexaprep.Web.Planning;
using Microsoft.AspNetCore.Hosting;
using Microsoft.AspNetCore.Mvc.Testing;
using Microsoft.Extensions.DependencyInjection;
using NodaTime;
using NodaTime.Text;

namespace Hexaprep.Testing;

/// <summary>The real app over a database of its own, on a real loopback port, with a clock turned by hand.</summary>
public sealed class TestApp : WebApplicationFactory<Program>
{
    private readonly string _database;
    private readonly int _planBudget;
    private readonly bool _isDemo,
        _pause;
    private readonly Action<IServiceCollection>? _with;

    /// <summary>Starts the app; with <paramref name="pause"/>, its planner waits for quiet as the one that ships does; <paramref
    /// name="with"/> puts parts of its own in place.</summary>
    public TestApp(
        string database,
        bool isDemo = false,
        Instant? now = null,
        bool pause = false,
        Action<IServiceCollection>? with = null,
        int planBudget = 20
    )
    {
        (_database, _isDemo, _pause, _with, _planBudget) = (database, isDemo, pause, with, planBudget);
        Clock = new TurnableClock(now ?? TurnableClock.Evening);
        UseKestrel(0);
        StartServer();
        Client = new HttpClient(new Settling(this)) { BaseAddress = CreateClient().BaseAddress };
        Client.DefaultRequestHeaders.Add("Origin", Client.BaseAddress!.GetLeftPart(UriPartial.Authority));
    }

    /// <summary>The clock, to be turned.</summary>
    public TurnableClock Clock { get; }

    /// <summary>False where a test looks at a bench whose plan is still on its way.</summary>
    public bool SettlesReads { get; set; } = true;

    /// <summary>A client that writes as the app's own pages do; it reads once the plan is there.</summary>
    public HttpClient Client { get; }

    /// <summary>Where it listens.</summary>
    public string Address => Client.BaseAddress!.ToString().TrimEnd('/');

    /// <summary>The API's JSON options.</summary>
    public static JsonSerializerOptions Json { get; } = MakeJson();

    /// <summary>Reads an address as loose JSON.</summary>
    public async Task<JsonNode> GetAsync(string path) => (await Client.GetFromJsonAsync<JsonNode>(path, Json))!;

    /// <summary>Does an act and gives the answer.</summary>
    public Task<HttpResponseMessage> ActAsync(string kind, object more, Guid? id = null, Instant? at = null)
    {
        var act = JsonSerializer.SerializeToNode(more, Json)!.AsObject();
        act["id"] = (id ?? Guid.NewGuid()).ToString();
        act["kind"] = kind;
        act["at"] = (at ?? Clock.Now).ToString();
        return Client.PostAsJsonAsync("/api/acts", act);
    }

    /// <summary>Brings units in, from roster lines of "column=value" cells joined by ';'.</summary>
    public async Task<HttpResponseMessage> BringAsync(params string[] lines) =>
        await Client.PostAsJsonAsync(
            "/api/roster",
            new { id = Guid.NewGuid(), lines = lines.Select(l => new { cells = Cells(l), addAnyway = false }) }
        );

    /// <summary>Does what the bench asks for, all models at once, and turns the clock where it asks for nothing, until a kind of step
    /// is before the person.</summary>
    /// <exception cref="InvalidOperationException">It never comes.</exception>
    public async Task<JsonNode> WorkUpToAsync(string kind)
    {
        for (var i = 0; i < 1500; i++)
        {
            var view = (await GetAsync("/api/bench"))["view"]!;
            if (view["step"] is not { } step)
            {
                // To what is planned next, where that is soon; else an hour on.
                var next = view["then"]!
                    .AsArray()
                    .Select(t => InstantPattern.ExtendedIso.Parse(t!["at"]!.ToString()).Value)
                    .FirstOrDefault();
                Clock.Now = next > Clock.Now && next < Clock.Now + Duration.FromDays(7) ? next : Clock.Now + Duration.FromHours(1);
                continue;
            }
            if (step["kind"]!.ToString() == kind)
                return step;
            using var done = await ActAsync(
                "set_count",
                new
                {
                    stepId = step["stepId"]!.ToString(),
                    count = step["total"]!.GetValue<int>(),
                    dry = step["test"] is not null,
                }
            );
            done.EnsureSuccessStatusCode();
            Clock.Now += Duration.FromMinutes(5);
        }
        throw new InvalidOperationException($"{kind} never came.");
    }

    /// <summary>Waits until the planner has done all that the bench asks for.</summary>
    /// <exception cref="TimeoutException">It never does.</exception>
    public async Task SettleAsync()
    {
        var (planners, workspace, until) = (
            Services.GetRequiredService<Planners>(),
            await WorkspaceAsync(),
            Environment.TickCount64 + 60_000
        );
        while (!await planners.IsSettledAsync(workspace, CancellationToken.None))
        {
            if (Environment.TickCount64 > until)
                throw new TimeoutException("The planner does not settle.");
            await Task.Delay(2);
        }
    }

    /// <summary>The workspace in use.</summary>
    public Task<WorkspaceId> WorkspaceAsync() =>
        Services.GetRequiredService<WorkspaceStore>().CurrentAsync("UTC", Clock.Now, CancellationToken.None);

    /// <summary>Cells of a line such as "unit=Reed Pikes;models=10;material=plastic".</summary>
    public static Dictionary<string, string> Cells(string line) =>
        line.Split(';').Select(c => c.Split('=', 2)).ToDictionary(c => c[0], c => c[1]);

    /// <inheritdoc />
    protected override void ConfigureWebHost(IWebHostBuilder builder)
    {
        ArgumentNullException.ThrowIfNull(builder);
        builder.UseContentRoot(Path.Combine(Project.Root, "src", "Hexaprep.Web"));
        builder.UseSetting("Hexaprep:Database", _database);
        builder.UseSetting("Hexaprep:Demo", _isDemo ? "true" : "false");
        builder.UseSetting("Hexaprep:DemoFile", Path.Combine(Project.Root, "demo", "saltfen-workspace.json"));
        builder.UseSetting("Hexaprep:PlanBudget", _planBudget.ToString(System.Globalization.CultureInfo.InvariantCulture));
        builder.UseSetting("Hexaprep:PlanPauseMs", _pause ? "400" : "0");
        builder.UseSetting("Hexaprep:PlanAgainMs", "50");
        builder.UseSetting("Hexaprep:TimeZone", "UTC");
        builder.UseSetting("Hexaprep:LogLevel", "Fatal");
        builder.ConfigureServices(services =>
        {
            services.AddSingleton<IClock>(Clock);
            _with?.Invoke(services);
        });
    }

    // Reads wait for the plan, as a person would look again once it is there.
    private sealed class Settling(TestApp app) : DelegatingHandler(new HttpClientHandler())
    {
        protected override async Task<HttpResponseMessage> SendAsync(HttpRequestMessage request, CancellationToken cancellationToken)
        {
            if (
                app.SettlesReads
                && request.Method == HttpMethod.Get
                && request.RequestUri!.AbsolutePath.StartsWith("/api/", StringComparison.Ordinal)
            )
                await app.SettleAsync();
            return await base.SendAsync(request, cancellationToken);
        }
    }

    private static JsonSerializerOptions MakeJson()
    {
        var options = new JsonSerializerOptions(JsonSerializerDefaults.Web);
        WireJson.Configure(options);
        return options;
    }
}
