using System.Text.Json;
using System.Text.Json.Serialization;
using System.Text.Json.Serialization.Metadata;
using Dapper;
using Hexaprep.Bench.Records;
using NodaTime;
using NodaTime.Serialization.SystemTextJson;
using NodaTime.Text;
using Npgsql;

namespace Hexaprep.Storage;

/// <summary>A table: its columns are the properties of its row, in snake case. What is read, inserted, exported and brought in is this
/// one list; SchemaTests hold it against the database.</summary>
/// <param name="Name">The table.</param>
/// <param name="Order">How its rows are read.</param>
internal sealed record Table<TRow>(string Name, string Order)
{
    /// <summary>Its columns, without the workspace.</summary>
    public string Columns { get; } = string.Join(", ", TableRows.ColumnsOf(typeof(TRow)));

    /// <summary>Reads all rows of workspace @w.</summary>
    public string Select => $"select {Columns} from {Name} where workspace_id = @w order by {Order}";

    /// <summary>Inserts rows @rows, as JSON, into workspace @w.</summary>
    public string InsertRows =>
        $"insert into {Name} (workspace_id, {Columns}) select @w, {Columns} from jsonb_populate_recordset(null::{Name}, @rows::jsonb)";

    /// <summary>Inserts rows in their order.</summary>
    public Statement Insert(Guid w, IReadOnlyCollection<TRow> rows) =>
        new($"{InsertRows} with ordinality order by ordinality", new { w, rows = TableRows.Json(rows) });

    /// <summary>Inserts one row.</summary>
    public Statement Insert(Guid w, TRow row) => Insert(w, [row]);

    /// <summary>Sets one row, known by its id, to what it is now; its place among the others stays.</summary>
    public Statement Update(Guid w, TRow row) =>
        new(
            $"""
            update {Name} set {string.Join(
                ", ",
                Values.Select(c => $"{c} = r.{c}")
            )} from jsonb_populate_recordset(null::{Name}, @rows::jsonb) r
            where {Name}.workspace_id = @w and {Name}.id = r.id
            """,
            new { w, rows = TableRows.Json([row]) }
        );

    /// <summary>What an upsert sets of a row that is there.</summary>
    public string Excluded => string.Join(", ", TableRows.ColumnsOf(typeof(TRow)).Where(c => c != "id").Select(c => $"{c} = excluded.{c}"));

    private IEnumerable<string> Values => TableRows.ColumnsOf(typeof(TRow)).Where(c => c is not ("id" or "position"));

    /// <summary>The whole table as its rows, one by one; what cannot be fetched is set aside.</summary>
    public async Task<IReadOnlyList<TRow>> ReadAsync(NpgsqlConnection connection, WorkspaceId workspace, List<RowSetAside> unread)
    {
        var kept = new List<TRow>();
        foreach (
            var json in await connection.QueryAsync<string>($"select to_jsonb(r)::text from ({Select}) r", new { w = workspace.Value })
        )
        {
            try
            {
                kept.Add(TableRows.Read<TRow>(json));
            }
            catch (Exception broken) when (broken is JsonException or InvalidOperationException or UnparsableValueException)
            {
                using var row = JsonDocument.Parse(json);
                var id = row.RootElement.TryGetProperty("id", out var known) ? known.ToString() : json[..Math.Min(80, json.Length)];
                unread.Add(new RowSetAside(Name, id, "A value of it is beyond what is kept."));
            }
        }
        return kept;
    }
}

/// <summary>Rows as the database speaks JSON: properties are columns in snake case.</summary>
internal static class TableRows
{
    private static readonly JsonSerializerOptions Options = new JsonSerializerOptions
    {
        PropertyNamingPolicy = JsonNamingPolicy.SnakeCaseLower,
        TypeInfoResolver = new DefaultJsonTypeInfoResolver(),
        Converters = { new DatabaseMoment() },
    }.ConfigureForNodaTime(DateTimeZoneProviders.Tzdb);

    /// <summary>The columns of a row type.</summary>
    public static IEnumerable<string> ColumnsOf(Type row) =>
        row.GetProperties().Select(p => JsonNamingPolicy.SnakeCaseLower.ConvertName(p.Name));

    /// <summary>Rows for the database.</summary>
    public static string Json<T>(IEnumerable<T> rows) => JsonSerializer.Serialize(rows, Options);

    /// <summary>One row from the database.</summary>
    /// <exception cref="JsonException">A value of it cannot be read.</exception>
    public static T Read<T>(string json) => JsonSerializer.Deserialize<T>(json, Options)!;

    // The database writes +00:00 where the pattern writes Z.
    private sealed class DatabaseMoment : JsonConverter<Instant>
    {
        public override Instant Read(ref Utf8JsonReader reader, Type typeToConvert, JsonSerializerOptions options) =>
            OffsetDateTimePattern.ExtendedIso.Parse(reader.GetString()!).Value.ToInstant();

        public override void Write(Utf8JsonWriter writer, Instant value, JsonSerializerOptions options) =>
            writer.WriteStringValue(InstantPattern.ExtendedIso.Format(value));
    }
}
