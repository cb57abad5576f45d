using System.Text.Json;
using Dapper;
using Hexaprep.Formats;
using Npgsql;

namespace Hexaprep.Storage;

/// <summary>Writes many rows of one table in one statement, by the table's own column names and types.</summary>
internal static class Bulk
{
    /// <summary>Inserts rows whose properties are the table's columns in camel case.</summary>
    public static Task InsertAsync<T>(NpgsqlConnection connection, WorkspaceId workspace, string table, string columns, IReadOnlyCollection<T> rows) =>
        rows.Count == 0
            ? Task.CompletedTask
            : connection.ExecuteAsync(
                $"insert into {table} (workspace_id, {columns}) select @w, {columns} from jsonb_populate_recordset(null::{table}, @rows::jsonb) with ordinality order by ordinality",
                new { w = workspace.Value, rows = JsonSerializer.Serialize(rows, WorkspaceFile.Columns) });

    /// <summary>Reads a whole table as the same rows.</summary>
    public static async Task<IReadOnlyList<T>> ReadAsync<T>(NpgsqlConnection connection, WorkspaceId workspace, string table, string columns, string order)
    {
        var json = await connection.QuerySingleAsync<string>(
            $"select coalesce(jsonb_agg(to_jsonb(r)), '[]')::text from (select {columns} from {table} where workspace_id = @w order by {order}) r",
            new { w = workspace.Value });
        return JsonSerializer.Deserialize<IReadOnlyList<T>>(json, WorkspaceFile.Columns)!;
    }
}
