using System.Text.Json;
using Dapper;
using Hexaprep.Formats;
using Npgsql;

namespace Hexaprep.Storage;

/// <summary>Writes many rows of one table in one statement, by the table's own column names and types.</summary>
internal static class Bulk
{
    /// <summary>Rows whose properties are columns in camel case, as the database reads them.</summary>
    public static string Json<T>(IEnumerable<T> rows) => JsonSerializer.Serialize(rows, WorkspaceFile.Columns);

    /// <summary>Inserts rows whose properties are the table's columns in camel case.</summary>
    public static Statement Insert<T>(Guid w, string table, string columns, IReadOnlyCollection<T> rows) =>
        new(
            $"insert into {table} (workspace_id, {columns}) select @w, {columns} from jsonb_populate_recordset(null::{table}, "
                + "@rows::jsonb) with ordinality order by ordinality",
            new { w, rows = Json(rows) }
        );

    /// <summary>Reads a whole table as the same rows.</summary>
    public static async Task<IReadOnlyList<T>> ReadAsync<T>(
        NpgsqlConnection connection,
        WorkspaceId workspace,
        string table,
        string columns,
        string order
    )
    {
        var json = await connection.QuerySingleAsync<string>(
            $"select coalesce(jsonb_agg(to_jsonb(r)), '[]')::text from (select {columns} from {table} where workspace_id = @w order "
                + $"by {order}) r",
            new { w = workspace.Value }
        );
        return JsonSerializer.Deserialize<IReadOnlyList<T>>(json, WorkspaceFile.Columns)!;
    }
}
