using Hexaprep.Bench.Judgement;
using Hexaprep.Bench.State;
using Hexaprep.Craft.Drying;
using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Planning.Problem;
using Hexaprep.Planning.Reasons;
using Hexaprep.Scheduling.Problems;
using NodaTime;

namespace Hexaprep.Screens.BenchScreen;

/// <summary>Bench, plan and now in; the view of the bench out.</summary>
public sealed class BenchReader
{
    private readonly BenchIndex _bench;
    private readonly BenchPlan _plan;
    private readonly Instant _now;
    private readonly Clockface _clock;
    private readonly Sitting? _sitting;
    private readonly Sitting? _next;

    /// <summary>Reads a bench at a moment.</summary>
    public BenchReader(BenchIndex bench, BenchPlan plan, Instant now)
    {
        (_bench, _plan, _now) = (bench, plan, now);
        _clock = new Clockface(bench.State.Settings.Zone, now);
        var ahead = bench.State.Settings.Calendar.From(now, 60).Take(2).ToList();
        _sitting = ahead.FirstOrDefault(s => s.Holds(now));
        _next = ahead.FirstOrDefault(s => s.Begin > now);
    }

    /// <summary>The whole view.</summary>
    public BenchView View()
    {
        var work = TheOneStep();
        var step = work is null ? null : new HandReader(_bench, _plan, _clock, _sitting).Of(work);
        var (hands, headline, subline) = Speak(work);
        var ends = new SittingEnds(_bench, _plan, _clock, _sitting);
        return new BenchView(
            _now,
            _bench.State.Settings.Zone.Id,
            hands,
            Show(_sitting),
            Show(_next),
            step,
            headline,
            subline,
            Then(work),
            DryingReader.Of(_bench, _plan, _clock),
            _sitting is null ? "Later" : $"Not {_clock.ThisSitting(_sitting.Begin)}",
            NotTonight(work),
            new LineReader(_bench, _plan, _clock).Of(_sitting, _next),
            TakeBack(),
            Flaws(),
            Away(work),
            work is null ? Offer() : null,
            Tested()
        )
        {
            Clocks = MinuteClocks.Running(_bench, _now),
            BringIn = BringIn(),
            Soon = new UpcomingReader(_bench, _plan, _now).View(),
            Closing = ends.Closing(),
            Return = ends.Return(),
            // What cannot wait is never put aside for a touch.
            DropIn =
                _bench.InHand is not { } open || Perishing.LostAt(_bench, open, _now) is not null
                    ? null
                    : DropIns()
                        .Before(_sitting?.End ?? _now)
                        .FirstOrDefault(d => d.From <= _now && d.Until > _now && d.StepId != work?.StepId),
        };
    }

    // In hand, or planned to begin by now, or (outside sittings) the first of the next sitting.
    private PlannedWork? TheOneStep()
    {
        if (_bench.InHand is { } spell)
            return _plan.Work.FirstOrDefault(w => w.InHand) ?? new PlannedWork(spell.StepId, spell.BeganAt, _now, 1, true);
        if (Perishing.First(_bench, _now) is { } perishing)
            return Paused(perishing);
        if (PutDown() is { } paused)
            return paused;
        if (_sitting is null)
            return null;
        return _plan
            .Work.Where(w => !w.InHand)
            .TakeWhile(w => w.Begin <= _now + Duration.FromMinutes(1))
            .FirstOrDefault(w => _bench.Remaining(_bench.Steps[w.StepId]).Count > 0 && MayBegin(_bench.Steps[w.StepId]))
            ?? Early();
    }

    // It was tested and found tacky after the plan was made, its label asks for more, or something else speaks against it.
    private bool MayBegin(BenchStep step) =>
        Permission.Of(_bench, step, _bench.Remaining(step), _clock) is not { } blocker
        || TestView.Of(blocker, _clock) is not null
        || blocker.Until <= _now + Duration.FromMinutes(1);

    // What was put down last in this sitting stays before the person, to be picked up, until other work is begun.
    private PlannedWork? PutDown()
    {
        if (_sitting is null || _bench.EndedSpells is not [.., var last] || last.EndedAt < _sitting.Begin)
            return null;
        var step = _bench.Steps[last.StepId];
        var models = _bench.Remaining(step);
        return
            step.NotNeeded is not null
            || models.Count == 0
            || (!PaintSessions.Has(step) && !_bench.TicksOf[step.Id].Any(t => t.SpellId == last.Id))
            || Permission.Of(_bench, step, models, _clock) is not null
            ? null
            : Paused(step);
    }

    // Hands that are free early take what the plan has later in this sitting and may begin now.
    private PlannedWork? Early() => new Offers(_bench, _plan, _clock, _sitting).Early() is { } step ? Paused(step) : null;

    private PlannedWork Paused(BenchStep step)
    {
        var models = _bench.Remaining(step).Count;
        var ends = _now + Duration.FromMinutes(_bench.Hands(step, models, _now));
        if (PaintSessions.Has(step) && _sitting is not null)
            ends = Instant.Min(
                _now + Duration.FromMinutes(PaintSessions.Left(_bench, step, _now) + step.Amounts.SetupMinutes),
                _sitting.End
            );
        return new PlannedWork(step.Id, _now, ends, models, false);
    }

    private (HandsState, string, string) Speak(PlannedWork? work)
    {
        if (work is not null)
            return (HandsState.Step, "", "");
        if (_bench.State.Batches.IsEmpty)
            return (HandsState.Empty, "The bench is empty", "Add a unit in one sentence, or drop a roster file.");
        var next = _plan.Work.FirstOrDefault(w => w.Begin >= _now);
        if (_plan.IsNone)
            return (
                HandsState.Planning,
                "The plan is being made",
                Offer() is null ? "It will be here in a moment." : "It will be here in a moment; this may begin meanwhile."
            );
        if (next is null && _bench.OpenFlaws is [var flaw, ..] && _plan.Result.Unplaced.Count == 0)
        {
            var name = _bench.NameOf(_bench.Steps[flaw.StepId]);
            return (
                HandsState.Free,
                $"{name}: to be mended",
                $"{Sentence.Opened(flaw.Words)}, {flaw.Place}: choose its repair, or leave it."
            );
        }
        if (next is null)
        {
            return _plan.Result.Unplaced.Count > 0
                ? (HandsState.NoPlan, "No plan fits", Lacks(_plan.Result.Unplaced[0]))
                : (HandsState.Free, "Everything is finished", "Add a unit, or put the brushes away.");
        }
        var what = $"{Sentence.Opened(StepWords.Of(_bench.Steps[next.StepId].Key).Short)} {_bench.NameOf(_bench.Steps[next.StepId])}";
        if (_sitting is null)
        {
            // The sitting opens before its first work where that has to wait.
            var opens = _bench.State.Settings.Calendar.From(next.Begin, 1).FirstOrDefault(s => s.Holds(next.Begin))?.Begin ?? next.Begin;
            return (HandsState.Outside, $"Next sitting {_clock.At(opens)}", $"It begins with: {what}.");
        }
        // Said only where it is true.
        var drying = Offer() is null ? "Everything is drying" : "Nothing is pressing; this may begin all the same";
        return next.Begin < _sitting.End
            ? (HandsState.Free, $"Hands free until {_clock.At(next.Begin)}", $"{drying}. Next: {what}.")
            : (
                HandsState.Free,
                $"Nothing planned {_clock.ThisSitting(_sitting.Begin)}",
                $"{drying}. Next: {what}, {_clock.At(next.Begin)}."
            );
    }

    private string Lacks(Unplaced unplaced)
    {
        var step = _bench.Steps[PlanIds.StepOf(unplaced.Step)];
        return $"{BenchIndex.TitleOf(step)}, {_bench.NameOf(step)}: {unplaced.Lacks}.";
    }

    private List<ThenView> Then(PlannedWork? current) =>
        [
            .. _plan
                .Work.Where(w => !w.InHand && w != current && (_sitting is null || w.Begin < _sitting.End) && w.StepId != current?.StepId)
                .Take(2)
                .Select(w => (Work: w, Step: _bench.Steps[w.StepId]))
                .Select(w => new ThenView(
                    w.Step.Id,
                    w.Work.Begin,
                    _clock.At(w.Work.Begin),
                    $"{StepWords.Of(w.Step.Key).Short} {_bench.NameOf(w.Step)}"
                )
                {
                    Back = DropIns().Of(w.Work)?.Text,
                }),
        ];

    private ShortReturns DropIns() => new(_bench, _plan, _clock);

    // For each batch, the next step that this sitting does not reach.
    private List<NotTonightView> NotTonight(PlannedWork? current)
    {
        // What is not planned yet is not put off.
        if (_plan.IsNone)
            return [];
        var until = _sitting?.End ?? _now;
        var rows = new List<NotTonightView>();
        foreach (var batch in _bench.State.Batches)
        {
            var step = _bench
                .StepsOf[batch.Id]
                .Where(s => !_bench.IsFinished(s) && s.Id != current?.StepId)
                .FirstOrDefault(s => _plan.BeginOf(s) is not { } begin || begin >= until);
            if (step is null)
                continue;
            var text = $"{Sentence.Opened(StepWords.Of(step.Key).Short)} {_bench.NameOf(step)}";
            var (reason, at) = BindingReason.WhyNot(_bench, _plan, step, until, _clock);
            rows.Add(new NotTonightView(step.Id, text, reason, at));
        }
        return [.. rows.OrderBy(r => r.Until ?? Instant.MaxValue)];
    }

    private OfferView? Offer() => new Offers(_bench, _plan, _clock, _sitting).Best();

    private TakeBackView? TakeBack()
    {
        var from = (_sitting?.Begin ?? _now) - Duration.FromHours(12);
        // A unit that is off the bench keeps what was done to it.
        var ticks = _bench.TicksFrom(from).Where(t => _bench.UnitOf(_bench.Steps[t.StepId]).OffSince is null);
        var last = ticks.OrderBy(t => t.At).ThenBy(t => Number(t.ModelId)).LastOrDefault();
        var painted = _bench.PassesFrom(from).Where(t => _bench.UnitOf(_bench.Steps[t.StepId]).OffSince is null);
        if (painted.OrderBy(t => t.At).ThenBy(t => t.Pass).ThenBy(t => Number(t.ModelId)).LastOrDefault() is { } pass)
            if (last is null || pass.At >= last.At)
                return OfPass(pass);
        if (last is null)
            return null;
        var step = _bench.Steps[last.StepId];
        return new TakeBackView(
            step.Id,
            Number(last.ModelId),
            $"{_bench.NameOf(step)}, model {Number(last.ModelId)}: {StepWords.Of(step.Key).Done}"
        );
    }

    private TakeBackView OfPass(PassTick pass)
    {
        var step = _bench.Steps[pass.StepId];
        var name = PaintProgress.Of(_bench, step)?.Passes.ElementAtOrDefault(pass.Pass - 1)?.Name ?? StepWords.Of(step.Key).Done;
        return new TakeBackView(step.Id, Number(pass.ModelId), $"{_bench.NameOf(step)}, model {Number(pass.ModelId)}: {name} on");
    }

    private int Number(Guid modelId) => _bench.Models[modelId].Number;

    // Dry tests of this sitting whose coat nothing was laid over yet.
    private List<TestedView> Tested() =>
        [
            .. from coat in _bench.AwaitedCoats
            let step = _bench.Steps[coat.StepId]
            let test = coat.Tests.LastOrDefault()
            where test is { Finding: not Finding.NotDryAt } && test.At >= (_sitting?.Begin ?? _now - Duration.FromHours(1))
            where Waits.Of(_bench, step).Any(w => w.Stage == test.Stage)
            let noun = StepWords.Wait(coat.Step, coat.Product).Noun
            let said = _bench.Drying.IsDoubted(coat, test)
                ? $"You said dry at {_clock.At(test.At)}, sooner than it can be: test it again"
                : $"You found it dry at {_clock.At(test.At)}"
            select new TestedView(coat.Id, test.Stage, $"{said}: {noun}, {_bench.NameOf(step)}"),
        ];

    // A coat sprayed outdoors is carried in once it is touch-dry; until somebody says so, it dries as outdoors.
    private List<BringInView> BringIn() =>
        [
            .. from coat in _bench.AwaitedCoats
            where coat is { IsOutdoors: true, BroughtInAt: null, EndedAt: not null }
            let step = _bench.Steps[coat.StepId]
            where _bench.TimesOf(coat, Readiness.Touch) is { } touch && touch.Usual <= _now
            where Waits.Of(_bench, step).Any(w => _bench.TimesOf(coat, w.Stage) is { } times && times.Sure > _now)
            let noun = StepWords.Wait(coat.Step, coat.Product).Noun
            select new BringInView(
                coat.Id,
                $"{_bench.NameOf(step)}: the {noun} dries outdoors. Brought in, touch-dry, into an aired room, no flame?"
            ),
        ];

    private List<FlawView> Flaws() =>
        [
            .. from flaw in _bench.OpenFlaws
            let step = _bench.Steps[flaw.StepId]
            let unit = _bench.UnitOf(step)
            select new FlawView(flaw.Id, step.Id, unit.Id, _bench.NameOf(step), unit.Mark, Number(flaw.ModelId), flaw.Place, flaw.Words),
        ];

    private AwayView? Away(PlannedWork? work)
    {
        if (_bench.InHand is not { } spell || work is null)
            return null;
        var step = _bench.Steps[spell.StepId];
        var last = _bench.TicksOf[step.Id].Where(t => t.SpellId == spell.Id).Select(t => t.At).DefaultIfEmpty(spell.BeganAt).Max();
        var takes = _bench.Hands(step, Math.Max(1, _bench.Remaining(step).Count), _now);
        var away = (int)(_now - last).TotalMinutes;
        return away <= takes + 10 ? null : new AwayView(away, $"It is {_clock.At(_now)}. How many were {StepWords.Of(step.Key).Done}?");
    }

    private SittingView? Show(Sitting? sitting) =>
        sitting is null
            ? null
            : new SittingView(sitting.Begin, sitting.End, $"{_clock.At(sitting.Begin)} to {_clock.At(sitting.End)}", sitting.FitForSpray);
}
