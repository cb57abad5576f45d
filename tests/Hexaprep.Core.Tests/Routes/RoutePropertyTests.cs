using CsCheck;
using Hexaprep.Craft.Computation;
using Hexaprep.Craft.Drying;
using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Permissions;
using Hexaprep.Craft.Routes;
using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Testing;
using NodaTime;

namespace Hexaprep.Core.Tests.Routes;

/// <summary>What holds for every route, whatever the materials, methods, tiers and house rules.</summary>
public sealed class RoutePropertyTests
{
    [Fact]
    public void Every_route_is_in_an_order_its_edges_allow_breaks_no_law_and_ends_finished() =>
        Batches.AnyJob.Holds(
            job =>
            {
                var route = job.Route();
                var place = route.Steps.Select((s, i) => (s.Key, i)).ToDictionary(s => s.Key, s => s.i);
                return route.Edges.All(e =>
                        place[e.From] < place[e.To]
                        && e.MinMinutes >= 0
                        && e.Reason.Length > 0
                        && (
                            e.Stage is not null
                            || e.MinMinutes == 0
                            || e.Rule == Washing.WipedLast.Name
                            || (e.From.Kind == StepKind.Wash && e.MinMinutes == Washing.TowelMinutes)
                            || route.Steps[place[e.From]].Amounts.Method is "bind" or Washing.ByCloth
                        )
                    )
                    && route.Steps.All(s =>
                        s.Reason.Length > 0
                        && RuleBook
                            .Trade.Refusals(s.Key.Kind, s.Amounts.Way, job)
                            .All(r => r.Strength != Strength.Law || r.After is not null || r.LiftedBy is not null)
                    )
                    && route.Steps[^1].Key.Kind == StepKind.FinalGate
                    && LeadsToTheEnd(route);
            },
            iter: 6_000
        );

    [Fact]
    public void Deriving_is_deterministic() => Batches.AnyJob.Holds(job => job.Route().IsAs(job.Route()), iter: 200);

    [Fact]
    public void A_route_walked_in_its_order_after_its_waits_is_never_forbidden_by_a_law() =>
        Batches.AnyJob.Holds(job => Walk(job, Strength.Law), iter: 500);

    [Fact]
    public void A_route_by_the_defaults_walked_in_its_order_is_always_allowed() =>
        Batches.Any.Holds(batch => Walk(batch.Job(), Strength.Practice), iter: 500);

    [Fact]
    public void A_change_that_passes_the_check_leaves_a_route_that_can_be_derived() =>
        Gen.Select(Batches.AnyJob, Gen.Int[0, 3], Gen.Int[0, 40], Gen.Int[0, 40])
            .Holds(
                (job, kind, one, other) =>
                {
                    var present = job.Route().Steps.Select(s => s.Key.Kind).Distinct().ToList();
                    var step = kind == (int)ChangeKind.Add ? Enum.GetValues<StepKind>()[one] : present[one % present.Count];
                    var way = RuleBook.Trade.Choice(step).Ways(job)[other % RuleBook.Trade.Choice(step).Ways(job).Count];
                    var change = new RouteChange(
                        (ChangeKind)kind,
                        step,
                        kind == (int)ChangeKind.Swap ? way.Method : null,
                        kind == (int)ChangeKind.Swap ? way.Product : null,
                        kind == (int)ChangeKind.Reorder ? present[other % present.Count] : null
                    );
                    Consequence found;
                    try
                    {
                        found = RouteCheck.Of(job, change, RuleBook.Trade);
                    }
                    catch (RefusedException)
                    {
                        return true;
                    }
                    if (found.Verdict == Strength.Law)
                        return found.Effect is null && found.Reasons.Count > 0;
                    var after = RouteCheck.With(job, change).Route();
                    return
                        after.Steps[^1].Key.Kind == StepKind.FinalGate
                        && found.Effect is not null
                        && (found.Verdict == Strength.Taste) == (found.Reasons.Count == 0)
                        ? true
                        : throw new InvalidOperationException(
                            $"{change}: ends with {after.Steps[^1].Key}, {found.Verdict} for {found.Reasons.Count} reasons"
                        );
                },
                iter: 800
            );

    // Walks the route at its earliest moments, asking before each step.
    private static bool Walk(Job job, Strength gravest)
    {
        var route = job.Route();
        var (ends, done, coats) = (new Dictionary<StepKey, Instant>(), new List<CompletedStep>(), new List<LaidCoat>());
        var part = new HashSet<StepKind>();
        var now = TurnableClock.Evening;
        foreach (var step in route.Steps)
        {
            foreach (var edge in route.Edges.Where(e => e.To == step.Key))
                now = Instant.Max(now, ends[edge.From] + Duration.FromMinutes(edge.MinMinutes));
            // The next pass of a coat waits for nothing else; dust waits till every coat is dry to the touch.
            if (step.Key.Kind.MakesDust())
                foreach (var coat in coats)
                    now = Instant.Max(now, coat.Times(Readiness.Touch)?.Sure ?? now);
            var answer = new PermissionEvaluator(job, new WorkHistory(done, coats) { InPart = part }, now, null, RuleBook.Trade).Alone(
                new PermissionQuery(step.Key.Kind) { Method = step.Amounts.Method, Product = step.Amounts.Product }
            );
            if (
                answer.Verdict != Verdict.Yes
                && answer.Reasons.Any(r =>
                    r.Strength <= gravest && r.Rule != DryingRules.FitAir.Name && r.Rule != DryingRules.Handling.Name
                )
            )
                throw new InvalidOperationException(
                    $"{step.Key} on {job.Batch.MaterialWords} at {now}: {answer.Verdict} "
                        + $"{string.Join(", ", answer.Reasons.Select(r => r.Rule))} | "
                        + $"{string.Join(",", job.House.Chosen.Select(c => $"{c.Key}={c.Value}"))}"
                );
            ends[step.Key] = now;
            if (PaintPasses.Makes(step.Key.Kind))
                part.Add(step.Key.Kind);
            if (step.Key.Occurrence == step.Of || step.Key is { Kind: StepKind.Wash })
                done.Add(new CompletedStep(step.Key.Kind, null, now) { Method = step.Amounts.Method });
            if (step.Amounts.Product is not { } product)
                continue;
            var (kind, end) = (step.Key.Kind, now);
            coats.Add(
                new LaidCoat(kind, null, product, end, stage =>
                    DryingModel.Knows(product, stage) ? Times(kind, product, stage, job.House, end) : null
                )
            );
        }
        return true;
    }

    private static SafeTimes Times(StepKind step, ProductClass product, Readiness stage, HouseRuleChoices house, Instant end)
    {
        var band = WaitTable.Band(step, product, stage, house);
        return new(
            end + Duration.FromMinutes(band.Early),
            end + Duration.FromMinutes(band.Usual),
            end + Duration.FromMinutes(band.Sure),
            false
        );
    }

    private static bool LeadsToTheEnd(Route route)
    {
        var leads = new HashSet<StepKey>(route.Steps.Where(s => s.Key.Kind == StepKind.FinalGate).Select(s => s.Key));
        for (var i = route.Steps.Count - 1; i >= 0; i--)
        {
            if (route.Edges.Any(e => e.From == route.Steps[i].Key && leads.Contains(e.To)))
                leads.Add(route.Steps[i].Key);
        }
        return route.Steps.All(s => leads.Contains(s.Key))
            ? true
            : throw new InvalidOperationException(string.Join(',', route.Steps.Where(s => !leads.Contains(s.Key)).Select(s => s.Key)));
    }
}
