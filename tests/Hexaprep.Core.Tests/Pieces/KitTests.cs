using Hexaprep.Bench.Edits;
using Hexaprep.Bench.State;
using Hexaprep.Craft.HouseRules;
using Hexaprep.Craft.Joining;
using Hexaprep.Craft.Routes;
using Hexaprep.Craft.Vocabulary;
using Hexaprep.Formats;
using Hexaprep.Planning.Keeping;
using Hexaprep.Screens.UnitsScreen;
using Hexaprep.Testing;
using NodaTime;

namespace Hexaprep.Core.Tests.Pieces;

/// <summary>A described kit decides what is glued, pinned, mounted and joined, and says what each decision costs.</summary>
public sealed class KitTests
{
    private const string Warden = "body, cast resin; head; cloak, hides the face; lamp arm, white metal, apart, 9 g, 14 mm";
    private static readonly Instant Evening = TurnableClock.Evening;

    private static Job JobOf(string kit, Tier tier = Tier.Leader)
    {
        var order = RehearsedBench.Order("Warden", 1);
        return new Job(order.Traits.WithKit(Read(kit)) with { Tier = tier, BaseMm = 40 }, HouseRuleChoices.Default);
    }

    private static PartList Read(string kit) => PartList.Read([kit], Material.Polystyrene, out _)!;

    private static Route RouteOf(Job job) => RouteBuilder.Derive(job, RuleBook.Trade);

    private static RouteStep Step(Route route, StepKind kind) => route.Steps.Single(s => s.Key.Kind == kind && s.Key.Occurrence == 1);

    private static (RehearsedBench Bench, Batch Batch) Bench(string kit, int models = 2)
    {
        var order = RehearsedBench.Order("Wardens", models);
        var bench = new RehearsedBench(order with { Traits = order.Traits with { Tier = Tier.Leader, BaseMm = 40 } });
        return (bench, Described(bench, kit));
    }

    private static Batch Described(RehearsedBench bench, params string[]? kit)
    {
        var batch = bench.State.Batches[0];
        bench.Make(KitEdits.Describe(bench.Index, batch.Id, batch.Version, kit, Evening, bench.NewId).Changes);
        return bench.State.Batches[0];
    }

    [Fact]
    public void What_hides_something_is_held_apart_on_models_that_are_looked_at()
    {
        var leader = KitJobs.ClosingOf(JobOf(Warden))!;
        Assert.Equal(["head on body"], leader.Before.Select(j => j.Words));
        Assert.Equal(["cloak on body", "lamp arm on body"], leader.After.Select(j => j.Words));
        Assert.Equal(3, leader.Bodies);

        // Rank and file are glued, but for what was said to be apart.
        var rank = KitJobs.ClosingOf(JobOf(Warden, Tier.RankAndFile))!;
        Assert.Equal(["cloak on body", "head on body"], rank.Before.Select(j => j.Words).Order());
        Assert.Equal(2, rank.Bodies);
    }

    [Fact]
    public void Each_joint_and_piece_has_its_minutes()
    {
        var (apart, joined) = (RouteOf(JobOf(Warden)), RouteOf(JobOf(Warden.Replace("apart", "joined", StringComparison.Ordinal))));

        Assert.Equal(3, Finishing.PiecesApart(JobOf(Warden)));
        Assert.Equal(3, Mounting.HandlesOf(JobOf(Warden)).HandlesForOne);
        Assert.Equal(Step(joined, StepKind.Glue).Amounts.SecondsPerModel, 2 * Step(apart, StepKind.Glue).Amounts.SecondsPerModel);
        Assert.Equal(
            2 * Step(joined, StepKind.Reassemble).Amounts.SecondsPerModel,
            Step(apart, StepKind.Reassemble).Amounts.SecondsPerModel
        );
        Assert.Equal(Step(joined, StepKind.DryFit).Amounts.SecondsPerModel, Step(apart, StepKind.DryFit).Amounts.SecondsPerModel);
        Assert.Equal(
            "Held apart until painted, then closed in this order: cloak on body, lamp arm on body.",
            Step(apart, StepKind.Reassemble).Reason
        );
        // Nothing apart, nothing to join again.
        Assert.DoesNotContain(RouteOf(JobOf("body, head, 2 arms")).Steps, s => s.Key.Kind is StepKind.Reassemble or StepKind.SeamRepair);
        // A crew that sits in its seats leaves no seam.
        var crew = RouteOf(JobOf("hull, 2 crew, apart, no seam"));
        Assert.Contains(crew.Steps, s => s.Key.Kind == StepKind.Reassemble);
        Assert.DoesNotContain(crew.Steps, s => s.Key.Kind == StepKind.SeamRepair);
    }

    [Fact]
    public void Pins_stand_where_weight_and_lever_ask_for_them()
    {
        Assert.Equal(["lamp arm on body"], KitJobs.Pins(JobOf(Warden)).Select(p => p.Joint.Words));
        Assert.Equal("Glue alone does not bear a knock: lamp arm on body.", Step(RouteOf(JobOf(Warden)), StepKind.Pin).Reason);
        var light = JobOf("body, cast resin; head; lamp arm");
        Assert.Empty(KitJobs.Pins(light));
        Assert.DoesNotContain(RouteOf(light).Steps, s => s.Key.Kind == StepKind.Pin);
        // What nobody has identified is pinned to be safe.
        Assert.Equal(2, KitJobs.Pins(JobOf("body, unknown; 2 arms")).Count);
    }

    [Fact]
    public void A_heavier_part_is_never_safer()
    {
        foreach (var one in Enum.GetValues<Material>())
        foreach (var other in Enum.GetValues<Material>())
        {
            double? Safety(int grams) =>
                KitPins
                    .Of(ModelKit.Of(Read($"body, {Materials.Word(one)}; lamp arm, {Materials.Word(other)}, {grams} g")), ModelSize.Figure)[
                        0
                    ]
                    .Verdict?.Safety;
            if (one == Material.Unknown || other == Material.Unknown)
                Assert.Null(Safety(5));
            else
                Assert.True(Safety(5) > Safety(50));
        }
    }

    [Fact]
    public void A_wider_base_never_makes_a_model_tip_sooner_and_what_is_advised_steadies_it()
    {
        foreach (
            var kit in new[]
            {
                Warden,
                "mount, white metal; rider; lance on rider, 6 g",
                "body, 2 g; banner, white metal, 12 g, 30 mm",
                "body, head, 2 arms",
            }
        )
        {
            KitStance On(int mm) => KitStance.Of(ModelKit.Of(Read(kit)), JobOf(kit).Batch with { BaseMm = mm })!;
            foreach (var (narrow, wide) in new[] { (20, 25), (25, 32), (32, 55) })
                Assert.True(On(narrow).Now.Degrees <= On(wide).Now.Degrees, kit);
            var stance = On(25);
            if (stance.Larger is { } larger)
            {
                Assert.True(larger.Degrees >= KitStance.WantedDegrees);
                Assert.Equal(larger.Degrees, On(larger.BaseMm).Now.Degrees, 9);
            }
            if (stance.Washers is { } washers)
                Assert.True(washers.Grams >= stance.Now.Ballast(KitStance.WantedDegrees, 1.5) && washers.Count > 0);
            Assert.Equal(stance.Now.Degrees >= KitStance.WantedDegrees, stance is { Larger: null, Washers: null } && stance.Now.IsStable);
        }
        Assert.Null(KitStance.Of(ModelKit.Of(Read(Warden)), JobOf(Warden).Batch with { BaseMm = null }));
    }

    [Fact]
    public void Arms_to_both_sides_hold_each_other_up()
    {
        Stance On(string kit) => KitStance.Of(ModelKit.Of(Read(kit)), JobOf(kit).Batch)!.Now;

        Assert.Equal(0, On("body; 2 arms").OffsetMm, 9);
        Assert.Equal(0, On("body; left arm, left; right arm, right").OffsetMm, 9);
        Assert.True(On("body; arm, white metal").OffsetMm > On("body; arm").OffsetMm);
        // What hangs on an arm reaches out beyond it.
        Assert.True(On("body; arm; lamp on arm, 5 g").OffsetMm > On("body; arm; lamp, 5 g").OffsetMm);
    }

    [Fact]
    public void Two_hands_on_one_thing_close_a_ring()
    {
        var kit = ModelKit.Of(Read("body, 2 arms, together; rifle on arms, apart"));

        Assert.Equal(["arm 1 on body", "arm 2 on body", "rifle on arm 1", "rifle on arm 2"], kit.Joints.Select(j => j.Words));
        Assert.Equal(["rifle on arm 1", "rifle on arm 2"], kit.Closing(false).After.Select(j => j.Words).Order());
        Assert.Equal(2, kit.Closing(false).Bodies);
    }

    [Fact]
    public void What_cannot_be_closed_is_said_with_what_is_in_the_way()
    {
        var (bench, batch) = Bench("body, cloak before lamp arm, lamp arm before cloak");
        var view = new KitReader(bench.Index, bench.Plan(Evening, 1), Evening).Of(batch);

        Assert.False(view.IsClosable);
        Assert.Equal("It cannot be closed", view.Headline);
        Assert.Contains("in its way whatever the order", view.Notes[0], StringComparison.Ordinal);
        Assert.Equal(2, view.Joints.Count);
    }

    [Fact]
    public void A_decision_shows_what_it_costs_and_does_that()
    {
        var (bench, batch) = Bench(Warden);
        var plan = bench.Plan(Evening, 1);
        var arm = new KitReader(bench.Index, plan, Evening).Of(batch).Parts.Single(p => p.Name == "lamp arm");
        Assert.True(arm.IsApart);
        Assert.Equal(PartHeld.Joined, arm.Other!.Held);
        Assert.EndsWith("2 handles less, 2 seams less", arm.Other.Price, StringComparison.Ordinal);

        var before = RouteOf(bench.State.JobOf(batch)).HandsMinutes(2);
        batch = Described(bench, [.. arm.Other.Lines]);
        var after = RouteOf(bench.State.JobOf(batch)).HandsMinutes(2);
        Assert.StartsWith($"{Clockface.Hands(before - after)} less work", arm.Other.Price, StringComparison.Ordinal);
        Assert.Equal(2, bench.Index.HandleUse(batch.Id).HandlesForOne);
    }

    [Fact]
    public void What_goes_in_after_a_part_that_is_apart_waits_with_it_and_says_so()
    {
        var (bench, batch) = Bench("body, head, cloak before lamp arm, hides the face, lamp arm");
        var view = new KitReader(bench.Index, bench.Plan(Evening, 1), Evening).Of(batch);

        Assert.Equal(["head on body", "cloak on body", "lamp arm on body"], view.Joints.Select(j => j.Words));
        Assert.Equal([false, true, true], view.Joints.Select(j => j.AfterPainting));
        Assert.Contains("Cloak before lamp arm: joined first, that would lock it out.", view.Notes);
        var arm = view.Parts.Single(p => p.Name == "lamp arm");
        Assert.Equal((true, "goes in after cloak"), (arm.IsApart, arm.Reason));
        Assert.Null(arm.Other);
    }

    [Fact]
    public void What_is_glued_is_held_apart_no_more()
    {
        var (bench, batch) = Bench("body, head, cloak");
        bench.Tick(bench.Step(StepKind.Glue), bench.RunUpTo(StepKind.Glue, Evening), 2);

        var refused = Assert.Throws<RefusedException>(() => Described(bench, "body, head, cloak, apart"));
        Assert.Equal("Cloak on body is glued on 2 models already.", refused.Refusal.Message);
        Assert.Equal(RefusalKind.Conflict, refused.Refusal.Kind);
        // What was said of it may be put right.
        Assert.Equal("the face", Described(bench, "body, head, cloak, hides the face, joined").Traits.Kit!.Parts[2].Hides);
    }

    [Fact]
    public void More_apart_than_the_house_has_is_warned_of()
    {
        var (bench, batch) = Bench(Warden);
        var view = new KitReader(bench.Index, bench.Plan(Evening, 1), Evening).Of(batch);

        Assert.StartsWith(
            "3 pieces a model; more than 2 become hard to keep track of. With the lamp arm joined: ",
            view.Warning,
            StringComparison.Ordinal
        );
    }

    [Fact]
    public void Every_piece_of_every_model_has_its_label_to_be_printed()
    {
        var (bench, batch) = Bench(Warden);
        var labels = new KitReader(bench.Index, bench.Plan(Evening, 1), Evening).Labels(batch).ToList();
        Assert.Equal(
            [("Wardens", 1, "body, head"), ("Wardens", 1, "cloak"), ("Wardens", 1, "lamp arm"), ("Wardens", 2, "body, head")],
            labels.Take(4)
        );
        Assert.Equal(6, labels.Count);

        // Thirty labels are two sheets; a long name and strange signs break nothing.
        var many = Enumerable
            .Range(1, 30)
            .Select(n => new PieceLabel(
                new string('W', 80) + " 漢",
                n,
                string.Join(", ", labels.Select(l => l.Piece)),
                "http://127.0.0.1:4680/units/1/pieces"
            ));
        using var sheets = UglyToad.PdfPig.PdfDocument.Open(PieceLabels.Write([.. many]));
        Assert.Equal(2, sheets.NumberOfPages);
        var words = sheets.GetPage(2).GetWords().Select(w => w.Text).ToList();
        Assert.Equal(["25", "26", "27", "28", "29", "30"], words.Where(w => int.TryParse(w, out _)).Order());
        Assert.Contains("body,", words);
        Assert.True(sheets.GetPage(2).Paths.Count > 6 * 100);
    }

    [Fact]
    public void A_forgotten_list_leaves_the_number_of_its_parts()
    {
        var (bench, batch) = Bench(Warden);
        Assert.Equal((4, 2), (batch.Traits.Parts, batch.Traits.Materials.Count));

        batch = Described(bench, kit: null);
        Assert.Null(batch.Traits.Kit);
        Assert.Equal((4, 2), (batch.Traits.Parts, batch.Traits.Materials.Count));
    }
}
