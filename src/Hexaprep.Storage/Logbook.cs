using System.Text.Json;
using System.Text.Json.Serialization;
using Hexaprep.Bench.State;
using NodaTime;
using NodaTime.Serialization.SystemTextJson;

namespace Hexaprep.Storage;

/// <summary>The append-only logbook.</summary>
internal static class Logbook
{
    private static readonly JsonSerializerOptions Options = new JsonSerializerOptions(JsonSerializerDefaults.Web)
    {
        DefaultIgnoreCondition = JsonIgnoreCondition.WhenWritingNull,
        Converters = { new JsonStringEnumConverter(JsonNamingPolicy.SnakeCaseLower) },
    }.ConfigureForNodaTime(DateTimeZoneProviders.Tzdb);

    /// <summary>The entry of a write. One that takes a tick back names the entry it corrects.</summary>
    public static Statement Entry(Guid w, WriteId id, Decision decision, Instant recordedAt)
    {
        var undone = decision.Changes.OfType<Change.Unticked>().FirstOrDefault();
        return new(
            """
            insert into logbook (workspace_id, id, kind, at, recorded_at, step_id, corrects, detail, content)
            values (@w, @id, @Kind, @At, @recordedAt, @StepId,
              (select entry_id from tick
               where workspace_id = @w and step_id = @undoneStep and model_id = @undoneModel and piece_id = @undonePiece),
              @detail::jsonb, @Content)
            """,
            new
            {
                w,
                id = id.Id,
                id.Content,
                decision.Kind,
                decision.At,
                recordedAt,
                decision.StepId,
                undoneStep = undone?.StepId,
                undoneModel = undone?.ModelId,
                undonePiece = undone?.PieceId,
                detail = JsonSerializer.Serialize(decision.Detail, Options),
            }
        );
    }

    /// <summary>Raises the revision, and calls everybody who listens once, and only if, the transaction commits.</summary>
    public static Statement Turned(Guid w, long revision) =>
        new(
            """
            update workspace set revision = @revision where id = @w;
            select pg_notify('hexaprep', @call)
            """,
            new
            {
                w,
                revision,
                call = string.Create(System.Globalization.CultureInfo.InvariantCulture, $"{w}:{revision}"),
            }
        );
}
