using System.Collections.Concurrent;
using Hexaprep.Planning.Problem;
using Hexaprep.Planning.WhatIf;

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

    /// <summary>The first plan of a bench: the best of some fixed orders, until it was searched for in earnest.</summary>
    internal bool IsOfAMoment { get; init; }

    /// <summary>The plan whose dates were promised before something changed; null where none were.</summary>
    internal BenchPlan? Promised { get; init; }

    /// <summary>True for the first plan of a bench until it was bettered: its dates will move, and are no promise yet.</summary>
    public bool IsFirst => IsOfAMoment || (!IsBettered && Promised is null);

    /// <summary>True when it was bettered as far as the budget goes.</summary>
    public bool IsBettered { get; init; }

    /// <summary>A better plan that only the person can choose; null where there is none.</summary>
    public BenchPlan? Offer { get; init; }

    /// <summary>The plan before it, where a better one took its place: what is gone back to. Null where nothing is.</summary>
    public BenchPlan? Before { get; init; }

    /// <summary>True when it was made for this bench and the clock has not overtaken it.</summary>
    public bool IsOf(long revision, NodaTime.Instant now) => Revision == revision && Plan.HoldsAt(now);
}

/// <summary>What went wrong with planning a bench.</summary>
/// <param name="Revision">The bench.</param>
/// <param name="Times">How often it was tried.</param>
/// <param name="Failure">What the last try ended with.</param>
public sealed record PlanTrouble(long Revision, int Times, Exception Failure)
{
    /// <summary>True when it is not tried again until the bench has changed.</summary>
    public bool IsGivenUp => Times >= WorkspacePlanner.MostFailures;
}
