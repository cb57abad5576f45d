using Hexaprep.Bench.State;
using Hexaprep.Craft.Permissions;
using Hexaprep.Craft.Routes;
using Hexaprep.Craft.Vocabulary;
using NodaTime;

namespace Hexaprep.Bench.Judgement;

/// <summary>What speaks against a step that waits: good practice may be gone against on purpose, and is logged; a law of the material
/// may not.</summary>
/// <param name="IsLaw">A law stands against it.</param>
/// <param name="Text">What speaks against it, at most <see cref="MostText"/> characters.</param>
public sealed record AgainstAdvice(bool IsLaw, string Text)
{
    /// <summary>The most characters of what speaks against a step.</summary>
    public const int MostText = 400;

    /// <summary>What speaks against a step at a moment: what may-I says of it, beside what the route waits for.</summary>
    public static AgainstAdvice On(BenchIndex bench, BenchStep step, Blocker blocker, Instant at)
    {
        var answer = BenchPermission
            .Of(bench, bench.Batches[step.BatchId], bench.Remaining(step), at)
            .Alone(new PermissionQuery(step.Key.Kind) { Method = step.Amounts.Method, Product = step.Amounts.Product });
        var law = answer.Verdict == Verdict.Yes ? null : answer.Reasons.FirstOrDefault(r => r.Strength == Strength.Law && !IsText(r.Rule));
        var text = Sentence.Opened(law?.Text ?? blocker.Reason).TrimEnd('.');
        return new(law is not null, text.Length <= MostText ? text : text[..MostText]);
    }

    // A card stands beside a step and forbids nothing.
    private static bool IsText(string rule) => RuleBook.Trade.Named(rule)?.Acts == RuleActs.Card;
}
