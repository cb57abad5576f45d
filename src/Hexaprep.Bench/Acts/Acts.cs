using Hexaprep.Bench.State;
using Hexaprep.Craft.Vocabulary;
using NodaTime;

namespace Hexaprep.Bench.Acts;

/// <summary>An act at the bench as a write.</summary>
public static class Acts
{
    /// <summary>What an act does.</summary>
    /// <param name="bench">Before.</param>
    /// <param name="act">The act.</param>
    /// <param name="now">The server's clock.</param>
    /// <param name="newId">Gives fresh random identities.</param>
    /// <exception cref="RefusedException">The act is wrong, or conflicts with what has happened.</exception>
    public static Decision Decide(BenchIndex bench, Act act, Instant now, Func<Guid> newId)
    {
        var changes = new ActRules(bench, now, newId).Of(act);
        return new Decision(
            Ids.Of(act.Kind),
            act.At.Kept(),
            act.StepId,
            new { act, changes = changes.Select(c => new { kind = c.GetType().Name, value = (object)c }) },
            changes
        );
    }
}
