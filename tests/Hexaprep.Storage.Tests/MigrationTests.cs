using Dapper;
using DbUp;
using DbUp.Engine.Output;
using Hexaprep.Craft.Drying;
using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Storage;
using Npgsql;

namespace Hexaprep.Storage.Tests;

/// <summary>A bench of an earlier version comes over with what was learned on it.</summary>
public sealed class MigrationTests(TestDatabases databases)
{
    private const string OldBench = """
        insert into workspace (id, name, time_zone, handles, created_at) values (@w, 'Old', 'UTC', 20, '2026-01-01');
        insert into unit (workspace_id, id, name, name_key, mark, weight, position)
        values (@w, @unit, 'Reed Pikes', 'REEDPIKES', 'pikes', 1, 1);
        insert into batch (workspace_id, id, unit_id, name, materials, models, parts, tier, mold_lines, gaps, transfers, final_sheen,
          paint_min, position)
        values (@w, @batch, @unit, '', '{polystyrene}', 1, 5, 'rank_and_file', 'ordinary', 'small', 0, 'matte', 60, 1);
        insert into model (workspace_id, id, batch_id, number) values (@w, @model, @batch, 1);
        insert into piece (workspace_id, id, model_id, number) values (@w, @piece, @model, 1);
        insert into step (workspace_id, id, batch_id, kind, occurrence, occurrences, side, setup_minutes, seconds_per_model, attention,
          one_go, mode, product_class, method, reason, position)
        values (@w, @step, @batch, 'prime', 1, 1, 'prime', 10, 30, 'hands', true, 'primer', 'acrylic_solvent', 'spray_can', 'Why.', 1);
        insert into logbook (workspace_id, id, kind, at, recorded_at, step_id, detail)
        values (@w, @entry, 'done', '2026-03-01T20:00Z', '2026-03-01T20:00Z', @step, '{}');
        insert into coat (workspace_id, id, step_id, product_class, method, number, film, started_at, ended_at, models, entry_id)
        values (@w, @coat, @step, 'acrylic_solvent', 'spray_can', 1, 'normal', '2026-03-01T20:00Z', '2026-03-01T20:05Z',
          array[@model], @entry);
        insert into past_coat (workspace_id, id, unit, product, number, film, models, started_at, ended_at, stage, verdict)
        values (@w, @past, 'Older', 'acrylic_wb.any.paint', 1, 'normal', 3, '2025-03-01T20:00Z', '2025-03-01T20:05Z', 'recoat', '');
        insert into product_label (workspace_id, product, recoat_min) values (@w, 'acrylic_solvent.spray_can.primer', 25);
        """;

    [Fact]
    public async Task Coats_labels_and_coats_from_files_point_to_products_afterwards()
    {
        var database = databases.Empty();
        EnsureDatabase.For.PostgresqlDatabase(database, new NoOpUpgradeLog());
        var old = DeployChanges
            .To.PostgresqlDatabase(database)
            .WithScriptsEmbeddedInAssembly(typeof(Database).Assembly, s => string.CompareOrdinal(Number(s), "0007") < 0)
            .LogToNowhere()
            .Build()
            .PerformUpgrade();
        Assert.True(old.Successful, old.Error?.Message);
        var ids = new[] { "w", "unit", "batch", "model", "piece", "step", "entry", "coat", "past" }.ToDictionary(
            n => n,
            _ => Guid.NewGuid()
        );
        await using (var connection = new NpgsqlConnection(database))
            await connection.ExecuteAsync(OldBench, new DynamicParameters(ids.ToDictionary(i => i.Key, i => (object)i.Value)));

        Database.Migrate(database);
        await using var source = Database.Open(database);
        using var memory = new BenchMemory();
        var stored = await new BenchStore(source, memory).CurrentAsync(new WorkspaceId(ids["w"]), default);

        Assert.Empty(stored.SetAside);
        var coat = Assert.Single(stored.State.Coats);
        var primer = stored.State.Products.Find(Product.Of(StepKind.Prime, ProductClass.AcrylicSolvent, "spray_can"))!;
        Assert.Equal((primer.Id, primer.Kind), (coat.ProductId, Product.Of(coat)));
        Assert.Equal([ids["piece"]], coat.PieceIds);
        Assert.Equal(25, primer.Label!.RecoatMin);
        Assert.Single(primer.Containers);
        Assert.Equal("acrylic_wb.any.paint", Assert.Single(stored.State.PastCoats).Product.Id);
        Assert.Equal(2, stored.State.Products.Count);
    }

    private static string Number(string script) => script.Split('.').First(p => p.StartsWith("00", StringComparison.Ordinal))[..4];
}
