using Hexaprep.Core;
using Hexaprep.Core.Bench;
using Hexaprep.Core.Roster;
using Hexaprep.Formats;

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
                    "update unit set weight = @Weight, deadline = @Deadline, version = @Version where workspace_id = @w and id = @Id",
                    new
                    {
                        w,
                        c.Unit.Id,
                        c.Unit.Weight,
                        c.Unit.Deadline,
                        c.Unit.Version,
                    }
                ),
            ],
            Change.BatchSet c => [Set(w, c.Batch)],
            Change.BatchAdded c =>
            [
                new(
                    "update batch set position = position + 1 where workspace_id = @w and position > (select position from batch "
                        + "where workspace_id = @w and id = @After)",
                    new { w, c.After }
                ),
                Bulk.Insert(w, "batch", Tables.Batch, [Row(c.Batch, 0)]),
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
                    delete from edge where workspace_id = @w and to_step in (select id from step where workspace_id = @w and batch_id = @BatchId);
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
                    new { w, rows = Bulk.Json(c.Models.Select(m => new DocumentModel(m.Id, m.BatchId, m.Number))) }
                ),
            ],
            Change.PartsNamed c =>
            [
                new(
                    """
                    update part set material = @material where workspace_id = @w and material = 'unknown' and piece_id in
                      (select p.id from piece p join model m on m.workspace_id = p.workspace_id and m.id = p.model_id where p.workspace_id = @w and m.batch_id = @BatchId)
                    """,
                    new
                    {
                        w,
                        material = Ids.Of(c.Material),
                        c.BatchId,
                    }
                ),
            ],
            Change.RouteSet c => Route(w, c),
            Change.RouteChangesSet c =>
            [
                new("delete from route_change where workspace_id = @w and batch_id = @BatchId", new { w, c.BatchId }),
                Bulk.Insert(w, "route_change", Tables.RouteChange, [.. c.Kept.Select((k, i) => Row(c.BatchId, k, i + 1))]),
            ],
            Change.ChoiceSet c => Choice(w, c),
            Change.HouseAsked => [new("update workspace set house_asked = true where id = @w", new { w })],
            Change.SettingsSet c => Settings(w, c.Settings),
            Change.AirRead c => [Bulk.Insert(w, "air_reading", Tables.AirReading, [AirRows.Of(c.Reading)])],
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
                Bulk.Insert(w, "forecast_hour", Tables.ForecastHour, [.. c.Hours.Select(AirRows.Of)]),
            ],
            Change.LabelSet c =>
            [
                new("delete from product_label where workspace_id = @w and product = @product", new { w, product = c.Label.Product.Id }),
                Bulk.Insert(w, "product_label", Tables.ProductLabel, [AirRows.Of(c.Label)]),
            ],
            Change.CoatsBrought c =>
            [
                Bulk.Insert(w, "past_coat", Tables.PastCoat, [.. c.Coats.Select(AirRows.Of)]),
                new("analyze past_coat", new { }),
            ],
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

    private static IEnumerable<Statement> Joined(Guid w, IReadOnlyList<MusteredUnit> units)
    {
        var batches = units.SelectMany(u => u.Batches).ToList();
        var models = units.SelectMany(u => u.Models).ToList();
        var (unitsBefore, batchesBefore) = (
            "(select coalesce(max(position), 0) from unit where workspace_id = @w)",
            "(select coalesce(max(position), 0) from batch where workspace_id = @w)"
        );
        yield return new(
            $"""
            insert into unit (workspace_id, id, name, name_key, mark, weight, deadline, notes, position, version)
            select @w, id, name, name_key, mark, weight, deadline, notes, {unitsBefore} + position, version from jsonb_populate_recordset(null::unit, @rows::jsonb)
            """,
            new { w, rows = Bulk.Json(units.Select((u, i) => UnitRows.Of(u.Unit, i + 1))) }
        );
        yield return new(
            $"""
            insert into batch (workspace_id, {Tables.Batch})
            select @w, {Tables.Batch.Replace(
                "position",
                $"{batchesBefore} + position",
                StringComparison.Ordinal
            )} from jsonb_populate_recordset(null::batch, @rows::jsonb)
            """,
            new { w, rows = Bulk.Json(batches.Select((b, i) => Row(b, i + 1))) }
        );
        yield return Bulk.Insert(w, "model", Tables.Model, [.. models.Select(m => new DocumentModel(m.Id, m.BatchId, m.Number))]);
        yield return Bulk.Insert(
            w,
            "piece",
            Tables.Piece,
            [.. models.SelectMany(m => m.Pieces.Select(p => new DocumentPiece(p.Id, m.Id, p.Number)))]
        );
        yield return Bulk.Insert(
            w,
            "part",
            Tables.Part,
            [
                .. models
                    .SelectMany(m => m.Pieces)
                    .SelectMany(p => p.Parts.Select(t => new DocumentPart(t.Id, p.Id, t.Number, t.Name, Ids.Of(t.Material)))),
            ]
        );
        if (models.Count >= ManyModels)
            yield return new("analyze unit; analyze batch; analyze model; analyze piece; analyze part", new { });
    }

    private static Statement Set(Guid w, Batch b)
    {
        var t = b.Traits;
        return new(
            """
            update batch set name = @Name, materials = @materials, models = @Models, parts = @Parts, base_mm = @BaseMm, tier = @tier, mold_lines = @lines, gaps = @gaps,
              transfers = @Transfers, final_sheen = @sheen, paint_min = @PaintMinutes, lead_free = @LeadFree, version = @Version
            where workspace_id = @w and id = @Id
            """,
            new
            {
                w,
                b.Id,
                b.Name,
                b.Version,
                materials = t.Materials.Select(Ids.Of).ToArray(),
                t.Models,
                t.Parts,
                t.BaseMm,
                tier = Ids.Of(t.Tier),
                lines = Ids.Of(t.MoldLines),
                gaps = Ids.Of(t.Gaps),
                t.Transfers,
                sheen = Ids.Of(t.FinalSheen),
                t.PaintMinutes,
                t.LeadFree,
            }
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
            $"""
            insert into step (workspace_id, {Tables.Step}) select @w, {Tables.Step} from jsonb_populate_recordset(null::step, @rows::jsonb)
            on conflict (workspace_id, id) do update set occurrences = excluded.occurrences, side = excluded.side, setup_minutes = excluded.setup_minutes,
              seconds_per_model = excluded.seconds_per_model, attention = excluded.attention, one_go = excluded.one_go, mode = excluded.mode,
              product_class = excluded.product_class, method = excluded.method, working_minutes = excluded.working_minutes,
              models_per_mix = excluded.models_per_mix, reason = excluded.reason, position = excluded.position, not_needed = excluded.not_needed
            """,
            new { w, rows = Bulk.Json(route.Steps.Select(StepRow.Of)) }
        );
        yield return Bulk.Insert(w, "edge", Tables.Edge, [.. route.Edges.Select(Row)]);
    }

    private static IEnumerable<Statement> Choice(Guid w, Change.ChoiceSet c)
    {
        yield return new(
            """
            delete from house_choice where workspace_id = @w and unit_id is not distinct from @UnitId and batch_id is not distinct from @BatchId and school = @school
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
            yield return new(
                "insert into house_choice (workspace_id, id, unit_id, batch_id, school, option) values (@w, gen_random_uuid(), "
                    + "@UnitId, @BatchId, @school, @Option)",
                new
                {
                    w,
                    c.UnitId,
                    c.BatchId,
                    school = c.School.Id,
                    c.Option,
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
        yield return Bulk.Insert(
            w,
            "weekly_sitting",
            Tables.WeeklySitting,
            [.. s.Calendar.Weekly.Select(x => new DocumentWeekly(x.Id, (int)x.Day, x.Begins, x.Ends))]
        );
        yield return Bulk.Insert(
            w,
            "sitting_exception",
            Tables.SittingException,
            [.. s.Calendar.Exceptions.Select(e => new DocumentException(e.Id, e.Date, Ids.Of(e.Kind), e.Begins, e.Ends))]
        );
    }

    private static DocumentBatch Row(Batch b, int position) =>
        new(
            b.Id,
            b.UnitId,
            b.Name,
            [.. b.Traits.Materials.Select(m => Ids.Of(m))],
            b.Traits.Models,
            b.Traits.Parts,
            b.Traits.BaseMm,
            Ids.Of(b.Traits.Tier),
            Ids.Of(b.Traits.MoldLines),
            Ids.Of(b.Traits.Gaps),
            b.Traits.Transfers,
            Ids.Of(b.Traits.FinalSheen),
            b.Traits.PaintMinutes,
            position,
            b.Version
        )
        {
            LeadFree = b.Traits.LeadFree,
        };

    private static DocumentEdge Row(BenchEdge e) =>
        new(
            e.From,
            e.To,
            e.Stage is { } stage ? Ids.Of(stage) : null,
            e.MinMinutes,
            e.MaxMinutes,
            e.Forbidden?.Begin,
            e.Forbidden?.End,
            e.Rule,
            e.Reason
        );

    private static DocumentRouteChange Row(Guid batchId, Core.Routes.KeptRouteChange k, int number) =>
        new(
            Guid.NewGuid(),
            batchId,
            number,
            Ids.Of(k.Change.Kind),
            Ids.Of(k.Change.Step),
            k.Change.Method,
            k.Change.Product is { } p ? Ids.Of(p) : null,
            k.Change.Before is { } b ? Ids.Of(b) : null,
            Ids.Of(k.Strength),
            k.Consequence,
            k.At
        );
}
