using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Craft.Routes;

/// <summary>What a change of a route would do.</summary>
/// <param name="Verdict">Law: refused. Practice: allowed once the consequence was read. Taste: simply followed.</param>
/// <param name="Reasons">The rules it breaks, the gravest first; empty for taste.</param>
/// <param name="Instead">A method or step that would do; null for none.</param>
/// <param name="Effect">What it costs or saves; null when it is refused.</param>
public sealed record Consequence(Strength Verdict, IReadOnlyList<Broken> Reasons, string? Instead, RouteEffect? Effect);

/// <summary>A rule that a change breaks, and what follows.</summary>
public sealed record Broken(string Rule, Strength Strength, string Text);

/// <summary>What a change does to a batch: hands and days, and which steps come and go.</summary>
/// <param name="HandsMinutes">More (or fewer) minutes of hands for the whole batch.</param>
/// <param name="ElapsedMinutes">More (or fewer) minutes from begin to end with nothing in between, waits included.</param>
/// <param name="Comes">Steps that come in.</param>
/// <param name="Goes">Steps that go.</param>
public sealed record RouteEffect(int HandsMinutes, int ElapsedMinutes, IReadOnlyList<StepKind> Comes, IReadOnlyList<StepKind> Goes)
{
    /// <summary>The difference between two routes of a batch.</summary>
    public static RouteEffect Between(Route before, Route after, int models)
    {
        var (had, has) = (before.Steps.Select(s => s.Key.Kind).ToHashSet(), after.Steps.Select(s => s.Key.Kind).ToHashSet());
        return new(
            after.HandsMinutes(models) - before.HandsMinutes(models),
            after.ElapsedMinutes(models) - before.ElapsedMinutes(models),
            [.. has.Except(had).InOrder()],
            [.. had.Except(has).InOrder()]
        );
    }
}

/// <summary>Checks what a user changes of a route, by the same book it was derived from.</summary>
public static class RouteCheck
{
    /// <summary>What a change would do.</summary>
    /// <exception cref="RefusedException">It names something the step has not: the message gives the field and what there is.</exception>
    public static Consequence Of(Job job, RouteChange change, RuleBook book)
    {
        var route = RouteBuilder.Derive(job, book);
        var present = route.Steps.Select(s => s.Key.Kind).ToHashSet();
        var broken = change.Kind switch
        {
            ChangeKind.Skip => Skip(job, change, book, present),
            ChangeKind.Add => Add(job, change, book, present),
            ChangeKind.Swap => Swap(job, change, book, present),
            _ => Reorder(job, change, book, route, present),
        };
        var (rules, instead) = broken;
        List<Broken> reasons =
        [
            .. rules.OrderBy(r => r.Strength).Select(r => new Broken(r.Name, r.Strength, r.Reason)).DistinctBy(b => b.Text),
        ];
        var verdict = reasons.Count == 0 ? Strength.Taste : reasons[0].Strength;
        if (verdict == Strength.Law)
            return new(verdict, reasons, instead, null);
        return new(verdict, reasons, instead, RouteEffect.Between(route, RouteBuilder.Derive(With(job, change), book), job.Batch.Models));
    }

    /// <summary>The job with a change made: it takes the place of the one it answers.</summary>
    public static Job With(Job job, RouteChange change) => job with { Changes = [.. job.Changes.Where(c => !change.Replaces(c)), change] };

    private static (IEnumerable<Rule>, string?) Skip(Job job, RouteChange change, RuleBook book, HashSet<StepKind> present)
    {
        if (!present.Contains(change.Step))
            throw Refuse("step", $"{Ids.Of(change.Step)} is not in this route.", "Nothing has to be left out.");
        if (change.Step == StepKind.FinalGate)
            throw Refuse("step", "The last look closes the batch.", "It takes half a minute a model: keep it.");
        var asking = book
            .Edges.Where(r =>
                r.Subject == change.Step
                && r.Requires
                && r.Strength != Strength.Taste
                && present.Contains(r.Object)
                && r.Speaks(present.Contains)
                && r.When(job)
            )
            .ToList();
        if (book.Choice(change.Step).Without(job) is { } follows)
        {
            // How dry it would have to be says nothing of leaving it out.
            asking.RemoveAll(r => r.Stage is not null && r.Strength != Strength.Law);
            if (asking.Count == 0)
                asking.Add(Rule.Card("WhatFollowsWithoutIt", RuleKind.Before, change.Step, Strength.Practice, follows));
        }
        return (asking, null);
    }

    private static (IEnumerable<Rule>, string?) Add(Job job, RouteChange change, RuleBook book, HashSet<StepKind> present)
    {
        if (present.Contains(change.Step))
            throw Refuse("step", $"{Ids.Of(change.Step)} is already in this route.", "Nothing has to be added.");
        var after = With(job, change);
        var way = RouteBuilder.WayOf(book.Choice(change.Step), after, book);
        var barred = book.Refusals(change.Step, way.Way, after).Where(r => r.After is null && r.LiftedBy is null).ToList();
        var lacking = book.EdgesInto[change.Step]
            .Where(r =>
                r.Requires && r.Strength != Strength.Taste && !present.Contains(r.Subject) && r.Speaks(present.Contains) && r.When(after)
            );
        var missing = lacking.ToList();
        return (
            barred.Concat(missing),
            barred.Count > 0 ? barred[0].Instead
            : missing.Count > 0 ? Ids.Of(missing[0].Subject)
            : null
        );
    }

    private static string Named(StepAmounts way) =>
        way.Method is null ? "only one way"
        : way.Product is { } product ? $"{way.Method} with {Ids.Of(product)}"
        : way.Method;

    private static (IEnumerable<Rule>, string?) Swap(Job job, RouteChange change, RuleBook book, HashSet<StepKind> present)
    {
        if (!present.Contains(change.Step))
            throw Refuse("step", $"{Ids.Of(change.Step)} is not in this route.", "Add the step first.");
        var ways = book.Choice(change.Step).Ways(job);
        var chosen = ways.FirstOrDefault(w => (change.Method ?? w.Method) == w.Method && (change.Product ?? w.Product) == w.Product)
            ?? throw Refuse(
                change.Method is null ? "product" : "method",
                $"'{change.Method ?? Ids.Of(change.Product ?? default)}' is no way to do {Ids.Of(change.Step)} here.",
                $"There is: {string.Join(", ", ways.Select(Named).Distinct())}."
            );
        var barred = book.Refusals(change.Step, chosen.Way, job)
            .Where(r => r.After is null && (r.LiftedBy is not { } lift || !present.Contains(lift)))
            .ToList();
        return (barred, barred.FirstOrDefault()?.Instead);
    }

    private static (IEnumerable<Rule>, string?) Reorder(Job job, RouteChange change, RuleBook book, Route route, HashSet<StepKind> present)
    {
        if (change.Before is not { } then || then == change.Step || !present.Contains(then))
            throw Refuse(
                "before",
                $"'{(change.Before is { } b ? Ids.Of(b) : "")}' is not another step of this route.",
                "Name a step of this route."
            );
        if (!present.Contains(change.Step))
            throw Refuse("step", $"{Ids.Of(change.Step)} is not in this route.", "Add the step first.");
        if (change.Step == StepKind.FinalGate)
            throw Refuse("step", "The last look closes the batch.", "Everything else comes before it.");
        if (job.Batch.Passes is { Count: > 0 } && PaintPasses.Makes(change.Step) && PaintPasses.Makes(then))
            throw Refuse("before", "The list of passes has its own order.", "Move the pass where the unit says how it is painted.");
        var direct = book.Edges.Where(r => r.Subject == then && r.Object == change.Step && r.When(job)).ToList();
        // What a list brings with it stands in no rule of its own.
        if (direct.Count == 0)
            direct = [.. route.Edges.Where(e => e.From.Kind == then && e.To.Kind == change.Step).Take(1).Select(e => Cited(e, book))];
        if (direct.Any(r => r.Strength == Strength.Law))
            return (direct.Where(r => r.Strength == Strength.Law), null);
        // What lies between them goes along or forbids it: the rules on the way from the one to the other.
        var between = Between(route, then, change.Step, book).ToList();
        if (between.Count == 0)
            return (direct.Where(r => r.Strength == Strength.Practice), null);
        var law = between.Where(r => r.Strength == Strength.Law).ToList();
        return (
            [
                .. law.Count > 0
                    ? law
                    : between.Select(r => r with { Strength = Strength.Law, Reason = $"{r.Reason} Move what lies between them first." }),
            ],
            Ids.Of(between[0].Object)
        );
    }

    // The rules along one way from a step to a later one that does not go straight.
    private static IEnumerable<Rule> Between(Route route, StepKind from, StepKind to, RuleBook book)
    {
        var came = new Dictionary<StepKind, RouteEdge>();
        var open = new Queue<StepKind>([from]);
        while (open.TryDequeue(out var at))
        {
            foreach (var edge in route.Edges.Where(e => e.From.Kind == at && e.To.Kind != at && !(at == from && e.To.Kind == to)))
            {
                if (!came.TryAdd(edge.To.Kind, edge))
                    continue;
                open.Enqueue(edge.To.Kind);
            }
        }
        for (var at = to; came.TryGetValue(at, out var edge); at = edge.From.Kind)
        {
            yield return Cited(edge, book);
            if (edge.From.Kind == from)
                yield break;
        }
    }

    private static Rule Cited(RouteEdge edge, RuleBook book) =>
        book.Edges.FirstOrDefault(r => r.Name == edge.Rule)
        ?? Rule.Card(edge.Rule, RuleKind.Before, edge.To.Kind, Strength.Law, edge.Reason);

    private static RefusedException Refuse(string field, string message, string remedy) => new(new Refusal(field, message, remedy));
}
