using System.Globalization;
using Dapper;
using Hexaprep.Core;
using Hexaprep.Core.Bench;
using Hexaprep.Core.Roster;
using Hexaprep.Core.Routes;
using Hexaprep.Formats;
using NodaTime;
using Npgsql;

namespace Hexaprep.Storage;

/// <summary>Units come to the bench, and their facts are put right.</summary>
public sealed class RosterStore(NpgsqlDataSource source)
{
    /// <summary>The names on the bench, as <see cref="Muster.Key"/> writes them.</summary>
    public async Task<IReadOnlySet<string>> NamesAsync(WorkspaceId workspace, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        return (await connection.QueryAsync<string>("select name_key from unit where workspace_id = @w", new { w = workspace.Value })).ToHashSet(StringComparer.Ordinal);
    }

    /// <summary>Saves all orders or none, with their routes. A repeated id changes nothing.</summary>
    /// <param name="workspace">Whose bench.</param>
    /// <param name="id">Made by the client.</param>
    /// <param name="orders">Read before; units already on the bench are left alone.</param>
    /// <param name="anyway">Names (as <see cref="Muster.Key"/> writes them) to add although they are there.</param>
    /// <param name="now">When.</param>
    /// <param name="cancel">Stops it; nothing is saved then.</param>
    /// <returns>The ids of the units, or empty when this save was already known.</returns>
    public async Task<IReadOnlyList<Guid>> SaveAsync(WorkspaceId workspace, Guid id, IReadOnlyList<UnitOrder> orders, IReadOnlyCollection<string> anyway, Instant now, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        await using var transaction = await connection.BeginTransactionAsync(cancel);
        await Turn.TakeAsync(connection, workspace);
        if (await Logbook.HasAsync(connection, workspace, id)) return [];
        var w = workspace.Value;
        var handles = await connection.QuerySingleAsync<int>("select handles from workspace where id = @w", new { w });
        var position = await connection.QuerySingleAsync<int>("select coalesce(max(position), 0) from unit where workspace_id = @w", new { w });
        var there = (await connection.QueryAsync<string>("select name_key from unit where workspace_id = @w", new { w })).ToHashSet(StringComparer.Ordinal);
        there.ExceptWith(anyway);
        var units = Muster.Call([.. orders.Where(o => !there.Contains(Muster.Key(o.Unit)))], handles, Guid.NewGuid);
        await Logbook.WriteAsync(connection, workspace, id, "roster", now, now, null, null, ActJson.Write(new { units = units.Select(u => u.Unit.Name) }));
        var house = Rows.House(await connection.QueryAsync<ChoiceRow>("select unit_id, batch_id, school, option from house_choice where workspace_id = @w", new { w }));
        await WriteAsync(connection, workspace, units, position, house);
        await Turn.EndAsync(connection, workspace);
        await transaction.CommitAsync(cancel);
        return [.. units.Select(u => u.Unit.Id)];
    }

    /// <summary>Changes a unit's deadline and weight.</summary>
    /// <exception cref="RefusedException">The unit is not there, or someone changed it since <paramref name="version"/>.</exception>
    public Task EditUnitAsync(WorkspaceId workspace, Guid id, Guid unitId, int version, LocalDate? deadline, int weight, Instant now, CancellationToken cancel) =>
        Turn.OnceAsync(source, workspace, id, async connection =>
        {
            if (weight is < 1 or > 100) throw new RefusedException(new Refusal("weight", $"{weight} is not between 1 and 100.", "Give 1 for usual, 5 for this first."));
            var w = workspace.Value;
            var known = await connection.QuerySingleOrDefaultAsync<int?>("select version from unit where workspace_id = @w and id = @unitId", new { w, unitId });
            Versions.Check(known, version, "unit");
            await Logbook.WriteAsync(connection, workspace, id, "unit", now, now, null, null, ActJson.Write(new { unitId, deadline, weight }));
            await connection.ExecuteAsync("update unit set deadline = @deadline, weight = @weight, version = version + 1 where workspace_id = @w and id = @unitId",
                new { w, unitId, deadline, weight });
        }, cancel);

    /// <summary>Changes what a batch's route is derived from, and derives it again: known steps keep their ids and history.</summary>
    /// <exception cref="RefusedException">The batch is not there, or someone changed it since <paramref name="version"/>.</exception>
    public Task EditBatchAsync(WorkspaceId workspace, Guid id, Guid batchId, int version, Func<BatchTraits, BatchTraits> edit, Instant now, CancellationToken cancel) =>
        Turn.OnceAsync(source, workspace, id, async connection =>
        {
            var state = (await BenchStore.ReadAsync(connection, workspace)).State;
            var batch = state.Batches.FirstOrDefault(b => b.Id == batchId);
            Versions.Check(batch?.Version, version, "batch");
            var changed = batch! with { Traits = edit(batch.Traits) };
            await Logbook.WriteAsync(connection, workspace, id, "batch", now, now, null, null, ActJson.Write(new { batchId, from = batch.Traits, to = changed.Traits }));
            var w = workspace.Value;
            var t = changed.Traits;
            await connection.ExecuteAsync("""
                update batch set tier = @tier, mold_lines = @lines, gaps = @gaps, transfers = @Transfers, final_sheen = @sheen, paint_min = @PaintMinutes, lead_free = @LeadFree, version = version + 1
                where workspace_id = @w and id = @batchId
                """, new { w, batchId, tier = Ids.Of(t.Tier), lines = Ids.Of(t.MoldLines), gaps = Ids.Of(t.Gaps), t.Transfers, sheen = Ids.Of(t.FinalSheen), t.PaintMinutes, t.LeadFree });
            await Routes.DeriveAgainAsync(connection, workspace, state with { Batches = state.Batches.ConvertAll(b => b.Id == batchId ? changed : b) }, [batchId]);
        }, cancel);

    /// <summary>Names what parts of unknown material turned out to be, and derives the batch's route again.</summary>
    /// <exception cref="RefusedException">The batch is not there, has no such part, or someone changed it since <paramref name="version"/>.</exception>
    public Task IdentifyAsync(WorkspaceId workspace, Guid id, Guid batchId, int version, Material material, Instant now, CancellationToken cancel) =>
        Turn.OnceAsync(source, workspace, id, async connection =>
        {
            var state = (await BenchStore.ReadAsync(connection, workspace)).State;
            var batch = state.Batches.FirstOrDefault(b => b.Id == batchId);
            Versions.Check(batch?.Version, version, "batch");
            if (!batch!.Traits.Materials.Contains(Material.Unknown))
                throw new RefusedException(new Refusal("material", "No part of this batch is of unknown material.", "Nothing has to be named.", RefusalKind.Conflict));
            var changed = batch with { Traits = batch.Traits with { Materials = [.. batch.Traits.Materials.Select(m => m == Material.Unknown ? material : m).Distinct().Order()] } };
            var (w, name) = (workspace.Value, Ids.Of(material));
            await connection.ExecuteAsync("""
                update part set material = @name where workspace_id = @w and material = 'unknown' and piece_id in
                  (select p.id from piece p join model m on m.workspace_id = p.workspace_id and m.id = p.model_id where p.workspace_id = @w and m.batch_id = @batchId);
                update batch set materials = @materials, version = version + 1 where workspace_id = @w and id = @batchId
                """, new { w, name, batchId, materials = changed.Traits.Materials.Select(Ids.Of).ToArray() });
            await Logbook.WriteAsync(connection, workspace, id, "batch", now, now, null, null, ActJson.Write(new { batchId, identified = name }));
            await Routes.DeriveAgainAsync(connection, workspace, state with { Batches = state.Batches.ConvertAll(b => b.Id == batchId ? changed : b) }, [batchId]);
        }, cancel);

    private static async Task WriteAsync(NpgsqlConnection connection, WorkspaceId workspace, IReadOnlyList<MusteredUnit> units, int position, HouseBook house)
    {
        var rows = units.Select(u => new DocumentUnit(u.Unit.Id, u.Unit.Name, u.Unit.Mark, u.Unit.Weight, u.Unit.Deadline, u.Unit.Notes, ++position, 1)).ToList();
        foreach (var row in rows) await InsertUnitAsync(connection, workspace, row);
        var batches = units.SelectMany(u => u.Batches).ToList();
        var models = units.SelectMany(u => u.Models).ToList();
        await Bulk.InsertAsync(connection, workspace, "batch", Tables.Batch, [.. batches.Select((b, i) => Row(b, position * 1000 + i))]);
        await Bulk.InsertAsync(connection, workspace, "model", Tables.Model, [.. models.Select(m => new DocumentModel(m.Id, m.BatchId, m.Number))]);
        await Bulk.InsertAsync(connection, workspace, "piece", Tables.Piece, [.. models.SelectMany(m => m.Pieces.Select(p => new DocumentPiece(p.Id, m.Id, p.Number)))]);
        await Bulk.InsertAsync(connection, workspace, "part", Tables.Part,
            [.. models.SelectMany(m => m.Pieces).SelectMany(p => p.Parts.Select(t => new DocumentPart(t.Id, p.Id, t.Number, t.Name, Ids.Of(t.Material))))]);
        var routes = batches.Select(b => RouteIssue.Of(b, RouteBuilder.Derive(new Job(b.Traits, house.For(b)), RuleBook.Trade), [], _ => false, Guid.NewGuid)).ToList();
        await Bulk.InsertAsync(connection, workspace, "step", Tables.Step, [.. routes.SelectMany(r => r.Steps).Select(StepRow.Of)]);
        await Bulk.InsertAsync(connection, workspace, "edge", Tables.Edge, [.. routes.SelectMany(r => r.Edges).Select(Routes.Row)]);
    }

    internal static Task InsertUnitAsync(NpgsqlConnection connection, WorkspaceId workspace, DocumentUnit u) =>
        connection.ExecuteAsync("""
            insert into unit (workspace_id, id, name, name_key, mark, weight, deadline, notes, position, version)
            values (@w, @Id, @Name, @key, @Mark, @Weight, @Deadline, @notes, @Position, @Version)
            """, new { w = workspace.Value, u.Id, u.Name, key = Muster.Key(u.Name), u.Mark, u.Weight, u.Deadline, notes = u.Notes.ToArray(), u.Position, u.Version });

    private static DocumentBatch Row(Batch b, int position) => new(b.Id, b.UnitId, b.Name, [.. b.Traits.Materials.Select(m => Ids.Of(m))], b.Traits.Models, b.Traits.Parts,
        b.Traits.BaseMm, Ids.Of(b.Traits.Tier), Ids.Of(b.Traits.MoldLines), Ids.Of(b.Traits.Gaps), b.Traits.Transfers, Ids.Of(b.Traits.FinalSheen), b.Traits.PaintMinutes, position, 1)
    { LeadFree = b.Traits.LeadFree };
}

/// <summary>Edits carry the version they were made from.</summary>
internal static class Versions
{
    public static void Check(int? known, int given, string what)
    {
        if (known is null) throw new RefusedException(new Refusal("id", $"There is no such {what}.", "Load the page again.", RefusalKind.NotFound));
        if (known != given)
            throw new RefusedException(new Refusal("version", string.Create(CultureInfo.InvariantCulture, $"The {what} has version {known}; this change was made from version {given}."),
                "Look at the current state, then change it again.", RefusalKind.Conflict));
    }
}
