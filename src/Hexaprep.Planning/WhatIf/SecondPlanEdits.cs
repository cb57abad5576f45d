using Hexaprep.Bench.Edits;
using Hexaprep.Bench.State;
using Hexaprep.Craft.Vocabulary;
using NodaTime;

namespace Hexaprep.Planning.WhatIf;

/// <summary>A second plan is taken: what its question stands for is done to the bench.</summary>
public static class SecondPlanEdits
{
    /// <summary>Does what the question asked.</summary>
    /// <exception cref="RefusedException">The question lacks something, stands for no change, or a step in hand would go.</exception>
    public static Decision Take(BenchIndex bench, WhatIfAsk ask, Instant now, Func<Guid> newId)
    {
        var change = WhatIfChange.Of(bench, ask, now, newId);
        if (!change.Changes)
            throw new RefusedException(new Refusal("kind", $"{change.Title} changes nothing that could be kept.", "Ask something else."));
        return new Decision("plan", now, null, new { taken = change.Title, ask }, Rederive.LeavingHands(bench, change.Made));
    }
}
