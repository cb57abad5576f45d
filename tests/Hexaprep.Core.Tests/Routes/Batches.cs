using CsCheck;
using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Routes;
using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Core.Tests.Routes;

/// <summary>Batches and jobs to derive routes for: every material, trait and school that a rule may ask about, and random mixes.</summary>
internal static class Batches
{
    public static BatchTraits Of(params Material[] materials) =>
        new([.. materials.Order()], 5, 5, null, Tier.RankAndFile, MoldLines.Ordinary, Gaps.Small, 0, Sheen.Matte, 60);

    /// <summary>Each material with each combination of what switches steps on and off.</summary>
    public static IEnumerable<BatchTraits> Representative =>
        from material in Enum.GetValues<Material>()
        from gaps in Enum.GetValues<Gaps>()
        from transfers in new[] { 0, 2, 8 }
        from tier in new[] { Tier.RankAndFile, Tier.Leader, Tier.Display }
        from baseMm in new int?[] { null, 32 }
        from parts in new[] { 1, 5 }
        select Of(material) with
        {
            Gaps = gaps,
            Transfers = transfers,
            Tier = tier,
            BaseMm = baseMm,
            Parts = parts,
            PaintMinutes = parts == 1 && transfers == 0 ? 0 : 60,
        };

    /// <summary>A few that between them need every step.</summary>
    public static readonly IReadOnlyList<BatchTraits> Few =
    [
        .. from material in Enum.GetValues<Material>()
        from tier in new[] { Tier.RankAndFile, Tier.Display }
        select Of(material) with
        {
            Gaps = tier == Tier.Display ? Gaps.Large : Gaps.Small,
            Transfers = 6,
            Tier = tier,
            BaseMm = 32,
        },
        Of(Material.Polystyrene) with
        {
            Models = 40,
            Transfers = 2,
            Tier = Tier.Leader,
        },
        Of(Material.WhiteMetal) with
        {
            LeadFree = true,
        },
    ];

    /// <summary>Jobs by every school's every option, and with every step added that a route would not have.</summary>
    public static readonly Lazy<IReadOnlyList<Job>> Jobs = new(() =>
        [
            .. Few.Select(b => b.Job()),
            (Of(Material.Polystyrene) with { Materials = [Material.Polystyrene, Material.WhiteMetal], Parts = 6 }).Job(),
            .. Representative.Select(b => b.Job()),
            .. from school in HouseRuleCatalog.All
            from option in school.Options.Skip(1)
            from batch in Few
            select batch.Job(House(school, option)) with
            {
                IsDark = school == HouseRuleCatalog.DarkSprays,
            },
            .. from batch in Few
            from place in HouseRuleCatalog.AirbrushPlace.Options
            from primer in HouseRuleCatalog.PrimeBy.Options
            select batch.Job(
                HouseRuleChoices.Default.With(HouseRuleCatalog.AirbrushPlace, place.Id).With(HouseRuleCatalog.PrimeBy, primer.Id)
            ) with
            {
                IsDark = true,
            },
            .. from batch in Few
            from way in new[] { ProductClass.AcrylicWb, ProductClass.EnamelAlkyd }
            select batch.Job(
                HouseRuleChoices.Default.With(HouseRuleCatalog.PaintShades, "everyone").With(HouseRuleCatalog.PaintFilters, "everyone"),
                new RouteChange(ChangeKind.Add, StepKind.Mask),
                new RouteChange(ChangeKind.Add, StepKind.ProtectiveCoat),
                new RouteChange(ChangeKind.Swap, StepKind.PaintFilter) { Method = "brush", Product = way }
            ),
            .. from batch in Few
            select batch.Job(
                HouseRuleChoices.Default.With(HouseRuleCatalog.PaintShades, "everyone"),
                new RouteChange(ChangeKind.Add, StepKind.Mask)
            ),
            .. from batch in Few
            from list in new[] { "cfcmc", "cvscfc", "cfv", "cfmc", "ccsffc", "cmcmc" }
            select (batch with { Passes = Listed(list) }).Job(),
            .. from kind in Enum.GetValues<StepKind>()
            from batch in Few
            from house in new[] { HouseRuleChoices.Default, HouseRuleChoices.Default.With(HouseRuleCatalog.MaskWith, "liquid") }
            let job = batch.Job(house)
            where RouteBuilder.Derive(job, RuleBook.Trade).Steps.All(s => s.Key.Kind != kind)
            select job with
            {
                Changes =
                [
                    new(ChangeKind.Add, kind),
                    .. kind == StepKind.Mask
                        ? [new RouteChange(ChangeKind.Add, StepKind.Unmask), new RouteChange(ChangeKind.Add, StepKind.ProtectiveCoat)]
                        : Array.Empty<RouteChange>(),
                    .. kind == StepKind.PaintMasked
                        ? [new RouteChange(ChangeKind.Add, StepKind.Mask), new RouteChange(ChangeKind.Add, StepKind.Unmask)]
                        : Array.Empty<RouteChange>(),
                    .. kind == StepKind.Reassemble ? [new RouteChange(ChangeKind.Add, StepKind.SeamRepair)] : Array.Empty<RouteChange>(),
                ],
            },
        ]
    );

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
        select new BatchTraits(
            [.. materials.Distinct().Order().Select(m => (Material)m)],
            models,
            parts,
            baseMm < 10 ? null : baseMm,
            (Tier)tier,
            (MoldLines)lines,
            (Gaps)gaps,
            transfers,
            (Sheen)sheen,
            paint
        )
        {
            LeadFree = paint % 2 == 0,
        };

    /// <summary>A list of passes by letters: colour, shade, filter, mask, coat (v).</summary>
    public static IReadOnlyList<PaintPass> Listed(string letters) =>
        [.. letters.Select((l, i) => new PaintPass((PassKind)"csfmv".IndexOf(l, StringComparison.Ordinal), $"pass {i + 1}", 60 * (i + 1)))];

    /// <summary>Any list of passes that begins with a colour, none, or one that nobody laid out.</summary>
    public static readonly Gen<IReadOnlyList<PaintPass>?> AnyPasses =
        from kinds in Gen.Int[0, 8].Array[0, 14]
        from seconds in Gen.Int[5, 1800].Array[14]
        from said in Gen.Bool
        select said || kinds.Length > 0
            ? (IReadOnlyList<PaintPass>)
                [.. kinds.Select((k, i) => new PaintPass(i == 0 || k > 4 ? PassKind.Colour : (PassKind)k, $"pass {i + 1}", seconds[i]))]
            : null;

    /// <summary>Any house rules.</summary>
    public static readonly Gen<HouseRuleChoices> AnyHouse =
        from picks in Gen.Int[0, 7].Array[HouseRuleCatalog.All.Count]
        select HouseRuleCatalog
            .All.Select((s, i) => (School: s, Pick: picks[i]))
            .Where(p => p.Pick < p.School.Options.Count)
            .Aggregate(HouseRuleChoices.Default, (house, p) => house.With(p.School, p.School.Options[p.Pick].Id));

    /// <summary>Any batch under any house rules.</summary>
    public static readonly Gen<Job> AnyJob =
        from batch in Any
        from house in AnyHouse
        from dark in Gen.Bool
        from passes in AnyPasses
        select (batch with { Passes = passes }).Job(house) with
        {
            IsDark = dark,
        };

    /// <summary>The house that follows an option, and what has to be followed for it to matter.</summary>
    public static HouseRuleChoices House(HouseRule school, SchoolOption option)
    {
        var house = HouseRuleChoices.Default.With(school, option.Id);
        return school.Under is { } under ? house.With(under.School, under.Option) : house;
    }

    public static Job Job(this BatchTraits batch, HouseRuleChoices? house = null, params RouteChange[] changes) =>
        new(batch, house ?? HouseRuleChoices.Default, changes);

    public static Route Route(this Job job, RuleBook? book = null) => RouteBuilder.Derive(job, book ?? RuleBook.Trade);

    public static Route Route(this BatchTraits batch, RuleBook? book = null) => batch.Job().Route(book);

    public static int Place(this Route route, StepKind kind) => route.Steps.ToList().FindIndex(s => s.Key.Kind == kind);

    private static readonly System.Runtime.CompilerServices.ConditionalWeakTable<Job, Route> Known = [];

    /// <summary>What the trade's book makes of one of the jobs above; worked out once.</summary>
    public static Route Usual(Job job) => Known.GetValue(job, j => j.Route());

    /// <summary>Whether two routes say the same.</summary>
    public static bool IsAs(this Route one, Route other) =>
        one.Steps.SequenceEqual(other.Steps) && one.Edges.SequenceEqual(other.Edges) && one.LeftOut.SequenceEqual(other.LeftOut);

    /// <summary>A route by what it says, for comparison with texts beside it.</summary>
    public static string Said(this Route route) =>
        string.Join('\n', [.. route.Steps.Select(s => $"{s}"), .. route.Edges.Select(e => $"{e}"), .. route.LeftOut.Select(l => $"{l}")]);
}
