using Hexaprep.Craft.Drying;
using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Routes;
using Hexaprep.Craft.Vocabulary;
using NodaTime;

namespace Hexaprep.Bench.State;

/// <summary>By which time of a wait the plan puts what follows: the sure one, or the usual one, at which the step begins with a
/// test.</summary>
public static class ByTest
{
    /// <summary>True when what follows begins with a test: an early touch costs only another look, the house does not leave all to the
    /// sure time, and no label shuts the coat again.</summary>
    public static bool Begins(BenchIndex bench, BenchEdge edge)
    {
        if (edge.Stage is not { } stage || !bench.Steps.TryGetValue(edge.From, out var from) || from.Amounts.Product is not { } product)
            return false;
        if (RuleBook.Trade.Named(edge.Rule) is not { } rule || rule.PlanByOver(product) == PlanBy.Sure || rule.StageOver(product) != stage)
            return false;
        return bench.HouseOf(from.BatchId).Follows(HouseRuleCatalog.WaitsBy, "test")
            && (
                stage != Readiness.Recoat
                || bench.Drying.LabelOf(Product.Of(from.Key.Kind, product, from.Amounts.Method))?.RecoatMax is null
            );
    }

    /// <summary>Minutes the plan keeps between a step still to come and what follows it, in the air there is and by what was seen of the
    /// product; a floor that a rule set beyond the product's own wait stays.</summary>
    public static int Minutes(BenchIndex bench, BenchEdge edge, BenchStep from, Instant now)
    {
        if (edge.Stage is not { } stage || from.Amounts.Product is not { } product)
            return edge.MinMinutes;
        var expected = bench.Expected(from, stage, now);
        if (Begins(bench, edge))
            return Math.Max(RuleBook.Trade.Named(edge.Rule)!.LeastMinutes, expected.ByTest);
        var usual = WaitTable.Band(from.Key.Kind, product, stage, bench.HouseOf(from.BatchId)).Sure;
        return edge.MinMinutes > usual ? Math.Max(edge.MinMinutes, expected.Sure) : expected.Sure;
    }

    /// <summary>The moment at which a coat lets the plan go on along an edge; null while the work on it goes on.</summary>
    public static Instant? From(BenchIndex bench, BenchEdge edge, Coat coat) =>
        edge.Stage is { } stage && bench.TimesOf(coat, stage) is { } times ? (Begins(bench, edge) ? times.ByTest : times.Sure) : null;
}
