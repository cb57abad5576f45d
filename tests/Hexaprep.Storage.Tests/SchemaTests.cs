using Dapper;
using Hexaprep.Core;
using Hexaprep.Core.Roster;
using Hexaprep.Core.Routes;
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
              and not exists (select from information_schema.columns c where c.table_name = t.table_name and c.column_name = 'workspace_id' and c.is_nullable = 'NO')
            """
        );
        var loose = await connection.QueryAsync<string>(
            """
            select c.table_name || '.' || c.column_name from information_schema.columns c
            where c.table_schema = 'public' and (c.column_name like '%\_id' or c.column_name in ('from_step', 'to_step', 'corrects')) and c.table_name <> 'schemaversions'
              and not exists (
                select from information_schema.key_column_usage k join information_schema.table_constraints r on r.constraint_name = k.constraint_name
                where r.constraint_type = 'FOREIGN KEY' and k.table_name = c.table_name and k.column_name = c.column_name)
            """
        );

        Assert.Empty(bare);
        Assert.Empty(loose);
    }

    [Fact]
    public async Task The_enumerations_the_database_checks_are_those_of_the_core()
    {
        await using var source = Database.Open(databases.Clone());
        await using var connection = await source.OpenConnectionAsync(TestContext.Current.CancellationToken);
        async Task<string> Check(string table, string column) =>
            await connection.QuerySingleAsync<string>(
                """
                select string_agg(pg_get_constraintdef(c.oid), ' ') from pg_constraint c join pg_attribute a on a.attrelid = c.conrelid and a.attnum = any(c.conkey)
                where c.contype = 'c' and c.conrelid = @table::regclass and a.attname = @column
                """,
                new { table, column }
            );
        static void Same<T>(string check)
            where T : struct, Enum =>
            Assert.Equal(
                Ids.All<T>().Order(StringComparer.Ordinal),
                System
                    .Text.RegularExpressions.Regex.Matches(check, "'([a-z_]+)'")
                    .Select(m => m.Groups[1].Value)
                    .Distinct()
                    .Order(StringComparer.Ordinal)
            );

        Same<StepKind>(await Check("step", "kind"));
        Same<Side>(await Check("step", "side"));
        Same<ChangeKind>(await Check("route_change", "kind"));
        Same<StepKind>(await Check("route_change", "step"));
        Same<ProductClass>(await Check("step", "product_class"));
        Same<ProductClass>(await Check("coat", "product_class"));
        Same<Material>(await Check("part", "material"));
        Same<Material>(await Check("batch", "materials"));
        Same<Tier>(await Check("batch", "tier"));
        Same<Readiness>(await Check("edge", "stage"));
        Same<Core.Drying.Film>(await Check("coat", "film"));
        Same<Core.Drying.Finding>(await Check("coat_test", "finding"));
    }

    [Fact]
    public async Task Migrating_again_changes_nothing()
    {
        var database = databases.Clone();
        Database.Migrate(database);
        await using var connection = new NpgsqlConnection(database);

        Assert.Equal(6, await connection.QuerySingleAsync<int>("select count(*)::int from schemaversions"));
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
