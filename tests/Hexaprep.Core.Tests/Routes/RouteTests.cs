using Hexaprep.Craft.Inspections;
using Hexaprep.Craft.Routes;
using Hexaprep.Craft.Steps;
using Hexaprep.Craft.Vocabulary;

namespace Hexaprep.Core.Tests.Routes;

public sealed class RouteTests
{
    [Fact]
    public void Resin_and_metal_are_washed_before_glue()
    {
        foreach (
            var material in new[]
            {
                Material.PuResin,
                Material.WhiteMetal,
                Material.OldLead,
                Material.Unknown,
                Material.Photopolymer,
                Material.FlexiblePvc,
            }
        )
        {
            var route = Batches.Of(material).Route();
            Assert.True(route.Place(StepKind.Wash) < route.Place(StepKind.Glue), material.ToString());
        }
    }

    [Fact]
    public void Plastic_is_washed_after_it_is_glued_filled_and_sanded()
    {
        var route = Batches.Of(Material.Polystyrene).Route();

        Assert.True(route.Place(StepKind.Sand) < route.Place(StepKind.Wash));
        Assert.True(route.Place(StepKind.Glue) < route.Place(StepKind.Wash));
    }

    [Fact]
    public void Where_materials_meet_the_most_cautious_one_decides()
    {
        var mixed = Batches.Of(Material.Polystyrene, Material.PuResin).Route();

        Assert.Equal("soap_cool", Step(mixed, StepKind.Wash).Amounts.Method);
        Assert.Equal("ca", Step(mixed, StepKind.Glue).Amounts.Method);
        Assert.True(mixed.Place(StepKind.Wash) < mixed.Place(StepKind.Glue));
    }

    [Theory]
    [InlineData(Material.Polystyrene, "soap_warm", "plastic_cement", "spray_can", ProductClass.AcrylicSolvent)]
    [InlineData(Material.PuResin, "soap_cool", "ca", "spray_can", ProductClass.Lacquer)]
    [InlineData(Material.WhiteMetal, "soap_warm", "ca", "spray_can", ProductClass.Lacquer)]
    [InlineData(Material.OldLead, "soap_cool", "ca", "spray_can", ProductClass.Lacquer)]
    [InlineData(Material.FlexiblePvc, "soap_cool", "ca", "airbrush", ProductClass.AcrylicWb)]
    [InlineData(Material.Unknown, "soap_cool", "ca", "airbrush", ProductClass.AcrylicWb)]
    public void Methods_follow_the_material(Material material, string wash, string glue, string prime, ProductClass primer)
    {
        var route = Batches.Of(material).Route();

        Assert.Equal(
            (wash, glue, prime, (ProductClass?)primer),
            (
                Step(route, StepKind.Wash).Amounts.Method,
                Step(route, StepKind.Glue).Amounts.Method,
                Step(route, StepKind.Prime).Amounts.Method,
                Step(route, StepKind.Prime).Amounts.Product
            )
        );
    }

    [Theory]
    [InlineData("cold_bend", Material.WhiteMetal)]
    [InlineData("cold_bend", Material.OldLead)]
    [InlineData("warm_water", Material.PuResin)]
    [InlineData("bind", Material.PuResin, Material.OldLead)]
    [InlineData("bind", Material.Unknown)]
    public void Castings_are_straightened_without_heating_what_may_hold_lead(string method, params Material[] materials) =>
        Assert.Equal(method, Step(Batches.Of(materials).Route(), StepKind.Straighten).Amounts.Method);

    [Fact]
    public void Metal_is_wiped_after_all_that_handles_it_and_primed_in_the_same_sitting()
    {
        var route = Batches.Of(Material.WhiteMetal).Route();
        var (wash, wipe) = (new StepKey(StepKind.Wash, null, 1), new StepKey(StepKind.Wash, null, 2));
        var prime = new StepKey(StepKind.Prime, null, 1);
        var tie = Assert.Single(route.Edges, e => e.From == wipe);

        Assert.Equal((prime, (int?)Washing.WipeHoldsMinutes), (tie.To, tie.MaxMinutes));
        // It is before all that handles the metal that the wash stands, and after all of it the wipe.
        Assert.Contains(route.Edges, e => e.From == wash && e.To.Kind == StepKind.Glue);
        Assert.Contains(route.Edges, e => e.From.Kind == StepKind.Glue && e.To == wipe);
        Assert.Equal("Wipe before primer", StepWords.Of(wipe).Title);
        Assert.DoesNotContain(Batches.Of(Material.Polystyrene).Route().Steps, s => s.Key.IsAgain);
    }

    [Fact]
    public void Painting_is_one_step_of_so_many_minutes_however_long()
    {
        var route = (Batches.Of(Material.Polystyrene) with { PaintMinutes = 360 }).Route();
        var paint = Assert.Single(route.Steps, s => s.Key.Kind == StepKind.Paint);

        Assert.Equal(360 * 60, paint.Amounts.SecondsPerModel);
    }

    [Fact]
    public void A_step_that_a_tier_switches_off_is_named_with_its_reason()
    {
        var plain = (Batches.Of(Material.Polystyrene) with { BaseMm = 25 }).Route();

        Assert.Contains(plain.LeftOut, l => l.Kind == StepKind.SealTexture && l.Reason.Length > 10);
        Assert.Contains(plain.LeftOut, l => l.Kind == StepKind.OpenTubes);
        Assert.DoesNotContain(plain.LeftOut, l => l.Kind == StepKind.PlaceTransfer);
    }

    [Fact]
    public void The_last_coat_stands_on_varnish_without_transfers_and_at_the_centre_with_them()
    {
        Assert.Equal(Side.Varnish, Step(Batches.Of(Material.Polystyrene).Route(), StepKind.FinalCoat).Side);
        Assert.Equal(Side.Finish, Step((Batches.Of(Material.Polystyrene) with { Transfers = 2 }).Route(), StepKind.FinalCoat).Side);
    }

    [Fact]
    public void Mixes_of_two_part_putty_are_paid_one_by_one()
    {
        var fill = Step((Batches.Of(Material.Polystyrene) with { Gaps = Gaps.Large }).Route(), StepKind.Fill);
        var per = fill.Amounts.ModelsPerMix!.Value;

        Assert.True(per * fill.Amounts.SecondsPerModel <= fill.Amounts.WorkingMinutes * 60);
        Assert.Equal(
            fill.HandsMinutes(per) + fill.Amounts.SetupMinutes + (fill.Amounts.SecondsPerModel + 59) / 60,
            fill.HandsMinutes(per + 1)
        );
    }

    private static RouteStep Step(Route route, StepKind kind) => route.Steps.First(s => s.Key.Kind == kind);
}
