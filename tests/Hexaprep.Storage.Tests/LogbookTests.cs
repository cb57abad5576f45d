using Dapper;
using Hexaprep.Storage;
using Npgsql;

namespace Hexaprep.Storage.Tests;

public sealed class LogbookTests(TestDatabases databases)
{
    [Theory]
    [InlineData("update logbook set kind = 'done'")]
    [InlineData("delete from logbook")]
    [InlineData("truncate logbook cascade")]
    public async Task The_database_itself_refuses_to_change_the_past(string sql)
    {
        await using var source = Database.Open(databases.Clone());
        var workspace = await new WorkspaceStore(source).CurrentAsync("UTC", TurnableClock.Evening, default);
        await new Written(source).SaveAsync(workspace, Guid.NewGuid(), [RehearsedBench.Order()], [], TurnableClock.Evening, default);
        await using var connection = await source.OpenConnectionAsync(TestContext.Current.CancellationToken);

        var refused = await Assert.ThrowsAsync<PostgresException>(() => connection.ExecuteAsync(sql));

        Assert.Contains("append-only", refused.MessageText, StringComparison.Ordinal);
    }
}
