using Hexaprep.Core.MayI;
using Hexaprep.Core.Routes;
using Hexaprep.Core.Wording;
using NodaTime;

namespace Hexaprep.Core.Bench;

/// <summary>What speaks against a step that waits: good practice may be gone against on purpose, and is logged; a law of the material
/// may not.</summary>
/// <param name="IsLaw">A law stands against it.</param>
/// <param name="Text">What speaks against it, at most <see cref="MostText"/> characters.</param>
public sealed record Advice(bool IsLaw, string Text)
{
    /// <summary>The most characters of what speaks against a step.</summary>
    public const int MostText = 400;

    /// <summary>What speaks against a step at a moment: what may-I says of it, beside what the route waits for.</summary>
    public static Advice On(BenchIndex bench, BenchStep step, Blocker blocker, Instant at)
    {
        var answer = new MayIReader(bench, at)
            .Judge(bench.Batches[step.BatchId], bench.Remaining(step))
            .Alone(new Ask(step.Key.Kind) { Method = step.Amounts.Method, Product = step.Amounts.Product });
        var reasons = answer.Verdict == Verdict.Yes ? [] : answer.Reasons.Where(r => r.Rule != Waiting.FitAir.Name).ToList();
        var isLaw = answer.Verdict == Verdict.No || reasons.Exists(r => r.Strength == Strength.Law);
        var text = isLaw ? reasons.Where(r => r.Strength == Strength.Law).Select(r => r.Text).First() : blocker.Reason;
        text = Sentence.Opened(text).TrimEnd('.');
        return new(isLaw, text.Length <= MostText ? text : text[..MostText]);
    }
}
