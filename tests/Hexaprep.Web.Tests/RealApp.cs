using System.Diagnostics;
using System.Net.Http.Json;
using System.Text.Json.Nodes;

namespace Hexaprep.Web.Tests;

/// <summary>The built app in a process of its own, as the start command runs it.</summary>
internal sealed class RealApp : IDisposable
{
    private const string Listening = "Now listening on: ";
    private readonly Process _process;
    private readonly HttpClient _client;

    public RealApp(string database)
    {
        var web = Path.Combine(Project.Root, "src/Hexaprep.Web");
        var start = new ProcessStartInfo("dotnet", [typeof(Program).Assembly.Location, $"--contentRoot={web}", "--urls=http://127.0.0.1:0"])
        {
            RedirectStandardOutput = true,
            RedirectStandardError = true,
        };
        start.Environment["Hexaprep__Database"] = database;
        start.Environment["Hexaprep__LogLevel"] = "Information";
        start.Environment["Hexaprep__PlanBudget"] = "0";
        start.Environment["Hexaprep__TimeZone"] = "UTC";
        // The port is the app's own choice, read from what it says: one chosen for it could be another's by the time it listens.
        var listening = new TaskCompletionSource<string>();
        _process = Process.Start(start)!;
        _process.OutputDataReceived += (_, line) =>
        {
            if (line.Data is null)
                listening.TrySetException(new InvalidOperationException("The app ended before it listened."));
            else if (line.Data.Split(Listening) is [_, var said])
                listening.TrySetResult(said.Trim().Trim('"'));
        };
        _process.BeginOutputReadLine();
        _process.BeginErrorReadLine();
        var address = listening.Task.WaitAsync(TimeSpan.FromSeconds(60)).GetAwaiter().GetResult();
        _client = new HttpClient { BaseAddress = new Uri(address), Timeout = TimeSpan.FromSeconds(30) };
        _client.DefaultRequestHeaders.Add("Origin", address);
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

    public Task<HttpResponseMessage> ActAsync(object act) => _client.PostAsJsonAsync("/api/acts", act);

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
}
