using System.Collections.Immutable;
using Dapper;
using Hexaprep.Core;
using Hexaprep.Core.Bench;
using Hexaprep.Core.Routes;
using NodaTime;
using Npgsql;

namespace Hexaprep.Storage;

/// <summary>House rules and changed routes: kept, written in the logbook, and every route that depends on them derived again.</summary>
public sealed class RuleStore(NpgsqlDataSource source)
{
    /// <summary>Follows an option at a point, for the whole bench, a unit or a batch; null takes a narrower choice back. A repeated id changes nothing.</summary>
    /// <exception cref="RefusedException">The unit or batch is not there, or a step in hand would go.</exception>
    public Task ChooseAsync(WorkspaceId workspace, Guid id, Guid? unitId, Guid? batchId, School school, string? option, Instant now, CancellationToken cancel) =>
        InTurnAsync(workspace, id, async (connection, state) =>
        {
            if (unitId is { } u && state.Units.All(x => x.Id != u)) throw Missing("unitId", u, "unit");
            if (batchId is { } b && state.Batches.All(x => x.Id != b)) throw Missing("batchId", b, "batch");
            await WriteChoiceAsync(connection, workspace, unitId, batchId, school, option);
            await Logbook.WriteAsync(connection, workspace, id, "house", now, now, null, null, ActJson.Write(new { school = school.Id, option, unitId, batchId }));
            var after = state with { House = state.House.With(unitId ?? batchId, school, option) };
            var changed = after.Batches.Where(x => after.House.For(x).Of(school).Id != state.House.For(x).Of(school).Id).Select(x => x.Id).ToList();
            await Routes.DeriveAgainAsync(connection, workspace, after, changed);
        }, cancel);

    /// <summary>Answers the questions of the first visit in one go.</summary>
    public Task AnswerAsync(WorkspaceId workspace, Guid id, IReadOnlyDictionary<School, string> answers, Instant now, CancellationToken cancel) =>
        InTurnAsync(workspace, id, async (connection, state) =>
        {
            foreach (var (school, option) in answers) await WriteChoiceAsync(connection, workspace, null, null, school, option);
            await connection.ExecuteAsync("update workspace set house_asked = true where id = @w", new { w = workspace.Value });
            await Logbook.WriteAsync(connection, workspace, id, "house", now, now, null, null, ActJson.Write(new { answers = answers.ToDictionary(a => a.Key.Id, a => a.Value) }));
            var after = state with { House = answers.Aggregate(state.House, (book, a) => book.With(null, a.Key, a.Value)) };
            await Routes.DeriveAgainAsync(connection, workspace, after, [.. after.Batches.Select(b => b.Id)]);
        }, cancel);

    /// <summary>Changes a batch's route by the rule book: a law refuses it; what breaks good practice is done only when its consequence was accepted, and
    /// that is recorded.</summary>
    /// <exception cref="RefusedException">A law stands against it, its consequence was not accepted, or someone changed the batch since <paramref name="version"/>.</exception>
    public Task ChangeAsync(WorkspaceId workspace, Guid id, Guid batchId, int version, RouteChange change, bool accepted, Instant now, CancellationToken cancel) =>
        InTurnAsync(workspace, id, async (connection, state) =>
        {
            var batch = Checked(state, batchId, version);
            var job = state.JobOf(batch);
            var found = RouteCheck.Of(job, change, RuleBook.Trade);
            var words = string.Join(" ", found.Reasons.Select(r => r.Text));
            if (found.Verdict == Strength.Law) throw new RefusedException(new Refusal("step", words, found.Instead is { } instead ? $"Take {instead.Replace('_', ' ')} instead." : "It stays as it is.", RefusalKind.Conflict));
            if (found.Verdict == Strength.Practice && !accepted) throw new RefusedException(new Refusal("accepted", words, "Read what follows, then accept it.", RefusalKind.Conflict));
            await WriteChangesAsync(connection, workspace, state, batch, RouteCheck.With(job, change), change, found.Verdict, words, now);
            await Logbook.WriteAsync(connection, workspace, id, "route", now, now, null, null, ActJson.Write(new { batchId, change, strength = found.Verdict, consequence = words }));
        }, cancel);

    /// <summary>Takes every change of a step back: the route asks for it again as derived.</summary>
    /// <exception cref="RefusedException">There is none, or someone changed the batch since <paramref name="version"/>.</exception>
    public Task RestoreAsync(WorkspaceId workspace, Guid id, Guid batchId, int version, StepKind step, Instant now, CancellationToken cancel) =>
        InTurnAsync(workspace, id, async (connection, state) =>
        {
            var batch = Checked(state, batchId, version);
            var job = state.JobOf(batch);
            if (job.Changes.All(c => c.Step != step)) throw new RefusedException(new Refusal("step", $"{Ids.Of(step)} was not changed.", "Nothing has to be taken back.", RefusalKind.Conflict));
            await WriteChangesAsync(connection, workspace, state, batch, job with { Changes = [.. job.Changes.Where(c => c.Step != step)] }, null, Strength.Taste, "", now);
            await Logbook.WriteAsync(connection, workspace, id, "route", now, now, null, null, ActJson.Write(new { batchId, restored = step }));
        }, cancel);

    private Task InTurnAsync(WorkspaceId workspace, Guid id, Func<NpgsqlConnection, BenchState, Task> work, CancellationToken cancel) =>
        Turn.OnceAsync(source, workspace, id, async connection => await work(connection, (await BenchStore.ReadAsync(connection, workspace)).State), cancel);

    private static Core.Roster.Batch Checked(BenchState state, Guid batchId, int version)
    {
        var batch = state.Batches.FirstOrDefault(b => b.Id == batchId);
        Versions.Check(batch?.Version, version, "batch");
        return batch!;
    }

    internal static async Task WriteChoiceAsync(NpgsqlConnection connection, WorkspaceId workspace, Guid? unitId, Guid? batchId, School school, string? option)
    {
        var w = workspace.Value;
        await connection.ExecuteAsync("delete from house_choice where workspace_id = @w and unit_id is not distinct from @unitId and batch_id is not distinct from @batchId and school = @school",
            new { w, unitId, batchId, school = school.Id });
        if (option is not null)
            await connection.ExecuteAsync("insert into house_choice (workspace_id, id, unit_id, batch_id, school, option) values (@w, @newId, @unitId, @batchId, @school, @option)",
                new { w, newId = Guid.NewGuid(), unitId, batchId, school = school.Id, option });
    }

    // Changes that are gone leave the table; the logbook keeps that they were made.
    internal static async Task WriteChangesAsync(NpgsqlConnection connection, WorkspaceId workspace, BenchState state, Core.Roster.Batch batch, Job job, RouteChange? made, Strength strength, string consequence, Instant now)
    {
        var w = workspace.Value;
        var old = await connection.QueryAsync<KeptChange>("select kind, step, before_step, strength, consequence, at from route_change where workspace_id = @w and batch_id = @b", new { w, b = batch.Id });
        var kept = old.ToDictionary(k => (k.Kind, k.Step, k.BeforeStep));
        await connection.ExecuteAsync("delete from route_change where workspace_id = @w and batch_id = @b", new { w, b = batch.Id });
        var number = 0;
        foreach (var c in job.Changes)
        {
            var key = (Ids.Of(c.Kind), Ids.Of(c.Step), c.Before is { } before ? Ids.Of(before) : null);
            var known = ReferenceEquals(c, made) ? null : kept.GetValueOrDefault(key);
            await connection.ExecuteAsync("""
                insert into route_change (workspace_id, id, batch_id, number, kind, step, method, product_class, before_step, strength, consequence, at)
                values (@w, @id, @batchId, @number, @kind, @step, @Method, @product, @beforeStep, @strength, @consequence, @at)
                """, new
            {
                w,
                id = Guid.NewGuid(),
                batchId = batch.Id,
                number = ++number,
                kind = key.Item1,
                step = key.Item2,
                c.Method,
                product = c.Product is { } p ? Ids.Of(p) : null,
                beforeStep = key.Item3,
                strength = known?.Strength ?? Ids.Of(strength),
                consequence = known?.Consequence ?? consequence,
                at = known?.At ?? now,
            });
        }
        await connection.ExecuteAsync("update batch set version = version + 1 where workspace_id = @w and id = @b", new { w, b = batch.Id });
        var after = state with { Changes = state.Changes.SetItem(batch.Id, job.Changes.ToImmutableList()) };
        await Routes.DeriveAgainAsync(connection, workspace, after, [batch.Id]);
    }

    private static RefusedException Missing(string field, Guid id, string what) => new(new Refusal(field, $"There is no {what} {id}.", "Load the page again.", RefusalKind.NotFound));

#pragma warning disable CA1812 // Dapper makes it.
    private sealed class KeptChange
    {
        public string Kind { get; init; } = "";
        public string Step { get; init; } = "";
        public string? BeforeStep { get; init; }
        public string Strength { get; init; } = "";
        public string Consequence { get; init; } = "";
        public Instant At { get; init; }
    }
}
