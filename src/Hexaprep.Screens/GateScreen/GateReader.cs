using Hexaprep.Bench.Edits;
using Hexaprep.Bench.Judgement;
using Hexaprep.Bench.State;
using Hexaprep.Craft.Computation;
using Hexaprep.Craft.Drying;
using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Planning.Problem;
using NodaTime;

namespace Hexaprep.Screens.GateScreen;

/// <summary>Reads a look at a step's models.</summary>
public sealed class GateReader(BenchIndex bench, BenchPlan plan, Instant now)
{
    private readonly Clockface _clock = new(bench.State.Settings.Zone, now);
    private readonly FlawMemory _memory = new(bench);

    // How far away a model of a tier is looked at, mm, and how often touching up goes round at most: a rule of thumb.
    private static (int ViewMm, int Loops, string From) Standard(Tier tier) =>
        tier switch
        {
            Tier.RankAndFile => (1000, 1, "across the table"),
            Tier.Elite => (600, 2, "at arm's length"),
            Tier.Leader => (400, 3, "in the hand"),
            _ => (300, 4, "close up"),
        };

    /// <summary>The look at a step.</summary>
    /// <exception cref="RefusedException">There is no such step on the bench.</exception>
    public GateView Of(Guid stepId)
    {
        if (!bench.Steps.TryGetValue(stepId, out var step) || step.NotNeeded is not null)
            throw new RefusedException(
                new Refusal("stepId", $"There is no step {stepId} on the bench.", "Go back to the bench.", RefusalKind.NotFound)
            );
        Edit.OnBench(bench, step.BatchId);
        var (batch, unit) = (bench.Batches[step.BatchId], bench.UnitOf(step));
        var kind = step.Key.Kind;
        var remaining = bench.Remaining(step);
        var seen = Flaws(unit.Id).Where(f => GateFlaws.Default(KindOf(f)).SequenceEqual(GateFlaws.Default(kind)));
        var keys = GateFlaws.For(kind, [.. seen.Select(f => f.Kind).OfType<FlawKind>()]);
        var laid = bench.StepsOf[step.BatchId].TakeWhile(s => s.Id != step.Id).Append(step).Where(s => bench.CoatsOf(s.Id).Any()).ToList();
        var (coated, hasTransfers) = (laid.Exists(s => s.Key.Kind.Coats()), laid.Exists(s => s.Key.Kind == StepKind.PlaceTransfer));
        var figure = FigureOf(batch.Traits);
        return new GateView(
            now,
            bench.State.Settings.Zone.Id,
            step.Id,
            unit.Id,
            bench.NameOf(step),
            unit.Mark,
            kind,
            TitleOf(step),
            kind.IsGate(),
            bench.InHand?.StepId == step.Id,
            kind.IsGate() ? Permission.Of(bench, step, remaining, _clock)?.Reason : null,
            // A look has its own way of looking.
            StepDefinition.Of(kind).LooksAt
                is null
                ? "Hold it under the lamp and tilt it once."
                : StepWords.For(kind).How,
            GateFlaws.Asks(kind),
            figure,
            PlacesOf(figure),
            [.. bench.ModelsAt(step).Select(m => Model(step, m))],
            remaining.Count > 0 ? remaining[0].Number : null,
            [.. keys.Select(Key)],
            [.. Enum.GetValues<FlawKind>().Except(keys).Where(k => GateFlaws.CanBe(k, coated, hasTransfers)).Select(Key)],
            LookFirst(step, unit.Id),
            Enough(batch.Traits.Tier),
            [.. Open(step.BatchId).Select(Finding)],
            Photos(step)
        );
    }

    private List<PhotoView> Photos(BenchStep step)
    {
        var numbers = bench.ModelsAt(step).ToDictionary(m => m.Id, m => m.Number);
        return
        [
            .. from photo in bench.State.Photos
            where numbers.ContainsKey(photo.ModelId)
            let at = bench.Steps[photo.StepId]
            orderby at.Position, photo.At
            select new PhotoView(photo.Id, numbers[photo.ModelId], TitleOf(at), _clock.At(photo.At), photo.Width, photo.Height),
        ];
    }

    private StepKind KindOf(Flaw flaw) => bench.Steps[flaw.StepId].Key.Kind;

    private IEnumerable<Flaw> Flaws(Guid unitId) => bench.BatchesOf[unitId].SelectMany(b => bench.FlawsOf(b.Id));

    // A gate is named by what it follows.
    private string TitleOf(BenchStep step) =>
        step.Key.Kind.IsGate() ? GateWords.Of(step.Key.Kind) : $"at: {BenchIndex.TitleOf(step).ToLowerInvariant()}";

    private static FlawKeyView Key(FlawKind kind) => FlawWords.For(kind) is var w ? new(kind, w.Name, w.Shows, w.Of) : null!;

    private GateModelView Model(BenchStep step, BenchModel model)
    {
        var open = bench.OpenFlaws.Where(f => f.ModelId == model.Id).ToList();
        return open.Count > 0 ? new(model.Number, GateMark.Flawed, string.Join(", ", open.Select(f => f.Words).Distinct()))
            : bench.IsDone(step.Id, model.Id)
                ? new(model.Number, GateMark.Clean, step.Key.Kind.IsGate() ? "clean" : StepWords.Of(step.Key).Done)
            : new(model.Number, GateMark.Rest, "");
    }

    private static GateFigure FigureOf(BatchTraits traits) =>
        traits.Size switch
        {
            ModelSize.Terrain => traits.Parts <= 1 ? GateFigure.Plate : GateFigure.Terrain,
            ModelSize.Rider => GateFigure.Rider,
            _ when traits.Bulk == ModelSize.Large => GateFigure.Hull,
            _ => traits.BaseMm >= 50 ? GateFigure.Rider : GateFigure.Standing,
        };

    private static IReadOnlyList<string> PlacesOf(GateFigure figure) =>
        figure switch
        {
            GateFigure.Rider => ["head", "body", "mount head", "mount", "legs", "base"],
            GateFigure.Hull => ["front", "left", "top", "right", "rear", "underside"],
            GateFigure.Plate => ["face", "left edge", "top edge", "right edge", "lower edge", "back"],
            GateFigure.Terrain => ["top", "left wall", "front", "right wall", "back wall", "ground"],
            _ => ["head", "left arm", "chest", "right arm", "legs", "base"],
        };

    // Found at a later look than this one, on this unit: there first.
    private List<LookFirstView> LookFirst(BenchStep step, Guid unitId) =>
        [
            .. Flaws(unitId)
                .Where(f => StepDefinition.Of(KindOf(f)).Place > StepDefinition.Of(step.Key.Kind).Place && f.Kind is not null)
                .GroupBy(f => (f.Place, f.Kind))
                .OrderByDescending(g => g.Count())
                .ThenBy(g => g.Key.Place, StringComparer.Ordinal)
                .Take(2)
                .Select(g => new LookFirstView(g.Key.Place, $"{FlawWords.For(g.Key.Kind!.Value).Name}, {g.Count()} found late")),
        ];

    private static string Enough(Tier tier)
    {
        var (view, loops, from) = Standard(tier);
        var width = view / GapFilling.Severity(1).VisibleAtMm;
        return $"Good enough {from}: under {width.ToString("0.00", System.Globalization.CultureInfo.InvariantCulture)} mm it does not show "
            + $"at {view / 10} cm, and {(loops == 1 ? "one round" : $"{loops} rounds")} of mending is the most.";
    }

    /// <summary>The open flaws of a batch, each group of alike ones as its first.</summary>
    private IEnumerable<IReadOnlyList<Flaw>> Open(Guid batchId)
    {
        var told = new HashSet<Guid>();
        foreach (var flaw in bench.FlawsOf(batchId).Where(f => f.MendedAt is null))
        {
            if (told.Contains(flaw.Id))
                continue;
            var alike = DiagnosisCase.Alike(bench, flaw);
            told.UnionWith(alike.Select(f => f.Id));
            yield return alike;
        }
    }

    private FindingView Finding(IReadOnlyList<Flaw> alike)
    {
        var first = alike[0];
        var batch = bench.Steps[first.StepId].BatchId;
        var models = alike.Select(f => f.ModelId).Distinct().ToList();
        var numbers = models.Select(m => bench.Models[m].Number).Order().ToList();
        // The same flaw at the same place, mended and there again.
        var places = alike.Select(f => f.Place).ToHashSet(StringComparer.Ordinal);
        var loops = bench
            .FlawsOf(batch)
            .Where(f => f.End == FlawEnd.Mended && f.Kind == first.Kind && places.Contains(f.Place) && models.Contains(f.ModelId))
            .CountBy(f => f.ModelId)
            .Select(c => c.Value)
            .DefaultIfEmpty(0)
            .Max();
        var where = $"{string.Join(", ", alike.Select(f => f.Place).Distinct())} of {Said(numbers)}";
        if (DiagnosisCase.Seen(bench, alike) is not { } seen)
            return new(
                first.Id,
                [.. alike.Select(f => f.Id)],
                null,
                first.Words,
                numbers,
                $"{first.Words}, {where}",
                [],
                "",
                "",
                [],
                null,
                loops
            );
        var log = DiagnosisCase.Of(bench, batch, models, now);
        var found = Diagnosis.Of(log, seen, c => _memory.Moves(seen.Kind, c));
        var words = FlawWords.For(seen.Kind).Name;
        var repairs = first.RepairId is null ? Repairs.Of(log, seen) : [];
        return new FindingView(
            first.Id,
            [.. alike.Select(f => f.Id)],
            seen.Kind,
            words,
            numbers,
            $"{words}, {where}: {Sentence.Within(found.Words).TrimEnd('.')}",
            [.. found.Causes.Select(c => Cause(seen, c, batch, models))],
            Share.Likely(found.Unexplained),
            found.Test,
            [.. repairs.Select(Repair)],
            InPlan(first),
            loops
        )
        {
            Widths = SeamWidths.For(seen.Kind, repairs),
        };
    }

    private static string Said(List<int> numbers)
    {
        var words = numbers.Select(n => $"{n}").ToList();
        return $"{(numbers.Count == 1 ? "model" : "models")} {Sentence.Listed(words)}";
    }

    private CauseView Cause(SeenFlaw seen, Cause cause, Guid batch, List<Guid> models)
    {
        var facts = CauseBook.Of(cause.Id);
        return new(
            cause.Id,
            facts.Words,
            Share.Likely(cause.Probability),
            cause.For,
            cause.Against,
            cause.Next,
            _memory.Words(seen.Kind, cause.Id),
            facts.HouseRule is { } rule ? HouseRuleCatalog.Find(rule)?.Question : null
        )
        {
            Label = facts.Limit is { } limit && CoatOf(seen, batch, models) is { } coat ? LabelWords(limit, Product.Of(coat)) : null,
        };
    }

    // The coat that shows the flaw.
    private Coat? CoatOf(SeenFlaw seen, Guid batch, List<Guid> models) =>
        bench
            .StepsOf[batch]
            .Where(s => s.Key.Kind == seen.Step)
            .SelectMany(s => bench.CoatsOf(s.Id))
            .Where(c => c.ModelIds.Any(models.Contains))
            .MaxBy(c => c.StartedAt);

    private string LabelWords(LabelLimit limit, Product product)
    {
        var label = bench.Drying.LabelOf(product);
        var says = limit switch
        {
            LabelLimit.MostHumidity => label?.MaxHumidityPct is { } most ? $"up to {most:0} %" : null,
            LabelLimit.LeastTemperature => label?.MinTempC is { } least ? $"from {least:0.#} °C" : null,
            LabelLimit.RecoatWindow => label?.RecoatMax is { } closes ? $"recoat within {Clockface.Lasts((long)closes)}" : null,
            _ => label?.NextLayerMin is { } next ? $"next layer after {Clockface.Lasts((long)next)}" : null,
        };
        var asks = limit switch
        {
            LabelLimit.MostHumidity => "the highest humidity",
            LabelLimit.LeastTemperature => "the least temperature",
            LabelLimit.RecoatWindow => "the recoat window",
            _ => "the wait before the next layer",
        };
        return says is null
            ? $"No label limit is kept for {product.Name}: {asks} stands on it, and belongs into Coats."
            : $"The label of {product.Name} says: {says}.";
    }

    private static RepairView Repair(Repair repair)
    {
        var hands = repair.Minutes > 0 ? $"{Clockface.Hands(repair.Minutes)} hands-on" : "";
        var wait = repair.WaitMinutes > 0 ? $"{(hands.Length > 0 ? ", " : "")}waits {Clockface.Lasts(repair.WaitMinutes)}" : "";
        return new(repair.Id, repair.Words, hands + wait, repair.Bars, repair.Warnings, repair.Steps.Count > 0);
    }

    private RepairInPlanView? InPlan(Flaw flaw)
    {
        if (flaw.RepairId is not { } id || bench.State.Repairs.Find(r => r.Id == id) is not { } repair)
            return null;
        var batch = repair.BatchId;
        var steps = bench.StepsOf[batch].Where(s => s.RepairId == id).ToList();
        var next = steps.FirstOrDefault(s => !bench.IsFinished(s));
        var when =
            next is null ? "done"
            : plan.BeginOf(next) is { } begin ? _clock.At(begin)
            : "no place yet";
        return new(
            id,
            RepairWords(repair.Plan),
            next is null ? "done" : $"{BenchIndex.TitleOf(next)}: {when}",
            !steps.Exists(s => bench.HasHistory(s.Id))
        );
    }

    private static string RepairWords(string plan) => Repairs.WordsOf(plan);
}
