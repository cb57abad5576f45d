using Hexaprep.Bench.Edits;
using Hexaprep.Bench.State;
using Hexaprep.Craft.Vocabulary;
using Microsoft.AspNetCore.Http.HttpResults;

namespace Hexaprep.Web.Http;

/// <summary>Answers a stale edit with the state it did not know.</summary>
public static class Stale
{
    /// <summary>The edit's answer, or 409 with <c>current</c>.</summary>
    public static async Task<Results<Ok<T>, ProblemHttpResult>> OrAsync<T>(Func<Task<T>> edit, Func<Task<T>> current)
    {
        try
        {
            return TypedResults.Ok(await edit());
        }
        catch (RefusedException refused) when (refused.Refusal is { Kind: RefusalKind.Conflict, Field: "version" })
        {
            return TypedResults.Problem(Problems.Of(refused.Refusal, await current()));
        }
    }

    /// <summary>Writes an edit and answers with what it edited, as it then is; 409 with the same where it was made from an older
    /// version.</summary>
    /// <param name="desk">Where it is written.</param>
    /// <param name="id">Of the edit: sent again it is done once.</param>
    /// <param name="sent">What was sent.</param>
    /// <param name="edit">Decides it.</param>
    /// <param name="current">What it edits, as it is.</param>
    /// <param name="cancel">Ends the wait.</param>
    public static Task<Results<Ok<T>, ProblemHttpResult>> EditAsync<T>(
        BenchService desk,
        Guid id,
        object sent,
        Func<BenchIndex, Decision> edit,
        Func<Task<T>> current,
        CancellationToken cancel
    ) =>
        OrAsync(
            async () =>
            {
                await desk.WriteAsync(id, sent, edit, cancel);
                return await current();
            },
            current
        );
}
