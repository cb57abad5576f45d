using Hexaprep.Bench.Acts;
using Hexaprep.Bench.Judgement;
using Hexaprep.Bench.State;
using Hexaprep.Craft.Computation;
using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Routes;
using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Planning.Problem;
using Hexaprep.Scheduling.Problems;
using Hexaprep.Scheduling.Timetables;
using Hexaprep.Screens.Wording;
using NodaTime;

namespace Hexaprep.Screens.BenchScreen;

/// <summary>Reads the one step: pegs, key, reason, limit, cautions, card.</summary>
internal sealed class HandReader(BenchIndex bench, BenchPlan plan, Clockface clock, Sitting? sitting)
{
    // Long: one view, member by member.
    public HandView Of(PlannedWork work)
    {
        var step = bench.Steps[work.StepId];
        var batch = bench.Batches[step.BatchId];
        var unit = bench.Units[batch.UnitId];
        var words = StepWords.Of(step.Key);
        var remaining = bench.Remaining(step);
        var all = bench.ModelsInTurn(step);
        var painting = PaintProgress.Of(bench, step) is { Passes.Count: > 1 } several ? several : null;
        var next = painting?.Next?.Model.Number ?? (remaining.Count > 0 ? remaining[0].Number : (int?)null);
        var done = all.Count(m => bench.IsDone(step.Id, m.Id));
        var pegs = all.Select(m => new PegView(
            m.Number,
            bench.IsDone(step.Id, m.Id) ? PegState.Done
                : step.RepairId is null && bench.IsHeld(m.Id) ? PegState.Held
                : work.InHand && m.Number == next ? PegState.Hand
                : PegState.Rest
        )
        {
            Passes = painting is null ? null : Enumerable.Range(1, painting.Passes.Count).Count(p => painting.Has(m.Id, p)),
        });
        var how = painting is { Next: { } first }
            ? PassWords(painting, first.Pass, step)
            : PaintRow.Of(bench, step, clock.Now)?.Words ?? bench.HowOf(step);
        var ends =
            work.InHand ? work.End
            : PaintSessions.Has(step) ? clock.Now + (work.End - work.Begin)
            : clock.Now + Duration.FromMinutes(bench.Hands(step, work.Models, clock.Now));
        var test = work.InHand ? null : TestView.Of(Permission.Of(bench, step, remaining, clock), clock);
        var (key, note) =
            work.InHand && painting is { Next: { } on }
                ? PassKey(painting, on.Pass, on.Model.Number)
                : Key(step, words, work.InHand, remaining.Count, next, ends);
        var cautions = Caution.For(step.Key.Kind, step.Amounts.Way, bench.JobOf(step));
        var card = new CardView(
            step.Reason,
            how,
            words.LookFor,
            words.GoesWrong,
            [.. RuleBook.Trade.Cards(step.Key.Kind, bench.JobOf(step))]
        )
        {
            Accidents = Accident.At(step.Key.Kind, step.Amounts.Way),
        };
        var counted = $"{all.Count} {(all.Count == 1 ? "model" : "models")}";
        var detail = string.Join(
            " · ",
            new[] { batch.Name, bench.LoadWords(step), counted, batch.Traits.MaterialWords }.Where(w => w.Length > 0)
        );
        return new HandView(
            step.Id,
            unit.Id,
            unit.Name,
            unit.Mark,
            detail,
            step.Key.Kind,
            BenchIndex.TitleOf(step),
            how,
            [.. pegs],
            done,
            all.Count,
            work.InHand,
            next,
            key,
            note,
            ends,
            Why(step, work),
            Limit(step, work.InHand),
            CautionViews.Of(cautions, Seen(step)),
            card,
            step.Key.Kind.IsGate()
        )
        {
            Test = test,
            // Where paint must match what is there.
            Recipes = step.Key.Kind
                is StepKind.Paint
                    or StepKind.PaintShade
                    or StepKind.PaintMasked
                    or StepKind.TouchIn
                    or StepKind.SeamRepair
                    or StepKind.Shade
                ? [.. RecipeView.WithPasses(bench, unit.Id).Where(r => !StepNoteView.IsNote(r))]
                : [],
            Passes = painting is { Next: { } at } ? Passes(painting, at.Pass) : null,
            Note = StepNoteView.Of(bench, step),
            Against = work.InHand && bench.InHand?.Against is { } against ? $"Begun against advice: {Sentence.Within(against)}." : null,
            UnfitAir = work.InHand ? null : ActRules.UnfitAir(bench, step, clock.Now),
            HoldSeconds = Joint(step)?.Hold,
            MovableSeconds = Joint(step)?.Movable,
            AcceleratedSeconds = step is { Key.Kind: StepKind.Glue, Amounts.Method: "ca" } ? TradeDefaults.AcceleratedSeconds : null,
            // Nothing is soaked or shaken for what may turn out not to be dry.
            Clock = test is null ? MinuteClocks.Offer(bench, step, clock.Now) : null,
            Asks = work.InHand ? null : Asks(bench, step),
            Locks = IsBegun(bench, step) ? [] : Locked(bench, step),
            Sides = work.InHand && step.Amounts is { Mode: not null, Method: "spray_can" } ? SprayManner.Sides : [],
        };
    }

    private static PassesView Passes(PaintProgress painting, int number) =>
        new(painting.Passes.Count, number, painting.Passes[number - 1].Name, painting.Lacking(number).Count);

    // The pass that is on, how it goes over the row, and in which of how many.
    private string PassWords(PaintProgress painting, int number, BenchStep step)
    {
        var pass = painting.Passes[number - 1];
        var name = $"{Sentence.Opened(pass.Name)}, {number} of {painting.Passes.Count}";
        var row = PaintRow.Of(bench, step, clock.Now)?.Words ?? "A model at a time, all its passes.";
        return pass.Area.Length + pass.Mix.Length > 0
            ? $"{name}: {string.Join("; ", new[] { pass.Area, pass.Mix }.Where(w => w.Length > 0))}. {row}"
            : $"{name}. {row}";
    }

    // The key of a session with passes: this pass on this model, and what follows.
    private static (string, string) PassKey(PaintProgress painting, int number, int model)
    {
        var lacking = painting.Lacking(number).Count - 1;
        var each = Clockface.Hands(Math.Max(1, (int)Math.Ceiling(painting.Seconds(number) / 60)));
        var then =
            !painting.IsByRow && number < painting.Passes.Count ? $"then {painting.Passes[number].Name}, on the same"
            : painting.IsByRow && lacking > 0 ? $"{lacking} more after it, {each} each"
            : painting.IsByRow && number < painting.Passes.Count ? $"then {painting.Passes[number].Name}, from the first again"
            : lacking > 0 ? $"the last of it: {Sentence.Counted(lacking, "model")} more after it"
            : "closes the step";
        return ($"Model {model}: {painting.Passes[number - 1].Name} on", then);
    }

    // A model of the load whose turn it is went through it.
    private static bool IsBegun(BenchIndex bench, BenchStep step) =>
        bench.ModelsInTurn(step) is var turn && turn.Any(m => bench.IsDone(step.Id, m.Id));

    private static (int Movable, int Hold)? Joint(BenchStep step) =>
        step is { Key.Kind: StepKind.Glue or StepKind.Reassemble or StepKind.Base, Amounts.Method: { } glue }
            ? TradeDefaults.JointSeconds(glue)
            : null;

    // What can no longer be done once this is: said before the first model.
    private static IReadOnlyList<Citation> Locked(BenchIndex bench, BenchStep step) =>
        [.. RuleBook.Trade.LocksOf(step.Key.Kind, bench.JobOf(step))];

    private static string? InOne(IReadOnlyList<Citation> locks) => locks.Count == 0 ? null : string.Join(" ", locks.Select(l => l.Text));

    // Set glue, softener and varnish have no way back; primer covers what was found and not mended.
    internal static string? Asks(BenchIndex bench, BenchStep step) =>
        IsBegun(bench, step)
            ? null
            : step.Key.Kind switch
            {
                StepKind.Glue or StepKind.SoftenTransfer or StepKind.Seal or StepKind.FinalCoat => InOne(Locked(bench, step)),
                StepKind.Prime when step.Key.Occurrence == 1 && Held(bench, step) is { Count: > 0 } held =>
                    $"Not mended yet: {string.Join("; ", held.Select(f => $"{f.Words} ({f.Place})"))}. "
                        + $"{(held.Count == 1 ? "That model is" : "Those models are")} left out and primed later.",
                _ => null,
            };

    private int Hands(BenchStep step, int left) =>
        plan.MixOf(step) is null ? bench.Hands(step, left, clock.Now) : PuttyMix.MinutesFrom(step, left);

    private static List<Flaw> Held(BenchIndex bench, BenchStep step) =>
        [.. bench.OpenFlaws.Where(f => bench.Steps[f.StepId].BatchId == step.BatchId)];

    private (string, string) Key(BenchStep step, StepWords words, bool inHand, int left, int? next, Instant ends)
    {
        var minutes = PaintSessions.Has(step) ? PaintSessions.Left(bench, step, clock.Now) : 0;
        if (!inHand && minutes > 0)
            return (
                $"{(minutes < step.Amounts.SecondsPerModel * left / 60 || IsBegun(bench, step) ? "Pick it up" : "Begin")}: "
                    + $"{Sentence.Within(words.Title)}",
                $"till about {clock.At(ends)}, {Clockface.Hands(minutes)} in all: put it down at any time, within a model too"
            );
        if (!inHand)
            return (
                $"{(IsBegun(bench, step) ? "Pick it up" : "Begin")}: {Sentence.Within(words.Title)}",
                $"about {Clockface.Hands(Hands(step, left))} hands-on, done about {clock.At(ends)}"
            );
        var models = bench.ModelsInTurn(step);
        var total = models.Count;
        var done = step.Key.Kind.IsGate() ? "is clean" : words.Done;
        return left == 1
            ? (
                total == 1
                    ? $"It {(step.Key.Kind.IsGate() ? done : "is " + done)}"
                    : $"All {total - (step.RepairId is null ? models.Count(m => bench.IsHeld(m.Id)) : 0)} {words.Done}",
                EndsWithALook(step) ? $"closes the step: look each over once. {GateFlaws.Asks(step.Key.Kind)}".TrimEnd() : "closes the step"
            )
            : ($"Model {next} {done}", $"{left - 1} more after it, done about {clock.At(ends)}");
    }

    // Where no gate follows, the last key is the look.
    private bool EndsWithALook(BenchStep step) =>
        GateFlaws.EndsWithALook(step.Key.Kind)
        && bench.StepsOf[step.BatchId].FirstOrDefault(s => s.Position > step.Position)?.Key.Kind.IsGate() != true;

    // The cause in at most sixteen words: a long wait that passes unattended, a wait that ended, a deadline, or what it opens.
    private string Why(BenchStep step, PlannedWork work)
    {
        if (!work.InHand && plan.MixOf(step) is { } mix && mix.Stiff > clock.Now)
            return $"The mix for {bench.NameOf(mix.First(bench))} stays workable till {clock.At(mix.Stiff)}: fill these from it, "
                + "mix nothing anew.";
        if (!work.InHand && plan.BeginOf(step) is { } planned && planned > clock.Now + Duration.FromMinutes(1) && !IsBegun(bench, step))
            return $"Planned for {clock.At(planned)}: your hands are free sooner, and it may begin.";
        var waits = Waits.Of(bench, step);
        if (step.Amounts.Product is { } product && waits.Count > 0)
        {
            var minutes = waits.Select(w => w.Planned(bench.Expected(step, w.Stage, clock.Now))).Order().ToList();
            var (noun, _) = StepWords.Wait(step.Key.Kind, product);
            // What goes on in this sitting is why it is done now; else the longest wait is, which passes unattended.
            if (sitting is null || work.End + Duration.FromMinutes(minutes[0]) <= sitting.End)
                return $"Its {noun} needs {Clockface.Lasts(minutes[0])}: the sooner it is on, the sooner {bench.NameOf(step)} goes on.";
            return $"Its {noun} needs {Clockface.Lasts(minutes[^1])}: started now, that passes while you are away.";
        }
        var wait = plan.HoldsOf(step).LastOrDefault(b => b is { Kind: BindingKind.Wait, Binds: true });
        if (wait is not null && bench.Steps[PlanIds.StepOf(wait.Step!)].Amounts.Product is { } earlier)
        {
            var (noun, _) = StepWords.Wait(bench.Steps[PlanIds.StepOf(wait.Step!)].Key.Kind, earlier);
            if (RouteReadiness.Of(bench, step, bench.Remaining(step), clock) is { TestFrom: not null } blocker)
                return $"Its {noun} is usually ready by now, surely by {clock.At(blocker.Until!.Value)}: test it, and go on.";
            return $"Its {noun} has been ready since {clock.At(plan.At(wait.At))}; the longest way still lies ahead of it.";
        }
        return bench.UnitOf(step).Deadline is { } day
            ? $"{bench.UnitOf(step).Name} {(One(step) ? "is" : "are")} due {clock.Day(day)}, and everything after waits for this."
            : $"It may go on now, and the longest way still lies ahead of {bench.UnitOf(step).Name}.";
    }

    private bool One(BenchStep step) => bench.BatchesOf[bench.UnitOf(step).Id].Sum(b => b.Traits.Models) == 1;

    private LimitView? Limit(BenchStep step, bool inHand)
    {
        if (!inHand || step.Amounts.WorkingMinutes is null || bench.InHand is not { } spell)
            return null;
        var stiff = PuttyMix.StiffAt(bench, spell);
        var left = bench.Remaining(step).Count;
        var reach = (int)Math.Max(0, (stiff - clock.Now).TotalSeconds / Math.Max(1, step.Amounts.SecondsPerModel));
        return new LimitView(
            stiff <= clock.Now ? "The mix is stiff: mix anew"
                : reach < left ? $"Mix stiffens {clock.At(stiff)}: it reaches {reach} of {left}"
                : $"Mix stiffens {clock.At(stiff)}",
            stiff
        );
    }

    private HashSet<string> Seen(BenchStep step)
    {
        if (sitting is null)
            return [];
        return
        [
            .. bench
                .EndedAfter(sitting.Begin)
                .Where(s => s.BeganAt >= sitting.Begin && s.StepId != step.Id)
                .Select(s => bench.Steps[s.StepId])
                .SelectMany(s => Caution.For(s.Key.Kind, s.Amounts.Way, bench.JobOf(s)))
                .Select(c => c.Name),
        ];
    }
}
