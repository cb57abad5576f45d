using Hexaprep.Bench.Records;
using NodaTime;
using Npgsql;

namespace Hexaprep.Storage;

/// <summary>All rows of a workspace, read one by one: to be carried away, and where one of them cannot be fetched with the
/// others.</summary>
internal static class WorkspaceRows
{
    /// <summary>Reads every table; what cannot be fetched is set aside.</summary>
    public static async Task<Workspace> OneByOneAsync(
        NpgsqlConnection connection,
        WorkspaceId workspace,
        Instant at,
        SpaceRow settings,
        List<RowSetAside> unread
    ) =>
        new()
        {
            ExportedAt = at,
            Settings = settings,
            Units = await Tables.Unit.ReadAsync(connection, workspace, unread),
            Batches = await Tables.Batch.ReadAsync(connection, workspace, unread),
            Models = await Tables.Model.ReadAsync(connection, workspace, unread),
            Pieces = await Tables.Piece.ReadAsync(connection, workspace, unread),
            Parts = await Tables.Part.ReadAsync(connection, workspace, unread),
            Steps = await Tables.Step.ReadAsync(connection, workspace, unread),
            Edges = await Tables.Edge.ReadAsync(connection, workspace, unread),
            Logbook = await Tables.Logbook.ReadAsync(connection, workspace, unread),
            Spells = await Tables.Spell.ReadAsync(connection, workspace, unread),
            Ticks = await Tables.Tick.ReadAsync(connection, workspace, unread),
            PassTicks = await Tables.PassTick.ReadAsync(connection, workspace, unread),
            Coats = await Tables.Coat.ReadAsync(connection, workspace, unread),
            CoatTests = await Tables.CoatTest.ReadAsync(connection, workspace, unread),
            Flaws = await Tables.Flaw.ReadAsync(connection, workspace, unread),
            WeeklySittings = await Tables.WeeklySitting.ReadAsync(connection, workspace, unread),
            SittingExceptions = await Tables.SittingException.ReadAsync(connection, workspace, unread),
            HouseChoices = await Tables.HouseChoice.ReadAsync(connection, workspace, unread),
            RouteChanges = await Tables.RouteChange.ReadAsync(connection, workspace, unread),
            AirReadings = await Tables.AirReading.ReadAsync(connection, workspace, unread),
            Forecast = await Tables.ForecastHour.ReadAsync(connection, workspace, unread),
            Products = await Tables.Product.ReadAsync(connection, workspace, unread),
            Containers = await Tables.Container.ReadAsync(connection, workspace, unread),
            PastCoats = await Tables.PastCoat.ReadAsync(connection, workspace, unread),
            Recipes = await Tables.Recipe.ReadAsync(connection, workspace, unread),
            Repairs = await Tables.Repair.ReadAsync(connection, workspace, unread),
            Photos = await Tables.Photo.ReadAsync(connection, workspace, unread),
            Soaked = await Tables.Soaked.ReadAsync(connection, workspace, unread),
            Clocks = await Tables.Clock.ReadAsync(connection, workspace, unread),
        };
}
