using Hexaprep.Craft.Steps;
using NodaTime;

namespace Hexaprep.Bench.State;

/// <summary>A wait of the bench that is no coat's: a binding that must hold, what a cloth left. It counts from a model's end of the
/// step before, and nothing but time ends it.</summary>
/// <param name="Step">The step that left it.</param>
/// <param name="Edge">What waits for it longest.</param>
public sealed record RunningHold(BenchStep Step, BenchEdge Edge)
{
    /// <summary>What holds: "binding".</summary>
    public string Noun => StepWords.Hold(Step.Key.Kind).Noun;

    /// <summary>True for an edge that waits although nothing dries.</summary>
    public static bool Is(BenchEdge edge) => edge.Stage is null && edge.MinMinutes > 0;

    /// <summary>The moment an edge lets one model go; null while it has not been through the step before, and for edges that do not
    /// hold.</summary>
    public static Instant? Until(BenchIndex bench, BenchEdge edge, Guid modelId) =>
        Is(edge) ? Until(bench, edge, bench.TicksOf[edge.From].Where(t => t.ModelId == modelId)) : null;

    /// <summary>The moment an edge lets the last model go; null where none has been through the step before.</summary>
    public static Instant? Until(BenchIndex bench, BenchEdge edge) => Is(edge) ? Until(bench, edge, bench.TicksOf[edge.From]) : null;

    /// <summary>What a step leaves to wait for; null where nothing holds what is not finished yet, and where it left a coat: that is told
    /// by its own times.</summary>
    public static RunningHold? After(BenchIndex bench, BenchStep step) =>
        step.Amounts.Product is null
        && bench
            .EdgesOutOf[step.Id]
            .Where(e => Is(e) && bench.Steps[e.To].NotNeeded is null && !bench.IsFinished(bench.Steps[e.To]))
            .MaxBy(e => e.MinMinutes)
            is { } edge
            ? new RunningHold(step, edge)
            : null;

    /// <summary>All that holds now, with the moment it lets the last model go.</summary>
    public static IEnumerable<(RunningHold What, Instant Until)> Running(BenchIndex bench, Instant now) =>
        from batch in bench.State.Batches
        from step in bench.StepsOf[batch.Id]
        where bench.TicksOf[step.Id].Any()
        let holding = After(bench, step)
        where holding is not null
        let until = Until(bench, holding.Edge)
        where until > now
        select (holding, until.Value);

    private static Instant? Until(BenchIndex bench, BenchEdge edge, IEnumerable<Tick> ticks) =>
        ticks.Where(t => !IsOff(bench, edge, t)).Max(t => (Instant?)t.At) is { } at ? at + Duration.FromMinutes(edge.MinMinutes) : null;

    // What else waited for it was done with the model since: it was taken off.
    private static bool IsOff(BenchIndex bench, BenchEdge edge, Tick tick) =>
        bench
            .EdgesOutOf[edge.From]
            .Any(e => Is(e) && e.To != edge.To && bench.TicksOf[e.To].Any(t => t.ModelId == tick.ModelId && t.At > tick.At));
}
