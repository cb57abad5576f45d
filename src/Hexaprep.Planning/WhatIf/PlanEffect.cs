using Hexaprep.Bench.State;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Planning.Problem;
using Hexaprep.Planning.Reasons;
using NodaTime;

namespace Hexaprep.Planning.WhatIf;

/// <summary>What a change of the bench does to its plan: both plans are searched with the same effort.</summary>
/// <param name="HandsMinutes">More or fewer minutes of hands for everything still to be done.</param>
/// <param name="Days">How many days later (or earlier) the last unit is done; null where some unit has no date.</param>
/// <param name="Moves">Promises that move by half a day or more, in words.</param>
public sealed record PlanEffect(int HandsMinutes, double? Days, IReadOnlyList<string> Moves)
{
    /// <summary>The effect of having a bench as it would be in place of the bench as it is.</summary>
    /// <param name="bench">As it is.</param>
    /// <param name="plan">The plan in force, bettered: what is compared with.</param>
    /// <param name="next">As it would be.</param>
    /// <param name="now">Nothing is planned before it.</param>
    /// <param name="budget">Decodes for each plan that is compared, at least 1.</param>
    /// <param name="cancel">Ends the search.</param>
    public static PlanEffect Of(BenchIndex bench, BenchPlan plan, BenchIndex next, Instant now, int budget, CancellationToken cancel)
    {
        var (was, will) = (Promises.Of(bench, plan), SecondPlan.Of(bench, plan, next, now, budget, cancel).Ends);
        double? days =
            was.Values.Max() is { } a && will.Values.Max() is { } z && will.Values.All(p => p is not null) ? (z - a).TotalDays : null;
        return new(Hands(next) - Hands(bench), days, [.. Promises.Moves(bench, was, will, new Clockface(bench.State.Settings.Zone, now))]);
    }

    private static int Hands(BenchIndex index) =>
        index.State.Batches.SelectMany(b => index.StepsOf[b.Id]).Sum(s => s.HandsMinutes(index.Left(s)));
}
