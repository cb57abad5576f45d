using Hexaprep.Craft.Computation;
using Hexaprep.Craft.Drying;
using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Craft.Routes;

/// <summary>Derives a route: chooses steps and their ways, collects the rules' edges, orders them, refuses a cycle.</summary>
public static class RouteBuilder
{
    /// <summary>The rule that orders passes of the same coat.</summary>
    public const string PassesRule = "NextPassOnceNoLongerWet";

    /// <summary>The route of a job by the given rule book.</summary>
    /// <exception cref="InvalidOperationException">The rules contradict each other for this job (a defect of the book, or a change not
    /// checked).</exception>
    public static Route Derive(Job job, RuleBook book)
    {
        var chosen = new Dictionary<StepKind, StepApplicability>();
        foreach (var choice in book.Choices)
        {
            if (!job.Skips(choice.Kind) && (choice.When(job) || job.Adds(choice.Kind)))
                chosen.TryAdd(choice.Kind, choice);
        }
        var steps = chosen.Values.SelectMany(c => Occurrences(c, job, book, chosen.ContainsKey(StepKind.Prime))).ToDictionary(s => s.Key);
        var edges = new Dictionary<(StepKey, StepKey), RouteEdge>();
        void Add(RouteEdge edge)
        {
            if (!edges.TryGetValue((edge.From, edge.To), out var known) || Stricter(edge, known))
                edges[(edge.From, edge.To)] = edge;
        }
        List<StepKey> painting = [.. PaintPasses.Of(job).Select(s => s.Key).Where(steps.ContainsKey)];
        foreach (var edge in Links(book, job, steps, chosen.ContainsKey).SelectMany(l => Edges(l, steps, painting, job)))
            Add(edge);
        if (job.Batch.Passes is { Count: > 0 })
            foreach (var edge in AsListed(painting, steps, book, job))
                Add(edge);
        if (book.Has(DryingRules.NextPass))
            foreach (var edge in Repeats(DryingRules.NextPass, steps, job))
                Add(edge);
        foreach (var edge in Sessions(steps))
            Add(edge);
        foreach (var edge in Again(chosen.Values, steps, [.. edges.Values]))
            Add(edge);
        foreach (
            var change in job.Changes.Where(c =>
                c.Kind == ChangeKind.Reorder
                && chosen.ContainsKey(c.Step)
                && chosen.ContainsKey(c.Before!.Value)
                && !(job.Batch.Passes is { Count: > 0 } && PaintPasses.Makes(c.Step) && PaintPasses.Makes(c.Before!.Value))
            )
        )
            Add(
                new RouteEdge(
                    Last(change.Step, steps),
                    new StepKey(change.Before!.Value, null, 1),
                    null,
                    0,
                    "YourOrder",
                    "You chose this order."
                )
            );
        var leftOut = book
            .Choices.Where(c => !chosen.ContainsKey(c.Kind) && !job.Skips(c.Kind))
            .Select(c => (c.Kind, Why: c.LeftOut(job)))
            .Where(c => c.Why is not null)
            .Select(c => new LeftOut(c.Kind, c.Why!))
            .DistinctBy(l => l.Kind)
            .Concat(job.Changes.Where(c => c.Kind == ChangeKind.Skip).Select(c => new LeftOut(c.Step, "You left it out.")));
        List<RouteEdge> sorted = [.. edges.Values.OrderBy(e => e.From, StepKey.Order).ThenBy(e => e.To, StepKey.Order)];
        return new Route(InOrder(steps, sorted), sorted, [.. leftOut]);
    }

    /// <summary>How a step is done for a job: the user's choice, else the first way no rule refuses; its hands at the pace of the
    /// schools followed.</summary>
    public static StepAmounts WayOf(StepApplicability choice, Job job, RuleBook book)
    {
        var ways = choice.Ways(job);
        var swap = job.Changes.LastOrDefault(c => c.Kind == ChangeKind.Swap && c.Step == choice.Kind);
        var way = (
            swap is null
                ? null
                : ways.FirstOrDefault(w => (swap.Method ?? w.Method) == w.Method && (swap.Product ?? w.Product) == w.Product)
        )
            ?? ways.FirstOrDefault(w => book.Bars(choice.Kind, w.Way, job) is null)
            ?? ways[0];
        return Paced(choice.Kind, way, job);
    }

    /// <summary>The same at the pace of the schools followed.</summary>
    public static StepAmounts Paced(StepKind kind, StepAmounts way, Job job)
    {
        var times = 1.0;
        foreach (var school in HouseRuleCatalog.At(kind))
        {
            // Of a described kit every piece is counted.
            if (school == HouseRuleCatalog.SubAssemblies && job.Batch.Kit is not null)
                continue;
            foreach (var pace in job.House.Of(school).Paces)
                if (pace.Step == kind)
                    times *= pace.Times;
        }
        // What the user set for the batch counts as it stands.
        if (job.Batch.Paces.FirstOrDefault(p => p.Step == kind) is { } own)
            return way with { SecondsPerModel = own.SecondsPerModel, SetupMinutes = own.SetupMinutes ?? way.SetupMinutes };
        return times == 1 ? way : way with { SecondsPerModel = (int)Math.Round(way.SecondsPerModel * times) };
    }

    private static IEnumerable<RouteStep> Occurrences(StepApplicability choice, Job job, RuleBook book, bool isPrimed)
    {
        var draft = WayOf(choice, job, book);
        var (side, reason) = (choice.SideFor(job), choice.When(job) ? choice.Reason(job) : "You added it.");
        var again = isPrimed && choice.AgainBy is { } rule && book.Has(rule) ? choice.Again(job) : null;
        var rounds = choice.Rounds(job, draft);
        var times = rounds.Count > 0 ? rounds.Count : draft.Occurrences;
        var of = times + (again is null ? 0 : 1);
        for (var i = 1; i <= times; i++)
        {
            if (rounds.Count > 0)
            {
                yield return new RouteStep(new StepKey(choice.Kind, null, i), of, side, rounds[i - 1] with { Occurrences = of }, reason);
                continue;
            }
            var share = choice.Shares?.Invoke(job) is { } shares && draft.Occurrences == shares.Count ? shares[i - 1] : 1;
            var alike = i > 1 && choice.Later is { } later ? later(draft) : draft;
            var own = alike with { Occurrences = of, SecondsPerModel = (int)Math.Round(draft.SecondsPerModel * share) };
            yield return new RouteStep(new StepKey(choice.Kind, null, i), of, side, own, reason);
        }
        if (again is not null)
            yield return new RouteStep(
                new StepKey(choice.Kind, null, of),
                of,
                Side.Prime,
                again with
                {
                    Occurrences = of,
                },
                choice.AgainBy!.Reason
            );
    }

    // What is done once more comes after all that handles the model before primer, and primer follows while it lasts.
    private static IEnumerable<RouteEdge> Again(
        IEnumerable<StepApplicability> choices,
        Dictionary<StepKey, RouteStep> steps,
        IReadOnlyList<RouteEdge> edges
    )
    {
        var prime = new StepKey(StepKind.Prime, null, 1);
        foreach (var again in steps.Keys.Where(k => k.IsAgain).ToList())
        {
            var rule = choices.First(c => c.Kind == again.Kind).AgainBy!;
            foreach (var before in edges.Where(e => e.To == prime && e.From.Kind != again.Kind))
                yield return before with
                {
                    To = again,
                    Rule = rule.Name,
                    Reason = rule.Reason,
                };
            yield return new RouteEdge(again, prime, null, Washing.WipeDriesMinutes, rule.Name, rule.Reason)
            {
                MaxMinutes = Washing.WipeHoldsMinutes,
            };
        }
    }

    // What the rules say of pairs of kinds. Where the work goes round a kind that is left out, what led to it leads to what followed it.
    private static List<Link> Links(RuleBook book, Job job, Dictionary<StepKey, RouteStep> steps, Func<StepKind, bool> has)
    {
        bool Around(StepKind kind) => !has(kind) && (kind is StepKind.Prime or StepKind.Paint || job.Skips(kind));
        bool Speaks(Rule rule) =>
            rule.Name != PassesRule
            && (has(rule.Subject) || Around(rule.Subject))
            && (has(rule.Object) || Around(rule.Object))
            && rule.When(job)
            && !Reordered(rule, job)
            && (rule.ByWay is null || (has(rule.Object) && rule.ByWay.Meets(steps[new StepKey(rule.Object, null, 1)].Amounts.Way)));
        var links = book.Edges.Where(Speaks).Select(r => new Link(r.Subject, r.Object, r.Stage, r)).ToList();
        foreach (var left in links.SelectMany(l => new[] { l.From, l.To }).Where(Around).Distinct().InOrder().ToList())
        {
            var (before, after) = (links.Where(l => l.To == left).ToList(), links.Where(l => l.From == left).ToList());
            links.RemoveAll(l => l.From == left || l.To == left);
            links.AddRange(
                from i in before
                from o in after
                where i.From != o.To
                select new Link(i.From, o.To, i.From.Coats() && o.To.Coats() ? Readiness.NextLayer : i.Stage, o.Rule) { Leaves = i.Leaves }
            );
        }
        return links;
    }

    // A rule about two kinds holds from the last of one to the first of the other. What painting is made of lies in turns: there each
    // waits for the nearest before it.
    private static IEnumerable<RouteEdge> Edges(Link link, Dictionary<StepKey, RouteStep> steps, List<StepKey> painting, Job job)
    {
        if (!painting.Exists(k => k.Kind == link.From) || !painting.Exists(k => k.Kind == link.To))
            return Lasts(link.From, steps).Select(from => Edge(link, steps[from], new StepKey(link.To, null, 1), job));
        return from place in Enumerable.Range(0, painting.Count)
            where painting[place].Kind == link.To
            let before = painting.FindLastIndex(place, k => k.Kind == link.From)
            where before >= 0 && before != place
            select Edge(link, steps[painting[before]], painting[place], job);
    }

    private static readonly StepKind[] OverAllPaint = [StepKind.Shade, StepKind.GlossBed, StepKind.Weather, StepKind.FinalCoat];

    // A list is followed as it stands; each of it, and what goes over it all, waits for the coats before it, also where no rule speaks of
    // the two.
    private static IEnumerable<RouteEdge> AsListed(List<StepKey> painting, Dictionary<StepKey, RouteStep> steps, RuleBook book, Job job)
    {
        foreach (var (one, next) in painting.Zip(painting.Skip(1)))
            yield return new RouteEdge(one, next, null, 0, "AsTheListHasIt", "The list of passes has it in this order.");
        var over = OverAllPaint.Select(k => new StepKey(k, null, 1)).Where(steps.ContainsKey);
        foreach (var (place, to) in painting.Concat(over).Index().Where(p => p.Item.Kind.Coats()))
        foreach (
            var from in painting.Take(place).Where(k => k.Kind.Coats() && k.Kind != to.Kind).GroupBy(k => k.Kind).Select(g => g.Last())
        )
        {
            if (book.EdgesInto[to.Kind].Any(r => r.Subject == from.Kind && r.Stage is not null && r.When(job)))
                continue;
            var stage = steps[from].Amounts.Product == steps[to].Amounts.Product ? Readiness.Handle : Readiness.NextLayer;
            var wait = Minimum(steps[from], stage, job);
            yield return new RouteEdge(from, to, stage, wait, DryingRules.Layer.Name, DryingRules.Layer.Reason);
        }
    }

    private static RouteEdge Edge(Link link, RouteStep from, StepKey to, Job job)
    {
        // Without a product there is nothing to dry: the order stays.
        var stage =
            from.Amounts.Product is null ? null
            : link.Stage == link.Rule.Stage ? link.Rule.StageOver(from.Amounts.Product)
            : link.Stage;
        return new RouteEdge(
            from.Key,
            to,
            stage,
            Math.Max(HeldMinutes(link.Leaves, from), Math.Max(stage is null ? 0 : link.Rule.LeastMinutes, Minimum(from, stage, job))),
            link.Rule.Name,
            link.Rule.Reason
        );
    }

    private static int HeldMinutes(Rule rule, RouteStep from) =>
        rule.Held is { } hold && hold.Way.Meets(from.Amounts.Way) ? hold.Minutes : 0;

    // Two kinds of step, the later waiting for the earlier, and the rule that says so.
    private sealed record Link(StepKind From, StepKind To, Readiness? Stage, Rule Rule)
    {
        // The rule that says from which occurrence on: of work that goes round a step left out, what led to it.
        public Rule Leaves { get; init; } = Rule;
    }

    private static StepKey Last(StepKind kind, Dictionary<StepKey, RouteStep> steps)
    {
        var first = new StepKey(kind, null, 1);
        var last = first with { Occurrence = steps[first].Of };
        return last.IsAgain ? last with { Occurrence = last.Occurrence - 1 } : last;
    }

    // The last of each product that a kind leaves: what is filled with two fillers is dry when both are.
    private static IEnumerable<StepKey> Lasts(StepKind kind, Dictionary<StepKey, RouteStep> steps)
    {
        var last = Last(kind, steps);
        return Enumerable
            .Range(1, last.Occurrence)
            .Select(i => last with { Occurrence = i })
            .GroupBy(k => steps[k].Amounts.Product)
            .Select(g => g.Last());
    }

    private static IEnumerable<RouteEdge> Repeats(Rule rule, Dictionary<StepKey, RouteStep> steps, Job job) =>
        from step in steps.Values
        where step.Key.Occurrence > 1 && step.Amounts.Product is not null
        // Sessions of painting are no coats: another area is painted meanwhile.
        where !StepDefinition.Of(step.Key.Kind).PausesWithinAModel
        let before = steps[step.Key with { Occurrence = step.Key.Occurrence - 1 }]
        // What is filled is hard before it is painted over; a coat has flashed off before the next.
        where before.Amounts.Product is not null
        let below = before.Amounts.Product!.Value
        let stage = below.Binds() ? Readiness.NextLayer : Readiness.Recoat
        // Another filler goes to other gaps.
        where DryingModel.Knows(below, stage) && (step.Key.Kind != StepKind.Fill || step.Amounts.Product == below)
        select new RouteEdge(before.Key, step.Key, stage, Minimum(before, stage, job), rule.Name, rule.Reason);

    private static IEnumerable<RouteEdge> Sessions(Dictionary<StepKey, RouteStep> steps) =>
        from step in steps.Values
        where step.Key.Occurrence > 1
        select new RouteEdge(
            step.Key with
            {
                Occurrence = step.Key.Occurrence - 1,
            },
            step.Key,
            null,
            0,
            "OneAfterTheOther",
            "One session follows another."
        );

    private static int Minimum(RouteStep from, Readiness? stage, Job job) =>
        stage is { } s && from.Amounts.Product is { } product ? WaitTable.Band(from.Key.Kind, product, s, job.House).Sure : 0;

    private static bool Stricter(RouteEdge edge, RouteEdge known) =>
        edge.MinMinutes != known.MinMinutes ? edge.MinMinutes > known.MinMinutes
        : (edge.Stage is null) != (known.Stage is null) ? known.Stage is null
        : string.CompareOrdinal(edge.Rule, known.Rule) < 0;

    private static bool Reordered(Rule rule, Job job) =>
        rule.Strength != Strength.Law
        && job.Changes.Any(c => c.Kind == ChangeKind.Reorder && c.Step == rule.Object && c.Before == rule.Subject);

    private static List<RouteStep> InOrder(Dictionary<StepKey, RouteStep> steps, List<RouteEdge> edges)
    {
        var waitsFor = steps.Keys.ToDictionary(k => k, _ => 0);
        var followers = edges.ToLookup(e => e.From, e => e.To);
        foreach (var edge in edges)
            waitsFor[edge.To]++;
        var ready = new SortedSet<StepKey>(waitsFor.Where(w => w.Value == 0).Select(w => w.Key), StepKey.Order);
        var order = new List<RouteStep>(steps.Count);
        while (ready.Count > 0)
        {
            var next = ready.Min;
            ready.Remove(next);
            order.Add(steps[next]);
            foreach (var follower in followers[next])
            {
                if (--waitsFor[follower] == 0)
                    ready.Add(follower);
            }
        }
        if (order.Count == steps.Count)
            return order;
        var stuck = string.Join(", ", waitsFor.Where(w => w.Value > 0).Select(w => w.Key));
        throw new InvalidOperationException($"The rules contradict each other about: {stuck}.");
    }
}
