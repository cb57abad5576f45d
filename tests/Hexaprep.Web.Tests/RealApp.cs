using System.Diagnostics;
using System.Net;
using System.Net.Http.Json;
using System.Net.Sockets;
using System.Text.Json.Nodes;

namespace Hexaprep.Web.Tests;

/// <summary>The built app in a process of its own, as the start command runs it.</summary>
internal sealed class RealApp : IDisposable
{
    private readonly Process _process;
    private readonly HttpClient _client;

    public RealApp(string database)
    {
        var port = FreePort();
        var web = Path.Combine(Project.Root, "src/Hexaprep.Web");
        var start = new ProcessStartInfo(
            "dotnet",
            [typeof(Program).Assembly.Location, $"--contentRoot={web}", $"--urls=http://127.0.0.1:{port}"]
        )
        {
            RedirectStandardOutput = true,
            RedirectStandardError = true,
        };
        start.Environment["Hexaprep__Database"] = database;
        start.Environment["Hexaprep__LogLevel"] = "Fatal";
        start.Environment["Hexaprep__PlanBudget"] = "6";
        start.Environment["Hexaprep__TimeZone"] = "UTC";
        _process = Process.Start(start)!;
        _process.OutputDataReceived += (_, _) => { };
        _process.BeginOutputReadLine();
        _process.BeginErrorReadLine();
        _client = new HttpClient { BaseAddress = new Uri($"http://127.0.0.1:{port}"), Timeout = TimeSpan.FromSeconds(30) };
        _client.DefaultRequestHeaders.Add("Origin", $"http://127.0.0.1:{port}");
        WaitUntilItAnswers();
    }

    public async Task<JsonNode> GetAsync(string path) => JsonNode.Parse(await _client.GetStringAsync(path))!;

    public async Task BringAsync(int models, bool evenings = false)
    {
        // Many handles: one batch. Without sittings there is nothing to plan that would cost time.
        var weekly = evenings ? (await GetAsync("/api/sittings"))["weekly"]! : new JsonArray();
        var week = new
        {
            id = Guid.NewGuid(),
            version = 1,
            timeZone = "UTC",
            handles = 500,
            weekly,
            exceptions = Array.Empty<object>(),
        };
        var roster = new
        {
            id = Guid.NewGuid(),
            lines = new[] { new { cells = TestApp.Cells($"unit=Reed Pikes;models={models};material=plastic"), addAnyway = false } },
        };
        (await _client.PutAsJsonAsync("/api/sittings", week)).EnsureSuccessStatusCode();
        (await _client.PostAsJsonAsync("/api/roster", roster)).EnsureSuccessStatusCode();
    }

    public async Task<string> StepAsync()
    {
        var unit = (await GetAsync("/api/units"))[0]!["id"]!.ToString();
        return (await GetAsync($"/api/units/{unit}"))["batches"]![0]!["steps"]![0]!["id"]!.ToString();
    }

    public async Task<int> DoneAsync()
    {
        var unit = (await GetAsync("/api/units"))[0]!["id"]!.ToString();
        return (await GetAsync($"/api/units/{unit}"))["batches"]![0]!["steps"]![0]!["done"]!.GetValue<int>();
    }

    public async Task<HttpStatusCode> ActAsync(object act) => (await _client.PostAsJsonAsync("/api/acts", act)).StatusCode;

    public void Kill()
    {
        _process.Kill();
        _process.WaitForExit();
    }

    public void Dispose()
    {
        if (!_process.HasExited)
            Kill();
        _process.Dispose();
        _client.Dispose();
    }

    private void WaitUntilItAnswers()
    {
        for (var tries = 0; ; tries++)
        {
            try
            {
                using var answer = _client.Send(new HttpRequestMessage(HttpMethod.Get, "/api/bench"));
                if (answer.IsSuccessStatusCode)
                    return;
            }
            catch (HttpRequestException) when (!_process.HasExited && tries < 300)
            {
                // Not listening yet.
            }
            Thread.Sleep(100);
        }
    }

    private static int FreePort()
    {
        using var listener = new TcpListener(IPAddress.Loopback, 0);
        listener.Start();
        return ((IPEndPoint)listener.LocalEndpoint).Port;
    }
}
