using Hexaprep.Bench.Records;
using Hexaprep.Bench.State;
using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Storage;

/// <summary>Writes the changes of what is to be done: roster, routes, house rules, evenings, air, labels.</summary>
internal static class SetupSql
{
    public static IEnumerable<Statement> Of(Guid w, Change change) =>
        change switch
        {
            Change.UnitsJoined c => Joined(w, c.Units),
            Change.UnitSet c =>
            [
                new(
                    "update unit set name = @Name, mark = @Mark, weight = @Weight, deadline = @Deadline, off_since = @OffSince, "
                        + "version = @Version where workspace_id = @w and id = @Id",
                    new
                    {
                        w,
                        c.Unit.Id,
                        c.Unit.Name,
                        c.Unit.Mark,
                        c.Unit.Weight,
                        c.Unit.Deadline,
                        c.Unit.OffSince,
                        c.Unit.Version,
                    }
                ),
            ],
            Change.BatchSet c => [Tables.Batch.Update(w, BatchRow.Of(c.Batch, 0))],
            Change.BatchAdded c =>
            [
                new(
                    "update batch set position = position + 1 where workspace_id = @w and position > (select position from batch "
                        + "where workspace_id = @w and id = @After)",
                    new { w, c.After }
                ),
                Tables.Batch.Insert(w, BatchRow.Of(c.Batch, 0)),
                new(
                    "update batch set position = 1 + (select position from batch where workspace_id = @w and id = @After) where "
                        + "workspace_id = @w and id = @Id",
                    new
                    {
                        w,
                        c.After,
                        c.Batch.Id,
                    }
                ),
            ],
            Change.BatchGone c =>
            [
                new(
                    """
                    delete from edge where workspace_id = @w and to_step in
                      (select id from step where workspace_id = @w and batch_id = @BatchId);
                    delete from step where workspace_id = @w and batch_id = @BatchId;
                    delete from house_choice where workspace_id = @w and batch_id = @BatchId;
                    delete from route_change where workspace_id = @w and batch_id = @BatchId;
                    delete from batch where workspace_id = @w and id = @BatchId
                    """,
                    new { w, c.BatchId }
                ),
            ],
            Change.ModelsSet c =>
            [
                new(
                    """
                    update model set batch_id = r.batch_id, number = r.number from jsonb_populate_recordset(null::model, @rows::jsonb) r
                    where model.workspace_id = @w and model.id = r.id
                    """,
                    new { w, rows = TableRows.Json(c.Models.Select(m => Row(m.Id, m.BatchId, m.Number))) }
                ),
            ],
            Change.PartsNamed c =>
            [
                new(
                    """
                    update part set material = @material where workspace_id = @w and material = 'unknown' and piece_id in
                      (select p.id from piece p join model m on m.workspace_id = p.workspace_id and m.id = p.model_id
                       where p.workspace_id = @w and m.batch_id = @BatchId)
                    """,
                    new
                    {
                        w,
                        material = Ids.Of(c.Material),
                        c.BatchId,
                    }
                ),
            ],
            Change.PartsLaid c =>
            [
                new(
                    """
                    delete from part where workspace_id = @w and piece_id in
                      (select p.id from piece p join model m on m.workspace_id = p.workspace_id and m.id = p.model_id
                       where p.workspace_id = @w and m.batch_id = @BatchId)
                    """,
                    new { w, c.BatchId }
                ),
                Tables.Part.Insert(
                    w,
                    [
                        .. c.Parts.Select(p => new PartRow
                        {
                            Id = p.Part.Id,
                            PieceId = p.PieceId,
                            Number = p.Part.Number,
                            Name = p.Part.Name,
                            Material = Ids.Of(p.Part.Material),
                        }),
                    ]
                ),
            ],
            Change.RouteSet c => Route(w, c),
            Change.RecipeSet c =>
            [
                new(
                    $"{Tables.Recipe.InsertRows} on conflict (workspace_id, id) do update set {Tables.Recipe.Excluded}",
                    new { w, rows = TableRows.Json([RecipeRow.Of(c.Recipe)]) }
                ),
            ],
            Change.RecipeGone c => [new("delete from recipe where workspace_id = @w and id = @RecipeId", new { w, c.RecipeId })],
            Change.PhotoKept c => [Pictures.Insert(w, c.Photo.Sha256, c.Jpeg), Tables.Photo.Insert(w, PhotoRow.Of(c.Photo))],
            Change.PhotoGone c =>
            [
                new("delete from photo where workspace_id = @w and id = @PhotoId", new { w, c.PhotoId }),
                Pictures.Clear(w),
            ],
            Change.RouteChangesSet c =>
            [
                new("delete from route_change where workspace_id = @w and batch_id = @BatchId", new { w, c.BatchId }),
                Tables.RouteChange.Insert(w, [.. c.Kept.Select((k, i) => RouteChangeRow.Of(Guid.NewGuid(), c.BatchId, k, i + 1))]),
            ],
            Change.ChoiceSet c => Choice(w, c),
            Change.HouseAsked => [new("update workspace set house_asked = true where id = @w", new { w })],
            Change.SettingsSet c => Settings(w, c.Settings),
            Change.AirRead c => [Tables.AirReading.Insert(w, ReadingRow.Of(c.Reading))],
            Change.ForecastTaken c =>
            [
                new("delete from forecast_hour where workspace_id = @w", new { w }),
                new(
                    "update workspace set forecast_from = @From, forecast_at = @At where id = @w",
                    new
                    {
                        w,
                        c.From,
                        c.At,
                    }
                ),
                Tables.ForecastHour.Insert(w, [.. c.Hours.Select(ForecastRow.Of)]),
            ],
            Change.ProductShelved c =>
            [
                new(
                    $"{Tables.Product.InsertRows} on conflict (workspace_id, id) do update set {Tables.Product.Excluded}",
                    new { w, rows = TableRows.Json([ProductRow.Of(c.Product)]) }
                ),
                new("delete from container where workspace_id = @w and product_id = @Id", new { w, c.Product.Id }),
                Tables.Container.Insert(w, ContainerRow.Of(c.Product)),
            ],
            Change.CoatsBrought c => [Tables.PastCoat.Insert(w, [.. c.Coats.Select(PastCoatRow.Of)]), new("analyze past_coat", new { })],
            Change.TestsLeftOut c =>
            [
                new(
                    """
                    update coat_test set left_out = @LeftOut where workspace_id = @w and id = any(@tests);
                    update past_coat set left_out = @LeftOut where workspace_id = @w and id = any(@tests)
                    """,
                    new
                    {
                        w,
                        c.LeftOut,
                        tests = c.TestIds.ToArray(),
                    }
                ),
            ],
            _ => throw new ArgumentOutOfRangeException(nameof(change), change, "An unknown change."),
        };

    // Many new rows make the database's figures of its tables worthless: the next read would choose its way by them.
    private const int ManyModels = 200;

    private static IEnumerable<Statement> Joined(Guid w, IReadOnlyList<NewUnit> units)
    {
        var batches = units.SelectMany(u => u.Batches).ToList();
        var models = units.SelectMany(u => u.Models).ToList();
        yield return Behind(w, Tables.Unit, [.. units.Select((u, i) => UnitRow.Of(u.Unit, i + 1))]);
        yield return Behind(w, Tables.Batch, [.. batches.Select((b, i) => BatchRow.Of(b, i + 1))]);
        yield return Tables.Model.Insert(w, [.. models.Select(m => Row(m.Id, m.BatchId, m.Number))]);
        yield return Tables.Piece.Insert(w, [.. models.SelectMany(m => m.Pieces.Select(p => Row(m, p)))]);
        yield return Tables.Part.Insert(w, [.. models.SelectMany(m => m.Pieces).SelectMany(p => p.Parts.Select(t => Row(p, t)))]);
        if (models.Count >= ManyModels)
            yield return new("analyze unit; analyze batch; analyze model; analyze piece; analyze part", new { });
    }

    // Rows that come behind those that are there.
    private static Statement Behind<T>(Guid w, Table<T> table, IReadOnlyCollection<T> rows)
    {
        var shifted = table.Columns.Replace(
            "position",
            $"(select coalesce(max(position), 0) from {table.Name} where workspace_id = @w) + position",
            StringComparison.Ordinal
        );
        return new(
            $"""
            insert into {table.Name} (workspace_id, {table.Columns})
            select @w, {shifted} from jsonb_populate_recordset(null::{table.Name}, @rows::jsonb)
            """,
            new { w, rows = TableRows.Json(rows) }
        );
    }

    // Steps keep their rows: ticks, coats and the logbook point to them.
    private static IEnumerable<Statement> Route(Guid w, Change.RouteSet route)
    {
        var ids = route.Steps.Select(s => s.Id).ToArray();
        yield return new(
            "delete from edge where workspace_id = @w and to_step in (select id from step where workspace_id = @w and batch_id = @BatchId)",
            new { w, route.BatchId }
        );
        yield return new(
            "delete from step where workspace_id = @w and batch_id = @BatchId and id <> all(@ids)",
            new
            {
                w,
                route.BatchId,
                ids,
            }
        );
        yield return new(
            $"{Tables.Step.InsertRows} on conflict (workspace_id, id) do update set {Tables.Step.Excluded}",
            new { w, rows = TableRows.Json(route.Steps.Select(StepRow.Of)) }
        );
        yield return Tables.Edge.Insert(w, [.. route.Edges.Select(EdgeRow.Of)]);
    }

    private static IEnumerable<Statement> Choice(Guid w, Change.ChoiceSet c)
    {
        yield return new(
            """
            delete from house_choice where workspace_id = @w and unit_id is not distinct from @UnitId
              and batch_id is not distinct from @BatchId and school = @school
            """,
            new
            {
                w,
                c.UnitId,
                c.BatchId,
                school = c.School.Id,
            }
        );
        if (c.Option is not null)
            yield return Tables.HouseChoice.Insert(
                w,
                new HouseRuleChoiceRow
                {
                    Id = Guid.NewGuid(),
                    UnitId = c.UnitId,
                    BatchId = c.BatchId,
                    School = c.School.Id,
                    Option = c.Option,
                }
            );
    }

    internal static IEnumerable<Statement> Settings(Guid w, BenchSettings s)
    {
        yield return new(
            "update workspace set time_zone = @zone, handles = @Handles, rack_slots = @RackSlots, sittings_version = @Version where "
                + "id = @w",
            new
            {
                w,
                zone = s.Zone.Id,
                s.Handles,
                s.RackSlots,
                s.Version,
            }
        );
        yield return new("delete from weekly_sitting where workspace_id = @w", new { w });
        yield return new("delete from sitting_exception where workspace_id = @w", new { w });
        yield return Tables.WeeklySitting.Insert(w, [.. s.Calendar.Weekly.Select(WeeklyRow.Of)]);
        yield return Tables.SittingException.Insert(w, [.. s.Calendar.Exceptions.Select(ExceptionRow.Of)]);
    }

    private static ModelRow Row(Guid id, Guid batchId, int number) =>
        new()
        {
            Id = id,
            BatchId = batchId,
            Number = number,
        };

    private static PieceRow Row(Model model, Piece piece) =>
        new()
        {
            Id = piece.Id,
            ModelId = model.Id,
            Number = piece.Number,
        };

    private static PartRow Row(Piece piece, Part part) =>
        new()
        {
            Id = part.Id,
            PieceId = piece.Id,
            Number = part.Number,
            Name = part.Name,
            Material = Ids.Of(part.Material),
        };
}
