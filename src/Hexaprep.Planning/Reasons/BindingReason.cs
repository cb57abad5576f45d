using Hexaprep.Bench.Judgement;
using Hexaprep.Bench.State;
using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Planning.Problem;
using Hexaprep.Scheduling.Timetables;
using NodaTime;

namespace Hexaprep.Planning.Reasons;

/// <summary>Says in words what holds a step of the plan where it is.</summary>
public static class BindingReason
{
    /// <summary>Why a step is not reached before a moment (the sitting's end), in a few words, and when it lets go. What dries is
    /// named only when that
    /// alone prevents it.</summary>
    public static (string Reason, Instant? Until) WhyNot(BenchIndex bench, BenchPlan plan, BenchStep step, Instant ends, Clockface clock)
    {
        if (plan.LacksOf(step) is { } lacks)
            return (lacks, null);
        var remaining = bench.Remaining(step);
        if (remaining.Count == 0 && bench.Behind(step).Count is > 0 and var held)
            return ($"{Sentence.Counted(held, "model")} to be mended first", plan.BeginOf(step));
        if (RouteReadiness.Of(bench, step, remaining, clock) is { Until: { } until } blocker && (blocker.TestFrom ?? until) >= ends)
            return (blocker.Reason, until);
        var planned = plan.BeginOf(step);
        if (plan.HoldsOf(step).LastOrDefault(b => b.Binds) is not { } binding || planned is not { } at)
            return ("earlier steps come first", planned);
        return binding.Kind switch
        {
            BindingKind.Wait when Drying(bench, binding) is { } what => (
                $"{what}{(IsByTest(bench, step, binding) ? ", usually" : "")} till {clock.At(plan.At(binding.At))}",
                at
            ),
            BindingKind.Sitting => ($"sitting {clock.At(at)}", at),
            BindingKind.SprayWindow => ($"spray {clock.At(at)}", at),
            BindingKind.Resource => ($"{(binding.Resource == ProblemBuilder.Rack ? "rack" : "handles")} free {clock.At(at)}", at),
            BindingKind.Dust => ($"no dust before {clock.At(at)}", at),
            BindingKind.Place => ($"a place free {clock.At(at)}", at),
            BindingKind.HeldBack => ($"not needed before {clock.At(at)}", at),
            _ => ($"hands free {clock.At(at)}", at),
        };
    }

    /// <summary>One hold of a step as a line of the plan's "what holds it".</summary>
    public static string Line(BenchIndex bench, BenchStep step, Binding binding)
    {
        var other = binding.Step is { } id ? bench.Steps[PlanIds.StepOf(id)] : null;
        return binding.Kind switch
        {
            BindingKind.Wait when Drying(bench, binding) is { } what => IsByTest(bench, step, binding)
                ? $"{what}, usually until then: test it, and it could begin"
                : $"{what} until then: it could begin",
            BindingKind.Wait => $"{BenchIndex.TitleOf(other!)} is done: it could begin",
            BindingKind.Hands => $"your hands leave {bench.NameOf(other!)}",
            BindingKind.Changeover => $"a change of work after {bench.NameOf(other!)}: put away, take out",
            BindingKind.Dust when other is not null => $"{bench.NameOf(other)} is touch-dry: no dust beside a wet coat",
            BindingKind.Dust => "the coats in the room are touch-dry: no dust before",
            BindingKind.Place => $"{bench.NameOf(other!)} is through: as many units are under way as may be",
            BindingKind.Sitting => "the sitting begins",
            BindingKind.SprayWindow => "spraying is possible",
            BindingKind.Resource when binding.Resource == ProblemBuilder.Rack =>
                $"{bench.NameOf(other!)} dries in the last rack slot until then",
            BindingKind.Resource => $"{bench.NameOf(other!)} gives its handles back",
            BindingKind.Gap => $"the gap after {BenchIndex.TitleOf(other!)} is over: not between",
            BindingKind.SetUp => $"shares or changes the set-up of {bench.NameOf(other!)}",
            BindingKind.Window => $"{BenchIndex.TitleOf(other!)}, {bench.NameOf(other!)}, must follow soon and cannot be earlier",
            _ when binding.Buys > 0 => "held back: earlier would cost another sitting or set-up",
            _ => "held back: not needed before",
        };
    }

    private static bool IsByTest(BenchIndex bench, BenchStep step, Binding binding) =>
        bench.EdgesInto[step.Id].Any(e => e.From == PlanIds.StepOf(binding.Step!) && ByTest.Begins(bench, e));

    private static string? Drying(BenchIndex bench, Binding binding)
    {
        var before = bench.Steps[PlanIds.StepOf(binding.Step!)];
        if (before.Amounts.Product is not { } product)
        {
            var (held, holds) = StepWords.Hold(before.Key.Kind);
            return RunningHold.After(bench, before) is null ? null : $"{held} {holds}";
        }
        var (noun, verb) = StepWords.Wait(before.Key.Kind, product);
        return $"{noun} {verb}";
    }
}
