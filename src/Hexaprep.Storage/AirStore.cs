using Dapper;
using Hexaprep.Core;
using Hexaprep.Core.Drying;
using Hexaprep.Formats;
using NodaTime;
using Npgsql;

namespace Hexaprep.Storage;

/// <summary>Air, the forecast, what labels say, and which observations count.</summary>
public sealed class AirStore(NpgsqlDataSource source)
{
    /// <summary>Keeps a reading, once for its id.</summary>
    /// <exception cref="RefusedException">It is no air to work in.</exception>
    public Task ReadAsync(WorkspaceId workspace, AirReading reading, Instant now, CancellationToken cancel)
    {
        if (reading.WhyNot() is { } refusal) throw new RefusedException(refusal);
        if (reading.At > now + Duration.FromMinutes(5)) throw new RefusedException(new Refusal("at", "It lies ahead.", "Give a moment that has passed."));
        return Turn.OnceAsync(source, workspace, reading.Id, async connection =>
        {
            await Logbook.WriteAsync(connection, workspace, reading.Id, "air", reading.At, now, null, null, ActJson.Write(new { reading }));
            await Bulk.InsertAsync(connection, workspace, "air_reading", Tables.AirReading, [Row(reading)]);
        }, cancel);
    }

    /// <summary>Takes a forecast in place of the one there is.</summary>
    public Task ForecastAsync(WorkspaceId workspace, Guid id, string from, IReadOnlyList<ForecastHour> hours, Instant now, CancellationToken cancel) =>
        Turn.OnceAsync(source, workspace, id, async connection =>
        {
            var w = workspace.Value;
            await Logbook.WriteAsync(connection, workspace, id, "forecast", now, now, null, null, ActJson.Write(new { from, hours = hours.Count, begins = hours[0].At, ends = hours[^1].At }));
            await connection.ExecuteAsync("delete from forecast_hour where workspace_id = @w; update workspace set forecast_from = @from, forecast_at = @now where id = @w", new { w, from, now });
            await Bulk.InsertAsync(connection, workspace, "forecast_hour", Tables.ForecastHour, [.. hours.Select(Row)]);
        }, cancel);

    /// <summary>Who the forecast came from, and when.</summary>
    public async Task<(string? From, Instant? At)> ForecastFromAsync(WorkspaceId workspace, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        return await connection.QuerySingleAsync<(string?, Instant?)>("select forecast_from, forecast_at from workspace where id = @w", new { w = workspace.Value });
    }

    /// <summary>Keeps what a label says, in place of what was kept of it.</summary>
    /// <exception cref="RefusedException">Its numbers contradict each other.</exception>
    public Task LabelAsync(WorkspaceId workspace, Guid id, ProductLabel label, Instant now, CancellationToken cancel)
    {
        if (label.WhyNot() is { } refusal) throw new RefusedException(refusal);
        return Turn.OnceAsync(source, workspace, id, async connection =>
        {
            await Logbook.WriteAsync(connection, workspace, id, "label", now, now, null, null, ActJson.Write(new { product = label.Product.Id, label }));
            await connection.ExecuteAsync("delete from product_label where workspace_id = @w and product = @product", new { w = workspace.Value, product = label.Product.Id });
            await Bulk.InsertAsync(connection, workspace, "product_label", Tables.ProductLabel, [Row(label)]);
        }, cancel);
    }

    /// <summary>Brings coats in from a file, all or none.</summary>
    public Task ImportAsync(WorkspaceId workspace, Guid id, IReadOnlyList<PastCoat> coats, Instant now, CancellationToken cancel) =>
        Turn.OnceAsync(source, workspace, id, async connection =>
        {
            await Logbook.WriteAsync(connection, workspace, id, "coat_import", now, now, null, null, ActJson.Write(new { coats = coats.Count }));
            await Bulk.InsertAsync(connection, workspace, "past_coat", Tables.PastCoat, [.. coats.Select(Row)]);
        }, cancel);

    /// <summary>Leaves tests out of what is learned of their product, or puts them back.</summary>
    /// <exception cref="RefusedException">One of them is not there.</exception>
    public Task LeaveOutAsync(WorkspaceId workspace, Guid id, IReadOnlyList<Guid> testIds, bool leftOut, Instant now, CancellationToken cancel) =>
        Turn.OnceAsync(source, workspace, id, async connection =>
        {
            var changed = await connection.ExecuteAsync("""
                update coat_test set left_out = @leftOut where workspace_id = @w and id = any(@ids);
                update past_coat set left_out = @leftOut where workspace_id = @w and id = any(@ids)
                """, new { w = workspace.Value, ids = testIds.ToArray(), leftOut });
            if (changed == 0 || changed < testIds.Distinct().Count()) throw new RefusedException(new Refusal("testIds", "There is no such test.", "Load the page again.", RefusalKind.NotFound));
            await Logbook.WriteAsync(connection, workspace, id, "observation", now, now, null, null, ActJson.Write(new { testIds, leftOut }));
        }, cancel);

    /// <summary>The alerts that were heard or silenced.</summary>
    public async Task<IReadOnlySet<string>> AnsweredAsync(WorkspaceId workspace, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        return (await connection.QueryAsync<string>("select key from alert_answer where workspace_id = @w", new { w = workspace.Value })).ToHashSet(StringComparer.Ordinal);
    }

    /// <summary>Says that an alert was heard, or need not come; every other device is silent then. Heard twice is heard once.</summary>
    public async Task HearAsync(WorkspaceId workspace, string key, bool silenced, Instant now, CancellationToken cancel)
    {
        await using var connection = await source.OpenConnectionAsync(cancel);
        await connection.ExecuteAsync("""
            insert into alert_answer (workspace_id, key, answered_at, silenced) values (@w, @key, @now, @silenced) on conflict do nothing;
            select pg_notify('hexaprep', @w::text || ':' || revision) from workspace where id = @w;
            """, new { w = workspace.Value, key, now, silenced });
    }

    internal static DocumentReading Row(AirReading r) => new(r.Id, r.At, Ids.Of(r.Place), r.AirC, r.HumidityPct, r.WindMs, r.GustMs, r.SunWM2, Ids.Of(r.Source));

    internal static DocumentForecast Row(ForecastHour h) => new(h.At, h.AirC, h.HumidityPct, h.WindMs, h.GustMs, h.RainProbability, h.SunWM2);

    internal static DocumentPastCoat Row(PastCoat c) => new(c.Id, c.Unit, c.Product.Id, c.Number, Ids.Of(c.Film), c.AirC, c.HumidityPct, c.Models, c.StartedAt, c.EndedAt,
        Ids.Of(c.Stage), c.NotDryAt, c.DryAt, c.Verdict, c.LeftOut);

    internal static DocumentLabel Row(ProductLabel l) => new(l.Product.Id, l.RecoatMin, l.RecoatMax, l.ReopenMin, l.HandleMin, l.NextLayerMin, l.MinTempC, l.MaxHumidityPct);
}
