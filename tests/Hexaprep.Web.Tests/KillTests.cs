using System.Diagnostics;
using System.Net;
using System.Net.Http.Json;
using System.Net.Sockets;
using System.Text.Json.Nodes;

namespace Hexaprep.Web.Tests;

/// <summary>The app and the database are killed in the middle of ticking, on a server with the shipping durability settings.</summary>
public sealed class KillTests
{
    [Fact]
    public async Task Whatever_was_acknowledged_is_there_after_a_kill_exactly_once()
    {
        using var cluster = new PostgresCluster(shipping: true);
        var acknowledged = new List<Guid>();
        var sent = new List<(Guid Id, object Act)>();

        using (var app = new RealApp(cluster.To("hexaprep")))
        {
            await app.BringAsync(60);
            var step = await app.StepAsync();
            await TickAsync(app, step, 12, sent, acknowledged, () => Task.CompletedTask);
            await TickAsync(app, step, 12, sent, acknowledged, () => { app.Kill(); return Task.CompletedTask; });
        }
        using (var app = new RealApp(cluster.To("hexaprep")))
        {
            var step = await app.StepAsync();
            Assert.True(await app.DoneAsync() >= acknowledged.Count);
            await TickAsync(app, step, 12, sent, acknowledged, () => { cluster.Kill(); return Task.CompletedTask; });
        }
        cluster.Start();
        using (var app = new RealApp(cluster.To("hexaprep")))
        {
            // Sending everything again, acknowledged or not, brings each to exactly once.
            foreach (var (_, act) in sent) Assert.Equal(HttpStatusCode.OK, await app.ActAsync(act));
            Assert.Equal(sent.Count, await app.DoneAsync());
            var log = (await app.GetAsync("/api/workspace"))["logbook"]!.AsArray().Where(e => e!["kind"]!.ToString() == "done").Select(e => Guid.Parse(e!["id"]!.ToString())).ToList();
            Assert.Equal(sent.Count, log.Count);
            Assert.Empty(acknowledged.Except(log));
        }
        Assert.True(acknowledged.Count >= 24, $"Only {acknowledged.Count} acts were acknowledged.");
    }

    private static async Task TickAsync(RealApp app, string step, int count, List<(Guid, object)> sent, List<Guid> acknowledged, Func<Task> strike)
    {
        for (var i = 0; i < count; i++)
        {
            var id = Guid.NewGuid();
            var act = new { id, kind = "done", at = DateTime.UtcNow, stepId = step };
            sent.Add((id, act));
            var answer = app.ActAsync(act);
            if (i == count / 2) await strike();
            try
            {
                var status = await answer;
                Assert.True(status == HttpStatusCode.OK || i >= count / 2, $"Act {i} was answered {status} before the blow.");
                if (status != HttpStatusCode.OK) return;
                acknowledged.Add(id);
            }
            catch (HttpRequestException)
            {
                return;
            }
        }
    }

    // The built app in a process of its own, as the start command runs it.
    private sealed class RealApp : IDisposable
    {
        private readonly Process _process;
        private readonly HttpClient _client;

        public RealApp(string database)
        {
            var port = FreePort();
            var web = Path.Combine(TestApp.Root, "src/Hexaprep.Web");
            var start = new ProcessStartInfo("dotnet", [typeof(Program).Assembly.Location, $"--contentRoot={web}", $"--urls=http://127.0.0.1:{port}"])
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

        public async Task BringAsync(int models)
        {
            // No sittings and many handles: one batch, and nothing to plan that would cost time.
            var evenings = new { id = Guid.NewGuid(), version = 1, timeZone = "UTC", handles = 100, weekly = Array.Empty<object>(), exceptions = Array.Empty<object>() };
            var roster = new { id = Guid.NewGuid(), lines = new[] { new { cells = TestApp.Cells($"unit=Reed Pikes;models={models};material=plastic"), addAnyway = false } } };
            (await _client.PutAsJsonAsync("/api/sittings", evenings)).EnsureSuccessStatusCode();
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
            if (!_process.HasExited) Kill();
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
                    if (answer.IsSuccessStatusCode) return;
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
}
