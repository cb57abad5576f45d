using System.Globalization;
using System.IO.Compression;
using System.Net;
using System.Text;
using System.Text.Json;
using System.Text.Json.Nodes;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Storage;
using Hexaprep.Web.Planning;
using Microsoft.Extensions.DependencyInjection;
using NodaTime;

namespace Hexaprep.Web.Tests;

/// <summary>Benches that once broke the app, read whole and then walked on. Their own class: they run beside the other walks.</summary>
public sealed class BrokenBenchWalkTests(TestDatabases databases)
{
    public static TheoryData<string> Benches =>
        [
            .. Directory
                .GetFiles(Path.Combine(Project.Root, "tests", "cases", "benches"))
                .Select(f => Path.GetFileName(f)!)
                .Where(f => !f.Contains("problem", StringComparison.Ordinal))
                .Order(),
        ];

    [Theory]
    [MemberData(nameof(Benches))]
    public async Task A_bench_that_once_broke_is_read_and_planned(string file)
    {
        await using var app = new TestApp(databases.Clone(), planBudget: 0) { SettlesReads = false };
        await using var packed = File.OpenRead(Path.Combine(Project.Root, "tests", "cases", "benches", file));
        await using var plain = new GZipStream(packed, CompressionMode.Decompress);
        using var body = new StreamContent(plain);
        body.Headers.ContentType = new("application/json");
        using var brought = await app.Client.PostAsync($"/api/workspace?id={Guid.NewGuid()}", body, TestContext.Current.CancellationToken);
        Assert.True(brought.IsSuccessStatusCode, await brought.Content.ReadAsStringAsync(TestContext.Current.CancellationToken));
        // The moment at which it was kept: its last entry.
        var workspace = await app.GetAsync("/api/workspace");
        app.Clock.Now = workspace["logbook"]!.AsArray().Max(e => Instant.FromDateTimeOffset(e!["at"]!.GetValue<DateTimeOffset>()));
        await Walk.TakeAsync(app, Walk.Setting("HEXAPREP_SEED", 7) + 2000, Walk.Setting("HEXAPREP_WALK", 3), wholly: false);
    }
}
