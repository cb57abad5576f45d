using Dapper;
using Hexaprep.Bench.Edits;
using Hexaprep.Craft.Drying;
using Hexaprep.Formats;
using Hexaprep.Storage;
using NodaTime;

namespace Hexaprep.Storage.Tests;

/// <summary>Rows that an older program, or a hand in the database, left beyond what is kept: the bench goes on without them and says
/// so.</summary>
public sealed class SetAsideTests(TestDatabases databases)
{
    private static readonly Instant Evening = TurnableClock.Evening;

    [Theory]
    [InlineData("update air_reading set at = 'infinity'", "air_reading")]
    [InlineData("update air_reading set at = '-infinity'", "air_reading")]
    [InlineData("update air_reading set at = '10000-01-01T00:00:00Z'", "air_reading")]
    [InlineData("update air_reading set at = '4000-01-01 00:00:00+00 BC'", "air_reading")]
    [InlineData("update air_reading set place = 'cellar'", "air_reading")]
    [InlineData("update step set kind = 'dance' where position = 1", "step")]
    [InlineData("update step set setup_minutes = 2147483647 where position = 1", "step")]
    [InlineData("update batch set tier = 'hero'", "batch")]
    [InlineData("update unit set name = E'\u200b\u200b'", "unit")]
    [InlineData("update weekly_sitting set day = 3", null)]
    public async Task What_cannot_be_read_is_set_aside_with_its_identity_and_the_export_can_be_read(string spoil, string? table)
    {
        await using var source = Database.Open(databases.Clone());
        var workspaces = new WorkspaceStore(source);
        var workspace = await workspaces.CurrentAsync("UTC", Evening, default);
        var written = new Written(source);
        await written.SaveAsync(workspace, Guid.NewGuid(), [RehearsedBench.Order()], [], Evening, default);
        await written.WriteAsync(
            workspace,
            Guid.NewGuid(),
            _ => AirEdits.Read(new AirReading(Guid.NewGuid(), Evening, AirPlace.Bench, 20, 50, null, null, null, AirSource.Hand), Evening),
            Evening
        );
        await using (var connection = await source.OpenConnectionAsync(TestContext.Current.CancellationToken))
            await connection.ExecuteAsync(spoil);

        using var memory = new BenchMemory();
        var stored = await new BenchStore(source, memory).CurrentAsync(workspace, default);
        if (table is null)
            Assert.Empty(stored.SetAside);
        else
            Assert.Contains(stored.SetAside, r => r.Table == table && r.Id.Length > 0 && r.Why.Length > 0);
        WorkspaceFile.Read(WorkspaceFile.Write(await workspaces.ExportAsync(workspace, Evening, default)));
    }
}
