using System.Globalization;
using Hexaprep.Craft.Computation;
using Hexaprep.Craft.Fillers;
using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;
using static Hexaprep.Craft.Vocabulary.StepKind;

namespace Hexaprep.Craft.Routes;

/// <summary>Gaps closed and made level.</summary>
public static class Filling
{
    /// <summary>Least working time of two-part putty, minutes: the cautious end of the practised 30 to 90.</summary>
    public const int PuttyWorkingMinutes = 30;

    // Rubbed level, a millimetre of what was filled.
    private const double SandSecondsAMm = 4;

    private static readonly Func<Job, bool> HasGaps = j => j.Batch.Gaps != Gaps.None;
    private static readonly Func<Job, bool> Wide = j => j.Batch.Gaps == Gaps.Large;

    // Of listed gaps each has a filler that takes it.
    private static readonly Func<Job, bool> WideForOne = j => Wide(j) && j.Batch.GapList is null;
    private static readonly Func<Job, bool> Mixed = j =>
        RoundsOf(j) is { Count: > 0 } rounds
            ? rounds.Any(r => r.Method == "epoxy_putty")
            : RouteBuilder.WayOf(RuleBook.Trade.Choice(Fill), j, RuleBook.Trade).Method == "epoxy_putty";

    /// <summary>The steps of this stage.</summary>
    public static readonly IReadOnlyList<StepApplicability> Choices =
    [
        new(
            Fill,
            Filled,
            j =>
                j.Batch.GapList is not null ? "Each gap has the filler that closes it in the fewest minutes."
                : Wide(j) ? "Wide gaps: two-part putty closes them without shrinking."
                : "Small gaps: acrylic putty is quick, and sands well once dry.",
            Fillers
        )
        {
            Rounds = Rounds,
            LeftOut = j =>
                !HasGaps(j) ? "No gaps were noted; the primer gate looks again."
                : !Filled(j)
                    ? j.Batch.GapList is null || !HouseFills(j) ? "Gaps stay, by house rule: shading and dry brush will show them."
                        : "No listed gap is worth its minutes."
                : null,
        },
        new(
            Sand,
            j => Filled(j) && !j.Skips(Fill) || j.Adds(Fill),
            _ => "A filled seam left proud shows under paint.",
            j =>
                new(2, SandSeconds(j) is var listed and > 0 ? listed : 130)
                {
                    Method = j.Follows(HouseRuleCatalog.FillFinish, WorkshopLimits.ByScraping) ? WorkshopLimits.ByScraping : null,
                }
        ),
    ];

    /// <summary>The rules of this stage.</summary>
    public static readonly IReadOnlyList<Rule> Rules =
    [
        Rule.NeedsDry(
            "FillerHardBeforeSanding",
            Fill,
            Sand,
            Readiness.NextLayer,
            Strength.Law,
            "Soft filler drags out of the gap: test a leftover lump with a nail."
        ) with
        {
            PlanBy = PlanBy.Usual,
        },
        Rule.NeedsDry(
            "FillerDryBeforePrimer",
            Fill,
            Prime,
            Readiness.NextLayer,
            Strength.Law,
            "Filler or a levelling coat still drying sinks, wrinkles and leaves a ghost line."
        ),
        Rule.Needs(
            "GapsFilledBeforePrimer",
            Fill,
            Prime,
            Strength.Practice,
            "Primer shows every gap, and a later fill is primed again.",
            Filled
        ),
        Rule.Needs("SandBeforePrimer", Sand, Prime, Strength.Practice, "Scratches and dust are sealed in.") with
        {
            Once = Fill,
        },
        Rule.Before("SandBeforeHandle", Sand, Handle, Strength.Practice, "Sanding on a handle breaks it loose."),
        Rule.Before("SandBeforeBase", Sand, Base, Strength.Practice, "Grit on the base would fill with dust."),
        Rule.Before("CleanBeforeFilling", CleanLines, Fill, Strength.Practice, "Filler over a line is sanded twice."),
        Rule.NeverOn(
            "CementFillsNoOpenGap",
            Fill,
            Prohibition.By("cement_reflow"),
            Strength.Law,
            "Cement closes a seam whose faces touch; an open gap stays open.",
            "epoxy_putty",
            WideForOne
        ),
        Rule.NeverOn(
            "AcrylicPuttySinksInAWideGap",
            Fill,
            Prohibition.By("acrylic_putty"),
            Strength.Practice,
            $"Acrylic putty shrinks by a third: over {Widest("acrylic_putty")} mm it sinks and cracks.",
            "epoxy_putty",
            WideForOne
        ),
        Rule.NeverOn(
            "CaFillsNoWideGap",
            Fill,
            Prohibition.By("ca_filler"),
            Strength.Practice,
            $"CA bridges up to {Widest("ca_filler")} mm: in a wider gap it runs through and fogs.",
            "epoxy_putty",
            WideForOne
        ),
        Rule.NeverOn(
            "CementFlowsOnlyInStyrene",
            Fill,
            Prohibition.By("cement_reflow"),
            Strength.Law,
            "Only hard frame plastic softens and flows.",
            "acrylic_putty",
            j => j.Any(m => !m.IsStyrene())
        ),
        Rule.NeverOn(
            "CementNeedsABareSeam",
            Fill,
            Prohibition.By("cement_reflow"),
            Strength.Law,
            "Cement flows in bare plastic, not under a coat.",
            "acrylic_putty"
        ) with
        {
            After = Prime,
        },
        Rule.NeverOn(
            "CaFillsBareGapsOnly",
            Fill,
            Prohibition.By("ca_filler"),
            Strength.Practice,
            "CA over a coat grips the coat only.",
            "acrylic_putty"
        ) with
        {
            After = Prime,
        },
        Rule.NeverOn(
            "NoTwoPartPuttyOnPaint",
            Fill,
            Prohibition.By("epoxy_putty"),
            Strength.Practice,
            "Kneading putty into a painted seam buries the paint: thinned acrylic putty wipes off.",
            "acrylic_putty"
        ) with
        {
            After = Paint,
        },
        Rule.NeverOn(
            "PrimerFillsNoGap",
            Fill,
            Prohibition.By("surfacer"),
            Strength.Practice,
            "Thick primer drowns detail, and the gap remains.",
            "acrylic_putty",
            HasGaps
        ),
        Rule.NeverOn(
            "VarnishFillsHairlinesOnly",
            Fill,
            Prohibition.By("gloss_varnish"),
            Strength.Practice,
            "Varnish shrinks: it fills a hairline, not a gap.",
            "acrylic_putty",
            WideForOne
        ),
        Rule.Card(
            "FillToTheJointOnly",
            RuleKind.Before,
            Fill,
            Strength.Practice,
            "Pieces painted apart: fill what shows across the line now, and stop at the joint.",
            j => j.Adds(Reassemble) || !j.Follows(HouseRuleCatalog.SubAssemblies, "none")
        ),
        Rule.Card(
            "EstimateBeforeMixing",
            RuleKind.Before,
            Fill,
            Strength.Practice,
            "Count the gaps before you mix: the smallest mix is more than one needs.",
            Mixed
        ),
        Rule.Card("SmoothWhileSoft", RuleKind.Soon, Fill, Strength.Practice, "Smooth it while soft: less to sand."),
        Rule.Card(
            "MixForAllGaps",
            RuleKind.Together,
            Fill,
            Strength.Practice,
            "One mix for every open gap of every batch, finest first: nothing is wasted.",
            Mixed
        ),
        Rule.Card(
            "LeaveItProud",
            RuleKind.Soon,
            Fill,
            Strength.Practice,
            "Slightly proud, back of the joint too: fillers shrink, and sink most where nobody looked."
        ),
        Rule.Card(
            "LevellingCoatWaits",
            RuleKind.NeedsDry,
            Sand,
            Strength.Practice,
            "A levelling coat is not rushed: it dries slower than the putty under it.",
            j => j.Follows(HouseRuleCatalog.FillFinish, "levelling_coat")
        ),
        Rule.Card(
            "NoDustNearWetCoats",
            RuleKind.NotWhile,
            Sand,
            Strength.Practice,
            "No sanding in the room while a coat is wet: dust settles in it. Scrape, or go elsewhere."
        ),
        Rule.Lock("PuttyStiffens", Fill, Strength.Law, "Once putty stiffens it blends no more: after that it is sanded.", Mixed),
    ];

    /// <summary>The jobs whose gaps are filled.</summary>
    internal static bool Filled(Job j) => j.Batch.GapList is null ? HasGaps(j) && HouseFills(j) : GapsOf(j).Any(g => g.IsFilled);

    // A step for each round, in the filler's own way and at the pace of the whole.
    private static IReadOnlyList<StepAmounts> Rounds(Job j, StepAmounts way)
    {
        var rounds = RoundsOf(j);
        if (rounds.Count == 0)
            return [];
        var (times, ways) = (way.SecondsPerModel / (double)rounds.Sum(r => r.Seconds), Fillers(j));
        return
        [
            .. rounds.Select(r =>
            {
                var of = ways.First(w => w.Method == r.Method);
                var seconds = Math.Max(1, (int)Math.Round(r.Seconds * times));
                return of with
                {
                    SecondsPerModel = seconds,
                    SetupMinutes = way.Method == r.Method ? way.SetupMinutes : of.SetupMinutes,
                    ModelsPerMix = of.WorkingMinutes is { } working ? Math.Max(1, GapFilling.GapsPerMix(working, seconds / 60.0)) : null,
                };
            }),
        ];
    }

    /// <summary>The gaps of the job, judged; empty where only their size in a word is known.</summary>
    public static IReadOnlyList<JudgedGap> GapsOf(Job j) => j.Batch.GapList is { } list ? GapTable.Of(list, Terms(j)) : [];

    /// <summary>The rounds in which they are filled; empty for none.</summary>
    public static IReadOnlyList<FillRound> RoundsOf(Job j) => GapTable.Rounds(GapsOf(j));

    /// <summary>True where the house fills gaps at the job's tier.</summary>
    public static bool HouseFills(Job j) =>
        j.Follows(HouseRuleCatalog.FillWho, "where_noted")
        || (j.Follows(HouseRuleCatalog.FillWho, "leaders") && j.Batch.Tier is Tier.Leader or Tier.Display);

    /// <summary>Seconds a model until what was filled is level.</summary>
    public static int SandSeconds(Job j) =>
        (int)Math.Round(GapsOf(j).Where(g => g.IsFilled).Sum(g => g.Gap.Count * g.Gap.LengthMm * SandSecondsAMm + g.FinishSeconds));

    /// <summary>What goes where in a round, and how much is mixed for so many models; empty where nothing was listed.</summary>
    /// <param name="j">The job.</param>
    /// <param name="step">The step.</param>
    /// <param name="models">Models that the step is done to, at least 1.</param>
    public static string Words(Job j, StepKey step, int models)
    {
        if (step.Kind != StepKind.Fill || RoundsOf(j) is not { Count: > 0 } rounds || step.Occurrence > rounds.Count)
            return "";
        var round = rounds[step.Occurrence - 1];
        var pass = rounds.Take(step.Occurrence).Count(r => r.Method == round.Method);
        var passes = rounds.Count(r => r.Method == round.Method);
        var places = string.Join(
            ", ",
            round.Gaps.OrderBy(g => g.Gap.WidthMm).Select(g => g.Gap.Count > 1 ? $"{g.Gap.Count} {g.Gap.Place}" : g.Gap.Place)
        );
        var left = rounds.SelectMany(r => r.Gaps).Select(g => g.Gap.Place).ToHashSet();
        var open = string.Join(", ", j.Batch.GapList!.Gaps.Where(g => !left.Contains(g.Place)).Select(g => g.Place));
        return string.Join(
            ' ',
            new[]
            {
                passes > 1 ? $"Layer {pass} of {passes}." : "",
                $"Finest first: {places}.",
                round.Method == "epoxy_putty"
                    ? $"{PuttyBalls.Words(round.Millilitres * models)}, for {Sentence.Counted(models, "model")}."
                    : "",
                open.Length > 0 ? $"Left open: {open}." : "",
            }.Where(w => w.Length > 0)
        );
    }

    private static GapTerms Terms(Job j) =>
        new(
            j.Batch.All(m => m.IsStyrene()),
            j.Batch.Tier,
            j.Batch.Surface == Surface.Smooth ? GapGround.Smooth : GapGround.Textured,
            Math.Max(1, j.Batch.Models),
            Preferred(j),
            HouseFills(j)
        );

    private static string? Preferred(Job j) =>
        j.Changes.LastOrDefault(c => c.Kind == ChangeKind.Swap && c.Step == StepKind.Fill) is { Method: { } method } ? method
        : j.Follows(HouseRuleCatalog.Filler, "epoxy_for_all") ? "epoxy_putty"
        : j.Follows(HouseRuleCatalog.Filler, "ca_filler") ? "ca_filler"
        : null;

    // The widest gap that a way of filling takes, by the table.
    private static string Widest(string method) => TradeDefaults.GapMethods[method].Width[1].ToString("0.#", CultureInfo.InvariantCulture);

    private static IReadOnlyList<StepAmounts> Fillers(Job j)
    {
        var slow = j.Follows(HouseRuleCatalog.PuttyRatio, "slow");
        var (seconds, working) = (Wide(j) ? 240 : 150, slow ? PuttyWorkingMinutes * 3 / 2 : PuttyWorkingMinutes);
        var epoxy = new StepAmounts(4, Wide(j) ? 240 : 180)
        {
            Product = ProductClass.EpoxyPutty,
            Method = "epoxy_putty",
            WorkingMinutes = working,
            ModelsPerMix = Math.Max(1, GapFilling.GapsPerMix(working, (Wide(j) ? 240 : 180) / 60.0)),
        };
        StepAmounts acrylic = new(2, seconds) { Product = ProductClass.AcrylicPutty, Method = "acrylic_putty" },
            ca = new(2, 110) { Product = ProductClass.Ca, Method = "ca_filler" };
        StepAmounts reflow = new(2, 90) { Product = ProductClass.PlasticCement, Method = "cement_reflow" },
            varnish = new(2, 60) { Product = ProductClass.AcrylicWb, Method = "gloss_varnish" };
        // Of listed gaps the minutes are theirs, whatever filler comes first; that of the first round does.
        if (RoundsOf(j) is { Count: > 0 } rounds)
        {
            var listed = rounds.Sum(r => r.Seconds);
            return
            [
                .. new[] { epoxy, acrylic, ca, reflow, varnish }
                    .OrderBy(w => w.Method == rounds[0].Method ? 0 : 1)
                    .Select(w => w with { SecondsPerModel = listed }),
            ];
        }
        return j.House.Of(HouseRuleCatalog.Filler).Id switch
        {
            "epoxy_for_all" => [epoxy, acrylic, ca, reflow, varnish],
            "ca_filler" when !Wide(j) => [ca, acrylic, epoxy, reflow, varnish],
            _ => Wide(j) ? [epoxy, acrylic, ca, reflow, varnish] : [acrylic, ca, epoxy, reflow, varnish],
        };
    }
}
