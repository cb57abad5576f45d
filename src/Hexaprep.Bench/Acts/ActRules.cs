using Hexaprep.Bench.Edits;
using Hexaprep.Bench.Judgement;
using Hexaprep.Bench.State;
using Hexaprep.Craft.Computation;
using Hexaprep.Craft.Drying;
using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;
using NodaTime;

// Long: every act beside the others; they share one bench and one clock.
namespace Hexaprep.Bench.Acts;

/// <summary>Decides what an act changes, or why it is refused. Reads the state, changes nothing.</summary>
/// <param name="bench">The bench before the act.</param>
/// <param name="now">The server's clock; an act may lie at most ten minutes ahead of it.</param>
/// <param name="newId">Gives fresh random identities.</param>
public sealed class ActRules(BenchIndex bench, Instant now, Func<Guid> newId)
{
    private readonly Clockface _clock = new(bench.State.Settings.Zone, now);

    /// <summary>The changes of an act, in order.</summary>
    /// <exception cref="RefusedException">The act is wrong, or conflicts with what has happened.</exception>
    public IReadOnlyList<Change> Of(Act act)
    {
        act = act with { At = act.At.Happened(now, "at"), EndedAt = act.EndedAt?.Happened(now, "endedAt") };
        return act.Kind switch
        {
            ActKind.Start => Start(Step(act), act),
            ActKind.Done => Done(act),
            ActKind.Pass => Pass(act),
            ActKind.PutDown => PutDown(act),
            ActKind.TakeBack => TakeBack(act),
            ActKind.SetCount => SetCount(act),
            ActKind.Flaw => Note(act),
            ActKind.Mend => Mend(act),
            ActKind.Test => Test(act),
            ActKind.Coat => Correct(act),
            ActKind.Clock => StartClock(act),
            ActKind.StopClock => StopClock(act),
            ActKind.Wet or ActKind.Place or ActKind.Tear or ActKind.Spoil or ActKind.NotSliding or ActKind.LiftTransfer => Soak(act),
            _ => throw Refuse("kind", $"'{act.Kind}' is no act.", "Use one of the named acts."),
        };
    }

    private BenchStep Step(Act act)
    {
        var id = act.StepId ?? throw Refuse("stepId", "No step was named.", "Name the step.");
        if (!bench.Steps.TryGetValue(id, out var step))
            throw Missing("stepId", id, "step");
        Edit.OnBench(bench, step.BatchId);
        return step.NotNeeded is null
            ? step
            : throw Conflict("stepId", "This step is no longer needed.", "Look at the unit's route again.");
    }

    private List<Change> Start(BenchStep step, Act act)
    {
        var at = act.At;
        if (bench.InHand?.StepId == step.Id)
            return [];
        var remaining = bench.Remaining(step);
        if (remaining.Count == 0)
            throw Conflict("stepId", "Every model is through this step.", "Take one back to do it again.");
        var (changes, against) = Allowed(step, act);
        if (step.Amounts.Mode is not null && UnfitSitting(at))
            throw Conflict("stepId", "This sitting is marked unfit for spraying.", "Take that back in Plan if the weather has changed.");
        if (!act.DespiteAir && UnfitAir(bench, step, at) is { } unfit)
            throw Conflict(
                "despiteAir",
                $"The air is unfit for spraying: {unfit}.",
                "Wait for a window, or start it once more on purpose: it is recorded with this air."
            );
        if (bench.InHand is { } other)
            changes.AddRange(Leave(other, at));
        changes.Add(new Change.SpellOpened(new WorkInterval(newId(), step.Id, at, null) { Against = against }));
        return changes;
    }

    // By the dry tests it carries; else, where only good practice stands against it, on purpose. What has happened can be logged.
    private (List<Change> Tests, string? Against) Allowed(BenchStep step, Act act)
    {
        if (Permission.Of(bench, step, bench.Remaining(step), _clock with { Now = act.At }) is not { } blocker)
            return ([], null);
        if (!act.Anyway || (act.Dry && blocker.Waits.Count > 0))
            return (Tests(blocker, act), null);
        var advice = AgainstAdvice.On(bench, step, blocker, act.At);
        if (advice.IsLaw && act.Kind == ActKind.Start)
            throw Conflict(
                "anyway",
                $"{Sentence.Opened(advice.Text)}.",
                "A law of the material stands against it: only what has happened is logged."
            );
        return ([], advice.Text);
    }

    // The dry tests that a start carries lift what it waits for, though never a label.
    private List<Change> Tests(Blocker blocker, Act act)
    {
        if (!act.Dry || blocker.Waits.Count == 0)
            throw Conflict(
                "stepId",
                $"{Sentence.Opened(blocker.Reason)}.",
                blocker switch
                {
                    { Waits.Count: > 0 } => "Leave it alone, or test it and say that it is dry.",
                    { Until: not null } => "Leave it alone till then.",
                    _ => "Do that first.",
                }
            );
        if (blocker.Waits.Max(w => w.Times.Label) is var label && label > act.At)
            throw Conflict("dry", $"Its label asks for more time: till {_clock.At(label)}, whatever a test says.", "Begin it then.");
        return [.. blocker.Waits.Select(w => new Change.CoatTested(w.Coat.Id, new CoatTest(newId(), w.Stage, Finding.DryAt, act.At)))];
    }

    /// <summary>Why the air speaks against spraying a step at a moment; null when it does not, or nothing is known of it.</summary>
    public static string? UnfitAir(BenchIndex bench, BenchStep step, Instant at) =>
        SprayManner.Of(bench, step) is { } manner && AirNow.Of(bench, manner, at) is { Allows: false } fit ? fit.Words : null;

    private bool UnfitSitting(Instant at) =>
        bench.State.Settings.Calendar.From(at, 1).FirstOrDefault(s => s.Holds(at)) is { FitForSpray: false };

    private List<Change> Done(Act act)
    {
        var step = Step(act);
        var model = act.Model is { } number
            ? Model(step, number)
            : bench.Remaining(step).FirstOrDefault()
                ?? throw Conflict("model", "Every model is through this step.", "Take one back to do it again.");
        var pieces = Pieces(step, model, act.Piece);
        if (pieces.Count == 0)
            throw Conflict("model", $"Model {model.Number} is already ticked.", "Take it back to tick it again.");
        if (step.RepairId is null && bench.IsHeld(model.Id))
            throw Conflict("model", $"A flaw holds model {model.Number} back.", "Say that the flaw is mended first.");
        var changes = Start(step, act);
        var spell = changes.OfType<Change.SpellOpened>().FirstOrDefault()?.Spell ?? bench.InHand!;
        changes.AddRange(TickAll(step, spell, [(model, pieces)], act.At));
        return changes;
    }

    // One pass on one model, or along the row; a model that has had them all is through the step.
    private List<Change> Pass(Act act)
    {
        var step = Step(act);
        var progress = PaintProgress.Of(bench, step) ?? throw Refuse("stepId", "This step has no passes.", "Tick its models: 'done'.");
        if (act.Pass is { } asked && (asked < 1 || asked > progress.Passes.Count))
            throw Refuse("pass", $"There is no pass {asked} in this step.", $"Give a number from 1 to {progress.Passes.Count}.");
        var named = act.Model is { } number ? Model(step, number) : null;
        var pass = act.Pass
            ?? (
                named is null
                    ? progress.Next?.Pass
                    : Enumerable.Range(1, progress.Passes.Count).FirstOrDefault(p => !progress.Has(named.Id, p))
            )
            ?? throw Conflict("model", "Every model is through this step.", "Take one back to do it again.");
        if (named is not null && (pass == 0 || progress.Has(named.Id, pass)))
            throw Conflict("pass", $"Model {named.Number} has had this pass.", "Take it back to tick it again.");
        if (named is not null && bench.IsHeld(named.Id))
            throw Conflict("model", $"A flaw holds model {named.Number} back.", "Say that the flaw is mended first.");
        var lacking = progress.Lacking(pass);
        if (named is null && lacking.Count == 0)
            throw Conflict("pass", "Every model has had this pass.", "Take it back to tick it again.");
        IReadOnlyList<BenchModel> models =
            named is not null ? [named]
            : act.WholeRow ? lacking
            : [lacking[0]];
        var changes = Start(step, act);
        var spell = changes.OfType<Change.SpellOpened>().FirstOrDefault()?.Spell ?? bench.InHand!;
        // A hand's clock that was set back leaves what it ticks behind what was ticked before.
        var at = bench.PassTicksOf[step.Id].Select(t => t.At).Append(spell.BeganAt).Append(act.At).Max();
        var known = bench.PassTicksOf[step.Id].Select(t => (t.ModelId, t.Pass)).ToHashSet();
        changes.AddRange(
            models
                .Where(m => !known.Contains((m.Id, pass)))
                .Select(m => new Change.PassTicked(new PassTick(step.Id, m.Id, pass, spell.Id, at)))
        );
        var through = models.Where(m => Enumerable.Range(1, progress.Passes.Count).All(p => p == pass || progress.Has(m.Id, p))).ToList();
        if (through.Count > 0)
            changes.AddRange(TickAll(step, spell, [.. through.Select(m => (m, Pieces(step, m, null)))], at));
        return changes;
    }

    private List<Change> SetCount(Act act)
    {
        var step = Step(act);
        // Counted is what lies before the person: the load whose turn it is.
        var turn = bench.ModelsInTurn(step);
        var (all, done) = (turn.Count, turn.Count(m => bench.IsDone(step.Id, m.Id)));
        var count = act.Count ?? throw Refuse("count", "No count was given.", $"Give the number done, {done} to {all}.");
        if (count < done || count > done + bench.Remaining(step).Count)
            throw Refuse(
                "count",
                $"{count} is not between {done} and {done + bench.Remaining(step).Count}.",
                "Take back what was not done, or mend the flaws first."
            );
        var changes = count == done ? [] : Start(step, act);
        var spell = changes.OfType<Change.SpellOpened>().FirstOrDefault()?.Spell ?? bench.InHand;
        if (count > done)
            changes.AddRange(
                TickAll(step, spell!, [.. bench.Remaining(step).Take(count - done).Select(m => (m, Pieces(step, m, null)))], act.At)
            );
        return changes;
    }

    // The pieces of a model that the step is about and that are not through it yet.
    private IReadOnlyList<Guid> Pieces(BenchStep step, BenchModel model, int? piece)
    {
        var asked = model.Pieces(step.Key.Piece);
        if (piece is { } number)
            asked =
                model.Pieces(number) is [var one] && asked.Contains(one)
                    ? [one]
                    : throw Refuse(
                        "piece",
                        $"Model {model.Number} has no piece {number} here.",
                        $"Give 1 to {model.OtherPieces.Count + 1}."
                    );
        var through = bench.PieceTicksOf[step.Id].Where(t => t.ModelId == model.Id).Select(t => t.PieceId).ToHashSet();
        return [.. asked.Where(p => !through.Contains(p))];
    }

    // Long: a tick, the coat it is part of, and what ends with it.
    private List<Change> TickAll(
        BenchStep step,
        WorkInterval spell,
        IReadOnlyList<(BenchModel Model, IReadOnlyList<Guid> Pieces)> models,
        Instant at
    )
    {
        if (at < spell.BeganAt - Moments.Skew)
            throw Refuse("at", $"{_clock.At(at)} is before the step was begun at {_clock.At(spell.BeganAt)}.", "Give a later time.");
        at = Instant.Max(at, spell.BeganAt);
        List<Change> changes =
        [
            .. models.SelectMany(m => m.Pieces.Select(p => new Change.Ticked(new Tick(step.Id, m.Model.Id, p, spell.Id, at)))),
        ];
        var whole = models.Where(m => m.Pieces.Count == Pieces(step, m.Model, null).Count).Select(m => m.Model.Id).ToHashSet();
        var last = bench.Remaining(step).All(m => whole.Contains(m.Id));
        if (step.Amounts.Product is { } product)
        {
            var open = bench.CoatsOf(step.Id).FirstOrDefault(c => c.EndedAt is null);
            if (open is null)
            {
                // A coat sprayed outdoors is kept with the air it was sprayed in.
                var isOutdoors = SprayManner.Of(bench, step) is { IsOutdoors: true };
                var air = isOutdoors ? bench.Drying.OutdoorsAt(spell.BeganAt) : null;
                var kind = Product.Of(step.Key.Kind, product, step.Amounts.Method);
                var shelf = bench.State.Products.Take(kind, newId);
                if (bench.State.Products.Find(kind) is null)
                    changes.Add(new Change.ProductShelved(shelf));
                open = new Coat(
                    newId(),
                    step.Id,
                    step.Key.Kind,
                    product,
                    step.Amounts.Method,
                    step.Key.Occurrence,
                    Film.Normal,
                    air?.AirC,
                    air?.HumidityPct,
                    spell.BeganAt,
                    null,
                    [],
                    []
                )
                {
                    ProductId = shelf.Id,
                    IsOutdoors = isOutdoors,
                };
                changes.Add(new Change.CoatBegun(open));
            }
            changes.Add(
                new Change.CoatSet(
                    open.Id,
                    last ? at : null,
                    [.. open.ModelIds.Union(models.Select(m => m.Model.Id))],
                    [.. open.PieceIds, .. models.SelectMany(m => m.Pieces)]
                )
            );
        }
        // What lies on a model was in the water.
        changes.AddRange(SoakRules.Lying(bench, step, [.. models.Select(m => m.Model.Id)], at));
        if (last)
            changes.Add(new Change.SpellEnded(spell.Id, at));
        if (step.RepairId is { } repair)
        {
            changes.AddRange(
                models
                    .SelectMany(m => Mended(step, repair, m.Model))
                    .Select(f => new Change.FlawClosed(f.Id, at, FlawEnd.Mended, null, DiagnosisCase.CauseOf(bench, f, at)))
            );
            changes.AddRange(models.SelectMany(m => Bared(step, repair, m.Model)).Select(f => new Change.FlawReopened(f.Id)));
        }
        return changes;
    }

    // What was accepted as hidden is seen again when a part is off, or all coats are.
    private IEnumerable<Flaw> Bared(BenchStep step, Guid repair, BenchModel model) =>
        bench.StepsOf[step.BatchId].Any(s => s.RepairId == repair && (s.Key.Kind == StepKind.Glue || s.Amounts.Method == "strip"))
            ? bench.FlawsOf(step.BatchId).Where(f => f.ModelId == model.Id && f.End == FlawEnd.Hidden)
            : [];

    // The flaws that are gone when a model is through the last step of their repair.
    private IEnumerable<Flaw> Mended(BenchStep step, Guid repair, BenchModel model) =>
        bench.StepsOf[step.BatchId].Where(s => s.RepairId == repair && s.Id != step.Id).All(s => bench.IsDone(s.Id, model.Id))
            ? bench.FlawsOf(step.BatchId).Where(f => f.RepairId == repair && f.ModelId == model.Id && f.MendedAt is null)
            : [];

    private IReadOnlyList<Change> PutDown(Act act)
    {
        var step = Step(act);
        return bench.InHand is { } spell && spell.StepId == step.Id
            ? Leave(spell, act.At)
            : throw Conflict("stepId", "This step is not in hand.", "Nothing has to be put down.");
    }

    private List<Change> Leave(WorkInterval spell, Instant at)
    {
        List<Change> changes = [new Change.SpellEnded(spell.Id, Instant.Max(at, spell.BeganAt))];
        foreach (var coat in bench.CoatsOf(spell.StepId).Where(c => c.EndedAt is null))
        {
            var last = bench
                .PieceTicksOf[spell.StepId]
                .Where(t => t.SpellId == spell.Id)
                .Select(t => t.At)
                .DefaultIfEmpty(spell.BeganAt)
                .Max();
            changes.Add(new Change.CoatSet(coat.Id, last, coat.ModelIds, coat.PieceIds));
        }
        return changes;
    }

    private List<Change> TakeBack(Act act)
    {
        var step = Step(act);
        var numbers = bench.ModelsOf[step.BatchId].ToDictionary(m => m.Id);
        var ticked = bench.PieceTicksOf[step.Id];
        return Painted(step, act, numbers) is var (painted, pass)
            ? [.. TakeBackPass(step, painted, pass, act, numbers, ticked)]
            : TakeBackWhole(step, act, numbers, ticked);
    }

    // The model and the pass that are meant: the pass that was named, or the last one, where passes were ticked after the model was.
    private (BenchModel, int)? Painted(BenchStep step, Act act, Dictionary<Guid, BenchModel> numbers)
    {
        var ticks = bench.PassTicksOf[step.Id].Where(t => act.Model is null || numbers[t.ModelId].Number == act.Model).ToList();
        var whole = bench.TicksOf[step.Id].Where(t => act.Model is null || numbers[t.ModelId].Number == act.Model).MaxBy(t => t.At);
        if (act.Pass is { } asked)
        {
            var known = ticks.FindLast(t => t.Pass == asked)?.ModelId
                ?? (PaintProgress.Of(bench, step)?.Passes.Count >= asked ? whole?.ModelId : null);
            return known is { } model
                ? (numbers[model], asked)
                : throw Conflict("pass", $"Pass {asked} is not ticked here.", "Nothing has to be taken back.");
        }
        var last = ticks.OrderBy(t => t.At).ThenBy(t => t.Pass).ThenBy(t => numbers[t.ModelId].Number).LastOrDefault();
        return last is null || whole?.At > last.At ? null : (numbers[last.ModelId], last.Pass);
    }

    // One pass is off a model again, the others stay on it, also where it was ticked as a whole.
    private IEnumerable<Change> TakeBackPass(
        BenchStep step,
        BenchModel model,
        int pass,
        Act act,
        Dictionary<Guid, BenchModel> numbers,
        IEnumerable<Tick> ticked
    )
    {
        var own = bench.PassTicksOf[step.Id].Where(t => t.ModelId == model.Id).Select(t => t.Pass).ToHashSet();
        List<Change> changes = own.Contains(pass) ? [new Change.PassUnticked(step.Id, model.Id, pass)] : [];
        if (bench.TicksOf[step.Id].FirstOrDefault(t => t.ModelId == model.Id) is not { } whole)
            return changes;
        changes.AddRange(TakeBackWhole(step, act with { Model = model.Number }, numbers, ticked));
        changes.AddRange(
            Enumerable
                .Range(1, PaintProgress.Of(bench, step)?.Passes.Count ?? 0)
                .Where(p => p != pass && !own.Contains(p))
                .Select(p => new Change.PassTicked(new PassTick(step.Id, model.Id, p, whole.SpellId, whole.At)))
        );
        return changes;
    }

    private List<Change> TakeBackWhole(BenchStep step, Act act, Dictionary<Guid, BenchModel> numbers, IEnumerable<Tick> ticked)
    {
        var model = act.Model is { } number
            ? numbers.Values.FirstOrDefault(m => m.Number == number)
            : ticked.OrderBy(t => t.At).ThenBy(t => numbers[t.ModelId].Number).Select(t => numbers[t.ModelId]).LastOrDefault();
        var asked = model?.Pieces(act.Piece);
        var back = ticked.Where(t => t.ModelId == model?.Id && asked!.Contains(t.PieceId)).OrderBy(t => t.At).ToList();
        if (back.LastOrDefault() is not { } tick)
            throw Conflict("stepId", "Nothing is ticked here.", "Nothing has to be taken back.");
        var later = bench.EdgesOutOf[step.Id].Select(e => bench.Steps[e.To]).FirstOrDefault(s => bench.IsDone(s.Id, tick.ModelId));
        if (later is not null)
            throw Conflict(
                "model",
                $"Model {numbers[tick.ModelId].Number} has gone on to: {StepWords.Of(later.Key).Title.ToLowerInvariant()}.",
                "Take that back first."
            );
        List<Change> changes =
        [
            .. back.Select(t => new Change.Unticked(step.Id, t.ModelId, t.PieceId)),
            // Its transfers come off with it.
            .. bench
                .State.Soaked.Where(t => t.StepId == step.Id && t.ModelId == tick.ModelId)
                .Select(t => new Change.TransferSet(t with { End = SoakEnd.Spoiled, ModelId = null })),
        ];
        // What its repair had mended is open again.
        if (step.RepairId is { } repair)
            changes.AddRange(
                bench
                    .FlawsOf(step.BatchId)
                    .Where(f => f.RepairId == repair && f.ModelId == tick.ModelId && f.End == FlawEnd.Mended)
                    .Select(f => new Change.FlawReopened(f.Id))
            );
        var spell = bench.SpellsOf[step.Id].Single(s => s.Id == tick.SpellId);
        var reopen = spell.EndedAt is not null && bench.InHand is null;
        if (reopen)
            changes.Add(new Change.SpellEnded(spell.Id, null));
        if (bench.LastCoat(step.Id, tick.ModelId) is { } coat)
        {
            var gone = back.Select(t => t.PieceId).ToHashSet();
            var pieces = coat.PieceIds.Where(p => !gone.Contains(p)).ToList();
            var stays = model!.Pieces(null).Any(pieces.Contains);
            var left = coat.ModelIds.Where(m => stays || m != tick.ModelId).ToList();
            var earlier = bench
                .PieceTicksOf[step.Id]
                .Where(t => left.Contains(t.ModelId) && !gone.Contains(t.PieceId))
                .Select(t => t.At)
                .DefaultIfEmpty(coat.StartedAt)
                .Max();
            changes.Add(
                left.Count == 0
                    ? new Change.CoatGone(coat.Id)
                    : new Change.CoatSet(coat.Id, reopen || coat.EndedAt is null ? null : earlier, left, pieces)
            );
        }
        return changes;
    }

    private List<Change> Note(Act act)
    {
        var step = Step(act);
        var model = Model(step, act.Model ?? throw Refuse("model", "No model was named.", "Name the model's number."));
        if (bench.IsDone(step.Id, model.Id))
            throw Conflict("model", $"Model {model.Number} has passed this step.", "Take its tick back first.");
        var flaw = new Flaw(
            newId(),
            step.Id,
            model.Id,
            act.Piece is { } piece ? model.Pieces(piece).DefaultIfEmpty(model.PieceId).First() : model.PieceId,
            Texts.Checked("place", act.Place, 60),
            act.FlawKind is { } kind && act.Words is null
                ? FlawWords.For(kind).Name.ToLowerInvariant()
                : Texts.Checked("words", act.Words, 200),
            act.At,
            null
        )
        {
            Kind = act.FlawKind,
        };
        List<Change> changes = [new Change.FlawNoted(flaw)];
        var others = bench.Remaining(step).Where(m => m.Id != model.Id);
        // Nothing else is left in hand: the spell ends with this note.
        if (bench.InHand is { } spell && spell.StepId == step.Id && !others.Any())
            changes.AddRange(Leave(spell, act.At));
        return changes;
    }

    private IReadOnlyList<Change> Mend(Act act)
    {
        var id = act.FlawId ?? throw Refuse("flawId", "No flaw was named.", "Name the flaw.");
        var flaw = bench.State.Flaws.FindLast(f => f.Id == id) ?? throw Missing("flawId", id, "flaw");
        if (act.End is FlawEnd.Accepted or FlawEnd.Hidden && !act.Anyway && WhyNotLeave(flaw, act.At) is { } spoils)
            throw Conflict("anyway", spoils, "Mend it, or leave it once more on purpose: it is logged.");
        return flaw.MendedAt is null
            ?
            [
                new Change.FlawClosed(
                    id,
                    Instant.Max(act.At, flaw.NotedAt),
                    act.End ?? FlawEnd.Mended,
                    Why(act),
                    DiagnosisCase.CauseOf(bench, flaw, act.At)
                ),
            ]
            : throw Conflict("flawId", "This flaw is already mended.", "Nothing has to be done.");
    }

    // What lies under a further coat spoils it: said by the repair that does nothing.
    private string? WhyNotLeave(Flaw flaw, Instant at) =>
        flaw.MendedAt is null && DiagnosisCase.Seen(bench, [flaw]) is { } seen
            ? Repairs
                .Of(DiagnosisCase.Of(bench, bench.Steps[flaw.StepId].BatchId, [flaw.ModelId], at), seen)
                .FirstOrDefault(r => r.Id == Repairs.LeaveIt)
                ?.Bars.FirstOrDefault()
            : null;

    private static string? Why(Act act) => act.Words is null ? null : Texts.Checked("words", act.Words, 200);

    private List<Change> Test(Act act)
    {
        var coat = FindCoat(act);
        var stage = act.Stage ?? throw Refuse("stage", "No readiness was named.", "Name one of touch, recoat, handle, next_layer, full.");
        var finding = act.Finding ?? throw Refuse("finding", "No finding was given.", "Say not_dry_at, dry_at or exact.");
        if (coat.EndedAt is not { } end || act.At < end)
            throw Conflict("coatId", "This coat is still going on.", "Test it after its last model.");
        if (!DryingModel.Knows(coat.Product, stage))
        {
            var known = Enum.GetValues<Readiness>().Where(s => DryingModel.Knows(coat.Product, s)).Select(s => Ids.Of(s));
            var noun = StepWords.Wait(coat.Step, coat.Product).Noun;
            throw Refuse("stage", $"'{Ids.Of(stage)}' is no readiness of {noun}.", $"Name one of {string.Join(", ", known)}.");
        }
        return [new Change.CoatTested(coat.Id, new CoatTest(newId(), stage, finding, act.At))];
    }

    private List<Change> Correct(Act act)
    {
        var coat = FindCoat(act);
        if (act.BroughtIn)
            return [BroughtIn(coat, act.At)];
        if (act.AirC is < -30 or > 60)
            throw Refuse("airC", $"{act.AirC} °C is outside -30 to 60.", "Read the thermometer again.");
        if (act.HumidityPct is < 0 or > 100)
            throw Refuse("humidityPct", $"{act.HumidityPct} % is outside 0 to 100.", "Read the instrument again.");
        List<Change> changes =
        [
            new Change.CoatCorrected(coat.Id, act.Film ?? coat.Film, act.AirC ?? coat.AirC, act.HumidityPct ?? coat.HumidityPct),
        ];
        if (act.EndedAt is { } ended)
            changes.Add(Retime(coat, ended, act.At));
        return changes;
    }

    // From then on it dries in the room's air.
    private Change.CoatBroughtIn BroughtIn(Coat coat, Instant at)
    {
        if (!coat.IsOutdoors)
            throw Conflict("coatId", "This coat was not sprayed outdoors.", "Nothing has to be carried in.");
        if (coat.EndedAt is not { } ended)
            throw Conflict("coatId", "This coat is still going on.", "Tick its last model first.");
        return new Change.CoatBroughtIn(coat.Id, Instant.Max(at, ended));
    }

    // A tick that came late, or early: the coat dries from its real end. It cannot lie before what had to be done first, nor in the future.
    private Change.CoatTimed Retime(Coat coat, Instant ended, Instant at)
    {
        if (coat.EndedAt is null)
            throw Conflict("coatId", "This coat is still going on.", "Tick its last model first.");
        if (ended > at)
            throw Refuse("endedAt", $"{_clock.At(ended)} lies in the future.", $"Give a moment up to {_clock.At(at)}.");
        var models = coat.ModelIds.ToHashSet();
        var before = bench
            .EdgesInto[coat.StepId]
            .SelectMany(e => bench.TicksOf[e.From])
            .Where(t => models.Contains(t.ModelId))
            .Select(t => t.At)
            .DefaultIfEmpty(Instant.MinValue)
            .Max();
        if (ended < before)
            throw Refuse(
                "endedAt",
                $"{_clock.At(ended)} is before the step ahead of it was done at {_clock.At(before)}.",
                $"Give a moment after {_clock.At(before)}."
            );
        var after = bench
            .EdgesOutOf[coat.StepId]
            .SelectMany(e => bench.TicksOf[e.To])
            .Where(t => models.Contains(t.ModelId))
            .Select(t => t.At)
            .DefaultIfEmpty(Instant.MaxValue)
            .Min();
        if (ended > after)
            throw Refuse(
                "endedAt",
                $"{_clock.At(ended)} is after the step that follows was done at {_clock.At(after)}.",
                $"Give a moment before {_clock.At(after)}."
            );
        return new Change.CoatTimed(coat.Id, Instant.Min(coat.StartedAt, ended), ended);
    }

    private List<Change> StartClock(Act act)
    {
        var step = Step(act);
        var kind = act.Clock
            ?? throw Refuse(
                "clock",
                "No kind of clock was named.",
                $"Say {string.Join(", ", Enum.GetValues<ClockKind>().Select(k => Ids.Of(k)))}."
            );
        var own = MinuteClock.For(bench, step, act.At);
        // A can may always be shaken as long as at first.
        if (own?.Kind != kind && !(own?.Kind == ClockKind.Reshake && kind == ClockKind.Shake))
            throw Refuse(
                "clock",
                $"'{Ids.Of(kind)}' is no wait of this step.",
                own is not null ? $"Say {Ids.Of(own.Kind)}." : "This step has no wait of minutes."
            );
        return
        [
            .. bench
                .State.Clocks.Where(c => c.StepId == step.Id && c.StoppedAt is null)
                .Select(c => new Change.ClockStopped(c.Id, Instant.Max(act.At, c.StartedAt))),
            new Change.ClockStarted(new BenchClock(newId(), step.Id, kind, act.At, null)),
        ];
    }

    private IReadOnlyList<Change> StopClock(Act act)
    {
        var id = act.ClockId ?? throw Refuse("clockId", "No clock was named.", "Name the clock.");
        var clock = bench.State.Clocks.FirstOrDefault(c => c.Id == id) ?? throw Missing("clockId", id, "clock");
        return clock.StoppedAt is null ? [new Change.ClockStopped(id, Instant.Max(act.At, clock.StartedAt))] : [];
    }

    // An act of the soak run: work begins with the first group, and a model is ticked with its last transfer.
    private List<Change> Soak(Act act)
    {
        var step = Step(act);
        if (act.Kind == ActKind.LiftTransfer)
        {
            var (lifted, model) = SoakRules.Lift(bench, step);
            // The other transfers of its model stay on it.
            return model is null ? [lifted] : [.. TakeBack(act with { Model = model }).Where(c => c is not Change.TransferSet), lifted];
        }
        var run = SoakRun.Of(bench, step, act.At)
            ?? throw Refuse("stepId", "No transfers are placed at this step.", "Name the step that places them.");
        var changed = SoakRules.Of(run, act, newId).ToList();
        // The tick of its model takes the last one out of the water itself.
        return act.Kind == ActKind.Place && run.IsLastOfModel
            ? Done(act with { Model = run.Model!.Number })
            : [.. Start(step, act), .. changed];
    }

    private Coat FindCoat(Act act)
    {
        var id = act.CoatId ?? throw Refuse("coatId", "No coat was named.", "Name the coat.");
        return bench.State.Coats.FindLast(c => c.Id == id) ?? throw Missing("coatId", id, "coat");
    }

    private BenchModel Model(BenchStep step, int number) =>
        bench.ModelsOf[step.BatchId].FirstOrDefault(m => m.Number == number)
        ?? throw Refuse("model", $"There is no model {number}.", $"Give a number from 1 to {bench.ModelsOf[step.BatchId].Count()}.");

    private static RefusedException Refuse(string field, string message, string remedy) => new(new Refusal(field, message, remedy));

    private static RefusedException Conflict(string field, string message, string remedy) =>
        new(new Refusal(field, message, remedy, RefusalKind.Conflict));

    private static RefusedException Missing(string field, Guid id, string what) =>
        new(new Refusal(field, $"There is no {what} {id}.", "Load the page again.", RefusalKind.NotFound));
}
