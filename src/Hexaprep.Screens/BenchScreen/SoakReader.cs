using Hexaprep.Bench.Judgement;
using Hexaprep.Bench.State;
using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Routes;
using Hexaprep.Craft.Vocabulary;
using NodaTime;

namespace Hexaprep.Screens.BenchScreen;

/// <summary>Reads the run of transfers for the screen.</summary>
public sealed class SoakReader(BenchIndex bench, Instant now)
{
    private const int Shown = 12;

    /// <summary>The run of a step.</summary>
    /// <returns>Null where the step is not there or places no transfers.</returns>
    public SoakView? Of(Guid stepId)
    {
        if (!bench.Steps.TryGetValue(stepId, out var step) || SoakRun.Of(bench, step, now) is not { } run)
            return null;
        var unit = bench.UnitOf(step);
        var clock = new Clockface(bench.State.Settings.Zone, now);
        var remaining = bench.Remaining(step);
        return new SoakView(
            step.Id,
            unit.Id,
            bench.NameOf(step),
            unit.Mark,
            run.Next,
            Verb(run),
            Where(run),
            Main(run),
            run.Total,
            run.Placed,
            run.Lost,
            run.InWater.Count,
            run.Group > 0 ? run.Group : run.InWater.Count,
            Why(run),
            [.. run.Turns.Take(Shown).Select(t => View(t, run, remaining))],
            Whole(run),
            Minutes(run.Left * (run.SoakSeconds + run.PlaceSeconds)),
            run.Next == SoakMove.Through || bench.InHand?.StepId == step.Id || remaining.Count == 0
                ? null
                : Permission.Of(bench, step, remaining, clock)?.Reason,
            bench.State.Soaked.Exists(t => t.StepId == step.Id && t.OutAt is not null),
            bench.State.Settings.Zone.Id
        );
    }

    private static string Verb(SoakRun run)
    {
        var first = run.Placed + 1;
        var wet = run.Placed + run.InWater.Count + 1;
        return run.Next switch
        {
            SoakMove.Through => "All are placed",
            SoakMove.Wet when run.Group <= 2 => run.Group == 1 ? $"Wet {wet}" : $"Wet {wet} and {wet + 1}",
            SoakMove.Wet => $"Wet {wet} to {wet + run.Group - 1}",
            SoakMove.Spoil => "Take it out",
            _ => $"Place {first}",
        };
    }

    private string Where(SoakRun run) =>
        run.Next switch
        {
            SoakMove.Through => "Let them dry; nothing touches them until softener or a test.",
            SoakMove.Wet => "Both sides wet, then on the damp paper: the hands go on meanwhile.",
            SoakMove.Spoil =>
                $"It lay in the water for {Transferring.SoakLastsMinutes} min: its glue is lost. Take another from the sheet.",
            _ => On(run) + Seat(run.Step),
        };

    private static string On(SoakRun run) =>
        run.PerModel == 1
            ? $"on model {run.Model!.Number}. "
            : $"on model {run.Model!.Number}, transfer {run.OnModel + 1} of {run.PerModel}. ";

    private string Seat(BenchStep step) =>
        bench.HouseOf(step.BatchId).Of(HouseRuleCatalog.Seat).Id switch
        {
            "dried_setter" => "Water on the dried setter, slide, nudge, blot.",
            "water" => "Wet seat, slide, nudge, blot.",
            _ => "Wet film of setter, slide, nudge, blot.",
        };

    private static string Main(SoakRun run) =>
        run.Next switch
        {
            SoakMove.Through => "All are placed",
            SoakMove.Wet => run.Group == 1 ? "It is in the water" : $"{run.Group} are in the water",
            SoakMove.Spoil => "It is out of the water",
            _ when run.IsLastOfModel => run.Left == 1 ? "Placed: that is all" : $"Placed: model {run.Model!.Number} is through",
            _ => $"Placed, take {run.Placed + 2}",
        };

    private static string Why(SoakRun run)
    {
        var by = run.Learned > 0 ? $"yours, 8 in 10, n = {run.Learned}" : "by the step's minutes";
        var group = run.Group switch
        {
            0 => "all that are left lie in the water",
            1 => "so one at a time",
            var most => $"so {most} at most",
        };
        return $"Slides from {run.SoakSeconds} s, placed within {Transferring.SoakPlannedMinutes} min of wetting. "
            + $"You place one in {run.PlaceSeconds} s ({by}): {group}.";
    }

    private string Whole(SoakRun run) =>
        run.Turns is [.., var last] ? Minutes((int)(last.EndAt - Instant.Max(now, run.Turns[0].WetAt)).TotalSeconds) : "0 min";

    private static string Minutes(int seconds) => Clockface.Hands(Math.Max(1, (seconds + 59) / 60));

    private static SoakTurnView View(SoakTurn t, SoakRun run, IReadOnlyList<BenchModel> remaining)
    {
        var model = remaining[Math.Min(remaining.Count - 1, (t.Number - run.Placed - 1 + run.OnModel) / run.PerModel)];
        return new SoakTurnView(t.Number, model.Number, t.WetAt, t.SlidesAt, t.PlaceAt, t.EndAt, t.LostAt, t.IsWet);
    }
}
