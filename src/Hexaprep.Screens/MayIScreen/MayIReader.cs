using Hexaprep.Bench.Edits;
using Hexaprep.Bench.Judgement;
using Hexaprep.Bench.State;
using Hexaprep.Craft.Permissions;
using Hexaprep.Craft.Routes;
using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;
using NodaTime;

namespace Hexaprep.Screens.MayIScreen;

/// <summary>May I? For the screen: the answer in words, its reasons, what would do instead.</summary>
public sealed record MayIView(
    Guid BatchId,
    string Unit,
    StepKind Step,
    string Title,
    Verdict Answer,
    string Headline,
    string Detail,
    Instant? Until,
    Instant? ReadyBy,
    Instant? TestFrom,
    string? TestWords,
    IReadOnlyList<DoableView> Meanwhile,
    IReadOnlyList<ReasonView> Reasons,
    IReadOnlyList<Citation> Locks,
    string? Instead,
    string? InsteadText,
    Guid? CanBegin
);

/// <summary>Why: a rule by its own name, how binding it is, its words, and till when it waits; empty for what is no wait.</summary>
public sealed record ReasonView(string Rule, Strength Strength, string Text, string UntilText);

/// <summary>A step that may be done in the meantime.</summary>
public sealed record DoableView(StepKind Step, string Title, Guid? StepId);

/// <summary>A batch that may be asked about, with every step a person may ask for and how it can be done.</summary>
public sealed record AskableView(
    Guid BatchId,
    Guid UnitId,
    string Name,
    string Mark,
    int Models,
    StepKind? Next,
    IReadOnlyList<AskableStepView> Steps
);

/// <summary>A step that may be asked for: how it can be done, and for a coat what it may be.</summary>
public sealed record AskableStepView(
    StepKind Step,
    string Title,
    bool InRoute,
    IReadOnlyList<MethodView> Methods,
    IReadOnlyList<CoatingView> Products
);

/// <summary>A method, by id and in words.</summary>
public sealed record MethodView(string Id, string Text);

/// <summary>What a coat may be, in words.</summary>
public sealed record CoatingView(ProductClass Id, string Text);

/// <summary>Asks the rule book about what lies on the bench.</summary>
public sealed class MayIReader(BenchIndex bench, Instant now)
{
    private readonly Clockface _clock = new(bench.State.Settings.Zone, now);

    /// <summary>Every batch with its steps, those of its route first, in route order.</summary>
    public IReadOnlyList<AskableView> Askable() =>
        [.. bench.State.Batches.Where(b => bench.StepsOf[b.Id].Any(s => !bench.IsFinished(s))).Select(Askable)];

    /// <summary>The answer for a batch, or for one of its models.</summary>
    /// <param name="batchId">The batch.</param>
    /// <param name="ask">What is asked.</param>
    /// <param name="model">A model's number, or null for all that remain.</param>
    /// <exception cref="RefusedException">There is no such batch or model.</exception>
    public MayIView Of(Guid batchId, PermissionQuery ask, int? model)
    {
        var (batch, models) = Find(batchId, model);
        // Of a batch that goes in loads the one that is farthest is asked about.
        var step = bench.StepsOf[batchId].Where(s => s.Key.Kind == ask.Step && !bench.IsFinished(s)).MinBy(bench.LoadAt);
        var load = model is null && step is not null ? bench.LoadWords(step) : "";
        if (load.Length > 0)
            models = [.. bench.ModelsInTurn(step!).Where(m => !bench.IsHeld(m.Id))];
        var answer = Held(batchId, ask, model, models)
            ?? AsItsStartIs(BenchPermission.Of(bench, batch, models, now).Of(ask), ask, step, models);
        var title = load.Length > 0 ? $"{StepWords.For(ask.Step).Title}, {load}" : StepWords.For(ask.Step).Title;
        return new MayIView(
            batchId,
            bench.StepsOf[batchId].FirstOrDefault() is { } any ? bench.NameOf(any) : bench.Units[batch.UnitId].Name,
            ask.Step,
            title,
            answer.Verdict,
            Headline(answer),
            Detail(answer, title),
            answer.Until,
            answer.ReadyBy,
            answer.Test?.Early,
            answer.Test is { } test ? $"{test.Words} It makes sense from {_clock.At(test.Early)}." : null,
            [
                .. answer.Meanwhile.Select(k => new DoableView(
                    k,
                    StepWords.For(k).Title,
                    bench.StepsOf[batchId].FirstOrDefault(s => s.Key.Kind == k && !bench.IsFinished(s))?.Id
                )),
            ],
            [
                .. answer.Reasons.Select(r => new ReasonView(
                    r.Rule,
                    r.Strength,
                    r.Text,
                    r.Until is { } until && answer.Verdict != Verdict.Yes ? $"till {_clock.At(until)}" : ""
                )),
            ],
            answer.Locks,
            answer.Instead,
            answer.Instead is { } instead ? InsteadWords(instead) : null,
            answer.Verdict == Verdict.Yes
            && model is null
            && step is not null
            && bench.Remaining(step).Count > 0
            && IsItsWay(ask, step)
            && bench.InHand?.StepId != step.Id
            && Permission.Of(bench, step, bench.Remaining(step), _clock) is null
                ? step.Id
                : null
        );
    }

    // A flaw holds the model, or all that are left: nothing but its repair goes on.
    private PermissionAnswer? Held(Guid batchId, PermissionQuery ask, int? model, IReadOnlyList<BenchModel> models)
    {
        var held = model is null
            ? models.Count == 0 && bench.ModelsOf[batchId].Any(m => bench.IsHeld(m.Id))
            : models.Any(m => bench.IsHeld(m.Id));
        if (!held)
            return null;
        var repair = bench.StepsOf[batchId].FirstOrDefault(s => s.RepairId is not null && bench.Remaining(s).Count > 0);
        return repair?.Key.Kind == ask.Step
            ? null
            : new PermissionAnswer(
                Verdict.NotYet,
                null,
                null,
                null,
                [],
                [
                    new PermissionReason(
                        "MendedFirst",
                        Strength.Practice,
                        "A flaw holds it: it is mended, or left as it is, before anything goes over it."
                    ),
                ],
                [],
                repair is null ? null : Ids.Of(repair.Key.Kind)
            );
    }

    // What its own route still waits for speaks here as it does when the step is begun.
    private PermissionAnswer AsItsStartIs(PermissionAnswer answer, PermissionQuery ask, BenchStep? step, IReadOnlyList<BenchModel> models)
    {
        if (
            answer.Verdict != Verdict.Yes
            || step is null
            || !IsItsWay(ask, step)
            || bench.InHand?.StepId == step.Id
            || RouteReadiness.Of(bench, step, models, _clock) is not { } blocker
        )
            return answer;
        var missing = blocker.Until is null ? bench.EdgesInto[step.Id].Select(e => bench.Steps[e.From]).FirstOrDefault(IsMissing) : null;
        return answer with
        {
            Verdict = Verdict.NotYet,
            Until = blocker.Until,
            ReadyBy = blocker.TestFrom ?? blocker.Until,
            Test = null,
            Meanwhile = [],
            Reasons =
            [
                new PermissionReason("RouteOrder", Strength.Practice, $"{Sentence.Opened(blocker.Reason)}.") { Until = blocker.Until },
            ],
            Instead = missing is null ? null : Ids.Of(missing.Key.Kind),
        };

        bool IsMissing(BenchStep before) => before.NotNeeded is null && models.Any(m => !bench.IsDone(before.Id, m.Id));
    }

    // What was asked of another way says nothing of the step as it stands in the route.
    private static bool IsItsWay(PermissionQuery ask, BenchStep step) =>
        (ask.Method ?? step.Amounts.Method) == step.Amounts.Method && (ask.Product ?? step.Amounts.Product) == step.Amounts.Product;

    private (Batch, IReadOnlyList<BenchModel>) Find(Guid batchId, int? number)
    {
        if (!bench.Batches.TryGetValue(batchId, out var batch))
            throw new RefusedException(
                new Refusal("batchId", $"There is no batch {batchId}.", "Load the page again.", RefusalKind.NotFound)
            );
        Edit.OnBench(bench, batchId);
        var all = bench.ModelsOf[batchId].ToList();
        if (number is not { } n)
            return (batch, [.. all.Where(m => !bench.IsHeld(m.Id))]);
        return all.FirstOrDefault(m => m.Number == n) is { } one
            ? (batch, [one])
            : throw new RefusedException(new Refusal("model", $"There is no model {n}.", $"Give a number from 1 to {all.Count}."));
    }

    private AskableView Askable(Batch batch)
    {
        var (job, route) = (bench.State.JobOf(batch), bench.StepsOf[batch.Id].ToList());
        var unit = bench.Units[batch.UnitId];
        var inRoute = route.Select(s => s.Key.Kind).Distinct().ToList();
        var others = StepDefinition.InOrder.Select(f => f.Kind).Except(inRoute);
        AskableStepView One(StepKind kind, bool has) =>
            new(
                kind,
                StepWords.For(kind).Title,
                has,
                [
                    .. RuleBook
                        .Trade.Choice(kind)
                        .Ways(job)
                        .Select(w => w.Method)
                        .OfType<string>()
                        .Distinct()
                        .Select(m => new MethodView(m, MethodWords.Of(m))),
                ],
                kind.Coats() ? [.. ProductClasses.Coatings.Select(p => new CoatingView(p, MethodWords.Of(p)))] : []
            );
        return new AskableView(
            batch.Id,
            unit.Id,
            batch.Name.Length == 0 ? unit.Name : $"{unit.Name}, {batch.Name}",
            unit.Mark,
            batch.Traits.Models,
            route.FirstOrDefault(s => !bench.IsFinished(s))?.Key.Kind,
            [.. inRoute.Select(k => One(k, true)), .. others.Select(k => One(k, false))]
        );
    }

    private string Headline(PermissionAnswer answer) =>
        answer.Verdict switch
        {
            Verdict.Yes => answer.Until is { } lapses ? $"Yes, till {_clock.At(lapses)}" : "Yes",
            Verdict.No => "No",
            _ => answer.Until is { } until ? $"Not before {_clock.At(until)}" : "Not yet",
        };

    private string Detail(PermissionAnswer answer, string title) =>
        answer.Verdict switch
        {
            Verdict.NotYet when answer.ReadyBy is { } by && answer.Until is { } until && by < until =>
                $"Usually ready by {_clock.At(by)}; {_clock.At(until)} is sure.",
            Verdict.NotYet when answer.Until is not null => "It is sure then, and not sooner.",
            Verdict.NotYet when answer.Instead is not null && answer.Reasons.Max(r => r.Until) is { } dries =>
                $"Something comes first, and it waits till {_clock.At(dries)}.",
            Verdict.NotYet when answer.Instead is not null => "Something comes first.",
            Verdict.NotYet => "Not in this air.",
            Verdict.Yes => $"{title}: nothing on it forbids that.",
            _ => "Neither waiting nor another step changes that.",
        };

    private static string InsteadWords(string instead) =>
        Ids.TryParse<StepKind>(instead, out var step)
            ? $"First: {Sentence.Within(StepWords.For(step).Title)}"
            : $"Take {MethodWords.Of(instead)}";
}
