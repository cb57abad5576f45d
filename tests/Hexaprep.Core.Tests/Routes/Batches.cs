using CsCheck;
using Hexaprep.Core.Roster;
using Hexaprep.Core.Routes;

namespace Hexaprep.Core.Tests.Routes;

/// <summary>Batches to derive routes for: every material and trait that a rule may ask about, and random mixes.</summary>
internal static class Batches
{
    public static BatchTraits Of(params Material[] materials) =>
        new([.. materials.Order()], 5, 5, null, Tier.RankAndFile, MoldLines.Ordinary, Gaps.Small, 0, Sheen.Matte, 60);

    /// <summary>Each material with each combination of what switches steps on and off.</summary>
    public static IEnumerable<BatchTraits> Representative =>
        from material in Enum.GetValues<Material>()
        from gaps in Enum.GetValues<Gaps>()
        from transfers in new[] { 0, 2, 8 }
        from tier in new[] { Tier.RankAndFile, Tier.Leader }
        from baseMm in new int?[] { null, 32 }
        from parts in new[] { 1, 5 }
        from paint in new[] { 0, 60 }
        select Of(material) with { Gaps = gaps, Transfers = transfers, Tier = tier, BaseMm = baseMm, Parts = parts, PaintMinutes = paint };

    public static readonly Gen<BatchTraits> Any =
        from materials in Gen.Int[0, 8].Array[1, 3]
        from models in Gen.Int[1, 60]
        from parts in Gen.Int[1, 30]
        from baseMm in Gen.Int[0, 120]
        from tier in Gen.Int[0, 3]
        from lines in Gen.Int[0, 2]
        from gaps in Gen.Int[0, 2]
        from transfers in Gen.Int[0, 20]
        from sheen in Gen.Int[0, 2]
        from paint in Gen.Int[0, 900]
        select new BatchTraits([.. materials.Distinct().Order().Select(m => (Material)m)], models, parts, baseMm < 10 ? null : baseMm, (Tier)tier,
            (MoldLines)lines, (Gaps)gaps, transfers, (Sheen)sheen, paint);

    public static Route Route(this BatchTraits batch, RuleBook? book = null) => RouteBuilder.Derive(batch, HouseRules.Default, book ?? RuleBook.Trade);

    public static int Place(this Route route, StepKind kind) => route.Steps.ToList().FindIndex(s => s.Key.Kind == kind);
}
