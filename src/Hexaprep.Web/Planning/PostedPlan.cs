using System.Collections.Concurrent;
using Hexaprep.Core.Bench;

namespace Hexaprep.Web.Planning;

/// <summary>A plan that is there for everybody to read.</summary>
/// <param name="Plan">The plan, with what readers ask of it worked out.</param>
/// <param name="Revision">The bench it was made for.</param>
public sealed record PostedPlan(BenchPlan Plan, long Revision)
{
    /// <summary>What regrouping would save; null until somebody asked and it was weighed.</summary>
    public SizesView? Sizes { get; init; }

    /// <summary>What was asked of this plan: the same question is worked out once.</summary>
    internal ConcurrentDictionary<object, object> Answers { get; init; } = new();

    /// <summary>The plan it follows, where a better one is still to be searched for.</summary>
    internal SearchDue? Due { get; init; }

    /// <summary>True when it was made for this bench and the clock has not overtaken it.</summary>
    public bool IsOf(long revision, NodaTime.Instant now) => Revision == revision && Plan.HoldsAt(now);
}

/// <summary>A search that is still to be made.</summary>
/// <param name="From">The plan it begins from; null for one from nothing.</param>
/// <param name="Freely">True when more may move than must: an earlier search was broken off.</param>
internal sealed record SearchDue(BenchPlan? From, bool Freely);
