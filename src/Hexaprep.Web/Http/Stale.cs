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
}
