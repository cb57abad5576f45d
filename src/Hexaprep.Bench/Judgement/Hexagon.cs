using Hexaprep.Bench.State;
using Hexaprep.Craft.Vocabulary;
using NodaTime;

namespace Hexaprep.Bench.Judgement;

/// <summary>Where one side of the hexagon stands.</summary>
public enum SideState
{
    None,
    Rest,
    Hand,
    Wait,
    Done,
    Redo,
}

/// <summary>Where a unit stands among its stages: six sides, the painting corner and the centre.</summary>
public sealed record Hexagon(
    SideState Clean,
    SideState Wash,
    SideState Fill,
    SideState Mount,
    SideState Prime,
    SideState Paint,
    SideState Varnish,
    SideState Finish
)
{
    /// <summary>The hexagon of some batches: each side shows the first that applies of redo, hand, rest, wait, done, none.</summary>
    public static Hexagon Of(BenchIndex bench, IEnumerable<Guid> batchIds, Instant now)
    {
        var steps = batchIds.SelectMany(b => bench.StepsOf[b]).ToLookup(s => s.Side);
        SideState At(Side side) => StateOf(bench, [.. steps[side]], now);
        return new(
            At(Side.Clean),
            At(Side.Wash),
            At(Side.Fill),
            At(Side.Mount),
            At(Side.Prime),
            At(Side.Paint),
            At(Side.Varnish),
            At(Side.Finish)
        );
    }

    /// <summary>Where a single step stands.</summary>
    public static SideState OfStep(BenchIndex bench, BenchStep step, Instant now) => StateOf(bench, [step], now);

    private static SideState StateOf(BenchIndex bench, List<BenchStep> steps, Instant now)
    {
        if (steps.Count == 0)
            return SideState.None;
        var ids = steps.Select(s => s.Id).ToHashSet();
        if (bench.OpenFlaws.Any(f => ids.Contains(f.StepId)))
            return SideState.Redo;
        if (bench.InHand is { } spell && ids.Contains(spell.StepId))
            return SideState.Hand;
        if (steps.Any(s => !bench.IsFinished(s)))
            return SideState.Rest;
        return steps.Any(s => StillDrying(bench, s, now)) ? SideState.Wait : SideState.Done;
    }

    private static bool StillDrying(BenchIndex bench, BenchStep step, Instant now) =>
        bench.CoatsOf(step.Id).Any(c => Waits.Of(bench, step).Any(stage => bench.TimesOf(c, stage.Stage) is { } t && t.Sure > now));
}
