using Hexaprep.Core.Drying;
using Hexaprep.Core.Roster;

namespace Hexaprep.Core.Routes;

/// <summary>Derives a route: chooses steps, collects the rules' edges, orders them, refuses a cycle.</summary>
public static class RouteBuilder
{
    /// <summary>The route of a batch by the given rule book.</summary>
    /// <exception cref="InvalidOperationException">The rules contradict each other for this batch (a defect of the book).</exception>
    public static Route Derive(BatchTraits batch, HouseRules house, RuleBook book)
    {
        var chosen = book.Choices.Where(c => c.When(batch)).ToList();
        var steps = chosen.SelectMany(c => Occurrences(c, batch)).ToDictionary(s => s.Key);
        var present = chosen.Select(c => c.Kind).ToHashSet();
        var edges = book.Rules
            .Where(r => r.Acts == RuleActs.Edge && present.Contains(r.Subject) && present.Contains(r.Object) && r.When(batch))
            .Select(r => Edge(r, steps, house))
            .Concat(Repeats(steps, house))
            .GroupBy(e => (e.From, e.To))
            .Select(Strictest)
            .OrderBy(e => e.From, StepKey.Order).ThenBy(e => e.To, StepKey.Order)
            .ToList();
        var leftOut = book.Choices
            .Where(c => !present.Contains(c.Kind))
            .Select(c => (c.Kind, Why: c.LeftOut(batch)))
            .Where(c => c.Why is not null)
            .Select(c => new LeftOut(c.Kind, c.Why!))
            .ToList();
        return new Route(InOrder(steps, edges), edges, leftOut);
    }

    private static IEnumerable<RouteStep> Occurrences(StepChoice choice, BatchTraits batch)
    {
        var draft = choice.Draft(batch);
        for (var i = 1; i <= draft.Occurrences; i++)
        {
            yield return new RouteStep(new StepKey(choice.Kind, null, i), draft.Occurrences, choice.Side, draft, choice.Reason(batch));
        }
    }

    private static RouteEdge Edge(Rule rule, Dictionary<StepKey, RouteStep> steps, HouseRules house)
    {
        // A rule about a kind holds from its last occurrence to the other's first.
        var first = new StepKey(rule.Subject, null, 1);
        var from = steps[new StepKey(rule.Subject, null, steps[first].Of)];
        var to = new StepKey(rule.Object, null, 1);
        return new RouteEdge(from.Key, to, rule.Stage, Minimum(from, rule.Stage, house), rule.Name, rule.Reason);
    }

    private static IEnumerable<RouteEdge> Repeats(Dictionary<StepKey, RouteStep> steps, HouseRules house) =>
        from step in steps.Values
        where step.Key.Occurrence > 1
        let before = steps[step.Key with { Occurrence = step.Key.Occurrence - 1 }]
        let stage = step.Amounts.Product is null ? (Readiness?)null : Readiness.Recoat
        select new RouteEdge(before.Key, step.Key, stage, Minimum(before, stage, house), "NextPassOnceNoLongerWet",
            stage is null ? "One session follows another." : "A second pass over a wet one runs.");

    private static int Minimum(RouteStep from, Readiness? stage, HouseRules house) =>
        stage is { } s && from.Amounts.Product is { } product ? WaitTable.Band(from.Key.Kind, product, s, house).Sure : 0;

    private static RouteEdge Strictest(IEnumerable<RouteEdge> same) =>
        same.OrderByDescending(e => e.MinMinutes).ThenBy(e => e.Stage is null).ThenBy(e => e.Rule, StringComparer.Ordinal).First();

    private static List<RouteStep> InOrder(Dictionary<StepKey, RouteStep> steps, List<RouteEdge> edges)
    {
        var waitsFor = steps.Keys.ToDictionary(k => k, k => edges.Count(e => e.To == k));
        var ready = new SortedSet<StepKey>(waitsFor.Where(w => w.Value == 0).Select(w => w.Key), StepKey.Order);
        var order = new List<RouteStep>(steps.Count);
        while (ready.Count > 0)
        {
            var next = ready.Min;
            ready.Remove(next);
            order.Add(steps[next]);
            foreach (var edge in edges.Where(e => e.From == next))
            {
                if (--waitsFor[edge.To] == 0) ready.Add(edge.To);
            }
        }
        if (order.Count == steps.Count) return order;
        var stuck = string.Join(", ", waitsFor.Where(w => w.Value > 0).Select(w => w.Key));
        throw new InvalidOperationException($"The rules contradict each other about: {stuck}.");
    }
}
