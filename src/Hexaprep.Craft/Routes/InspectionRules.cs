using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;
using static Hexaprep.Craft.Vocabulary.StepKind;

namespace Hexaprep.Craft.Routes;

/// <summary>The looks between the gates that block: a fault is cheapest where it was made. On rank and file they are the last key of the
/// step before, without minutes; a look never forbids what follows (<see cref="StepDefinition.LooksAt"/>).</summary>
public static class InspectionRules
{
    private static readonly Func<Job, bool> Closely = j => j.Batch.Tier != Tier.RankAndFile;
    private static readonly Func<Job, bool> Marked = j => j.Batch.Transfers > 0;

    /// <summary>The steps of this kind.</summary>
    public static readonly IReadOnlyList<StepApplicability> Choices =
    [
        Look(
            CleanLinesGate,
            _ => true,
            "What the tool left or took is mended in a minute now, and costs a coat later.",
            j => Math.Min(60, 10 + 2 * j.Batch.Parts)
        ),
        Look(DryFitGate, Joining.Assembled, "A joint that gaps, rocks or springs is trimmed or bent now: glue makes it final.", j =>
            Math.Min(60, 5 * KitJobs.Joints(j))
        ),
        Look(FillGate, Filling.Filled, "A pit or a step in the fill is one more dab now, and a coat of primer later.", _ => 20),
        Look(GlossBedGate, Marked, "Dust or a run in the gloss shows through every transfer laid on it.", _ => 15),
        Look(ReassembleGate, Finishing.Apart, "Varnish closes the seam: whatever shows of it shows for good.", _ => 30),
    ];

    /// <summary>Where they stand. Once what follows is done, a look that was left out has no use any more.</summary>
    public static readonly IReadOnlyList<Rule> Rules =
    [
        Rule.Before("CleanedBeforeTheLook", CleanLines, CleanLinesGate, Strength.Practice, "There is nothing to look at yet."),
        Rule.Before("StraightBeforeTheLook", Straighten, CleanLinesGate, Strength.Practice, "A bent part misleads the eye along a line."),
        Rule.Before("DrilledBeforeTheLook", OpenTubes, CleanLinesGate, Strength.Practice, "Chips and off-centre holes are looked for too."),
        Then("LookBeforeWash", CleanLinesGate, Wash, "Filed once more after the bath, it is washed once more.", j =>
            !Washing.Unfinished(j)
        ),
        Then("LookBeforeDryFit", CleanLinesGate, DryFit, "A stub that was missed holds the joint open."),
        Then("LookBeforeFilling", CleanLinesGate, Fill, "A gouge that was seen is filled with the gaps."),
        Then("LinesLookedAtBeforePrimer", CleanLinesGate, Prime, "Primer locks in what was not seen."),
        Rule.Before("FittedBeforeTheLook", DryFit, DryFitGate, Strength.Practice, "There is no fit to look at yet."),
        Then("FitLookedAtBeforeRoughening", DryFitGate, Roughen, "A face that is still to be trimmed is scored twice."),
        Then("FitLookedAtBeforePins", DryFitGate, Pin, "Pins drilled before the fit is right sit wrong."),
        Then("FitLookedAtBeforeMagnets", DryFitGate, Magnet, "Magnets set before the fit is right sit wrong."),
        Then("FitLookedAtBeforeGlue", DryFitGate, Glue, "After glue nothing moves."),
        Rule.NeedsDry("FilledBeforeTheLook", Fill, FillGate, Readiness.NextLayer, Strength.Practice, "Soft filler still sinks."),
        Rule.Before("SandedBeforeTheLook", Sand, FillGate, Strength.Practice, "What stands proud hides what lies low."),
        Then("FillsLookedAtBeforeWash", FillGate, Wash, "Sanded once more after the bath, it is washed once more.", Washing.Last),
        Then("FillsLookedAtBeforeBase", FillGate, Base, "A fill is touched up before the base is in the way."),
        Then("FillsLookedAtBeforeHandle", FillGate, StepKind.Handle, "Sanding on a handle breaks it loose."),
        Then("FillsLookedAtBeforePrimer", FillGate, Prime, "A later fill is primed again."),
        Rule.NeedsDry(
            "GlossHandledBeforeTheLook",
            GlossBed,
            GlossBedGate,
            Readiness.Handle,
            Strength.Practice,
            "Fingers mark young gloss."
        ),
        Then("GlossLookedAtBeforeTransfers", GlossBedGate, PlaceTransfer, "What lies under a transfer stays there."),
        Rule.NeedsDry(
            "JoinedBeforeTheLook",
            Reassemble,
            ReassembleGate,
            Readiness.NextLayer,
            Strength.Practice,
            "A young joint still moves."
        ),
        Rule.NeedsDry(
            "SeamDryBeforeTheLook",
            SeamRepair,
            ReassembleGate,
            Readiness.NextLayer,
            Strength.Practice,
            "Filler sinks as it dries."
        ),
        Then("SeamsLookedAtBeforeVarnish", ReassembleGate, FinalCoat, "Varnish closes the seam for good."),
    ];

    private static StepApplicability Look(StepKind kind, Func<Job, bool> of, string reason, Func<Job, int> seconds) =>
        new(kind, j => Closely(j) && of(j), _ => reason, j => new StepAmounts(1, seconds(j)))
        {
            LeftOut = j => !Closely(j) && of(j) ? $"On {Tiers.Word(j.Batch.Tier)} it is the last key of the step before." : null,
        };

    private static Rule Then(string name, StepKind look, StepKind next, string reason, Func<Job, bool>? when = null) =>
        Rule.Before(name, look, next, Strength.Practice, reason, when) with
        {
            Lapses = true,
        };
}
