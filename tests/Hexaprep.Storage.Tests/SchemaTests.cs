using Dapper;
using Hexaprep.Bench.Records;
using Hexaprep.Craft.Inspections;
using Hexaprep.Storage;
using Npgsql;

namespace Hexaprep.Storage.Tests;

public sealed class SchemaTests(TestDatabases databases)
{
    [Fact]
    public async Task Every_table_carries_its_workspace_and_every_reference_is_a_foreign_key()
    {
        await using var source = Database.Open(databases.Clone());
        await using var connection = await source.OpenConnectionAsync(TestContext.Current.CancellationToken);
        var bare = await connection.QueryAsync<string>(
            """
            select t.table_name from information_schema.tables t
            where t.table_schema = 'public' and t.table_name not in ('workspace', 'schemaversions')
              and not exists (
                select from information_schema.columns c
                where c.table_name = t.table_name and c.column_name = 'workspace_id' and c.is_nullable = 'NO')
            """
        );
        var loose = await connection.QueryAsync<string>(
            """
            select c.table_name || '.' || c.column_name from information_schema.columns c
            where c.table_schema = 'public' and c.table_name <> 'schemaversions'
              and (c.column_name like '%\_id' or c.column_name in ('from_step', 'to_step', 'corrects'))
              and not exists (
                select from information_schema.key_column_usage k
                join information_schema.table_constraints r on r.constraint_name = k.constraint_name
                where r.constraint_type = 'FOREIGN KEY' and k.table_name = c.table_name and k.column_name = c.column_name)
            """
        );

        Assert.Empty(bare);
        Assert.Empty(loose);
    }

    // What is not carried away: the plan can be made anew, an alert is heard once.
    private static readonly HashSet<string> NotCarried = ["workspace", "plan", "alert_answer", "schemaversions"];

    public static TheoryData<string> CarriedTables => [.. All.Select(t => t.Name)];

    private static IEnumerable<(string Name, Type Row)> All =>
        typeof(Tables)
            .GetFields()
            .Select(f => f.GetValue(null)!)
            .Select(t => ((string)t.GetType().GetProperty("Name")!.GetValue(t)!, t.GetType().GetGenericArguments()[0]));

    [Theory]
    [MemberData(nameof(CarriedTables))]
    public async Task A_row_has_the_columns_of_its_table_no_more_and_no_less(string table)
    {
        await using var source = Database.Open(databases.Clone());
        await using var connection = await source.OpenConnectionAsync(TestContext.Current.CancellationToken);
        var columns = await connection.QueryAsync<string>(
            """
            select column_name from information_schema.columns
            where table_schema = 'public' and table_name = @table and column_name <> 'workspace_id' and is_identity = 'NO'
            """,
            new { table }
        );

        Assert.Equal(
            columns.Order(StringComparer.Ordinal),
            TableRows.ColumnsOf(All.Single(t => t.Name == table).Row).Order(StringComparer.Ordinal)
        );
    }

    [Fact]
    public async Task Every_table_is_read_carried_away_and_brought_back()
    {
        await using var source = Database.Open(databases.Clone());
        await using var connection = await source.OpenConnectionAsync(TestContext.Current.CancellationToken);
        var tables = await connection.QueryAsync<string>("select table_name from information_schema.tables where table_schema = 'public'");
        var carried = typeof(Workspace)
            .GetProperties()
            .Where(p => p.PropertyType.IsGenericType)
            .Select(p => p.PropertyType.GetGenericArguments()[0]);

        Assert.Equal(tables.Except(NotCarried).Order(StringComparer.Ordinal), All.Select(t => t.Name).Order(StringComparer.Ordinal));
        Assert.Equal(carried.Select(r => r.Name).Order(), All.Select(t => t.Row.Name).Order());
    }

    [Fact]
    public async Task No_list_of_words_stands_in_the_database()
    {
        await using var source = Database.Open(databases.Clone());
        await using var connection = await source.OpenConnectionAsync(TestContext.Current.CancellationToken);

        Assert.Empty(
            await connection.QueryAsync<string>(
                """
                select conname::text from pg_constraint
                where contype = 'c' and connamespace = 'public'::regnamespace and pg_get_constraintdef(oid) ~ 'ARRAY\['
                """
            )
        );
    }

    [Fact]
    public async Task Migrating_again_changes_nothing()
    {
        var database = databases.Clone();
        Database.Migrate(database);
        await using var connection = new NpgsqlConnection(database);

        var scripts = typeof(Database).Assembly.GetManifestResourceNames().Count(n => n.EndsWith(".sql", StringComparison.Ordinal));
        Assert.Equal(scripts, await connection.QuerySingleAsync<int>("select count(*)::int from schemaversions"));
    }

    [Fact]
    public async Task A_second_open_spell_is_refused_by_the_database()
    {
        await using var source = Database.Open(databases.Clone());
        var workspace = await new WorkspaceStore(source).CurrentAsync("UTC", TurnableClock.Evening, default);
        await new Written(source).SaveAsync(workspace, Guid.NewGuid(), [RehearsedBench.Order()], [], TurnableClock.Evening, default);
        await using var connection = await source.OpenConnectionAsync(TestContext.Current.CancellationToken);
        Task Open() =>
            connection.ExecuteAsync(
                "insert into spell (workspace_id, id, step_id, began_at) select workspace_id, gen_random_uuid(), id, now() from "
                    + "step limit 1"
            );
        await Open();

        Assert.Equal(PostgresErrorCodes.UniqueViolation, (await Assert.ThrowsAsync<PostgresException>(Open)).SqlState);
    }
}
