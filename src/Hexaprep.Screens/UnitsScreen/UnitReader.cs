using Hexaprep.Bench.Edits;
using Hexaprep.Bench.Judgement;
using Hexaprep.Bench.State;
using Hexaprep.Craft.Computation;
using Hexaprep.Craft.Joining;
using Hexaprep.Craft.Routes;
using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Planning.Problem;
using Hexaprep.Screens.BenchScreen;
using Hexaprep.Screens.PlanScreen;
using Hexaprep.Screens.Wording;
using NodaTime;

namespace Hexaprep.Screens.UnitsScreen;

/// <summary>Reads a unit for the screen.</summary>
public sealed class UnitReader(BenchIndex bench, BenchPlan plan, Instant now)
{
    private readonly Clockface _clock = new(bench.State.Settings.Zone, now);

    /// <summary>All units, by the plan's order of finish.</summary>
    /// <param name="datesStand">False while the dates of a first plan will still move: they are not said yet.</param>
    public IReadOnlyList<UnitSummaryView> List(bool datesStand = true) =>
        [
            .. from promise in new PlanReader(bench, plan, now).Promises()
            let batches = bench.BatchesOf[promise.UnitId].ToList()
            select new UnitSummaryView(
                promise.UnitId,
                promise.Unit,
                promise.Mark,
                batches.Sum(b => b.Traits.Models),
                string.Join(" and ", batches.SelectMany(b => b.Traits.Materials).Distinct().Order().Select(Materials.Word)),
                promise.Hexagon,
                promise.HandsLeft == 0 ? "finished"
                    : !datesStand ? "being planned"
                    : promise.BeingPlanned ? promise.DoneDay
                    : promise.Done is null ? "no plan fits"
                    : $"{promise.DoneDay} {promise.DoneTime}",
                promise.HandsLeft
            )
            {
                BeingPlanned = promise.BeingPlanned,
                Standing = promise.Standing,
            },
        ];

    /// <summary>The units that are off the bench, the last one taken off first.</summary>
    public IReadOnlyList<OffUnitView> Off() =>
        [
            .. from unit in bench.Whole.Units
            where unit.OffSince is not null
            orderby unit.OffSince descending, unit.Id
            let models = bench.BatchesOf[unit.Id].Sum(b => b.Traits.Models)
            let left = Mending.HandsLeft(bench, bench.BatchesOf[unit.Id].Select(b => b.Id), now)
            select new OffUnitView(
                unit.Id,
                unit.Name,
                unit.Mark,
                models,
                $"{OffWords(unit)}, {(left == 0 ? "finished" : $"{Clockface.Hands(left)} of hands-on work left")}",
                unit.Version
            ),
        ];

    private string OffWords(Unit unit) => $"off the bench since {_clock.Day(unit.OffSince!.Value)}";

    /// <summary>One unit, or null.</summary>
    public UnitView? One(Guid id)
    {
        if (!bench.Units.TryGetValue(id, out var unit))
            return null;
        var batches = bench.BatchesOf[id].ToList();
        return new UnitView(
            unit.Id,
            unit.Name,
            unit.Mark,
            unit.Weight,
            unit.Deadline,
            unit.Version,
            [.. UnitMarks.Drawn.Select(d => d.Mark).Where(m => m == unit.Mark || bench.State.Units.All(u => u.Mark != m))],
            unit.Notes,
            Hexagon.Of(bench, batches.Select(b => b.Id), now),
            Mending.HandsLeft(bench, batches.Select(b => b.Id), now),
            [.. batches.Select(One)]
        )
        {
            Off = unit.OffSince is null ? null : OffWords(unit),
            Recipes = RecipeView.Of(bench, unit.Id),
        };
    }

    private BatchView One(Batch batch)
    {
        var t = batch.Traits;
        var steps = bench.AllStepsOf[batch.Id].ToList();
        var job = bench.State.JobOf(batch);
        var route = RouteBuilder.Derive(job, RuleBook.Trade);
        var present = route.Steps.Select(s => s.Key.Kind).ToHashSet();
        var unit = bench.Units[batch.UnitId];
        var flaws =
            from f in bench.OpenFlaws
            where steps.Any(s => s.Id == f.StepId)
            let number = bench.Models[f.ModelId].Number
            select new FlawView(f.Id, f.StepId, unit.Id, unit.Name, unit.Mark, number, f.Place, f.Words);
        return new BatchView(
            batch.Id,
            batch.Name,
            t.Models,
            t.MaterialWords,
            t.Parts,
            t.BaseMm,
            t.Tier,
            t.MoldLines,
            t.Gaps,
            t.Transfers,
            t.FinalSheen,
            t.PaintMinutes,
            t.LeadFree,
            t.Any(m => m == Material.Unknown),
            t.Any(m => m == Material.WhiteMetal),
            batch.Version,
            Hexagon.Of(bench, [batch.Id], now),
            [.. Enum.GetValues<Side>().Select(s => OneSide(batch, s, [.. steps.Where(x => x.Side == s && x.NotNeeded is null)]))],
            [.. steps.Select(s => Knot(s, batch, route))],
            [
                .. route.LeftOut.Select(l => new LeftOutView(
                    l.Kind,
                    StepWords.For(l.Kind).Title,
                    job.Skips(l.Kind) ? Follows(job, l) : l.Reason,
                    job.Skips(l.Kind)
                )),
            ],
            [
                .. StepDefinition
                    .InOrder.Select(f => f.Kind)
                    .Where(k => !present.Contains(k) && !job.Skips(k))
                    .Select(k => new AddableView(k, StepWords.For(k).Title)),
            ],
            Pairs(t),
            [.. flaws]
        )
        {
            Surface = t.Surface,
            Size = t.Size,
            Bases = [.. TradeDefaults.BaseSizesMm.Select(b => (int)b).Append(t.BaseMm ?? 0).Where(b => b > 0).Distinct().Order()],
            Paces = t.Paces,
            Painting = new PaintingReader(bench, plan, now).Of(batch),
        };
    }

    private SideView OneSide(Batch batch, Side side, List<BenchStep> steps)
    {
        var hexagon = Hexagon.Of(bench, [batch.Id], now);
        var state = side switch
        {
            Side.Clean => hexagon.Clean,
            Side.Wash => hexagon.Wash,
            Side.Fill => hexagon.Fill,
            Side.Mount => hexagon.Mount,
            Side.Prime => hexagon.Prime,
            Side.Paint => hexagon.Paint,
            Side.Varnish => hexagon.Varnish,
            _ => hexagon.Finish,
        };
        var left = steps.Sum(s => PaintSessions.HandsLeft(bench, s, now));
        var all = steps.Sum(s => bench.HandsInAll(s, now));
        var open = steps.FirstOrDefault(s => !bench.IsFinished(s));
        var when =
            steps.Count == 0 ? "not needed"
            : open is null ? DoneAt(steps)
            : When(open);
        return new SideView(
            side,
            state,
            when,
            steps.Count == 0 ? ""
                : left == 0 ? Clockface.Hands(all)
                : Clockface.Hands(left)
        )
        {
            Pass = side == Side.Paint ? new PaintingReader(bench, plan, now).Of(batch)?.Stands ?? "" : "",
        };
    }

    // Of another day the hour is no use any more.
    private string DoneAt(List<BenchStep> steps) =>
        steps.SelectMany(s => bench.TicksOf[s.Id]).Select(t => (Instant?)t.At).Max() is not { } at ? "done"
        : _clock.Day(at) == _clock.Day(_clock.Now) ? $"done {_clock.Time(at)}"
        : $"done {_clock.Day(at)}";

    private string When(BenchStep step) =>
        bench.InHand?.StepId == step.Id ? "in hand"
        : plan.Work.FirstOrDefault(w => w.StepId == step.Id) is { } work ? _clock.At(work.Begin)
        : "no place yet";

    private static IReadOnlyList<PairView> Pairs(BatchTraits batch)
    {
        if (batch.Parts < 2 && batch.Materials.Count < 2)
            return [];
        return
        [
            .. from pair in Joining.JointsByPair(batch)
            let best = PairGlue.Best(pair.Key.One, pair.Key.Other)
            let hold = best.Rating switch
            {
                0 => "nothing holds this for sure: find out what it is",
                1 => "poor hold: pin it",
                2 => "good hold",
                _ => "best hold",
            }
            select new PairView(
                pair.Key.One == pair.Key.Other
                    ? $"{Materials.Word(pair.Key.One)} to itself"
                    : $"{Materials.Word(pair.Key.One)} to {Materials.Word(pair.Key.Other)}",
                PairGlue.Name(best.Glue),
                $"{hold}; {(batch.Kit is null ? "about " : "")}{Sentence.Counted(pair.Value, "joint")} a model"
            ),
        ];
    }

    // What follows from leaving a step out, as it was shown before it was accepted.
    private static string Follows(Job job, LeftOut left)
    {
        var with = job with { Changes = [.. job.Changes.Where(c => c.Step != left.Kind)] };
        if (RouteBuilder.Derive(with, RuleBook.Trade).Steps.All(s => s.Key.Kind != left.Kind))
            return left.Reason;
        return string.Join(
            ' ',
            RouteCheck
                .Of(with, new RouteChange(ChangeKind.Skip, left.Kind), RuleBook.Trade)
                .Reasons.Select(r => r.Text)
                .Prepend(left.Reason)
        );
    }

    // Every way of the step that has a choice, with what it would cost against the one in the route.
    private List<WayView> Ways(BenchStep step, Batch batch, Route route)
    {
        if (step.NotNeeded is not null || step.RepairId is not null || step.Key.Occurrence > 1 || bench.IsFinished(step))
            return [];
        var job = bench.State.JobOf(batch);
        var ways = RuleBook
            .Trade.Choice(step.Key.Kind)
            .Ways(job)
            .Where(w => w.Method is not null)
            .DistinctBy(w => (w.Method, w.Product))
            .ToList();
        if (ways.Count < 2)
            return [];
        return [.. ways.Select(way => Way(step, job, way, route))];
    }

    private static WayView Way(BenchStep step, Job job, StepAmounts way, Route route)
    {
        var chosen = way.Method == step.Amounts.Method && way.Product == step.Amounts.Product;
        var text = MethodWords.Of(step.Key.Kind, way.Way)!;
        if (chosen)
            return new(way.Method!, way.Product, text, true, Strength.Taste, "in the route");
        var change = new RouteChange(ChangeKind.Swap, step.Key.Kind, way.Method, way.Product);
        var rules = RuleBook
            .Trade.Refusals(step.Key.Kind, way.Way, job)
            .Where(r => r.After is null && (r.LiftedBy is not { } lift || !job.Adds(lift)))
            .ToList();
        if (rules.Count > 0)
            return new(way.Method!, way.Product, text, false, rules[0].Strength, rules[0].Reason);
        var effect = RouteEffect.Between(route, RouteBuilder.Derive(RouteCheck.With(job, change), RuleBook.Trade), job.Batch.Models);
        var cleaning = way.Method == "airbrush" ? $", and {ProblemBuilder.AirbrushClean} min of cleaning each evening it sprays" : "";
        return new(way.Method!, way.Product, text, false, Strength.Taste, EffectWords.Of(effect) + cleaning);
    }

    private RouteStepView Knot(BenchStep step, Batch batch, Route route)
    {
        var words = StepWords.Of(step.Key);
        var remaining = bench.Remaining(step);
        var finished = step.NotNeeded is null && bench.IsFinished(step);
        var blocker = finished ? null : Permission.Of(bench, step, remaining, _clock);
        var held = !finished && remaining.Count == 0 ? "A flaw holds what is left of it: mend that first" : null;
        var test = TestView.Of(blocker, _clock);
        var awaited = Waits.Of(bench, step);
        var card = new CardView(
            step.Reason,
            bench.HowOf(step),
            words.LookFor,
            words.GoesWrong,
            [.. RuleBook.Trade.Cards(step.Key.Kind, bench.JobOf(step))]
        )
        {
            Accidents = Accident.At(step.Key.Kind, step.Amounts.Way),
        };
        var models = step.RepairId is null ? batch.Traits.Models : bench.ModelsAt(step).Count;
        return new RouteStepView(
            step.Id,
            step.Key.Kind,
            step.Side,
            BenchIndex.TitleOf(step),
            words.Short,
            step.Key.Kind.IsGate(),
            step.NotNeeded is null ? Hexagon.OfStep(bench, step, now) : SideState.None,
            bench.TicksOf[step.Id].Count(),
            models,
            step.Reason,
            bench.HandsInAll(step, now),
            step.NotNeeded is not null ? "not needed"
                : finished ? DoneAt([step])
                : When(step),
            step.NotNeeded is null ? MethodWords.Of(step.Key.Kind, step.Amounts.Way) : null,
            Ways(step, batch, route),
            bench.State.JobOf(batch).Changes.Any(c => c.Step == step.Key.Kind),
            WaitText(step, awaited),
            [.. bench.EdgesInto[step.Id].Select(Need)],
            held ?? blocker?.Reason,
            !finished && held is null && (blocker is null || test is not null) && step.NotNeeded is null && bench.InHand?.StepId != step.Id,
            CautionViews.Of(Caution.For(step.Key.Kind, step.Amounts.Way, bench.JobOf(step)), new HashSet<string>()),
            card,
            step.NotNeeded
        )
        {
            Test = test,
            Advice =
                blocker is null || test is not null || step.NotNeeded is not null || step.RepairId is not null
                    ? null
                    : AgainstAdvice.On(bench, step, blocker, now),
            AgainstAdvice = Against(step),
            SecondsPerModel = step.Amounts.SecondsPerModel,
            SetupMinutes = step.Amounts.SetupMinutes,
            IsRepair = step.RepairId is not null,
        };
    }

    private List<string> Against(BenchStep step) =>
        [
            .. bench
                .SpellsOf[step.Id]
                .Where(s => s.Against is not null)
                .Select(s => $"Begun against advice, {_clock.Full(s.BeganAt)}: {Sentence.Within(s.Against!)}."),
        ];

    private string? WaitText(BenchStep step, IReadOnlyList<Awaited> awaited)
    {
        if (RunningHold.After(bench, step) is { } held)
            return $"{held.Noun}: {StepWords.SafeTo(bench.Steps[held.Edge.To].Key.Kind)} after {Clockface.Lasts(held.Edge.MinMinutes)}";
        if (step.Amounts.Product is not { } product || awaited.Count == 0)
            return null;
        var (noun, _) = StepWords.Wait(step.Key.Kind, product);
        return string.Join(
            "; ",
            awaited.Select(a =>
            {
                var band = bench.Expected(step, a.Stage, now);
                return $"{noun}: {a.SafeTo} after {Clockface.Lasts(band.Sure)} (usual {Clockface.Lasts(band.Usual)}, test from "
                    + $"{Clockface.Lasts(band.Early)})";
            })
        );
    }

    private string Need(BenchEdge edge)
    {
        var before = bench.Steps[edge.From];
        return $"after {Sentence.Within(BenchIndex.TitleOf(before))}: {edge.Reason}";
    }
}
