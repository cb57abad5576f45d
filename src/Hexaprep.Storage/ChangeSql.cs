using Hexaprep.Bench.Records;
using Hexaprep.Bench.State;
using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Storage;

/// <summary>Writes each kind of change, as Core decided it.</summary>
internal static class ChangeSql
{
    /// <summary>The statements that do to the tables what a change does to the value.</summary>
    /// <param name="w">The workspace.</param>
    /// <param name="change">The change.</param>
    /// <param name="entry">The logbook entry that tells of it.</param>
    public static IEnumerable<Statement> Of(Guid w, Change change, Guid entry) =>
        change switch
        {
            Change.SpellOpened c =>
            [
                new(
                    """
                    insert into spell (workspace_id, id, step_id, began_at, ended_at, against)
                    values (@w, @Id, @StepId, @BeganAt, null, @Against)
                    """,
                    new
                    {
                        w,
                        c.Spell.Id,
                        c.Spell.StepId,
                        c.Spell.BeganAt,
                        c.Spell.Against,
                    }
                ),
            ],
            Change.SpellEnded c =>
            [
                new(
                    "update spell set ended_at = @At where workspace_id = @w and id = @SpellId",
                    new
                    {
                        w,
                        c.At,
                        c.SpellId,
                    }
                ),
            ],
            Change.Ticked c =>
            [
                new(
                    """
                    insert into tick (workspace_id, step_id, model_id, piece_id, spell_id, at, entry_id)
                    values (@w, @StepId, @ModelId, @PieceId, @SpellId, @At, @entry)
                    """,
                    new
                    {
                        w,
                        c.Tick.StepId,
                        c.Tick.ModelId,
                        c.Tick.PieceId,
                        c.Tick.SpellId,
                        c.Tick.At,
                        entry,
                    }
                ),
            ],
            Change.Unticked c =>
            [
                new(
                    "delete from tick where workspace_id = @w and step_id = @StepId and model_id = @ModelId and piece_id = @PieceId",
                    new
                    {
                        w,
                        c.StepId,
                        c.ModelId,
                        c.PieceId,
                    }
                ),
            ],
            Change.PassTicked c =>
            [
                Tables.PassTick.Insert(
                    w,
                    new PassTickRow
                    {
                        StepId = c.Tick.StepId,
                        ModelId = c.Tick.ModelId,
                        Pass = c.Tick.Pass,
                        SpellId = c.Tick.SpellId,
                        At = c.Tick.At,
                        EntryId = entry,
                    }
                ),
            ],
            Change.PassUnticked c =>
            [
                new(
                    "delete from pass_tick where workspace_id = @w and step_id = @StepId and model_id = @ModelId and pass = @Pass",
                    new
                    {
                        w,
                        c.StepId,
                        c.ModelId,
                        c.Pass,
                    }
                ),
            ],
            Change.CoatBegun c => [Tables.Coat.Insert(w, CoatRow.Of(c.Coat, entry))],
            Change.CoatSet c =>
            [
                new(
                    "update coat set ended_at = @EndedAt, models = @models, pieces = @pieces where workspace_id = @w and id = @CoatId",
                    new
                    {
                        w,
                        c.EndedAt,
                        models = c.ModelIds.ToArray(),
                        pieces = c.PieceIds.ToArray(),
                        c.CoatId,
                    }
                ),
            ],
            Change.CoatGone c => [new("delete from coat where workspace_id = @w and id = @CoatId", new { w, c.CoatId })],
            Change.CoatTested c =>
            [
                new(
                    """
                    insert into coat_test (workspace_id, id, coat_id, stage, finding, at, entry_id)
                    values (@w, @Id, @CoatId, @stage, @finding, @At, @entry)
                    """,
                    new
                    {
                        w,
                        c.Test.Id,
                        c.CoatId,
                        stage = Ids.Of(c.Test.Stage),
                        finding = Ids.Of(c.Test.Finding),
                        c.Test.At,
                        entry,
                    }
                ),
            ],
            Change.CoatCorrected c =>
            [
                new(
                    "update coat set film = @film, air_c = @AirC, humidity_pct = @HumidityPct where workspace_id = @w and id = @CoatId",
                    new
                    {
                        w,
                        film = Ids.Of(c.Film),
                        c.AirC,
                        c.HumidityPct,
                        c.CoatId,
                    }
                ),
            ],
            Change.CoatBroughtIn c =>
            [
                new(
                    "update coat set brought_in_at = @At where workspace_id = @w and id = @CoatId",
                    new
                    {
                        w,
                        c.At,
                        c.CoatId,
                    }
                ),
            ],
            Change.CoatTimed c =>
            [
                new(
                    "update coat set started_at = @StartedAt, ended_at = @EndedAt where workspace_id = @w and id = @CoatId",
                    new
                    {
                        w,
                        c.StartedAt,
                        c.EndedAt,
                        c.CoatId,
                    }
                ),
            ],
            Change.ClockStarted c =>
            [
                new(
                    "insert into bench_clock (workspace_id, id, step_id, kind, started_at, stopped_at) values (@w, @Id, @StepId, "
                        + "@kind, @StartedAt, null)",
                    new
                    {
                        w,
                        c.Clock.Id,
                        c.Clock.StepId,
                        kind = Ids.Of(c.Clock.Kind),
                        c.Clock.StartedAt,
                    }
                ),
            ],
            Change.ClockStopped c =>
            [
                new(
                    "update bench_clock set stopped_at = @At where workspace_id = @w and id = @ClockId",
                    new
                    {
                        w,
                        c.At,
                        c.ClockId,
                    }
                ),
            ],
            Change.TransfersWetted c => [.. c.Transfers.Select(t => Tables.Soaked.Insert(w, SoakedRow.Of(t)))],
            Change.TransferSet c =>
            [
                new(
                    "update soaked_transfer set stuck_at = @StuckAt, out_at = @OutAt, ending = @ending, model_id = @ModelId "
                        + "where workspace_id = @w and id = @Id",
                    new
                    {
                        w,
                        c.Transfer.StuckAt,
                        c.Transfer.OutAt,
                        ending = c.Transfer.End is { } end ? Ids.Of(end) : null,
                        c.Transfer.ModelId,
                        c.Transfer.Id,
                    }
                ),
            ],
            Change.FlawNoted c => [Tables.Flaw.Insert(w, FlawRow.Of(c.Flaw, entry))],
            Change.FlawClosed c =>
            [
                new(
                    "update flaw set mended_at = @At, ending = @ending, reason = @Reason, cause = @cause "
                        + "where workspace_id = @w and id = @FlawId",
                    new
                    {
                        w,
                        c.At,
                        ending = Ids.Of(c.End),
                        c.Reason,
                        cause = c.Cause is { } cause ? Ids.Of(cause) : null,
                        c.FlawId,
                    }
                ),
            ],
            Change.FlawReopened c =>
            [
                new(
                    "update flaw set mended_at = null, ending = null, reason = null, cause = null where workspace_id = @w and id = @FlawId",
                    new { w, c.FlawId }
                ),
            ],
            Change.RepairTaken c =>
            [
                Tables.Repair.Insert(w, RepairRow.Of(c.Repair)),
                new(
                    "update flaw set repair_id = @Id where workspace_id = @w and id = any(@flaws)",
                    new
                    {
                        w,
                        c.Repair.Id,
                        flaws = c.FlawIds.ToArray(),
                    }
                ),
            ],
            Change.RepairGone c =>
            [
                new("update flaw set repair_id = null where workspace_id = @w and repair_id = @RepairId", new { w, c.RepairId }),
                new("delete from repair where workspace_id = @w and id = @RepairId", new { w, c.RepairId }),
            ],
            _ => SetupSql.Of(w, change),
        };
}
